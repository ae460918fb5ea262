/** Series of jobs on the server. */
import type { SeriesDocument } from '../../core/series';
import { keptSeriesSchema } from '../../wire';
import { getTagged, putTagged } from './http';

const urlOf = (jobId: string): string => `/api/jobs/${encodeURIComponent(jobId)}/series`;

/** Null where a job has none. */
export async function fetchTaggedSeries(
  jobId: string,
): Promise<{ readonly series: SeriesDocument | null; readonly tag: string | null }> {
  const { body, tag } = await getTagged(urlOf(jobId), keptSeriesSchema);
  return { series: body.series, tag };
}
/** In place of what has the tag; see `putTagged`. */
export const keepSeries = (
  jobId: string,
  series: SeriesDocument,
  basedOn: string | null,
): Promise<string | null> => putTagged(urlOf(jobId), { series }, basedOn);
