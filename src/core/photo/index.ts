/** photo: a photograph of a finished piece comes in; its codes, with what came out otherwise than it was meant, go out. */
export {
  type CheckedCode,
  checkByHand,
  checkPhoto,
  type MeantCode,
  type PhotoCheck,
  saysTheSame,
} from './check';
export { type Comparison, comparePicture, growthOf } from './compare';
export { findCodes, type FindCourse, type Help, helps, mostCodes, type SeenCode } from './find';
export {
  type Corners,
  fitGrid,
  type Grid,
  gridOfPlaces,
  type GridPlaces,
  sampleGrid,
  transposed,
} from './grid';
export { contrastOf, seenDark, wrongModules } from './modules';
export { fitHomography, project } from './homography';
export { lumaAt, remapped, shrunk, turnedRound, valueAt } from './picture';
export { codeToTell, keptResult } from './result';
export { checkSentence, helpText } from './telling';
export { type CheckVerdict, verdictOfCheck } from './verdict';
