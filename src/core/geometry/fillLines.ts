/** The lines that fill an area: how a beam or a cutter goes over it, one line after the other. */
import { boundsOf } from './sample';
import { flattenRegion } from './booleans';
import type { Region } from './contour';

/** Level runs at one height, from left to right. */
export interface FillLine {
  readonly y: number;
  readonly runs: readonly (readonly [from: number, to: number])[];
}

/** The runs of a line in the order of a head that goes to and fro: every other line from right to left. */
export const toAndFro = (runs: FillLine['runs'], line: number): FillLine['runs'] =>
  line % 2 === 0 ? runs : [...runs].reverse().map(([from, to]) => [to, from] as const);

/**
 * Lines `interval` apart, the first half of it below the upper edge, through what is inside (non-zero winding). Arcs are taken as
 * straight edges within a twentieth of the interval. Lines that meet nothing are left out.
 */
export function fillLines(region: Region, interval: number): readonly FillLine[] {
  const bounds = boundsOf(region);
  if (bounds === null) return [];
  const count = Math.max(1, Math.round(bounds.height / interval));
  const levelOf = (line: number): number => bounds.y + ((line + 0.5) * bounds.height) / count;
  const crossings: { x: number; direction: number }[][] = Array.from({ length: count }, () => []);
  for (const contour of flattenRegion(region, interval / 20))
    contour.forEach((a, index) => {
      const b = contour[(index + 1) % contour.length]!;
      if (a.y === b.y) return;
      const direction = b.y > a.y ? 1 : -1;
      const [top, bottom] = direction > 0 ? [a, b] : [b, a];
      const first = Math.max(0, Math.ceil(((top.y - bounds.y) / bounds.height) * count - 0.5));
      for (let line = first; line < count; line++) {
        const y = levelOf(line);
        if (y >= bottom.y) break;
        if (y < top.y) continue;
        const share = (y - top.y) / (bottom.y - top.y);
        crossings[line]!.push({ x: top.x + share * (bottom.x - top.x), direction });
      }
    });
  return crossings.flatMap((onLine, line) => {
    onLine.sort((a, b) => a.x - b.x);
    const runs: [number, number][] = [];
    let winding = 0;
    onLine.forEach(({ x, direction }, place) => {
      const was = winding;
      winding += direction;
      if (was === 0 && winding !== 0) runs.push([x, x]);
      else if (was !== 0 && winding === 0) runs.at(-1)![1] = x;
      if (place === onLine.length - 1 && winding !== 0) runs.pop();
    });
    const open = runs.filter(([from, to]) => to > from);
    return open.length === 0 ? [] : [{ y: levelOf(line), runs: open }];
  });
}
