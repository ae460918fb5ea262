/** Moving the edges of rectilinear outlines, as growth compensation needs it. */
import { signedArea, type Region } from './contour';

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

/**
 * Area that is left when every edge of a region with only horizontal and vertical edges moves inwards by `distance`:
 * a strip along every edge is lost, and at each corner a square is counted twice or missed.
 */
export function insetArea(region: Region, distance: number): number {
  let area = 0;
  for (const contour of region) {
    let perimeter = 0;
    contour.forEach((vertex, index) => {
      const next = contour[(index + 1) % contour.length]!;
      perimeter += Math.abs(next.x - vertex.x) + Math.abs(next.y - vertex.y);
    });
    const signed = signedArea(contour);
    // An outline has four more convex corners than reflex ones, a hole four fewer.
    area += signed - distance * perimeter + Math.sign(signed) * 4 * distance * distance;
  }
  return area;
}
