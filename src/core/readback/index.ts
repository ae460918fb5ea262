/** readback: the bytes of a file come in; what a program finds in them goes out: size, layers, outlines, and how it looks. */
export { type Check, checkFile, interpreterOf } from './check';
export { type MarkRaster, rasteriseMarks } from './rasterise';
export { type Move, runGcode } from './gcodeFile';
export {
  NotRead,
  readBinaries,
  type ReadBinary,
  type ReadFile,
  type ReadLayer,
  type ReadSetting,
} from './readFile';
