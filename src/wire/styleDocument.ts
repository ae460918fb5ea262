/** A style with a name: kept, applied on purpose, and exchanged as one JSON document with the files it needs. */
import { z } from '../core/schema';
import { lookSchema } from '../core/job';
import { problemsOf } from '../core/document';
import { carriedFileSchema } from '../core/logo';

export const houseStyleNameSchema = z.string().trim().min(1, 'A house style needs a name.').max(60);

/** The document that is exported and imported. docs/house-style.md describes it. */
export const styleDocumentSchema = z.strictObject({
  format: z.literal('binarus-style'),
  formatVersion: z.literal(1),
  name: houseStyleNameSchema,
  ...lookSchema.shape,
  /** Files that the logo or the ground refer to. */
  files: z.array(carriedFileSchema).max(2),
});
export type StyleDocument = z.infer<typeof styleDocumentSchema>;

/** Reads a style document. Problems are sentences that name the field. */
export function parseStyleDocument(
  document: unknown,
): { readonly style: StyleDocument } | { readonly problems: readonly string[] } {
  const parsed = styleDocumentSchema.safeParse(document);
  return parsed.success ? { style: parsed.data } : { problems: problemsOf(parsed.error) };
}
