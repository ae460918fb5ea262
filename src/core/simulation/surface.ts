/** A raster of marks as the camera samples it: a byte a pixel, which says at once whether the piece is there. */
import type { MarkRaster } from '../readback';

/** Stands for what is not on the piece. */
const offPiece = 255;
/** What ink takes of the light where it takes all. */
export const mostInk = 254;

/** What each ink takes of the light, 0 to `mostInk`, or `offPiece`; arrays are `width * height`, row by row. */
export type Surface = Pick<MarkRaster, 'width' | 'height' | 'pxPerMm' | 'window' | 'inks'>;

export function surfaceOf({ inks, onPiece, width, height, pxPerMm, window }: MarkRaster): Surface {
  const planes = inks.map((plane) => {
    const packed = new Uint8Array(plane.length).fill(offPiece);
    for (let at = 0; at < packed.length; at++)
      if (onPiece[at] !== 0) packed[at] = (plane[at]! * mostInk + 127) / 255;
    return packed;
  });
  return { width, height, pxPerMm, window, inks: planes };
}

/** What `sumSamples` found for a pixel: the ink of all its samples together, and how many of them lie on the piece. */
export const inkOf = (sum: number): number => sum & 0xffff;
export const seenOf = (sum: number): number => sum >> 16;
/** The least sum of so many samples that all lie on the piece. */
export const sumOfSeen = (samples: number): number => samples << 16;

/**
 * Sums a grid of samples, at most 16 by 16, over each pixel of a row. Corners are x and y by turns in pixels of the raster:
 * those above the row and those below it, one more than there are pixels; between them the raster is taken as flat.
 */
export function sumSamples(
  { inks, width, height }: Surface,
  place: number,
  above: Float64Array,
  below: Float64Array,
  grid: number,
  sums: Int32Array,
): void {
  const plane = inks[place]!;
  if (grid === 2) {
    sumFour(plane, width, height, above, below, sums);
    return;
  }
  for (let pixel = 0; pixel < sums.length; pixel++) {
    const cornerX = above[2 * pixel]!;
    const cornerY = above[2 * pixel + 1]!;
    const rightX = (above[2 * pixel + 2]! - cornerX) / grid;
    const rightY = (above[2 * pixel + 3]! - cornerY) / grid;
    const downX = (below[2 * pixel]! - cornerX) / grid;
    const downY = (below[2 * pixel + 1]! - cornerY) / grid;
    let startX = cornerX + (rightX + downX) / 2;
    let startY = cornerY + (rightY + downY) / 2;
    let sum = 0;
    for (let row = 0; row < grid; row++, startX += downX, startY += downY) {
      let x = startX;
      let y = startY;
      for (let sample = 0; sample < grid; sample++, x += rightX, y += rightY) {
        if (!(x >= 0 && y >= 0 && x < width && y < height)) continue;
        const ink = plane[(y | 0) * width + (x | 0)]!;
        if (ink !== offPiece) sum += 0x10000 + ink;
      }
    }
    sums[pixel] = sum;
  }
}

/** The same for two by two samples, which is what most pictures need. */
function sumFour(
  plane: Uint8Array,
  width: number,
  height: number,
  above: Float64Array,
  below: Float64Array,
  sums: Int32Array,
): void {
  const at = (x: number, y: number): number => {
    if (!(x >= 0 && y >= 0 && x < width && y < height)) return 0;
    const ink = plane[(y | 0) * width + (x | 0)]!;
    return ink === offPiece ? 0 : 0x10000 + ink;
  };
  for (let pixel = 0; pixel < sums.length; pixel++) {
    const cornerX = above[2 * pixel]!;
    const cornerY = above[2 * pixel + 1]!;
    const rightX = (above[2 * pixel + 2]! - cornerX) / 4;
    const rightY = (above[2 * pixel + 3]! - cornerY) / 4;
    const downX = (below[2 * pixel]! - cornerX) / 4;
    const downY = (below[2 * pixel + 1]! - cornerY) / 4;
    sums[pixel] =
      at(cornerX + rightX + downX, cornerY + rightY + downY) +
      at(cornerX + 3 * rightX + downX, cornerY + 3 * rightY + downY) +
      at(cornerX + rightX + 3 * downX, cornerY + rightY + 3 * downY) +
      at(cornerX + 3 * (rightX + downX), cornerY + 3 * (rightY + downY));
  }
}
