/** Checks of finished pieces: what was found in a photograph, as it is kept with a revision of a job. */
import { helps } from '../core/photo';
import { z } from '../core/schema';
import { levels } from '../core/symbol';
import { jobIdSchema } from './shelf';

/** A small picture, JPEG as base64. */
const thumbnailSchema = z.base64().max(160_000);

export const checkResultSchema = z.strictObject({
  /** `good`: it reads without help by all; `caution`: by some, or with little left; `stop`: it does not, or says something else. */
  verdict: z.enum(['good', 'caution', 'stop']),
  message: z.enum(['same', 'other', 'none']),
  isSameSymbol: z.boolean(),
  help: z.enum(helps),
  readers: z
    .array(z.strictObject({ name: z.string().max(60), votes: z.boolean(), read: z.boolean() }))
    .max(12),
  version: z.int().min(1).max(40),
  level: z.enum(levels),
  mask: z.int().min(0).max(7),
  pixelsPerModule: z.number().min(0),
  /** Null where the grid could not be laid, or nothing could be compared. */
  compared: z
    .strictObject({
      /** Numbers of the modules that differ, counted row by row. */
      wrong: z
        .array(
          z
            .int()
            .min(0)
            .max(177 * 177 - 1),
        )
        .max(177 * 177),
      worst: z.int().min(0),
      correctable: z.int().min(0),
      contrast: z.number().min(0).max(1),
      growthModules: z.number(),
    })
    .nullable(),
});
export type CheckResult = z.infer<typeof checkResultSchema>;

const checkFields = {
  note: z.string().trim().max(500),
  fileName: z.string().trim().max(200),
  result: checkResultSchema,
  thumbnail: thumbnailSchema,
};

export const saveCheckSchema = z.strictObject({ revision: z.int().min(1).max(999_999_999), ...checkFields });
export type SaveCheck = z.infer<typeof saveCheckSchema>;

export const checkIdSchema = jobIdSchema;

/** A check as it is kept. */
export const keptCheckSchema = z.strictObject({
  id: checkIdSchema,
  revision: z.int().min(1),
  at: z.iso.datetime(),
  /** What the proof had said of the revision; null where it had not been proved. */
  predicted: z.enum(['good', 'caution', 'stop']).nullable(),
  ...checkFields,
});
export type KeptCheck = z.infer<typeof keptCheckSchema>;

/** How often proofs of a profile said of a piece what its photograph said afterwards. */
const learnedSchema = z.strictObject({ asPredicted: z.int().min(0), of: z.int().min(0) });

export const checkListSchema = z.strictObject({
  checks: z.array(keptCheckSchema),
  /** Over all jobs of the same material and machine. */
  learned: learnedSchema,
});
export type CheckList = z.infer<typeof checkListSchema>;
