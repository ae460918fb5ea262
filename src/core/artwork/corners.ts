/** The fewest nodes that the outline of a symbol in plain squares can have. */
import type { QrSymbol } from '../symbol';

/** Corners of the dark area, counted from the modules alone: one where one or three of four cells meet, two where two do crosswise. */
export function countCorners({ size, modules }: Pick<QrSymbol, 'size' | 'modules'>): number {
  let corners = 0;
  for (let row = 0; row <= size; row++) {
    let upperLeft = 0;
    let lowerLeft = 0;
    for (let column = 0; column <= size; column++) {
      const inside = column < size;
      const upper = inside && row > 0 ? modules[(row - 1) * size + column]! : 0;
      const lower = inside && row < size ? modules[row * size + column]! : 0;
      const dark = upperLeft + lowerLeft + upper + lower;
      if (dark === 1 || dark === 3) corners++;
      else if (dark === 2 && upperLeft === lower) corners += 2;
      upperLeft = upper;
      lowerLeft = lower;
    }
  }
  return corners;
}
