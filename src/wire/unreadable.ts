/** What page and server say to each other about documents that cannot be read. They are left as they are. */
import { z } from '../core/schema';

export const unreadableDocumentSchema = z.strictObject({
  /** A kind (`documentKinds`). */
  kind: z.string(),
  id: z.string(),
  /** By which its owner knows it; empty where it has none. */
  name: z.string(),
  problem: z.string(),
  /** As it is kept. */
  text: z.string(),
});
export type UnreadableDocument = Readonly<z.infer<typeof unreadableDocumentSchema>>;
export const unreadableListSchema = z.strictObject({ documents: z.array(unreadableDocumentSchema) });
