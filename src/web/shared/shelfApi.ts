/** What the shelf asks of the server. */
import {
  importReportSchema,
  shelfSchema,
  twinsSchema,
  type ImportReport,
  type JobSummary,
  type Place,
} from '../../wire';
import { answerOf, get, jsonRequest, request, send } from './http';
import { longRequest } from './useLongWork';

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

/** Sends an archive; `dry` only asks what importing it would do. The query names the work. */
export const importArchive = async (
  archive: Blob,
  dry: boolean,
  query: string,
  signal: AbortSignal,
): Promise<ImportReport> =>
  answerOf(
    await longRequest(`/api/archive?${dry ? 'dry=1&' : ''}${query}`, 'application/zip', archive, signal),
    importReportSchema,
  );
