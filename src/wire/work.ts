/** Long work of the server that somebody waits for: how far it is, and a way to stop it. */
import { z } from '../core/schema';

/** Made by whoever asks for the work, so that they can ask how far it is before it has answered. */
export const workIdSchema = z.uuid();

export const workStateSchema = z.strictObject({
  /** What of it is done, such as files of an archive or lines of a log. */
  done: z.int().min(0),
  /** Of how many; null where nobody can tell. */
  of: z.int().min(0).nullable(),
});
export type WorkState = Readonly<z.infer<typeof workStateSchema>>;

/** Of requests that are long work. */
export const askWorkSchema = z.object({ work: workIdSchema.optional() });
