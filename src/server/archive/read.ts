/** Reads an archive: each entry is looked at, counted and checked before anything is believed. */
import { createHash } from 'node:crypto';
import { crc32 } from 'node:zlib';
import { open, type Entry, type ZipFile } from 'yauzl';
import { z } from '../../core/schema';
import { filesOfJob, parseJob, type Job } from '../../core/job';
import { problemsOf } from '../../core/document';
import { cleanUpload } from '../../core/logo';
import type { DocumentKindId } from '../../wire';
import type { UnreadEntry } from '../unread';
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
  archiveLimits,
  entryNames,
  entryPatterns,
  inMb,
  unreadSchema,
  type ArchivedFile,
  type ReadArchive,
  type ReadJob,
  type ReadRest,
  type Taker,
} from './format';

/** Entries after which it is told how many were read. */
const entriesAtOnce = 50;

/** Why an archive is refused as a whole. */
class Refusal extends Error {}
/** Why one entry is left out. */
class Rejection extends Error {}
/** It is sound, but of a form that this program does not know. */
class Unreadable extends Rejection {}

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
  const [linkSettings = null] = await each(entries.like(/^link-settings\.json$/), async (name) =>
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
  const clean = cleanUpload(bytes);
  if ('problem' in clean) throw new Rejection(clean.problem);
  if (sha256(clean.bytes) !== hash)
    throw new Rejection(`It holds what is not kept in drawings: ${clean.removed.join(', ')}.`);
  return { hash, mediaType: clean.mediaType, bytes: clean.bytes };
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

/** The name of a job whose document cannot be read, so that its owner knows which. */
function calledIn(document: unknown): string {
  const named = z.object({ name: z.string().max(200) }).safeParse(document);
  return named.success ? `“${named.data.name}”. ` : '';
}

function matching<Schema extends z.ZodType>(schema: Schema, value: unknown): z.infer<Schema> {
  const parsed = schema.safeParse(value);
  if (!parsed.success) throw new Unreadable(problemsOf(parsed.error).slice(0, 3).join(' '));
  return parsed.data;
}

const kindOfEntry: readonly (readonly [RegExp, DocumentKindId])[] = [
  [entryPatterns.job, 'job'],
  [entryPatterns.series, 'series'],
  [entryPatterns.run, 'run'],
  [entryPatterns.link, 'link'],
  [/^link-settings\.json$/, 'linkSettings'],
];
const kindOfList: Readonly<Record<string, DocumentKindId>> = {
  [entryNames.houseStyles]: 'houseStyle',
  [`${entryNames.pieceShelf} templates`]: 'template',
  [`${entryNames.pieceShelf} sheetStocks`]: 'sheetStock',
  [entryNames.profiles]: 'profile',
  [entryNames.coupons]: 'coupon',
  [entryNames.sheets]: 'sheet',
};

/** What cannot be read, up to a limit, as it stands in the archive. */
class UnreadEntries {
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

/** The entries of a ZIP file, read when they are asked for. */
class Entries {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
    /** By the file and the list in which it stood. */
    private readonly unread = new Map<string, readonly unknown[]>(),
  ) {}

  /** Looks at all before one is unpacked. */
  static async of(path: string): Promise<Entries> {
    const zip = await new Promise<ZipFile>((resolve, reject) => {
      open(path, { lazyEntries: true, decodeStrings: false, autoClose: false }, (error, opened) => {
        if (error) reject(damaged());
        else resolve(opened);
      });
    });
    const entries = new Map<string, Entry>();
    let unpackedBytes = 0;
    await new Promise<void>((resolve, reject: (refusal: Refusal) => void) => {
      zip.on('error', () => {
        reject(damaged());
      });
      zip.on('end', resolve);
      zip.on('entry', (entry: Entry) => {
        // Names are bytes here, and only those of our own pattern are taken.
        const name = String(entry.fileName);
        unpackedBytes += entry.uncompressedSize;
        const reason = entries.has(name)
          ? `“${name}” is in it twice.`
          : reasonAgainst(name, entry.uncompressedSize, unpackedBytes, entries.size);
        if (reason !== null) {
          reject(new Refusal(reason));
          return;
        }
        entries.set(name, entry);
        zip.readEntry();
      });
      zip.readEntry();
    }).catch((refusal: Refusal) => {
      zip.close();
      throw refusal;
    });
    const read = new Entries(zip, entries);
    await read.readUnread();
    return read;
  }

  /** What an older program could not read stands apart: it is looked at in the place where it was. */
  private async readUnread(): Promise<void> {
    for (const name of this.like(entryPatterns.unread)) {
      const { data } = unreadSchema.safeParse(await this.json(name).catch(() => null));
      const isOurs = data !== undefined && isEntryOfOurs(data.entry);
      if (!isOurs) continue;
      const { entry, list, value } = data;
      const values = this.unread.get(`${entry} ${list}`) ?? [];
      this.unread.set(`${entry} ${list}`, [...values, value]);
    }
  }

  /** What belongs into a list and stands apart. */
  addedTo(entry: string, list: string): readonly unknown[] {
    return this.unread.get(`${entry} ${list}`) ?? [];
  }

  close(): void {
    this.zip.close();
  }

  get count(): number {
    return this.entries.size;
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  like(pattern: RegExp): string[] {
    const apart = [...this.unread.keys()].map((place) => place.trim());
    return [...new Set([...this.entries.keys(), ...apart])].filter((name) => pattern.test(name));
  }

  async json(name: string): Promise<unknown> {
    if (!this.entries.has(name)) {
      const [apart] = this.addedTo(name, '');
      if (apart !== undefined) return apart;
    }
    const text = (await this.bytes(name)).toString('utf8');
    try {
      return JSON.parse(text) as unknown;
    } catch {
      throw new Rejection(`${name} is not JSON.`);
    }
  }

  /** Never more bytes than the entry declared; refused when the checksum differs. */
  async bytes(name: string): Promise<Buffer> {
    const entry = this.entries.get(name);
    if (entry === undefined) throw new Rejection(`${name} is missing.`);
    let bytes: Buffer;
    try {
      bytes = await new Promise<Buffer>((resolve, reject) => {
        this.zip.openReadStream(entry, (error, stream) => {
          if (error) {
            reject(error);
            return;
          }
          // By its events: streams of stored entries never say that they are closed, for which a loop would wait.
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('error', reject);
          stream.on('end', () => {
            resolve(Buffer.concat(parts));
          });
        });
      });
    } catch {
      throw new Rejection(`${name} is damaged.`);
    }
    if (crc32(bytes) !== entry.crc32) throw new Rejection(`${name} is damaged: its CRC-32 differs.`);
    return bytes;
  }
}

const isEntryOfOurs = (name: string): boolean =>
  Object.values(entryNames).some((known) => known === name) ||
  Object.values(entryPatterns).some((pattern) => pattern.test(name));

const damaged = (): Refusal => new Refusal('The file is damaged, or it is not a ZIP archive.');

function reasonAgainst(name: string, bytes: number, unpackedBytes: number, count: number): string | null {
  if (!isEntryOfOurs(name)) return `“${name}” does not belong into an archive of jobs.`;
  const isLarge = entryPatterns.run.test(name) || entryPatterns.link.test(name);
  const most = isLarge ? archiveLimits.largeBytes : archiveLimits.fileBytes;
  if (bytes > most || unpackedBytes > archiveLimits.unpackedBytes)
    return `“${name}” unpacks to more than is read (${inMb(most)} a file, ${inMb(archiveLimits.unpackedBytes)} in all).`;
  return count >= archiveLimits.files ? `There are more than ${archiveLimits.files} files in it.` : null;
}

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
