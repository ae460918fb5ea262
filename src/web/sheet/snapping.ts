/** Where a piece comes to rest that is dragged near others or an edge. */
import type { Box } from '../../core/geometry';

/** The nearest of some places within a reach; the place itself where none is. */
function nearest(position: number, places: readonly number[], reach: number): number {
  let best = position;
  let least = reach;
  for (const place of places)
    if (Math.abs(place - position) < least) {
      least = Math.abs(place - position);
      best = place;
    }
  return best;
}

/** Its edges go to those of the room, a gap beside other pieces, or in line with them; each axis by itself. */
export function snapped(
  box: Box,
  others: readonly Box[],
  room: Box,
  gapMm: number,
  reachMm: number,
): { readonly x: number; readonly y: number } {
  const along = (axis: 'x' | 'y', length: 'width' | 'height'): number =>
    nearest(
      box[axis],
      [
        room[axis],
        room[axis] + room[length] - box[length],
        ...others.flatMap((other) => [
          other[axis],
          other[axis] + other[length] - box[length],
          other[axis] + other[length] + gapMm,
          other[axis] - gapMm - box[length],
        ]),
      ],
      reachMm,
    );
  return { x: along('x', 'width'), y: along('y', 'height') };
}
