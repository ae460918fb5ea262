/** proof: the bytes of a file come in; a verdict goes out. Rendered, aged, photographed and read by independent decoders. */
export {
  type Condition,
  conditionSchema,
  type MapKind,
  mapKinds,
  type MapPlan,
  plainCondition,
  planMap,
  trialOf,
} from './conditions';
export {
  cornerNames,
  type Corner,
  dirtPlaces,
  type Harm,
  harms,
  readShots,
  surviveHarm,
  type Survived,
} from './damage';
export { gradeFromFront } from './frontView';
export type { Losses } from './losses';
export {
  prove,
  type ProofCourse,
  proveUntil,
  shootAll,
  type ShotNumbers,
  startProof,
  takePicture,
} from './prove';
export type { CodeToRead, ProofBinaries, ProofSetup } from './setup';
export { type Interval, wilsonInterval } from './statistics';
export { openStudio, type SamplePicture, type Studio } from './studio';
export {
  type Cell,
  type CellShooter,
  emptyCell,
  fillMap,
  leastShare,
  type MapCourse,
  type Reach,
  reachOf,
  safeCellShots,
  shootCell,
  stateOfCell,
  weakestOf,
} from './tolerance';
export {
  fullShotCount,
  isDecided,
  joinedReports,
  type ProofReport,
  proofReportSchema,
  readerReportSchema,
  readerState,
  verdictOf,
} from './verdict';
export { type Lack, lookAt, type Look, worstLook } from './weakest';
