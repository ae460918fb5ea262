/** What printers with dots do: each is printed or not, and some elements of the head are weaker than others. */
import type { MarkRaster } from '../../readback';
import { randomAt } from '../../numbers';

/** Dots finer than pixels leave their edges where the file draws them, as near as pixels show. */
const isFinerThanPixels = (dotMm: number, pxPerMm: number): boolean => dotMm * pxPerMm < 0.99;

/** A dot is printed when its middle is marked. */
export function wholeDots(
  marked: Uint8Array,
  { width, height, pxPerMm, window }: MarkRaster,
  dotMm: number,
): Uint8Array {
  if (isFinerThanPixels(dotMm, pxPerMm)) return marked;
  const printed = new Uint8Array(marked.length);
  const middle = (pixel: number, originMm: number): number => {
    const dot = Math.floor(((pixel + 0.5) / pxPerMm + originMm) / dotMm + 1e-9);
    return Math.floor(((dot + 0.5) * dotMm - originMm) * pxPerMm);
  };
  const columns = Int32Array.from({ length: width }, (_, column) => middle(column, window.x));
  for (let row = 0, index = 0; row < height; row++) {
    const from = middle(row, window.y) * width;
    for (let column = 0; column < width; column++, index++)
      printed[index] = (marked[from + columns[column]!] ?? 0) >= 128 ? 255 : 0;
  }
  return printed;
}

/** Share of the elements of a head that print weakly, and what they leave of the ink [from memory]. */
const weakShare = 0.008;
const weakInk = 0.8;

/** Elements lie across the file's width and the paper runs along its height, so that a weak one leaves a streak. */
export function streaks(
  printed: Uint8Array,
  { width, pxPerMm, window }: MarkRaster,
  dotMm: number,
  seed: number,
): Uint8Array {
  if (isFinerThanPixels(dotMm, pxPerMm)) return printed;
  const share = Float32Array.from({ length: width }, (_, column) => {
    const element = Math.floor((column / pxPerMm + window.x) / dotMm + 1e-9);
    return randomAt(seed, element, 3) < weakShare ? weakInk : 1;
  });
  return printed.map((ink, index) => ink * share[index % width]!);
}
