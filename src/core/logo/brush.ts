/** What strokes of a brush say of each module. */
import { distanceToEdge } from '../geometry';
import type { BrushKind, Stroke } from './settings';

/** By module of a symbol of `size` modules a side, row by row; those that no stroke reaches are plain. */
export function brushed(strokes: readonly Stroke[], size: number): readonly BrushKind[] {
  const kinds = Array.from({ length: size * size }, (): BrushKind => 'plain');
  for (const { as, radius, points } of strokes)
    points.forEach(([x, y], index) => {
      const [fromX, fromY] = points[Math.max(0, index - 1)]!;
      const [ax, ay, bx, by] = [fromX * size, fromY * size, x * size, y * size];
      const reach = radius * size;
      const inside = (coordinate: number): number => Math.min(size, Math.max(0, Math.floor(coordinate)));
      const [left, right] = [inside(Math.min(ax, bx) - reach), inside(Math.max(ax, bx) + reach + 1)];
      const [top, bottom] = [inside(Math.min(ay, by) - reach), inside(Math.max(ay, by) + reach + 1)];
      for (let row = top; row < bottom; row++)
        for (let column = left; column < right; column++)
          if (distanceToEdge(column + 0.5, row + 0.5, ax, ay, bx, by) <= reach)
            kinds[row * size + column] = as;
    });
  return kinds;
}
