/** production: every row of a series is measured, written and read back, on whichever workers there are. */
export { workersHere, type SeriesForm, type SeriesWorkers } from './workers';
export { type MeasuredSeries, measureSeries, rowJob, type SeriesLook, type SeriesRow } from './measureSeries';
export { readSeries } from './readSeries';
export type { ReadCode } from './seriesIndex';
export { seriesPages } from './seriesPages';
export {
  type SeriesProgress,
  type SeriesStage,
  seriesStages,
  type ProducedSeries,
  produceSeries,
} from './produceSeries';
export { writeSeries, type WrittenCode } from './writeSeries';
