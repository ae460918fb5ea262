/** The archive: a ZIP file with everything that is kept, open and documented in docs/archive.md. */
import { z } from '../../core/schema';
import type { Job } from '../../core/job';
import { proofReportSchema } from '../../core/proof';
import type { UnreadEntry } from '../documents';
import {
  type ArchivedLink,
  type ArchivedRun,
  jobIdSchema,
  type JobSeries,
  type JobSheet,
  type LinkSettings,
  keptCheckSchema,
  type KeptCoupon,
  type NamePattern,
  places,
  profileSchema,
  saveHouseStyleSchema,
  type saveSheetStockSchema,
  type saveStockSizeSchema,
  type saveTemplateSchema,
} from '../../wire';

export const archiveHead = { format: 'binarus-archive', formatVersion: 16 } as const;

export const entryNames = {
  head: 'binarus-archive.json',
  houseStyles: 'house-styles.json',
  pieceShelf: 'piece-shelf.json',
  profiles: 'profiles.json',
  namePatterns: 'name-patterns.json',
  coupons: 'coupons.json',
  sheets: 'sheets.json',
  linkSettings: 'link-settings.json',
  job: (id: string): string => `jobs/${id}.json`,
  document: (id: string, revision: number): string => `jobs/${id}/${revision}.json`,
  series: (jobId: string): string => `series/${jobId}.json`,
  run: (id: string): string => `runs/${id}.json`,
  link: (id: string): string => `links/${id}.json`,
  /** What no program until now could read, with where it stood; since version 16. */
  unread: (digest: string): string => `unread/${digest}.json`,
  file: (hash: string, mediaType: ArchivedFile['mediaType']): string =>
    `files/${hash}.${mediaType === 'image/png' ? 'png' : 'svg'}`,
} as const;

const uuid = '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}';
export const entryPatterns = {
  job: new RegExp(`^jobs/(${uuid})\\.json$`),
  document: new RegExp(`^jobs/${uuid}/[1-9][0-9]{0,8}\\.json$`),
  series: new RegExp(`^series/(${uuid})\\.json$`),
  run: new RegExp(`^runs/(${uuid})\\.json$`),
  link: new RegExp(`^links/(${uuid})\\.json$`),
  linkSettings: /^link-settings\.json$/,
  unread: /^unread\/([0-9a-f]{64})\.json$/,
  file: /^files\/([0-9a-f]{64})\.(?:svg|png)$/,
} as const;

/** Limits that no honest archive reaches. */
export const archiveLimits = {
  archiveBytes: 256e6,
  fileBytes: 20e6,
  /** Runs with the most pieces, links with the counts of years. */
  largeBytes: 80e6,
  unpackedBytes: 1e9,
  /** What cannot be read is kept up to so much. */
  unreadBytes: 50e6,
  files: 1_000_000,
} as const;

export const inMb = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

/** A revision as it is listed; up to version 4 its document stood in the list, too. */
export const archivedRevisionSchema = z.strictObject({
  number: z.int().min(1).max(999_999_999),
  savedAt: z.iso.datetime(),
  /** Since version 6. */
  name: z.string().max(80).default(''),
  document: z.unknown().optional(),
  proof: z.strictObject({ report: proofReportSchema, at: z.iso.datetime() }).nullable(),
  made: z.strictObject({ on: z.iso.date(), note: z.string().max(500) }).nullable(),
  /** Since version 10. */
  checks: z
    .array(keptCheckSchema.omit({ revision: true }))
    .max(1000)
    .default([]),
});

export const archivedJobSchema = z.strictObject({
  id: jobIdSchema,
  place: z.enum(places),
  /** In the order of their numbers, which may have gaps. */
  revisions: z.array(archivedRevisionSchema).min(1).max(100_000),
});
/** A job as it is written, its documents apart. */
export type ArchivedJob = z.infer<typeof archivedJobSchema>;

/** The most of each list. */
export const mostInLists = {
  houseStyles: 1000,
  pieceShelf: 1000,
  profiles: 1000,
  namePatterns: 10_000,
  coupons: 1000,
  sheets: 100_000,
} as const;

/** What stands in lists is read one by one: one that cannot be read takes nothing with it. */
export const archivedStyleSchema = saveHouseStyleSchema.extend({
  collections: z.array(z.string().max(200)).max(1000).default([]),
});
export type ArchivedStyle = z.infer<typeof archivedStyleSchema>;

/** The owner's own templates and stock sizes, by name. */
export interface ArchivedShelf {
  readonly templates: readonly z.infer<typeof saveTemplateSchema>[];
  readonly stockSizes: readonly z.infer<typeof saveStockSizeSchema>[];
  readonly sheetStocks: readonly z.infer<typeof saveSheetStockSchema>[];
}
export const archivedShelfSchema = z.strictObject({
  templates: z.array(z.unknown()).max(mostInLists.pieceShelf),
  stockSizes: z.array(z.unknown()).max(mostInLists.pieceShelf),
  /** Since version 12. */
  sheetStocks: z.array(z.unknown()).max(mostInLists.pieceShelf).default([]),
});

/** The owner's profiles with their ids, by which jobs name them. */
export const archivedProfileSchema = profileSchema.omit({ savedAt: true });
export type ArchivedProfile = z.infer<typeof archivedProfileSchema>;

export {
  /** A series, with the job that it makes pieces of; since version 12. */
  jobSeriesSchema as archivedSeriesSchema,
  /** What is laid on a sheet, by the job that it was begun from; since version 12. */
  jobSheetSchema as archivedSheetSchema,
  /** Test pieces; since version 11. */
  keptCouponSchema as archivedCouponSchema,
  /** Patterns for the names of files, by collection. */
  namePatternSchema as archivedPatternSchema,
  saveSheetStockSchema as archivedSheetStockSchema,
  saveStockSizeSchema as archivedStockSizeSchema,
  saveTemplateSchema as archivedTemplateSchema,
} from '../../wire';
/** Runs of series with the pieces that they made, and links, since version 13; their counts and settings since version 14. */
export { archivedLinkSchema, archivedRunSchema, linkSettingsSchema } from '../../wire';

export const unreadSchema = z.strictObject({
  entry: z.string().max(200),
  list: z.string().max(40),
  value: z.unknown(),
});

export interface ArchivedFile {
  readonly hash: string;
  readonly mediaType: 'image/svg+xml' | 'image/png';
  readonly bytes: Uint8Array;
}

/** A job as it was read: every document is one of today. */
export interface ReadJob extends Omit<ArchivedJob, 'revisions'> {
  /** `text` is the document as JSON. */
  readonly revisions: readonly (Omit<ArchivedJob['revisions'][number], 'document'> & {
    readonly text: string;
  })[];
  /** The document of the last revision. */
  readonly newest: Job;
  /** Hashes of the files that any revision needs. */
  readonly files: readonly string[];
}

/** What an archive holds beside its jobs, files and runs, once those have been taken. */
export interface ReadRest {
  readonly houseStyles: readonly ArchivedStyle[];
  readonly pieceShelf: ArchivedShelf;
  readonly profiles: readonly ArchivedProfile[];
  readonly namePatterns: readonly NamePattern[];
  readonly coupons: readonly KeptCoupon[];
  readonly sheets: readonly JobSheet[];
  readonly series: readonly JobSeries[];
  readonly links: readonly ArchivedLink[];
  /** Null where the archive has none. */
  readonly linkSettings: LinkSettings | null;
  /** Those that are left out because this program cannot read them; they are kept as text. */
  readonly unread: readonly UnreadEntry[];
  /** Names of those that stood apart in the archive because an older program could not read them. */
  readonly apart: readonly string[];
  /** What was left out, and why. */
  readonly rejected: readonly { readonly file: string; readonly reason: string }[];
}

/** Takes jobs, files and runs one by one as they are read, so that none but the one at hand is in memory. */
export interface Taker {
  readonly file: (file: ArchivedFile) => void;
  readonly job: (job: ReadJob) => void;
  readonly run: (run: ArchivedRun) => void;
  /** Hears how many entries of how many have been read; reading goes on when what comes back is settled. */
  readonly progress?: (done: number, of: number) => Promise<void>;
}

/** The rest of an archive, or one sentence on why it is refused as a whole. */
export type ReadArchive = ReadRest | { readonly problem: string };
