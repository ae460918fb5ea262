/** A series from its table to files: the parts of the work, and the way through them. */
export { handsHere, type HandTools, type SeriesForm, type SeriesHands, type SeriesWish } from './hands';
export {
  measureSeries,
  type MeasuredSeries,
  rowJob,
  type SeriesLook,
  type SeriesOfJob,
  type SeriesRow,
} from './measureSeries';
export { readSeries, type WrongCode } from './readSeries';
export type { ReadCode } from './seriesIndex';
export { seriesPages } from './seriesPages';
export {
  type SeriesProgress,
  type SeriesStage,
  seriesStages,
  takeSeries,
  type TakenSeries,
} from './takeSeries';
export { writeSeries, type WrittenCode, type WrittenSeries } from './writeSeries';
