/** What comes of the way in which a machine goes over its work: bands, ridges, threads of a mesh, specks. On a byte a pixel, row by row. */
import { randomAt } from '../../numbers';
import type { Extent } from './edges';

/** Strengths between a least and full, each kept over a band of rows and changing softly to the next. */
export function bands(
  marked: Uint8Array,
  { width, height }: Extent,
  least: number,
  bandPx: number,
  seed: number,
): Uint8Array {
  const strength = Float32Array.from({ length: height }, (_, row) => {
    const bandPlace = row / Math.max(bandPx, 2);
    const [band, share] = [Math.floor(bandPlace), bandPlace - Math.floor(bandPlace)];
    const soft = share * share * (3 - 2 * share);
    const phase = (one: number): number => randomAt(seed + 11, one, 7);
    return least + (1 - least) * (phase(band) * (1 - soft) + phase(band + 1) * soft);
  });
  const banded = marked.slice();
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) banded[index] = marked[index]! * strength[row]!;
  return banded;
}

/** Round lines beside each other, along the rows: between two of them a share of the ink is not seen. Lines finer than pixels are not seen at all. */
export function ridges(
  marked: Uint8Array,
  { width, height }: Extent,
  share: number,
  pitchPx: number,
): Uint8Array {
  if (pitchPx < 2) return marked;
  const ridged = marked.slice();
  for (let row = 0, index = 0; row < height; row++) {
    const between = Math.abs((((row + 0.5) / pitchPx) % 1) - 0.5) * 2;
    const left = 1 - share * between ** 4;
    for (let column = 0; column < width; column++, index++) ridged[index] = marked[index]! * left;
  }
  return ridged;
}

/** Edges follow squares of a side: each is marked as its middle is. Squares finer than pixels change nothing. */
export function steppedEdges(marked: Uint8Array, { width, height }: Extent, sidePx: number): Uint8Array {
  if (sidePx < 1.5) return marked;
  const middle = (pixel: number, last: number): number =>
    Math.min(Math.floor((Math.floor(pixel / sidePx) + 0.5) * sidePx), last);
  const columns = Int32Array.from({ length: width }, (_, column) => middle(column, width - 1));
  const stepped = new Uint8Array(marked.length);
  for (let row = 0, index = 0; row < height; row++) {
    const from = middle(row, height - 1) * width;
    for (let column = 0; column < width; column++, index++) stepped[index] = marked[from + columns[column]!]!;
  }
  return stepped;
}

interface Specks {
  readonly sidePx: number;
  /** How likely one is at each place of a grid of their side, beside marks. */
  readonly perPixel: number;
  /** How many sides from a mark they still fall. */
  readonly reachMarks: number;
}

/** Small marks that fall beside others. Those finer than a pixel darken it by their share. */
export function specks(
  marked: Uint8Array,
  { width, height }: Extent,
  { sidePx, perPixel, reachMarks }: Specks,
  seed: number,
): Uint8Array {
  const cell = Math.max(sidePx, 1);
  const ink = 255 * Math.min(sidePx, 1) ** 2;
  const reach = Math.round(reachMarks * cell);
  const speckled = marked.slice();
  const isMarked = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < width && y < height && marked[y * width + x]! > 127;
  for (let down = 0; (down + 1) * cell <= height; down++)
    for (let across = 0; (across + 1) * cell <= width; across++) {
      if (randomAt(seed + 23, across, down) >= perPixel) continue;
      const [x, y] = [Math.floor(across * cell), Math.floor(down * cell)];
      const isNear = [
        [reach, 0],
        [-reach, 0],
        [0, reach],
        [0, -reach],
      ].some(([right, below]) => isMarked(x + right!, y + below!));
      if (!isNear) continue;
      for (let row = y; row < y + Math.floor(cell); row++)
        for (let column = x; column < x + Math.floor(cell); column++) {
          const index = row * width + column;
          speckled[index] = Math.max(speckled[index]!, ink);
        }
    }
  return speckled;
}
