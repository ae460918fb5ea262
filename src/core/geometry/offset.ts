/** Moving the edges of rectilinear outlines, as growth compensation needs it. */
import type { Region } from './contour';

/**
 * Moves every edge of a region with only horizontal and vertical edges outwards by `distance` (inwards when
 * negative), corners mitred. Right as long as no part and no gap is narrower than twice the distance.
 */
export function offsetRectilinear(region: Region, distance: number): Region {
  if (distance === 0) return region;
  return region.map((contour) =>
    contour.map((vertex, index) => {
      const before = contour[(index + contour.length - 1) % contour.length]!;
      const after = contour[(index + 1) % contour.length]!;
      // Outwards is to the left of the way: up for an edge that runs to the right.
      const along = Math.sign(vertex.x - before.x) + Math.sign(after.x - vertex.x);
      const down = Math.sign(vertex.y - before.y) + Math.sign(after.y - vertex.y);
      return { x: vertex.x + down * distance, y: vertex.y - along * distance };
    }),
  );
}
