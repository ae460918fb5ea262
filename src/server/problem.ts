/** What the server tells a client instead of an answer. */
import type { z } from '../core/schema';
import type { SavedJob } from '../wire';
import { problemsOf } from '../core/document';

/** Told to the client with a status. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly current?: SavedJob,
  ) {
    super(message);
  }
}

/** The value as the schema gives it; a problem that names the fields otherwise. */
export function checked<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new Problem(400, problemsOf(parsed.error).join(' '));
}
