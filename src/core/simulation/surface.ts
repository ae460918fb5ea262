/** A raster of marks as the camera samples it: averaged over what one of its pixels sees, so that few looks are needed. */
import type { Box } from '../geometry';
import type { MarkRaster } from '../readback';

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
  const isWhole = onPiece.every((on) => on !== 0);
  // Looking between four pixels averages as well: by a sixth of a pixel squared, as a square of a side of two's root does.
  const sidePx = Math.sqrt(Math.max(footprintPx * footprintPx - 2, 0));
  const averaged = (plane: Plane): Plane =>
    sidePx <= 1
      ? plane
      : meanAlong(meanAlong(plane, width, height, 1, width, sidePx), height, width, width, 1, sidePx);
  const masked = (plane: Plane): Plane =>
    isWhole ? plane : plane.map((ink, at) => (onPiece[at] === 0 ? 0 : ink));
  return {
    width,
    height,
    pxPerMm,
    window,
    inks: inks.map((plane) => averaged(masked(plane))),
    seen: isWhole ? null : averaged(Uint8Array.from(onPiece, (on) => (on === 0 ? 0 : whole))),
  };
}

/** Means over a length about each pixel of the lines, which go on beyond their ends as they are there. */
function meanAlong(
  plane: Plane,
  length: number,
  lineCount: number,
  step: number,
  lineStep: number,
  sidePx: number,
): Plane {
  const means = new Uint8Array(plane.length);
  const reach = Math.floor((sidePx + 1) / 2);
  /** Of the outermost pixels, what lies within. */
  const part = (sidePx + 1) / 2 - reach;
  const last = length - 1;
  for (let line = 0; line < lineCount; line++) {
    const start = line * lineStep;
    const valueAt = (position: number): number =>
      plane[start + (position < 0 ? 0 : position > last ? last : position) * step]!;
    let inner = 0;
    for (let away = 1 - reach; away < reach; away++) inner += valueAt(away);
    for (let position = 0, at = start; position < length; position++, at += step) {
      const [before, after] = [valueAt(position - reach), valueAt(position + reach)];
      means[at] = (inner + part * (before + after)) / sidePx + 0.5;
      inner += after - valueAt(position - reach + 1);
    }
  }
  return means;
}

/** Where a look goes beside the middle of a pixel, x and y in pixels of the raster. */
export type Aside = readonly [number, number];

/**
 * Adds to rows what an ink takes of the light at places of the surface, and how much of each place is the piece, 255 for all
 * of it. Places are x and y by turns, in pixels of the raster; both rows begin at a place of their own.
 */
export function look(
  { inks, seen, width, height }: Surface,
  place: number,
  places: Float64Array,
  [aside, below]: Aside,
  taken: Float32Array,
  onPiece: Float32Array,
): void {
  const plane = inks[place]!;
  const [lastX, lastY] = [width - 1, height - 1];
  const [toX, toY] = [aside - 0.5, below - 0.5];
  for (let pixel = 0, at = 0; pixel < taken.length; pixel++, at += 2) {
    const x = places[at]! + toX;
    const y = places[at + 1]! + toY;
    if (x >= 0 && y >= 0 && x < lastX && y < lastY) {
      const left = x | 0;
      const top = y | 0;
      const upper = top * width + left;
      const lower = upper + width;
      const right = x - left;
      const down = y - top;
      const highLeft = plane[upper]!;
      const lowLeft = plane[lower]!;
      const high = highLeft + (plane[upper + 1]! - highLeft) * right;
      const low = lowLeft + (plane[lower + 1]! - lowLeft) * right;
      taken[pixel] = taken[pixel]! + high + (low - high) * down;
      onPiece[pixel] = onPiece[pixel]! + (seen === null ? whole : between(seen, width, height, x, y));
    } else if (x > -1 && y > -1 && x < width && y < height) {
      taken[pixel] = taken[pixel]! + between(plane, width, height, x, y);
      onPiece[pixel] = onPiece[pixel]! + between(seen, width, height, x, y);
    }
  }
}

/** Between the four pixels about a place; there is nothing beyond the raster. Null for a plane that is whole all over. */
function between(plane: Plane | null, width: number, height: number, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [right, down] = [x - left, y - top];
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= width || row >= height
      ? 0
      : plane === null
        ? whole
        : plane[row * width + column]!;
  return (
    (at(left, top) * (1 - right) + at(left + 1, top) * right) * (1 - down) +
    (at(left, top + 1) * (1 - right) + at(left + 1, top + 1) * right) * down
  );
}
