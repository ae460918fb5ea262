/**
 * All jobs in one archive, open and documented: a ZIP file with `binarus-archive.json`, which says what it is,
 * `jobs/<id>.json` for every job with all its revisions, proofs and marks of what was made, `files/<hash>.svg` or `.png`
 * for logos and pictures, `house-styles.json` and `piece-shelf.json` with templates and stock sizes. docs/archive.md describes it.
 */
import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo } from 'fflate';
import { z } from '../core/schema';
import { cleanUpload } from '../core/logo';
import { saveHouseStyleSchema, type HouseStyle } from './looks';
import { saveStockSizeSchema, saveTemplateSchema } from './pieceShelf';
import { jobIdSchema, places } from './shelf';
import { parseJob, problemsOf, type Job } from '../core/job';
import { proofReportSchema } from '../core/proof';

const archiveHead = { format: 'binarus-archive', formatVersion: 4 } as const;
const headName = 'binarus-archive.json';
const stylesName = 'house-styles.json';
const shelfName = 'piece-shelf.json';
const fileName = /^files\/([0-9a-f]{64})\.(svg|png)$/;
const jobName = /^jobs\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\.json$/;

/** Limits that no honest archive reaches. */
export const archiveLimits = {
  archiveBytes: 64e6,
  fileBytes: 20e6,
  unpackedBytes: 400e6,
  files: 20_001,
} as const;

const archivedRevisionSchema = z.strictObject({
  number: z.int().min(1),
  savedAt: z.iso.datetime(),
  document: z.unknown(),
  proof: z.strictObject({ report: proofReportSchema, at: z.iso.datetime() }).nullable(),
  made: z.strictObject({ on: z.iso.date(), note: z.string().max(500) }).nullable(),
});

const archivedJobSchema = z.strictObject({
  id: jobIdSchema,
  place: z.enum(places),
  revisions: z.array(archivedRevisionSchema).min(1).max(100_000),
});

/** A job as it is written: documents that cannot be read go along as they are. */
export type ArchivedRevision = Omit<z.infer<typeof archivedRevisionSchema>, 'document'> & {
  readonly document: unknown;
};
export type ArchivedJob = Omit<z.infer<typeof archivedJobSchema>, 'revisions'> & {
  /** In the order of their numbers, which may have gaps. */
  readonly revisions: readonly ArchivedRevision[];
};

/** A job as it was read: every document is one of today. */
export type ReadJob = Omit<ArchivedJob, 'revisions'> & {
  readonly revisions: readonly (Omit<ArchivedRevision, 'document'> & { readonly document: Job })[];
};

export interface ArchivedFile {
  readonly hash: string;
  readonly mediaType: 'image/svg+xml' | 'image/png';
  readonly bytes: Uint8Array;
}

export type ArchivedStyle = Pick<HouseStyle, 'name' | 'look'>;

const archivedShelfSchema = z.strictObject({
  templates: z.array(saveTemplateSchema).max(1000),
  stockSizes: z.array(saveStockSizeSchema).max(1000),
});
export type ArchivedShelf = z.infer<typeof archivedShelfSchema>;

export interface ArchiveContent {
  readonly jobs: readonly ArchivedJob[];
  readonly files: readonly ArchivedFile[];
  readonly houseStyles: readonly ArchivedStyle[];
  /** The owner's own templates and stock sizes, by name. */
  readonly pieceShelf: ArchivedShelf;
}

/** Bytes of the archive. The same content gives the same bytes. */
export function writeArchive({ jobs, files: kept, houseStyles, pieceShelf }: ArchiveContent): Uint8Array {
  const files: Record<string, Uint8Array> = { [headName]: json(archiveHead) };
  for (const job of jobs) files[`jobs/${job.id}.json`] = json(job);
  for (const { hash, mediaType, bytes } of kept)
    files[`files/${hash}.${mediaType === 'image/png' ? 'png' : 'svg'}`] = bytes;
  if (houseStyles.length > 0) files[stylesName] = json(houseStyles.map(({ name, look }) => ({ name, look })));
  const { templates, stockSizes } = pieceShelf;
  if (templates.length + stockSizes.length > 0)
    files[shelfName] = json({
      templates: templates.map(({ name, document }) => ({ name, document })),
      stockSizes: stockSizes.map(({ name, widthMm, heightMm, cornerMm }) => ({
        name,
        widthMm,
        heightMm,
        cornerMm,
      })),
    });
  return zipSync(files, { level: 6, mtime: '1980-01-01T00:00:00' });
}

const json = (value: unknown): Uint8Array => strToU8(JSON.stringify(value));

/** The jobs of an archive, or one sentence on why it is refused as a whole. Jobs that cannot be read are rejected one by one. */
export type ReadArchive =
  | (Omit<ArchiveContent, 'jobs'> & {
      readonly jobs: readonly ReadJob[];
      readonly rejected: readonly { readonly file: string; readonly reason: string }[];
    })
  | { readonly problem: string };

export function readArchive(bytes: Uint8Array): ReadArchive {
  if (bytes.length > archiveLimits.archiveBytes)
    return {
      problem: `The archive has ${inMb(bytes.length)}; at most ${inMb(archiveLimits.archiveBytes)} are read.`,
    };
  const refused = new Refusals();
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, { filter: (file) => refused.allows(file) });
  } catch {
    return { problem: refused.reason ?? 'The file is damaged, or it is not a ZIP archive.' };
  }
  if (refused.reason !== null) return { problem: refused.reason };
  const head = archiveHeadOf(files[headName]);
  if (head !== null) return { problem: head };
  const jobs: ReadJob[] = [];
  const kept: ArchivedFile[] = [];
  let houseStyles: readonly ArchivedStyle[] = [];
  let pieceShelf: ArchivedShelf = { templates: [], stockSizes: [] };
  const rejected: { file: string; reason: string }[] = [];
  for (const [file, content] of Object.entries(files)) {
    if (file === headName) continue;
    if (file === stylesName) {
      const styles = z.array(saveHouseStyleSchema).max(1000).safeParse(parsed(content));
      if (styles.success) houseStyles = styles.data;
      else rejected.push({ file, reason: problemsOf(styles.error).slice(0, 3).join(' ') });
      continue;
    }
    if (file === shelfName) {
      const shelf = archivedShelfSchema.safeParse(parsed(content));
      if (shelf.success) pieceShelf = shelf.data;
      else rejected.push({ file, reason: problemsOf(shelf.error).slice(0, 3).join(' ') });
      continue;
    }
    const hash = fileName.exec(file)?.[1];
    if (hash !== undefined) {
      const clean = cleanUpload(content);
      if ('problem' in clean) rejected.push({ file, reason: clean.problem });
      else kept.push({ hash, mediaType: clean.mediaType, bytes: content });
      continue;
    }
    const read = readJobFile(file, content);
    if (typeof read === 'string') rejected.push({ file, reason: read });
    else jobs.push(read);
  }
  return { jobs, files: kept, houseStyles, pieceShelf, rejected };
}

/** Looks at each entry before it is unpacked. */
class Refusals {
  reason: string | null = null;
  private unpacked = 0;
  private count = 0;

  allows({ name, originalSize }: UnzipFileInfo): boolean {
    this.unpacked += originalSize;
    this.count++;
    if (
      name !== headName &&
      name !== stylesName &&
      name !== shelfName &&
      !jobName.test(name) &&
      !fileName.test(name)
    )
      this.reason ??= `“${name}” does not belong into an archive of jobs.`;
    else if (originalSize > archiveLimits.fileBytes || this.unpacked > archiveLimits.unpackedBytes)
      this.reason ??= `“${name}” unpacks to more than is read (${inMb(archiveLimits.fileBytes)} a file, ${inMb(archiveLimits.unpackedBytes)} in all).`;
    else if (this.count > archiveLimits.files)
      this.reason ??= `There are more than ${archiveLimits.files} files in it.`;
    return this.reason === null;
  }
}

const inMb = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

function archiveHeadOf(content: Uint8Array | undefined): string | null {
  const head = content === undefined ? null : parsed(content);
  const known = z
    .object({ format: z.literal(archiveHead.format), formatVersion: z.number() })
    .safeParse(head);
  if (!known.success) return `The archive has no ${headName} that says what it is.`;
  return known.data.formatVersion > archiveHead.formatVersion
    ? `The archive is of version ${known.data.formatVersion}; this program reads up to ${archiveHead.formatVersion}.`
    : null;
}

function parsed(content: Uint8Array): unknown {
  try {
    return JSON.parse(strFromU8(content)) as unknown;
  } catch {
    return null;
  }
}

function readJobFile(file: string, content: Uint8Array): ReadJob | string {
  const read = archivedJobSchema.safeParse(parsed(content));
  if (!read.success) return problemsOf(read.error).slice(0, 3).join(' ');
  if (read.data.id !== jobName.exec(file)![1]) return 'The file is named after another job.';
  const revisions: ReadJob['revisions'][number][] = [];
  for (const revision of read.data.revisions) {
    if (revision.number <= (revisions.at(-1)?.number ?? 0))
      return `Revision ${revision.number} is out of order.`;
    const document = parseJob(revision.document);
    if ('problems' in document)
      return `Revision ${revision.number}: ${document.problems.slice(0, 3).join(' ')}`;
    revisions.push({ ...revision, document: document.job });
  }
  return { ...read.data, revisions };
}

/** What importing a job would do. Nothing that is here is ever changed. */
export type ImportAction = 'add' | 'same' | 'copy';

/** `same` when it is here already, revision for revision; `copy` when another job is here under its id. */
export function importAction(job: ReadJob, here: ArchivedJob | undefined): ImportAction {
  if (here === undefined) return 'add';
  const content = ({ revisions }: ArchivedJob): string =>
    JSON.stringify(revisions.map(({ document }) => document));
  return content(job) === content(here) ? 'same' : 'copy';
}
