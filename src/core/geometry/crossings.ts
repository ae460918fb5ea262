/** Where a straight line crosses outlines. */
import { arcCentre, type Region, type Vertex } from './contour';

interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * Distances from `point` along the unit vector `direction` at which the line through both crosses the outlines, in
 * rising order. Outlines that are only touched give two equal distances or none.
 */
export function crossingsOf(region: Region, point: Point, direction: Point): number[] {
  const places: number[] = [];
  for (const contour of region)
    contour.forEach((from, index) => {
      const to = contour[(index + 1) % contour.length]!;
      if (from.bulge) crossArc(places, from, to, from.bulge, point, direction);
      else crossEdge(places, from, to, point, direction);
    });
  return places.sort((a, b) => a - b);
}

/** Distance of a point from the line, positive to the right of its direction. */
const side = (vertex: Point, point: Point, direction: Point): number =>
  (vertex.y - point.y) * direction.x - (vertex.x - point.x) * direction.y;
const along = (vertex: Point, point: Point, direction: Point): number =>
  (vertex.x - point.x) * direction.x + (vertex.y - point.y) * direction.y;

function crossEdge(places: number[], from: Point, to: Point, point: Point, direction: Point): void {
  const a = side(from, point, direction);
  const b = side(to, point, direction);
  // An end on the line belongs to one side, so that a vertex is crossed once.
  if (a < 0 === b < 0) return;
  const share = a / (a - b);
  places.push(
    along({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }, point, direction),
  );
}

function crossArc(
  places: number[],
  from: Vertex,
  to: Vertex,
  bulge: number,
  point: Point,
  direction: Point,
): void {
  const centre = arcCentre(from, to, bulge);
  const radius = Math.hypot(from.x - centre.x, from.y - centre.y);
  const away = side(centre, point, direction);
  const underRoot = radius * radius - away * away;
  const a = side(from, point, direction) < 0;
  const b = side(to, point, direction) < 0;
  if (underRoot <= 0) return;
  const middle = along(centre, point, direction);
  const half = Math.sqrt(underRoot);
  // How far a crossing of the circle lies on the arc's side of the chord.
  const depth = (distance: number): number => {
    const x = point.x + direction.x * distance;
    const y = point.y + direction.y * distance;
    return ((to.y - from.y) * (x - from.x) - (to.x - from.x) * (y - from.y)) * Math.sign(bulge);
  };
  const [near, far] = [middle - half, middle + half];
  // The ends decide whether an odd or an even number of crossings lies on the arc.
  if (a !== b) places.push(depth(near) > depth(far) ? near : far);
  else if (depth(near) > 0 && depth(far) > 0) places.push(near, far);
}
