/** Places moved, turned and scaled by a matrix, as SVG, PDF and PostScript write them. */
import type { Vertex } from './contour';

/** Column-major 2 x 3 matrix: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

export const identityMatrix: Matrix = [1, 0, 0, 1, 0, 0];

/** The second first, then the first. */
export function multiplyMatrix([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix {
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const applyMatrix = ([a, b, c, d, e, f]: Matrix, x: number, y: number): Vertex => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** What takes places back. Null for a matrix that makes all places one. */
export function invertMatrix([a, b, c, d, e, f]: Matrix): Matrix | null {
  const scale = a * d - b * c;
  if (scale === 0) return null;
  return [d / scale, -b / scale, -c / scale, a / scale, (c * f - d * e) / scale, (b * e - a * f) / scale];
}
