/**
 * What the shelf and the server say to each other. It stands apart from the job document, so that the shelf opens
 * without loading all that a document can hold.
 */
import { z } from '../core/schema';
import { proofReportSchema } from '../core/proof';

export const jobIdSchema = z.uuid();

export const places = ['shelf', 'archive', 'bin'] as const;
export type Place = (typeof places)[number];

/** What the shelf shows and searches of a job, without its document. */
export const jobSummarySchema = z.strictObject({
  id: jobIdSchema,
  revision: z.int().min(1),
  savedAt: z.iso.datetime(),
  place: z.enum(places),
  name: z.string(),
  collection: z.string(),
  note: z.string(),
  kind: z.string(),
  /** The beginning of the payload, or what a phone does with it. */
  message: z.string(),
  material: z.string(),
  /** The profile it was made with; empty where the document cannot be read. */
  profile: z.string(),
  widthMm: z.number(),
  heightMm: z.number(),
  /** Of the limits; a stop that was let pass counts as a caution. Unknown until they have been measured. */
  severity: z.enum(['fine', 'caution', 'stop', 'unknown']),
  /** Its newest document cannot be read by this program; its raw text is kept. */
  isUnreadable: z.boolean(),
  proof: z.strictObject({ revision: z.int(), verdict: proofReportSchema.shape.verdict }).nullable(),
  made: z.strictObject({ revision: z.int(), on: z.iso.date(), note: z.string() }).nullable(),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const shelfSchema = z.strictObject({ jobs: z.array(jobSummarySchema) });

/** Asks for the newest documents of several jobs at once. */
export const askDocumentsSchema = z.strictObject({ ids: z.array(jobIdSchema).min(1).max(100) });

/** Asks which jobs have the same payload in their newest revision. */
export const findTwinsSchema = z.strictObject({ payload: z.string().min(1).max(20_000) });
export const twinsSchema = z.strictObject({
  jobs: z.array(z.strictObject({ id: jobIdSchema, name: z.string() })),
});

/** Moves jobs to a place, all or none. */
export const moveJobsSchema = z.strictObject({
  ids: z.array(jobIdSchema).min(1).max(10_000),
  place: z.enum(places),
});

/** Files jobs in a collection, each as a new revision, all or none. */
export const fileJobsSchema = z.strictObject({
  ids: z.array(jobIdSchema).min(1).max(10_000),
  collection: z.string().trim().max(120),
});

/** Marks a revision as made, or takes the mark back with null. */
export const markMadeSchema = z.strictObject({
  made: z.strictObject({ on: z.iso.date(), note: z.string().trim().max(500) }).nullable(),
});

/** What importing an archive would do, or did. */
export const importReportSchema = z.strictObject({
  add: z.array(z.string()),
  copy: z.array(z.string()),
  same: z.array(z.string()),
  rejected: z.array(z.strictObject({ file: z.string(), reason: z.string() })),
});
export type ImportReport = z.infer<typeof importReportSchema>;
