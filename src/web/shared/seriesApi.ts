/** Series of jobs on the server. */
import type { SeriesDocument } from '../../core/series';
import { keptSeriesSchema } from '../../wire';
import { get, jsonRequest, request } from './http';

const at = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/series`;

/** Null where a job has none. */
export const fetchSeries = async (jobId: string): Promise<SeriesDocument | null> =>
  (await get(at(jobId), keptSeriesSchema)).series;

export async function keepSeries(jobId: string, series: SeriesDocument): Promise<void> {
  await request(at(jobId), jsonRequest('PUT', { series }));
}
