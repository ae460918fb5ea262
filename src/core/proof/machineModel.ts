/** What the machine makes of the file: dots where it has dots, and marks a little larger than drawn. */
import type { MarkRaster } from '../readback';

export interface MachineModel {
  /** By how much marks grow on each edge. */
  readonly growthMm: number;
  /** Pitch of a printer's dots, null for machines without. */
  readonly dotMm: number | null;
}

export function simulateMachine(raster: MarkRaster, { growthMm, dotMm }: MachineModel): MarkRaster {
  const inks = raster.inks.map((plane) => {
    const dotted = dotMm === null ? plane : wholeDots(plane, raster, dotMm);
    return grow(dotted, raster.width, raster.height, growthMm * raster.pxPerMm);
  });
  return { ...raster, inks };
}

/** A dot is printed when its middle is marked. */
function wholeDots(
  marked: Uint8Array,
  { width, height, pxPerMm, window }: MarkRaster,
  dotMm: number,
): Uint8Array {
  const printed = new Uint8Array(marked.length);
  const middle = (pixel: number, originMm: number): number => {
    const dot = Math.floor(((pixel + 0.5) / pxPerMm + originMm) / dotMm + 1e-9);
    return Math.floor(((dot + 0.5) * dotMm - originMm) * pxPerMm);
  };
  const columns = Int32Array.from({ length: width }, (_, column) => middle(column, window.x));
  for (let row = 0, at = 0; row < height; row++) {
    const from = middle(row, window.y) * width;
    for (let column = 0; column < width; column++, at++)
      printed[at] = (marked[from + columns[column]!] ?? 0) >= 128 ? 255 : 0;
  }
  return printed;
}

/** Widens marks by a distance in pixels, which may be a fraction: along the rows, then down the columns. */
function grow(marked: Uint8Array, width: number, height: number, distancePx: number): Uint8Array {
  if (distancePx <= 0) return marked;
  const along = growLines(marked, width, height, 1, width, distancePx);
  return growLines(along, height, width, width, 1, distancePx);
}

function growLines(
  from: Uint8Array,
  length: number,
  lineCount: number,
  step: number,
  lineStep: number,
  distancePx: number,
): Uint8Array {
  const grown = from.slice();
  const reach = Math.ceil(distancePx);
  const share = distancePx - (reach - 1);
  for (let line = 0; line < lineCount; line++)
    for (let position = 0, at = line * lineStep; position < length; position++, at += step) {
      let most = from[at]!;
      for (let away = 1; away <= reach && most < 255; away++) {
        const weight = away === reach ? share : 1;
        if (position >= away) most = Math.max(most, from[at - away * step]! * weight);
        if (position + away < length) most = Math.max(most, from[at + away * step]! * weight);
      }
      grown[at] = most;
    }
  return grown;
}
