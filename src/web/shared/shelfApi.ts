/** What the shelf asks of the server. */
import {
  filedJobsSchema,
  importReportSchema,
  mostOnPage,
  movedJobsSchema,
  profileUsesSchema,
  shelfIdsSchema,
  shelfPageSchema,
  twinsSchema,
  type ImportReport,
  type JobSummary,
  type Place,
  type ShelfChoice,
  type ShelfPage,
  type UnreadableDocument,
  unreadableListSchema,
} from '../../wire';
import { answerOf, get, jsonRequest, request, send } from './http';
import { longRequest } from './useLongWork';

const queryOf = (asked: Readonly<Record<string, string | number | undefined>>): string =>
  new URLSearchParams(
    Object.entries(asked).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  ).toString();

/** So many jobs from one on. */
export const fetchShelf = (choice: ShelfChoice, from: number, count: number): Promise<ShelfPage> =>
  get(`/api/shelf?${queryOf({ ...choice, from, count })}`, shelfPageSchema);

/** Every job that is chosen, or the first of them, page after page. */
export async function fetchWholeShelf(choice: ShelfChoice, most = Infinity): Promise<JobSummary[]> {
  const jobs: JobSummary[] = [];
  for (;;) {
    const page = await fetchShelf(choice, jobs.length, mostOnPage);
    jobs.push(...page.jobs);
    if (page.jobs.length === 0 || jobs.length >= Math.min(most, page.total)) return jobs;
  }
}

/** What lists leave out because this version cannot read it. */
export const fetchUnreadable = async (): Promise<readonly UnreadableDocument[]> =>
  (await get('/api/unreadable', unreadableListSchema)).documents;

export const fetchShelfIds = async (choice: ShelfChoice): Promise<string[]> =>
  (await get(`/api/shelf/ids?${queryOf(choice)}`, shelfIdsSchema)).ids;

/** How many jobs are made with each profile. */
export const fetchProfileUses = async (): Promise<ReadonlyMap<string, number>> =>
  new Map(
    (await get('/api/shelf/profiles', profileUsesSchema)).profiles.map(({ profile, jobs }) => [
      profile,
      jobs,
    ]),
  );

/** Jobs that hold the same message. */
export const findTwins = async (payload: string) =>
  (await send('POST', '/api/shelf/twins', { payload }, twinsSchema)).jobs;

/** Says where they were. */
export const moveJobs = async (ids: readonly string[], place: Place) =>
  (await send('POST', '/api/shelf/move', { ids, place }, movedJobsSchema)).before;

/** Says where they were filed. */
export const fileJobs = async (ids: readonly string[], collection: string) =>
  (await send('POST', '/api/shelf/file', { ids, collection }, filedJobsSchema)).before;

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
