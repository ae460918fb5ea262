/** Which links stand where. Written in the transaction that keeps what holds their addresses; asked before a link is deleted. */
import { z } from '../../core/schema';
import { hostIn, slugsIn, textsIn } from '../../core/links';
import { seriesDocumentSchema, textsOfRows } from '../../core/series';
import type { LinkPiece } from '../../wire';
import { isSeen, type Db } from '../db';

/** What can hold an address, and by what each is known. */
type Owner = 'revision' | 'template' | 'sheet' | 'series' | 'run';

export interface LinkUses {
  /** What a document names takes the place of what it named before; for use within what keeps it. */
  note(owner: Exclude<Owner, 'revision'>, id: string, document: unknown): void;
  noteRevision(job: string, revision: number, document: unknown): void;
  /** Of revisions that were written past their store. */
  noteRevisionsOf(jobs: readonly string[]): void;
  /** A part of the pieces of a run, by their messages; the first part takes the place of what an earlier attempt left. */
  notePieces(run: string, messages: readonly string[], isFirst: boolean): void;
  /** Finds what names addresses below a base that was not known. */
  learnBase(base: string): void;
  /** Whether an address stands anywhere. */
  isUsed(slug: string): boolean;
  /** What holds it, in words; the first of them. */
  holdersOf(slug: string): readonly string[];
  /** Jobs that say it now, and pieces that were made with it. */
  piecesOf(slug: string): readonly LinkPiece[];
}

const seriesWithin = z.object({ series: seriesDocumentSchema });

/** The texts of a document; with those of its rows where it is a series, or a run of one. */
function* textsOf(owner: Owner, document: unknown): Generator<string> {
  yield* textsIn(document);
  const series =
    owner === 'series'
      ? seriesDocumentSchema.safeParse(document).data
      : owner === 'run'
        ? seriesWithin.safeParse(document).data?.series
        : undefined;
  if (series !== undefined) yield* textsOfRows(series);
}

/** Where documents lie: `id` and `text` of those with a text that holds the parameter, in small letters. */
const sources: Readonly<Record<Owner, string>> = {
  revision: `SELECT job_id || ' ' || number AS id, document AS text FROM revisions WHERE instr(lower(document), ?) > 0`,
  template: 'SELECT id, document AS text FROM templates WHERE instr(lower(document), ?) > 0',
  sheet: 'SELECT job_id AS id, document AS text FROM sheets WHERE instr(lower(document), ?) > 0',
  series: 'SELECT job_id AS id, document AS text FROM series WHERE instr(lower(document), ?) > 0',
  run: 'SELECT id, wish AS text FROM series_runs WHERE instr(lower(wish), ?) > 0',
};
/** Named one by one, at most. */
const mostNamed = 20;

export function linkUses(db: Db): LinkUses {
  const insertBase = db.prepare('INSERT OR IGNORE INTO link_bases (base) VALUES (?)');
  const selectBases = db.prepare<[], string>('SELECT base FROM link_bases').pluck();
  const insert = db.prepare(
    `INSERT INTO link_uses (slug, base, owner, owner_id, pieces) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (owner, owner_id, slug, base) DO UPDATE SET pieces = pieces + excluded.pieces`,
  );
  const clear = db.prepare('DELETE FROM link_uses WHERE owner = ? AND owner_id = ?');
  const clearPieces = db.prepare("UPDATE link_uses SET pieces = 0 WHERE owner = 'run' AND owner_id = ?");
  const isHeld = db.prepare<[string], number>('SELECT 1 FROM link_uses WHERE slug = ? LIMIT 1').pluck();
  const selectRevisions = db.prepare<[string, string], { id: string; text: string }>(
    `${sources.revision} AND job_id = ?`,
  );
  const selectPieces = db.prepare<[string], { run: string; payload: string }>(
    'SELECT run_id AS run, payload FROM made_pieces WHERE instr(lower(payload), ?) > 0',
  );
  const jobOf = `substr(owner_id, 1, 36)`;
  const selectJobs = db.prepare<[string], { job: string; name: string }>(
    `SELECT DISTINCT jobs.id AS job, json_extract(summary, '$.name') AS name
     FROM link_uses JOIN jobs ON owner = 'revision' AND jobs.id = ${jobOf}
     JOIN summaries ON summaries.job_id = jobs.id
     WHERE slug = ? AND owner_id = jobs.id || ' ' || current_revision AND jobs.place <> 'bin' AND ${isSeen('jobs')}
     ORDER BY jobs.created_at LIMIT ${mostNamed}`,
  );
  const selectRuns = db.prepare<[string], { job: string; name: string; made: number }>(
    `SELECT job_id AS job, job_name AS name, sum(pieces) AS made
     FROM link_uses JOIN series_runs ON owner = 'run' AND series_runs.id = owner_id
     WHERE slug = ? AND pieces > 0 AND state = 'made' AND ${isSeen('series_runs')}
     GROUP BY job_id, job_name LIMIT ${mostNamed}`,
  );
  const selectHolders = db
    .prepare<[string], string>(
      `SELECT DISTINCT coalesce(CASE owner
         WHEN 'revision' THEN (
           SELECT '“' || json_extract(summary, '$.name') || '”' ||
             CASE WHEN place = 'bin' THEN ' in the bin'
                  WHEN owner_id = jobs.id || ' ' || current_revision THEN '' ELSE ', in an older revision' END
           FROM jobs JOIN summaries ON summaries.job_id = jobs.id WHERE jobs.id = ${jobOf})
         WHEN 'template' THEN (SELECT 'the template “' || name || '”' FROM templates WHERE id = owner_id)
         WHEN 'run' THEN (SELECT 'series ' || number || ' of “' || job_name || '”' FROM series_runs WHERE id = owner_id)
         WHEN 'made' THEN 'a piece that was made of a job that is deleted'
         ELSE (SELECT CASE owner WHEN 'series' THEN 'the series' ELSE 'the sheet' END || ' of “' ||
           json_extract(summary, '$.name') || '”' FROM summaries WHERE job_id = owner_id) END, 'something that cannot be read')
       FROM link_uses WHERE slug = ? LIMIT 4`,
    )
    .pluck();

  const noteBelow = (base: string, owner: Owner, id: string, texts: Iterable<string>): void => {
    for (const slug of slugsIn(texts, base)) insert.run(slug, base, owner, id, 0);
  };
  const noteAll = (owner: Owner, id: string, document: unknown): void => {
    const bases = selectBases.all();
    if (bases.length === 0) return;
    const texts = [...textsOf(owner, document)];
    for (const base of bases) noteBelow(base, owner, id, texts);
  };
  const notePiecesBelow = (base: string, run: string, messages: readonly string[]): void => {
    for (const message of messages)
      for (const slug of slugsIn([message], base)) insert.run(slug, base, 'run', run, 1);
  };

  return {
    note: (owner, id, document) => {
      clear.run(owner, id);
      noteAll(owner, id, document);
    },
    noteRevision: (job, revision, document) => noteAll('revision', `${job} ${revision}`, document),
    noteRevisionsOf: (jobs) => {
      for (const base of selectBases.all())
        for (const job of jobs)
          for (const { id, text } of selectRevisions.all(hostIn(base), job))
            noteBelow(base, 'revision', id, textsIn(JSON.parse(text)));
    },
    notePieces: (run, messages, isFirst) => {
      if (isFirst) clearPieces.run(run);
      for (const base of selectBases.all()) notePiecesBelow(base, run, messages);
    },
    learnBase: (base) => {
      const host = hostIn(base);
      if (host === '' || insertBase.run(base).changes === 0) return;
      for (const [owner, source] of Object.entries(sources) as [Owner, string][])
        for (const { id, text } of db.prepare<[string], { id: string; text: string }>(source).all(host))
          noteBelow(base, owner, id, textsOf(owner, JSON.parse(text)));
      for (const { run, payload } of selectPieces.all(host)) notePiecesBelow(base, run, [payload]);
    },
    isUsed: (slug) => isHeld.get(slug) !== undefined,
    holdersOf: (slug) => selectHolders.all(slug),
    piecesOf: (slug) => {
      const pieces = new Map<string, LinkPiece>();
      for (const { job, name } of selectJobs.all(slug)) pieces.set(job, { slug, job, name, made: 0 });
      for (const run of selectRuns.all(slug)) pieces.set(run.job, { slug, ...run });
      return [...pieces.values()];
    },
  };
}
