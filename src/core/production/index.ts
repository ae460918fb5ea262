/** production: every row of a series is measured, written and read back, on whichever workers there are. */
export { handsHere, type SeriesForm, type SeriesHands } from './hands';
export { type MeasuredSeries, measureSeries, rowJob, type SeriesLook, type SeriesRow } from './measureSeries';
export { readSeries } from './readSeries';
export type { ReadCode } from './seriesIndex';
export { seriesPages } from './seriesPages';
export {
  type SeriesProgress,
  type SeriesStage,
  seriesStages,
  type TakenSeries,
  takeSeries,
} from './takeSeries';
export { writeSeries, type WrittenCode } from './writeSeries';
