/** What page and server say to each other about series. */
import { z } from '../core/schema';
import { seriesDocumentSchema } from '../core/series';
import { jobIdSchema } from './shelf';

/** Null where a job has none. */
export const keptSeriesSchema = z.strictObject({ series: seriesDocumentSchema.nullable() });

/** In archives. */
export const jobSeriesSchema = z.strictObject({ jobId: jobIdSchema, series: seriesDocumentSchema });
export type JobSeries = z.infer<typeof jobSeriesSchema>;
