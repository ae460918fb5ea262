/** What is told of one request. */
import { z } from '../../../core/schema';

/** What comes back when all is well: JSON by a schema, bytes of a kind, or nothing. */
export interface Answer {
  readonly status: number;
  readonly json?: z.ZodType;
  readonly mediaType?: string;
}

export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** As OpenAPI writes it: parts in braces. */
  readonly path: string;
  readonly about: string;
  readonly params?: Readonly<Record<string, z.ZodType>>;
  readonly query?: z.ZodObject;
  /** It changes what has this tag, and nothing without one: a value that works. */
  readonly ifMatch?: string;
  readonly body?: z.ZodType;
  /** Bodies that are no JSON. */
  readonly bodyType?: string;
  readonly answer: Answer;
  /** A body or query that works, for things that are there. */
  readonly example?: unknown;
}

export const nothing: Answer = { status: 204 };
export const json = (schema: z.ZodType, status = 200): Answer => ({ status, json: schema });
export const bytes = (mediaType: string): Answer => ({ status: 200, mediaType });
/** For requests that only say what is to be done. */
export const empty = z.strictObject({});

/** One line of the table. */
export const ask = (
  method: Operation['method'],
  path: string,
  about: string,
  answer: Answer,
  sent: Pick<Operation, 'params' | 'query' | 'ifMatch' | 'body' | 'bodyType' | 'example'> = {},
): Operation => ({ method, path, about, answer, ...sent });
