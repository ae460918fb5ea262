/** Drawings and pictures that a document brings along, so that it can be opened elsewhere. */
import { z } from '../schema';
import { fileHashSchema } from './settings';

export const fileMediaTypes = ['image/svg+xml', 'image/png'] as const;

/** As JSON: what the document calls it by, and its bytes. What was read from elsewhere passes the checks of an upload. */
export const carriedFileSchema = z.strictObject({
  /** SHA-256 of its bytes, in hexadecimal digits. */
  hash: fileHashSchema,
  mediaType: z.enum(fileMediaTypes),
  base64: z.base64().max(6_000_000),
});
export type CarriedFile = z.infer<typeof carriedFileSchema>;
