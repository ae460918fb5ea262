/** What page and server say to each other about files, house styles and many jobs at once. */
import { z } from '../core/schema';
import { anyJobSchema, jobSchema, lookSchema } from '../core/job';
import { fileHashSchema, fileMediaTypes } from '../core/logo';
import { houseStyleNameSchema } from './styleDocument';
import { jobIdSchema } from './shelf';

export const savedFileSchema = z.strictObject({
  hash: fileHashSchema,
  mediaType: z.enum(fileMediaTypes),
  /** What was taken out of the file, in words. */
  removed: z.array(z.string()),
});
export type SavedFile = z.infer<typeof savedFileSchema>;

export const houseStyleIdSchema = z.uuid();

export const houseStyleSchema = z.strictObject({
  id: houseStyleIdSchema,
  name: houseStyleNameSchema,
  look: lookSchema,
  savedAt: z.iso.datetime(),
  /** Collections whose new jobs begin with it. */
  collections: z.array(z.string()),
});
export type HouseStyle = z.infer<typeof houseStyleSchema>;

export const houseStyleListSchema = z.strictObject({ houseStyles: z.array(houseStyleSchema) });
export const saveHouseStyleSchema = z.strictObject({ name: houseStyleNameSchema, look: lookSchema });

/** Null takes the collection's house style away. */
export const collectionStyleSchema = z.strictObject({
  collection: z.string().trim().min(1).max(120),
  houseStyleId: houseStyleIdSchema.nullable(),
});

/** The newest documents of jobs; those that are gone or cannot be read are left out. */
export const documentsSchema = z.strictObject({
  jobs: z.array(z.strictObject({ id: jobIdSchema, revision: z.int().min(1), document: jobSchema })),
});

/** New revisions of many jobs, all or none; each names the revision it was made from. */
export const reviseJobsSchema = z.strictObject({
  jobs: z
    .array(z.strictObject({ id: jobIdSchema, baseRevision: z.int().min(1), document: anyJobSchema }))
    .min(1)
    .max(1000),
});
