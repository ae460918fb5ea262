/**
 * What the shelf and the server say to each other. It stands apart from the job document, so that the shelf opens
 * without loading all that a document can hold.
 */
import { z } from '../core/schema';
import { proofReportSchema } from '../core/proof';

export const jobIdSchema = z.uuid();

export const places = ['shelf', 'archive', 'bin'] as const;
export type Place = (typeof places)[number];

/** What the shelf shows of a job, without its document. */
export const jobSummarySchema = z.strictObject({
  id: jobIdSchema,
  revision: z.int().min(1),
  savedAt: z.iso.datetime(),
  place: z.enum(places),
  name: z.string(),
  collection: z.string(),
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

export const jobStates = ['new', 'unmeasured', 'blocked', 'ready', 'proved', 'stale', 'made'] as const;
export type JobState = (typeof jobStates)[number];

/** The furthest that the newest revision has come; a stop counts before a proof. A job is new until it has a message. */
export function stateOf({
  message,
  severity,
  proof,
  made,
  revision,
}: Pick<JobSummary, 'message' | 'severity' | 'proof' | 'made' | 'revision'>): JobState {
  if (made?.revision === revision) return 'made';
  if (message === '') return 'new';
  if (severity === 'stop') return 'blocked';
  if (proof !== null) return proof.revision === revision ? 'proved' : 'stale';
  return severity === 'unknown' ? 'unmeasured' : 'ready';
}

export const shelfOrders = ['saved', 'name', 'collection', 'material', 'size'] as const;
export type ShelfOrder = (typeof shelfOrders)[number];

/** Which jobs: all, where nothing is said. */
export const shelfChoiceSchema = z.strictObject({
  place: z.enum(places).optional(),
  /** Empty for jobs without one. */
  collection: z.string().max(120).optional(),
  state: z.enum(jobStates).optional(),
  profile: z.string().max(200).optional(),
  /** All have to occur in name, message, material, collection, note or the note of what was made; neither case nor accents matter. */
  words: z.string().max(500).optional(),
  order: z.enum(shelfOrders).optional(),
});
export type ShelfChoice = z.infer<typeof shelfChoiceSchema>;

/** A page of them: so many at most, after those that come before. */
export const mostOnPage = 100;
export const shelfQuerySchema = shelfChoiceSchema.extend({
  from: z.coerce.number().int().min(0).max(10_000_000).optional(),
  count: z.coerce.number().int().min(0).max(mostOnPage).optional(),
});

export const shelfPageSchema = z.strictObject({
  /** Pages that say the same stand beside each other; otherwise something changed between them. */
  changes: z.string(),
  jobs: z.array(jobSummarySchema),
  /** How many jobs are chosen, on all pages. */
  total: z.int(),
  counts: z.record(z.enum(places), z.int()),
  /** Of the place that was asked for, by name; jobs without one come last. */
  collections: z.array(z.strictObject({ name: z.string(), count: z.int() })),
});
export type ShelfPage = z.infer<typeof shelfPageSchema>;

export const shelfIdsSchema = z.strictObject({ ids: z.array(jobIdSchema) });
export const profileUsesSchema = z.strictObject({
  profiles: z.array(z.strictObject({ profile: z.string(), jobs: z.int() })),
});

/** Asks for the newest documents of several jobs at once. */
export const askDocumentsSchema = z.strictObject({ ids: z.array(jobIdSchema).min(1).max(100) });

/** Asks which jobs have the same payload in their newest revision. */
export const findTwinsSchema = z.strictObject({ payload: z.string().min(1).max(20_000) });
export const twinsSchema = z.strictObject({
  jobs: z.array(z.strictObject({ id: jobIdSchema, name: z.string() })),
});

/** At most so many jobs are moved or filed at once. */
export const mostAtOnce = 20_000;

/** Moves jobs to a place, all or none. */
export const moveJobsSchema = z.strictObject({
  ids: z.array(jobIdSchema).min(1).max(mostAtOnce),
  place: z.enum(places),
});
/** Where they were. */
export const movedJobsSchema = z.strictObject({
  before: z.array(z.strictObject({ place: z.enum(places), ids: z.array(jobIdSchema) })),
});

/** Files jobs in a collection, each as a new revision, all or none. */
export const fileJobsSchema = z.strictObject({
  ids: z.array(jobIdSchema).min(1).max(mostAtOnce),
  collection: z.string().trim().max(120),
});
/** Where they were filed. */
export const filedJobsSchema = z.strictObject({
  before: z.array(z.strictObject({ collection: z.string(), ids: z.array(jobIdSchema) })),
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
