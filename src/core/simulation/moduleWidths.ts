/** How wide the modules of a simulated piece come out: along the timing pattern, where marked and bare ones take turns. */
import type { Box } from '../geometry';
import { simulateMachine, type MachineModel } from './machines';
import { rasteriseMarks } from '../readback';

export interface ModuleWidths {
  /** Mean width of a marked module and of a bare one, in millimetres. */
  readonly markedMm: number;
  readonly bareMm: number;
}

/** Row of the timing pattern, and its first column (ISO/IEC 18004:2015, 6.3.5). */
const timingRow = 6;
const firstColumn = 8;
/** Pixels of the raster to a module, and rows that are looked at. */
const pxPerModule = 60;
const rows = 8;

/**
 * Measured on the bytes of a file, as a machine makes it. `code` is where the code lies in the file, without its quiet zone
 * and not turned.
 */
export function moduleWidths(
  svg: Uint8Array,
  code: Box,
  sizeModules: number,
  machine: MachineModel,
): ModuleWidths {
  const moduleMm = code.width / sizeModules;
  const pxPerMm = pxPerModule / moduleMm;
  // From the middle of the first dark module to the middle of the last: as much dark as light.
  const modules = sizeModules - 2 * firstColumn - 1;
  const window: Box = {
    x: code.x + firstColumn * moduleMm,
    y: code.y + timingRow * moduleMm,
    width: (modules + 1) * moduleMm,
    height: moduleMm,
  };
  const [ink] = simulateMachine(rasteriseMarks(svg, window, pxPerMm), machine).inks;
  const width = Math.round(window.width * pxPerMm);
  const first = Math.floor(pxPerModule / 2 - rows / 2) * width;
  let marked = 0;
  const [from, to] = [pxPerModule / 2, width - pxPerModule / 2];
  for (let row = 0; row < rows; row++)
    for (let column = from; column < to; column++) if (ink![first + row * width + column]! >= 128) marked++;
  const share = marked / (rows * (to - from));
  return { markedMm: 2 * share * moduleMm, bareMm: 2 * (1 - share) * moduleMm };
}
