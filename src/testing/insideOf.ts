/** For tests: whether points lie in a region. */
import { crossingsOf, type Region } from '../core/geometry';

/** Tells whether a point is enclosed, by counting crossings to its right on a line that is not quite level. */
export function insideOf(region: Region): (x: number, y: number) => boolean {
  const boxed = region.map((contour) => {
    const ys = contour.map(({ y }) => y);
    // Arcs may reach a little over their ends.
    return { contour, top: Math.min(...ys) - 3, bottom: Math.max(...ys) + 3 };
  });
  const angle = 0.0137;
  const direction = { x: Math.cos(angle), y: Math.sin(angle) };
  return (x, y) => {
    const near = boxed
      .filter(({ top, bottom }) => top < y + 2 && bottom > y - 2)
      .map(({ contour }) => contour);
    return crossingsOf(near, { x, y }, direction).filter((distance) => distance > 0).length % 2 === 1;
  };
}
