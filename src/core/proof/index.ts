/** proof: the bytes of a file come in; a verdict goes out. Rendered, aged, photographed and read by independent decoders. */
export type { Frame } from './photograph';
export {
  type CodeToRead,
  type ProofBinaries,
  type ProofSetup,
  type ShotNumbers,
  prove,
  type ProofCourse,
  proveUntil,
  type SamplePicture,
  startProof,
  takePicture,
} from './prove';
export type { Bend } from './wrapped';
export { type FoundCode, readPicture } from './readPicture';
export { type Reader, voting } from './readers';
export {
  fullShotCount,
  isDecided,
  joinedReports,
  type ProofReport,
  proofReportSchema,
  readerReportSchema,
  readerState,
  severityOfVerdict,
} from './verdict';
