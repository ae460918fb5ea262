/** A raster of marks as the camera samples it: averaged over what one of its pixels sees, so that few looks are needed. */
import type { Box } from '../geometry';
import type { MarkRaster } from '../readback';
import { theSensor } from './sensor';

/** Bytes a pixel, row by row. */
type Plane = Uint8Array;
/** All of the light, or all of a pixel. */
const whole = 255;

export interface Surface {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly window: Box;
  /** What each ink takes of the light that falls on the piece, 0 to 255; nothing beyond it. */
  readonly inks: readonly Plane[];
  /** How much of each place is the piece, 0 to 255; null where all of it is. */
  readonly seen: Plane | null;
}

/** `footprintPx` is the side of what a pixel of the camera sees, in pixels of the raster. */
export function surfaceOf(
  { inks, onPiece, width, height, pxPerMm, window }: MarkRaster,
  footprintPx: number,
): Surface {
  const isWhole = !onPiece.includes(0);
  // Looking between four pixels averages as well: by a sixth of a pixel squared, as a square of a side of two's root does.
  const sidePx = Math.sqrt(Math.max(footprintPx * footprintPx - 2, 0));
  const averaged = (plane: Plane): Plane => (sidePx <= 1 ? plane : meanOver(plane, width, height, sidePx));
  const masked = (plane: Plane): Plane =>
    isWhole ? plane : plane.map((ink, index) => (onPiece[index] === 0 ? 0 : ink));
  return {
    width,
    height,
    pxPerMm,
    window,
    inks: inks.map((plane) => averaged(masked(plane))),
    seen: isWhole ? null : averaged(onPiece.map((on) => (on === 0 ? 0 : whole))),
  };
}

/** Means over a square about each pixel; the outermost rows and columns go on beyond the edge. */
function meanOver(plane: Plane, width: number, height: number, sidePx: number): Plane {
  const reach = Math.floor((sidePx + 1) / 2);
  const sensor = theSensor();
  sensor.clear();
  const [from, to] = [sensor.keep(plane), sensor.take(plane.length)];
  // Of the outermost pixels counts what lies within.
  const part = (sidePx + 1) / 2 - reach;
  const sums = sensor.takeRow(width + 2 * reach);
  sensor.arithmetic.meanOver(from, to, width, height, reach, part, 1 / (sidePx * sidePx), sums);
  return sensor.bytes(to, plane.length).slice();
}
