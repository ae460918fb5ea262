/** Plane to plane as a pinhole camera sees it, fitted to places of both. */
import type { Vertex } from '../geometry';

/** Nine numbers, row by row: x' = (a x + b y + c) / (g x + h y + i), y' = (d x + e y + f) / (g x + h y + i). */
export type Homography = readonly number[];

export interface Pair {
  readonly from: Vertex;
  readonly to: Vertex;
  /** How much it counts. */
  readonly weight: number;
}

export function project(h: Homography, x: number, y: number): Vertex {
  const depth = h[6]! * x + h[7]! * y + h[8]!;
  return { x: (h[0]! * x + h[1]! * y + h[2]!) / depth, y: (h[3]! * x + h[4]! * y + h[5]!) / depth };
}

/** The one that fits four or more pairs the best, by squares (direct linear transform with i = 1). Null where they say nothing. */
export function fitHomography(pairs: readonly Pair[]): Homography | null {
  const rows: number[][] = [];
  const wanted: number[] = [];
  for (const { from, to, weight } of pairs) {
    const { x, y } = from;
    rows.push([x, y, 1, 0, 0, 0, -x * to.x, -y * to.x].map((value) => value * weight));
    wanted.push(to.x * weight);
    rows.push([0, 0, 0, x, y, 1, -x * to.y, -y * to.y].map((value) => value * weight));
    wanted.push(to.y * weight);
  }
  const solved = leastSquares(rows, wanted);
  return solved === null ? null : [...solved, 1];
}

/** The unknowns that come nearest to all equations (normal equations, Gauss with pivots). Null where they are not determined. */
export function leastSquares(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
): number[] | null {
  const count = rows[0]?.length ?? 0;
  const table = Array.from({ length: count }, (_, row) =>
    Array.from({ length: count + 1 }, (__, column) =>
      rows.reduce(
        (sum, coefficients, index) =>
          sum + coefficients[row]! * (column === count ? wanted[index]! : coefficients[column]!),
        0,
      ),
    ),
  );
  for (let pivot = 0; pivot < count; pivot++) {
    let best = pivot;
    for (let row = pivot + 1; row < count; row++)
      if (Math.abs(table[row]![pivot]!) > Math.abs(table[best]![pivot]!)) best = row;
    [table[pivot], table[best]] = [table[best]!, table[pivot]!];
    const head = table[pivot]!;
    if (Math.abs(head[pivot]!) < 1e-12) return null;
    for (let row = 0; row < count; row++) {
      if (row === pivot) continue;
      const share = table[row]![pivot]! / head[pivot]!;
      if (share !== 0)
        for (let column = pivot; column <= count; column++) table[row]![column]! -= share * head[column]!;
    }
  }
  return table.map((row, index) => row[count]! / row[index]!);
}
