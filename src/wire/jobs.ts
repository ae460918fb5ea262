/** What the page and the server say to each other; both sides check with these schemas. */
import { z } from '../core/schema';
import { anyJobSchema, jobSchema } from '../core/job';
import { proofReportSchema } from '../core/proof';
import { jobIdSchema } from './shelf';

export const revisionNumberSchema = z.coerce.number().int().min(1);

export const proofRecordSchema = z.strictObject({
  revision: z.int().min(1),
  report: proofReportSchema,
  at: z.iso.datetime(),
});
export type ProofRecord = z.infer<typeof proofRecordSchema>;

/** A job as it stands: its newest revision and its newest proof, which may be of an older one. */
export const savedJobSchema = z.strictObject({
  id: jobIdSchema,
  revision: z.int().min(1),
  savedAt: z.iso.datetime(),
  document: jobSchema,
  proof: proofRecordSchema.nullable(),
  /** That which the revision was sent under, where whoever sent it gave one. */
  saveId: z.uuid().optional(),
});
export type SavedJob = z.infer<typeof savedJobSchema>;

/** Requests may carry documents of older formats; answers never do. Sent twice under one id it makes one job. */
export const createJobSchema = z.strictObject({ document: anyJobSchema, id: jobIdSchema.optional() });

/** With a job file: the id of the job that it becomes, so that it makes one job though it is sent twice. */
export const importJobSchema = z.strictObject({ id: jobIdSchema.optional() });

/**
 * A new revision names the one it was made from, so that two windows cannot overwrite each other silently. `saveId` is a new one for each
 * document that is sent: a save whose answer was lost can be sent again under it, and is known in a conflict.
 */
export const saveRevisionSchema = z.strictObject({
  baseRevision: z.int().min(1),
  document: anyJobSchema,
  saveId: z.uuid().optional(),
});

/** The newest revisions of a job with their documents; those that cannot be read are left out. */
export const revisionDocumentsSchema = z.strictObject({
  revisions: z.array(z.strictObject({ number: z.int().min(1), document: jobSchema })),
});
/** How many are sent at once. */
export const newestRevisions = 25;

export const revisionListSchema = z.strictObject({
  revisions: z.array(
    z.strictObject({
      number: z.int().min(1),
      savedAt: z.iso.datetime(),
      /** What its owner calls it; empty without a name. */
      name: z.string(),
      proof: proofReportSchema.shape.verdict.nullable(),
      made: z.strictObject({ on: z.iso.date(), note: z.string() }).nullable(),
    }),
  ),
});

/** A revision's name; empty takes it away. */
export const nameRevisionSchema = z.strictObject({ name: z.string().trim().max(80) });

export const saveProofSchema = z.strictObject({ report: proofReportSchema });
