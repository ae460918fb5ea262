/** How the series of a job is fetched and saved while it is edited. */
import { seriesDocumentSchema, type SeriesDocument } from '../../../../core/series';
import { fetchTaggedSeries, keepSeries } from '../../seriesApi';
import { besideJob } from './besideJob';

export const savedSeries = besideJob<SeriesDocument>(
  'binarus.series.',
  seriesDocumentSchema,
  async (jobId) => {
    const { series, tag } = await fetchTaggedSeries(jobId);
    return { document: series, tag, saved: null };
  },
  keepSeries,
);
