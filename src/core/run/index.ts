/** run: a job document comes in; it goes the whole way through, from the message to the limits and their fixes. */
export { createLibrary, emptyLibrary, type Library, libraryPalette } from './library';
export { bestChoice, codeWishes, type PartsOfPicture, type PictureChoice } from './modulePicture';
export { quickProofKind, quickProofTitle } from './quickKind';
export type { CodeRun } from './runCode';
export {
  isLetPass,
  type JobResult,
  keptOf,
  type KeptRun,
  type Made,
  type MadeCode,
  runJob,
  safestShare,
  withSymbolsSolved,
} from './runJob';
export { withTriedFixes } from './triedFixes';
