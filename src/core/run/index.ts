/** run: a job document comes in; it goes the whole way through. Also what needs more than one stage: files, proofs, costs. */
export {
  handsHere,
  type HandTools,
  type MeasuredSeries,
  measureSeries,
  type ReadCode,
  readSeries,
  rowJob,
  type SeriesForm,
  type SeriesHands,
  type SeriesLook,
  type SeriesOfJob,
  seriesPages,
  type SeriesProgress,
  type SeriesRow,
  type SeriesStage,
  seriesStages,
  type TakenSeries,
  takeSeries,
  type SeriesWish,
  writeSeries,
  type WrittenCode,
  type WrittenSeries,
  type WrongCode,
} from './series';
export { loadCaption } from './sheetCaption';
export { sheetFiles, unreadCodes, type UnreadCode } from './sheetFiles';
export { jobForCount, laySheets, widestOnSheet } from './laySheets';
export { cutWay } from './sheetOperations';
export {
  type CodeOnPage,
  type LaidSheets,
  outlineBox,
  type PlacedPiece,
  roomOf,
  shapeOf,
  type SheetNote,
  type SheetPage,
  type SheetPart,
  sheetParts,
  type SheetPiece,
} from './sheetPages';
export { couponFiles, couponPhotoPx } from './couponFile';
export { operationFormats } from './operationFiles';
export { type Arrangement, arrangements } from './arrangements';
export { createLibrary, emptyLibrary, type Library, libraryPalette } from './library';
export {
  type FileRequest,
  type MadeFile,
  type MadeFiles,
  makeFiles,
  type OutputFile,
  type Refused,
  svgOfJob,
} from './makeFiles';
export { nameValues, type Take, type TakeId, suitsMachine, takeOf, takes } from './takes';
export { machineModelOf, meantCodes, proofSeed, proofSetup, standardOf } from './proveJob';
export { changesOf, mendAll } from './mendAll';
export { type FitCandidate, type FitSearch, type Kept, keepable, makeItFit } from './makeFit';
export { type FileReader, type ReadBack, startReadBack, type Watched, watchMachine } from './readBack';
export { measureMessage, type MessageRuler } from './ruler';
export { quickProofKind } from './quickKind';
export { findCauses, isWorseThan, proofFinding, proofKey } from './quickProof';
export type { CodeRun } from './runCode';
export {
  isLetPass,
  type JobResult,
  keptOf,
  type KeptRun,
  type Made,
  type MadeCode,
  runJob,
  withSymbolsSolved,
  safestShare,
} from './runJob';
export { measureStyleFitness, type StyleFitness, styleSetup } from './styleFitness';
export { versionOfLength, type WhatIf, whatIf, type WhatIfPoint, whatIfs } from './whatIf';
export { withTriedFixes } from './triedFixes';
export { fixesIn, resizedJob, setupInSize } from './surveys';
export { type LogoOption, logoOptions } from './logoWays';
export { codeWishes, goodMatch, type PartsOfPicture, type PictureChoice } from './modulePicture';
