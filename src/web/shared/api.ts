/** Jobs, their revisions and proofs on the server. */
import {
  documentsSchema,
  revisionDocumentsSchema,
  revisionListSchema,
  savedJobSchema,
  type SavedJob,
} from '../../wire';
import { jobFileLimits, jobSchema, type Job } from '../../core/job';
import type { ProofReport } from '../../core/proof';
import { answerOf, ApiProblem, get, jsonRequest, request, send } from './http';
import { madeOnce } from './madeOnce';

export const fetchJob = (id: string): Promise<SavedJob> =>
  get(`/api/jobs/${encodeURIComponent(id)}`, savedJobSchema);

/** Asked for again after its answer was lost, it is the same job. */
export const createJob = (document: Job): Promise<SavedJob> =>
  madeOnce('job', document, (id) => send('POST', '/api/jobs', { document, id }, savedJobSchema));

/** A new job of a job file, with its pictures. Throws an `ApiProblem` with a sentence for the user. */
export async function importJobFile(file: File): Promise<SavedJob> {
  if (file.size > jobFileLimits.bytes)
    throw new ApiProblem(
      0,
      `The file has ${(file.size / 1e6).toFixed(1)} MB; a job file has at most ${jobFileLimits.bytes / 1e6} MB.`,
    );
  return madeOnce('job file', [file.name, file.size, file.lastModified], async (id) =>
    answerOf(
      await request(`/api/jobs/import?id=${id}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: file,
      }),
      savedJobSchema,
    ),
  );
}

/** `saveId` is a new one for each document; the same when it is sent again. */
export const saveRevision = (
  id: string,
  baseRevision: number,
  document: Job,
  saveId: string = crypto.randomUUID(),
): Promise<SavedJob> =>
  send('POST', `/api/jobs/${id}/revisions`, { baseRevision, document, saveId }, savedJobSchema);

/** Keeps a revision for ever, which edits of the same sitting would leave behind. */
export async function keepRevision(id: string, revision: number): Promise<void> {
  await request(`/api/jobs/${id}/revisions/${revision}/kept`, jsonRequest('PUT', {}));
}

/** Gives a revision a name, by which it stays for ever; empty takes the name away. */
export async function nameRevision(id: string, revision: number, name: string): Promise<void> {
  await request(`/api/jobs/${id}/revisions/${revision}/name`, jsonRequest('PUT', { name }));
}

/** The newest documents of jobs; those that are gone or cannot be read are left out. */
export const fetchDocuments = async (
  ids: readonly string[],
): Promise<{ id: string; revision: number; document: Job }[]> =>
  (await send('POST', '/api/shelf/documents', { ids }, documentsSchema)).jobs;

export async function saveProof(id: string, revision: number, report: ProofReport): Promise<void> {
  await request(`/api/jobs/${id}/revisions/${revision}/proof`, jsonRequest('PUT', { report }));
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

/** Documents of the newest revisions, all in one answer. */
export const fetchNewestRevisions = async (id: string) =>
  (await get(`/api/jobs/${encodeURIComponent(id)}/newest-revisions`, revisionDocumentsSchema)).revisions;

export const fetchRevision = (id: string, number: number): Promise<Job> =>
  get(`/api/jobs/${encodeURIComponent(id)}/revisions/${number}`, jobSchema);
