/** output: operations come in, bytes go out. No writer knows about messages, styles or materials. */
export { fileNames, nameFields, type NameValues, slug, unknownFields, usualPattern } from './fileName';
export type { FinishedPicture } from './finished';
export { type FormatId, formatOf, type OutputFormat, outputFormats, suits } from './formats';
export { type LayerKey, layerLooks, layerNames } from './layers';
export type { MakeSheet } from './makeSheet';
export { decimal, pathData } from './pathData';
export { withoutFarClips } from './clips';
export { subpaths } from './subpaths';
export { writeSvg } from './svg';
export {
  CannotWrite,
  type Corner,
  type FileNotes,
  isInColour,
  type ModuleGrid,
  type OutputBinary,
  outputBinaries,
  pieceCorner,
  type WriteSetting,
  type WrittenPart,
} from './writer';

/** With what writes PDF, when one is asked for. */
export const loadPdfPages = async () => (await import('./pdf')).writePdfPages;
export const loadContactSheet = async () => (await import('./contactSheet')).writeContactSheet;
export const loadMakeSheet = async () => (await import('./makeSheet')).writeMakeSheet;
