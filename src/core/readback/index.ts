/** readback: the bytes of a file come in; what a program finds in them goes out: size, layers, outlines, and how it looks. */
export { type Check, checkFile, interpreterOf } from './check';
export { measureFile, toolOf } from './measureFile';
export { type MarkRaster, rasteriseMarks } from './rasterise';
export { type Move, runGcode } from './gcodeFile';
export { type MachineRun, numbersPerWay, runOfDrawing, runOfProgram } from './machineRun';
export type { ReadBody } from './meshFile';

/** Pages of a PDF, drawn by another program than wrote them, when they are asked for. */
export const loadPdfPictures = async () => (await import('./pdfFile')).openPdfPages;
/** Bodies of a 3MF package, with its parser, when they are asked for. */
export const loadBodies = async () => (await import('./meshFile')).bodiesOfThreeMf;
/** Outlines of a DXF file, with its parser, when one is asked for. */
export const loadDxfPaths = async () => (await import('./dxfFile')).pathsOfDxf;
export {
  NotRead,
  readBinaries,
  type ReadBinary,
  type ReadFile,
  type ReadLayer,
  type ReadSetting,
} from './readFile';
