/** Reads an archive: each entry is looked at, counted and checked before anything is believed. */
import { createHash } from 'node:crypto';
import { z } from '../../core/schema';
import { filesOfJob, parseJob, type Job } from '../../core/job';
import { problemsOf } from '../../core/document';
import { checkedFile } from '../../node/carriedFiles';
import { Entries, Refusal, Rejection, Unreadable } from './entries';
import { calledIn, UnreadEntries } from './unreadEntries';
import {
  archivedJobSchema,
  archivedCouponSchema,
  archivedPatternSchema,
  archivedProfileSchema,
  archivedLinkSchema,
  linkSettingsSchema,
  archivedRunSchema,
  archivedSeriesSchema,
  archivedSheetSchema,
  archivedSheetStockSchema,
  archivedShelfSchema,
  archivedStockSizeSchema,
  archivedStyleSchema,
  archivedTemplateSchema,
  mostInLists,
  archiveHead,
  entryNames,
  entryPatterns,
  type ArchivedFile,
  type ReadArchive,
  type ReadJob,
  type ReadRest,
  type Taker,
} from './format';

/** Entries after which it is told how many were read. */
const entriesAtOnce = 50;

/**
 * Hands over what is in the archive of any version that lies at `path`, files before jobs, or says why it is refused. Jobs
 * that cannot be read are left out one by one.
 */
export async function readArchive(path: string, receiver: Taker): Promise<ReadArchive> {
  let entries: Entries | null = null;
  try {
    entries = await Entries.of(path);
    return await takeAll(entries, receiver);
  } catch (error) {
    if (error instanceof Refusal) return { problem: error.message };
    throw error;
  } finally {
    entries?.close();
  }
}

async function takeAll(entries: Entries, receiver: Taker): Promise<ReadRest> {
  await checkHead(entries);
  const rejected: { file: string; reason: string }[] = [];
  const unread = new UnreadEntries();
  let done = 0;
  /** One entry after the other; one that cannot be read is noted and left out. */
  const each = async <Found>(
    names: readonly string[],
    readOne: (name: string) => Promise<Found>,
  ): Promise<Found[]> => {
    const read: Found[] = [];
    for (const name of names) {
      if (++done % entriesAtOnce === 0) await receiver.progress?.(done, entries.count);
      try {
        read.push(await readOne(name));
      } catch (error) {
        if (!(error instanceof Rejection)) throw error;
        rejected.push({ file: name, reason: error.message });
        if (error instanceof Unreadable) await unread.noteFile(entries, name, error.message);
      }
    }
    return read;
  };
  const named = (name: string): string[] => (entries.has(name) ? [name] : []);
  /** Of a list each by itself: one that cannot be read is noted and left out. */
  const listed = <Schema extends z.ZodType>(
    name: string,
    items: readonly unknown[],
    schema: Schema,
    within = '',
  ): z.infer<Schema>[] =>
    [...items, ...entries.addedTo(name, within)].flatMap((item, index) => {
      try {
        return [matching(schema, item)];
      } catch (error) {
        if (!(error instanceof Rejection)) throw error;
        rejected.push({ file: name, reason: `${calledIn(item) || `No. ${index + 1}. `}${error.message}` });
        unread.note(name, within, item, error.message);
        return [];
      }
    });
  const list = async <Schema extends z.ZodType>(
    of: Exclude<keyof typeof mostInLists, 'pieceShelf'>,
    schema: Schema,
  ): Promise<z.infer<Schema>[]> => {
    const [items = []] = await each(named(entryNames[of]), async (name) =>
      matching(z.array(z.unknown()).max(mostInLists[of]), await entries.json(name)),
    );
    return listed(entryNames[of], items, schema);
  };
  const houseStyles = await list('houseStyles', archivedStyleSchema);
  const [shelf = { templates: [], stockSizes: [], sheetStocks: [] }] = await each(
    named(entryNames.pieceShelf),
    async (name) => matching(archivedShelfSchema, await entries.json(name)),
  );
  const pieceShelf = {
    templates: listed(entryNames.pieceShelf, shelf.templates, archivedTemplateSchema, 'templates'),
    stockSizes: listed(entryNames.pieceShelf, shelf.stockSizes, archivedStockSizeSchema),
    sheetStocks: listed(entryNames.pieceShelf, shelf.sheetStocks, archivedSheetStockSchema, 'sheetStocks'),
  };
  const profiles = await list('profiles', archivedProfileSchema);
  await each(entries.like(entryPatterns.file), async (name) => receiver.file(await readFile(entries, name)));
  await each(entries.like(entryPatterns.job), async (name) => receiver.job(await readJob(entries, name)));
  const namePatterns = await list('namePatterns', archivedPatternSchema);
  const coupons = await list('coupons', archivedCouponSchema);
  const sheets = await list('sheets', archivedSheetSchema);
  const series = await each(entries.like(entryPatterns.series), async (name) =>
    matching(archivedSeriesSchema, await entries.json(name)),
  );
  await each(entries.like(entryPatterns.run), async (name) =>
    receiver.run(matching(archivedRunSchema, await entries.json(name))),
  );
  const links = await each(entries.like(entryPatterns.link), async (name) =>
    matching(archivedLinkSchema, await entries.json(name)),
  );
  const [linkSettings = null] = await each(entries.like(entryPatterns.linkSettings), async (name) =>
    matching(linkSettingsSchema, await entries.json(name)),
  );
  return {
    houseStyles,
    pieceShelf,
    profiles,
    namePatterns,
    coupons,
    sheets,
    series,
    links,
    linkSettings,
    unread: unread.all,
    apart: entries.like(entryPatterns.unread).map((name) => entryPatterns.unread.exec(name)![1]!),
    rejected,
  };
}

async function checkHead(entries: Entries): Promise<void> {
  const known = z
    .object({ format: z.literal(archiveHead.format), formatVersion: z.number() })
    .safeParse(entries.has(entryNames.head) ? await entries.json(entryNames.head).catch(() => null) : null);
  if (!known.success) throw new Refusal(`The archive has no ${entryNames.head} that says what it is.`);
  if (known.data.formatVersion > archiveHead.formatVersion)
    throw new Refusal(
      `The archive is of version ${known.data.formatVersion}; this program reads up to ${archiveHead.formatVersion}.`,
    );
}

async function readFile(entries: Entries, name: string): Promise<ArchivedFile> {
  const hash = entryPatterns.file.exec(name)![1]!;
  const bytes = await entries.bytes(name);
  if (sha256(bytes) !== hash) throw new Rejection('Its bytes are not those that its name tells (SHA-256).');
  const file = checkedFile(bytes);
  if ('problem' in file) throw new Rejection(file.problem);
  if (file.hash !== hash)
    throw new Rejection(`It holds what is not kept in drawings: ${file.removed.join(', ')}.`);
  return { hash, mediaType: file.mediaType, bytes: file.bytes };
}

async function readJob(entries: Entries, name: string): Promise<ReadJob> {
  const { revisions, ...job } = matching(archivedJobSchema, await entries.json(name));
  if (job.id !== entryPatterns.job.exec(name)![1])
    throw new Rejection('The file is named after another job.');
  const read: ReadJob['revisions'][number][] = [];
  const files = new Set<string>();
  let newest: Job | undefined;
  for (const { document, ...revision } of revisions) {
    if (revision.number <= (read.at(-1)?.number ?? 0))
      throw new Rejection(`Revision ${revision.number} is out of order.`);
    const raw = document ?? (await entries.json(entryNames.document(job.id, revision.number)));
    const parsed = parseJob(raw);
    if ('problems' in parsed)
      throw new Unreadable(
        `${calledIn(raw)}Revision ${revision.number}: ${parsed.problems.slice(0, 3).join(' ')}`,
      );
    newest = parsed.job;
    for (const hash of filesOfJob(newest)) files.add(hash);
    read.push({ ...revision, text: JSON.stringify(newest) });
  }
  return { ...job, revisions: read, newest: newest!, files: [...files] };
}

function matching<Schema extends z.ZodType>(schema: Schema, value: unknown): z.infer<Schema> {
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Unreadable(problemsOf(parsed.error).slice(0, 3).join(' '));
  return parsed.data;
}

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
