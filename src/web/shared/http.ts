/** Requests to our own server; answers are checked with the schemas that the server uses. */
import { Slowness } from '../../engine';
import { z } from '../../core/schema';
import { noteVersion } from './pageVersion';

/** Every answer that is not a success; `current` comes with a conflict, and is checked by whoever asked. */
const problemSchema = z.object({
  problem: z.string(),
  current: z.unknown().optional(),
  raw: z.string().optional(),
});

/** What the server answered instead, in words for the user. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly current?: unknown,
    /** The raw text of a document that cannot be read. */
    readonly raw?: string,
  ) {
    super(message);
  }
}

export async function get<Schema extends z.ZodType>(path: string, schema: Schema): Promise<z.output<Schema>> {
  return answerOf(await request(path), schema);
}

/** With the tag of what is there (RFC 9110, 8.8.3). */
export async function getTagged<Schema extends z.ZodType>(
  path: string,
  schema: Schema,
): Promise<{ readonly body: z.output<Schema>; readonly tag: string | null }> {
  const response = await request(path);
  return { tag: response.headers.get('etag'), body: await answerOf(response, schema) };
}

/** Puts it in place of what has the tag, or where nothing is if it is null; 412 where that is something else by now. */
export function put(path: string, body: unknown, basedOn: string | null): Promise<Response> {
  const { headers, ...withBody } = jsonRequest('PUT', body);
  return request(path, { ...withBody, headers: { ...headers, 'if-match': basedOn ?? '"none"' } });
}
/** Resolves with its own tag. */
export const putTagged = async (
  path: string,
  body: unknown,
  basedOn: string | null,
): Promise<string | null> => (await put(path, body, basedOn)).headers.get('etag');

export async function send<Schema extends z.ZodType>(
  method: string,
  path: string,
  body: unknown,
  schema: Schema,
): Promise<z.output<Schema>> {
  return answerOf(await request(path, jsonRequest(method, body)), schema);
}

/** The answer as the schema has it. One that was cut off or is of another program is a problem like any other. */
export async function answerOf<Schema extends z.ZodType>(
  response: Response,
  schema: Schema,
): Promise<z.output<Schema>> {
  let body: unknown;
  try {
    body = await response.json();
  } catch {
    throw new ApiProblem(0, 'The answer of the server was cut off. Your work is kept in this window.');
  }
  const parsed = schema.safeParse(body);
  if (parsed.success) return parsed.data;
  throw new ApiProblem(0, 'The server is of another version than this page. Reload the page.');
}

export const jsonRequest = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** Whoever waits so long for an answer is told; nothing is ended by it, since a busy machine answers later. */
const lateness = new Slowness(8000);
/** Calls back with whether the server has not answered for long, whenever that changes. */
export const onLate = (tell: (isLate: boolean) => void): void => lateness.onChange(tell);

async function waitedFor(answer: Promise<Response>): Promise<Response> {
  const isOver = lateness.begin();
  try {
    return await answer;
  } finally {
    isOver();
  }
}

/** `isLong` is for work whose progress is shown where it was asked for. */
export async function request(path: string, init?: RequestInit, isLong = false): Promise<Response> {
  let response: Response;
  try {
    response = await (isLong ? fetch(path, init) : waitedFor(fetch(path, init)));
  } catch {
    throw new ApiProblem(
      0,
      'The Binarus server does not answer. Your work is kept in this window; start the server again.',
    );
  }
  noteVersion(response);
  if (response.ok) return response;
  const answer = problemSchema.safeParse(await response.json().catch(() => null));
  if (answer.success)
    throw new ApiProblem(response.status, answer.data.problem, answer.data.current, answer.data.raw);
  throw new ApiProblem(response.status, `The server answered ${response.status}.`);
}
