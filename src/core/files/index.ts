/** files: what can be downloaded of a job and of a test piece; a job that ran comes in, bytes with names go out. */
export { couponFiles, couponPhotoPx } from './couponFile';
export {
  type FileRequest,
  type MadeFile,
  type MadeFiles,
  makeFiles,
  type OutputFile,
  type Refused,
  svgOfJob,
  wrappedOn,
} from './makeFiles';
export { operationFiles, type WrittenFile, operationFormats } from './operationFiles';
export { nameValues, suitsMachine, type Download, type DownloadId, downloads } from './downloads';
