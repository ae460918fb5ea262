/** What the server tells a client instead of an answer. */
import type { IncomingHttpHeaders } from 'node:http';
import type { z } from '../../core/schema';
import type { SavedJob } from '../../wire';
import { problemsOf } from '../../core/document';

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

/**
 * What a change is made on top of (`If-Match`, RFC 9110, 13.1.1): the tag of what is to be replaced, without its quotes; `*` for whatever is
 * there; undefined is never taken for it: without the header nothing is changed (RFC 6585, 3).
 */
export function basedOn(headers: IncomingHttpHeaders): string {
  const given = headers['if-match'];
  if (given === undefined)
    throw new Problem(
      428,
      'Say what this replaces: send If-Match with the ETag that GET answered, or with * to replace whatever is there.',
    );
  return given.replace(/^"|"$/g, '');
}

/** The value as the schema gives it; a problem that names the fields otherwise. */
export function checked<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new Problem(400, problemsOf(parsed.error).join(' '));
}
