/** What of an archive this program cannot read: kept as it stands there, for one that can. */
import { z } from '../../core/schema';
import type { DocumentKindId } from '../../wire';
import type { UnreadEntry } from '../documents';
import { Rejection, type Entries } from './entries';
import { archiveLimits, entryNames, entryPatterns } from './format';

/** By the file that a document is alone in. */
const kindOfEntry: readonly (readonly [RegExp, DocumentKindId])[] = [
  [entryPatterns.job, 'job'],
  [entryPatterns.series, 'series'],
  [entryPatterns.run, 'run'],
  [entryPatterns.link, 'link'],
  [entryPatterns.linkSettings, 'linkSettings'],
];
/** By the file and its list. */
const kindOfList: Readonly<Record<string, DocumentKindId>> = {
  [entryNames.houseStyles]: 'houseStyle',
  [`${entryNames.pieceShelf} templates`]: 'template',
  [`${entryNames.pieceShelf} sheetStocks`]: 'sheetStock',
  [entryNames.profiles]: 'profile',
  [entryNames.coupons]: 'coupon',
  [entryNames.sheets]: 'sheet',
};

/** What cannot be read, up to a limit, as it stands in the archive. */
export class UnreadEntries {
  readonly all: UnreadEntry[] = [];
  private bytes = 0;

  /** One of a list. */
  note(entry: string, list: string, item: unknown, problem: string): void {
    const kind = kindOfList[`${entry} ${list}`.trim()];
    if (kind !== undefined) this.add({ entry, list, kind, text: JSON.stringify(item), problem }, item);
  }

  /** A file of its own; of a job with its documents. */
  async noteFile(entries: Entries, entry: string, problem: string): Promise<void> {
    const [, kind] = kindOfEntry.find(([pattern]) => pattern.test(entry)) ?? [];
    if (kind === undefined) return;
    try {
      const value = await entries.json(entry);
      const whole = kind === 'job' ? await withDocuments(entries, value) : value;
      this.add({ entry, list: '', kind, text: JSON.stringify(whole), problem }, whole);
    } catch (error) {
      // Its documents are damaged: it is named, and cannot be kept.
      if (!(error instanceof Rejection)) throw error;
    }
  }

  private add(entry: Omit<UnreadEntry, 'name'>, value: unknown): void {
    this.bytes += entry.text.length;
    if (this.bytes <= archiveLimits.unreadBytes) this.all.push({ ...entry, name: nameWithin(value) });
  }
}

/** Documents lie apart from their job; in one text they stand in its list of revisions, as up to version 4. */
async function withDocuments(entries: Entries, job: unknown): Promise<unknown> {
  const known = z
    .looseObject({ id: z.string(), revisions: z.array(z.looseObject({ number: z.number() })) })
    .safeParse(job);
  if (!known.success) return job;
  const revisions = [];
  for (const revision of known.data.revisions)
    revisions.push({
      ...revision,
      document:
        revision.document ?? (await entries.json(entryNames.document(known.data.id, revision.number))),
    });
  return { ...known.data, revisions };
}

/** What a document or one in it is called; empty where nothing says so. */
function nameWithin(value: unknown): string {
  const named = z.looseObject({ name: z.string().max(200) });
  const places = z
    .looseObject({
      document: named.optional(),
      link: named.optional(),
      revisions: z.array(z.looseObject({ document: named.optional(), link: named.optional() })).optional(),
    })
    .safeParse(value).data;
  const last = places?.revisions?.at(-1);
  const found = [named.safeParse(value).data, places?.document, places?.link, last?.document, last?.link];
  return found.find((one) => one !== undefined)?.name ?? '';
}

/** In front of a reason, so that the owner knows which; empty where nothing says what it is called. */
export function calledIn(value: unknown): string {
  const name = nameWithin(value);
  return name === '' ? '' : `“${name}”. `;
}
