/** Parts that are weeded by hand: small ones lift with what is pulled away. */
import { randomAt } from '../../numbers';
import type { Extent } from './edges';

/** Share of the parts lost that are as large as the smallest that weeds, and half as wide [from memory]. */
const lostAtElement = 0.04;
const lostAtHalf = 0.6;
/** Parts that are this many times wider stay. */
const safeWidths = 1.25;

/** Connected marks of which some are gone, the smaller the more likely; `elementPx` is the width of the smallest that weeds. */
export function weeded(
  marked: Uint8Array,
  { width, height }: Extent,
  elementPx: number,
  seed: number,
): Uint8Array {
  const left = marked.slice();
  const seen = new Uint8Array(marked.length);
  const most = (safeWidths * elementPx) ** 2;
  const part: number[] = [];
  for (let start = 0; start < marked.length; start++) {
    if (seen[start] === 1 || marked[start]! < 128) continue;
    part.length = 0;
    part.push(start);
    seen[start] = 1;
    let touchesEdge = false;
    for (let next = 0; next < part.length; next++) {
      const index = part[next]!;
      const column = index % width;
      const row = (index - column) / width;
      touchesEdge ||= column === 0 || row === 0 || column === width - 1 || row === height - 1;
      for (const beside of [
        column > 0 ? index - 1 : -1,
        column < width - 1 ? index + 1 : -1,
        row > 0 ? index - width : -1,
        row < height - 1 ? index + width : -1,
      ])
        if (beside >= 0 && seen[beside] === 0 && marked[beside]! >= 128) {
          seen[beside] = 1;
          part.push(beside);
        }
    }
    // What goes on beyond the picture is larger than it seems.
    if (touchesEdge || part.length >= most) continue;
    const wide = Math.sqrt(part.length) / elementPx;
    const chance =
      wide >= 1
        ? (lostAtElement * (safeWidths - wide)) / (safeWidths - 1)
        : Math.min(lostAtElement + (lostAtHalf - lostAtElement) * 2 * (1 - wide), 0.95);
    if (randomAt(seed, start % width, Math.floor(start / width)) >= chance) continue;
    for (const index of part) left[index] = 0;
  }
  return left;
}
