/** What files are called: a pattern for each collection that has one of its own. */
import { z } from '../core/schema';

export const namePatternSchema = z.strictObject({
  /** Empty for jobs without a collection. */
  collection: z.string().trim().max(120),
  pattern: z.string().trim().min(1, 'A pattern for names must not be empty.').max(120),
});
export type NamePattern = z.infer<typeof namePatternSchema>;

export const namePatternListSchema = z.strictObject({ patterns: z.array(namePatternSchema) });
