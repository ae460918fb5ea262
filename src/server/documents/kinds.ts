/** Where the documents of each kind lie in the database, and which of them cannot be read. */
import { documentKinds, type DocumentKindId, type UnreadableDocument } from '../../wire';
import type { Db } from '../db';

interface KeptDocument {
  readonly id: string;
  readonly name: string;
  readonly text: string;
}

const named = `coalesce((SELECT json_extract(summary, '$.name') FROM summaries WHERE job_id = owner), '')`;

/** Each gives `id`, `name` and `text`. Of jobs and links, every revision. */
const sources: Readonly<Record<DocumentKindId, string>> = {
  job: `SELECT job_id || ' revision ' || number AS id, ${named} AS name, document AS text
        FROM (SELECT *, job_id AS owner FROM revisions)`,
  template: 'SELECT id, name, document AS text FROM templates',
  sheet: `SELECT job_id AS id, ${named} AS name, document AS text FROM (SELECT *, job_id AS owner FROM sheets)`,
  series: `SELECT job_id AS id, ${named} AS name, document AS text FROM (SELECT *, job_id AS owner FROM series)`,
  link: `SELECT link_id || ' revision ' || number AS id, coalesce(json_extract(document, '$.name'), '') AS name,
                document AS text FROM link_revisions`,
  linkSettings: "SELECT 'settings' AS id, '' AS name, document AS text FROM link_settings",
  houseStyle: 'SELECT id, name, look AS text FROM house_styles',
  profile: 'SELECT id, name, pair AS text FROM profiles',
  coupon: 'SELECT id, id AS name, kept AS text FROM coupons',
  sheetStock: 'SELECT id, name, stock AS text FROM sheet_stocks',
  run: 'SELECT id, job_name AS name, wish AS text FROM series_runs',
};

/** Kinds whose lists leave out what cannot be read. Jobs, sheets and series tell it where they are opened. */
const listed = ['template', 'link', 'houseStyle', 'profile', 'coupon', 'sheetStock'] as const;
/** Of links, the newest revision. */
const newestLinks =
  "SELECT id, coalesce(json_extract(document, '$.name'), '') AS name, document AS text FROM links";

/** Looks through all documents of some kinds. */
export function lookThrough(
  db: Db,
  from: Partial<typeof sources> = sources,
): { readonly sound: number; readonly unreadable: readonly UnreadableDocument[] } {
  let sound = 0;
  const unreadable: UnreadableDocument[] = [];
  for (const [kind, source] of Object.entries(from) as [DocumentKindId, string][])
    for (const row of db.prepare<[], KeptDocument>(source).iterate()) {
      const read = documentKinds[kind].readText(row.text);
      if ('document' in read) sound++;
      else unreadable.push({ kind, ...row, problem: read.problems.slice(0, 3).join(' ') });
    }
  return { sound, unreadable };
}

/** What lists leave out because it cannot be read. */
export function unreadableOf(db: Db): readonly UnreadableDocument[] {
  const from = Object.fromEntries(listed.map((kind) => [kind, sources[kind]]));
  return lookThrough(db, { ...from, link: newestLinks }).unreadable;
}
