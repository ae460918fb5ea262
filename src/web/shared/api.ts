/** Requests to our own server; answers are checked with the schemas that the server uses. */
import type { z } from 'zod';
import {
  importReportSchema,
  problemSchema,
  type ImportReport,
  revisionListSchema,
  savedJobSchema,
  shelfSchema,
  twinsSchema,
  type JobSummary,
  type Place,
  type SavedJob,
} from '../../core/api';
import { jobSchema, type Job } from '../../core/job';
import type { ProofReport } from '../../core/proof';

/** What the server answered instead, in words for the user. `current` comes with a conflict. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly current?: SavedJob,
  ) {
    super(message);
  }
}

export const listShelf = async (): Promise<JobSummary[]> => (await get('/api/shelf', shelfSchema)).jobs;

/** Jobs that hold the same message. */
export const findTwins = async (payload: string) =>
  (await send('POST', '/api/shelf/twins', { payload }, twinsSchema)).jobs;

export async function moveJobs(ids: readonly string[], place: Place): Promise<void> {
  await request('/api/shelf/move', jsonRequest('POST', { ids, place }));
}

export async function fileJobs(ids: readonly string[], collection: string): Promise<void> {
  await request('/api/shelf/file', jsonRequest('POST', { ids, collection }));
}

export async function emptyBin(): Promise<void> {
  await request('/api/shelf/empty-bin', jsonRequest('POST', {}));
}

export async function markMade(
  id: string,
  revision: number,
  made: { on: string; note: string } | null,
): Promise<void> {
  await request(`/api/jobs/${id}/revisions/${revision}/made`, jsonRequest('PUT', { made }));
}

export const listRevisions = async (id: string) =>
  (await get(`/api/jobs/${encodeURIComponent(id)}/revisions`, revisionListSchema)).revisions;

export const fetchRevision = (id: string, number: number): Promise<Job> =>
  get(`/api/jobs/${encodeURIComponent(id)}/revisions/${number}`, jobSchema);

export const fetchJob = (id: string): Promise<SavedJob> =>
  get(`/api/jobs/${encodeURIComponent(id)}`, savedJobSchema);
export const createJob = (document: Job): Promise<SavedJob> =>
  send('POST', '/api/jobs', { document }, savedJobSchema);

export const saveRevision = (id: string, baseRevision: number, document: Job): Promise<SavedJob> =>
  send('POST', `/api/jobs/${id}/revisions`, { baseRevision, document }, savedJobSchema);

export async function saveProof(id: string, revision: number, report: ProofReport): Promise<void> {
  await request(`/api/jobs/${id}/revisions/${revision}/proof`, jsonRequest('PUT', { report }));
}

/** Sends an archive; `dry` only asks what importing it would do. */
export async function importArchive(archive: Blob, dry: boolean): Promise<ImportReport> {
  const response = await request(`/api/archive${dry ? '?dry=1' : ''}`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: archive,
  });
  return importReportSchema.parse(await response.json());
}

async function get<Schema extends z.ZodType>(path: string, schema: Schema): Promise<z.output<Schema>> {
  return schema.parse(await (await request(path)).json());
}

async function send<Schema extends z.ZodType>(
  method: string,
  path: string,
  body: unknown,
  schema: Schema,
): Promise<z.output<Schema>> {
  return schema.parse(await (await request(path, jsonRequest(method, body))).json());
}

const jsonRequest = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

async function request(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new ApiProblem(
      0,
      'The Binarus server does not answer. Your work is kept in this window; start the server again.',
    );
  }
  if (response.ok) return response;
  const told = problemSchema.safeParse(await response.json().catch(() => null));
  if (told.success) throw new ApiProblem(response.status, told.data.problem, told.data.current);
  throw new ApiProblem(response.status, `The server answered ${response.status}.`);
}
