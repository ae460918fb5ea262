/** What page and server say to each other about sheets. */
import { z } from '../core/schema';
import { sheetDocumentSchema } from '../core/sheet';
import { jobIdSchema } from './shelf';

/** Null where none was begun from the job. */
export const keptSheetSchema = z.strictObject({ sheet: sheetDocumentSchema.nullable() });
export type KeptSheet = z.infer<typeof keptSheetSchema>;

/** In archives. */
export const jobSheetSchema = z.strictObject({ jobId: jobIdSchema, sheet: sheetDocumentSchema });
export type JobSheet = z.infer<typeof jobSheetSchema>;
