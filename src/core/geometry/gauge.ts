/**
 * How far outlines are from a square, measured by the square that grows: the distance by which all four sides can move
 * outwards until they touch. Exact for straight edges and for arcs.
 */
import { arcCentre, type Box, type Region, type Vertex } from './contour';
import { contourBounds } from './nearness';

/** A square that may be turned about its middle. */
export interface TurnedSquare {
  readonly x: number;
  readonly y: number;
  /** Half the side. */
  readonly half: number;
  /** Radians, clockwise on screen. */
  readonly turn: number;
}

export interface Touch {
  /** Growth on every side until the outline is touched; negative when it runs through the square. */
  readonly distance: number;
  /** Where it is touched first; the middle of a stretch that is touched all at once. */
  readonly at: Vertex;
}

const equal = 1e-9;

/** The first touch of any outline; null for an empty region. */
export function firstTouch(region: Region, square: TurnedSquare): Touch | null {
  let best: (Touch & { readonly span: number }) | null = null;
  const cosine = Math.cos(square.turn);
  const sine = Math.sin(square.turn);
  /** In the square's own axes, from its middle. */
  const inward = ({ x, y }: Vertex): Vertex => {
    const [dx, dy] = [x - square.x, y - square.y];
    return { x: dx * cosine + dy * sine, y: dy * cosine - dx * sine };
  };
  const outward = ({ x, y }: Vertex): Vertex => ({
    x: square.x + x * cosine - y * sine,
    y: square.y + x * sine + y * cosine,
  });
  const reach = ({ x, y }: Vertex): number => Math.max(Math.abs(x), Math.abs(y)) - square.half;
  for (const contour of region) {
    if (best !== null && leastReach(contourBounds(contour), square) > best.distance + equal) continue;
    for (let index = 0; index < contour.length; index++) {
      const from = contour[index]!;
      const to = contour[index + 1 === contour.length ? 0 : index + 1]!;
      const a = inward(from);
      const b = inward(to);
      if (best !== null && !from.bulge && apart(a, b) - square.half > best.distance + equal) continue;
      const candidates = from.bulge ? onArc(a, b, from.bulge) : onEdge(a, b);
      let least = Infinity;
      for (const point of candidates) least = Math.min(least, reach(point));
      if (best !== null && least > best.distance + equal) continue;
      const touching = candidates.filter((point) => reach(point) <= least + equal);
      const span = spanOf(touching);
      // Of two that are touched at once, the one that is touched along more of it.
      if (best !== null && least > best.distance - equal && span <= best.span) continue;
      const middle = {
        x: touching.reduce((sum, { x }) => sum + x, 0) / touching.length,
        y: touching.reduce((sum, { y }) => sum + y, 0) / touching.length,
      };
      const single = from.bulge ? touching[0]! : middle;
      best = { distance: least, at: outward(single), span };
    }
  }
  return best && { distance: best.distance, at: best.at };
}

/** Greatest distance between points. */
function spanOf(points: readonly Vertex[]): number {
  let span = 0;
  for (const a of points) for (const b of points) span = Math.max(span, Math.hypot(a.x - b.x, a.y - b.y));
  return span;
}

/** Never more than the growth at which anything in a box is touched. */
export function leastReach({ x, y, width, height }: Box, square: TurnedSquare): number {
  const across = Math.max(x - square.x, square.x - x - width, 0);
  const down = Math.max(y - square.y, square.y - y - height, 0);
  if (across === 0 && down === 0) return -square.half;
  const reach = square.turn === 0 ? Math.max(across, down) : Math.hypot(across, down) * Math.SQRT1_2;
  return reach - square.half;
}

/** The least that the larger of both coordinates can be on an edge. */
function apart(a: Vertex, b: Vertex): number {
  const across = a.x > 0 && b.x > 0 ? Math.min(a.x, b.x) : a.x < 0 && b.x < 0 ? -Math.max(a.x, b.x) : 0;
  const down = a.y > 0 && b.y > 0 ? Math.min(a.y, b.y) : a.y < 0 && b.y < 0 ? -Math.max(a.y, b.y) : 0;
  return Math.max(across, down);
}

/** Ends of an edge and where it crosses the axes and diagonals: the larger coordinate is least at one of them. */
function onEdge(a: Vertex, b: Vertex): Vertex[] {
  const points = [a, b];
  for (const [p, q] of [
    [a.x, b.x],
    [a.y, b.y],
    [a.x - a.y, b.x - b.y],
    [a.x + a.y, b.x + b.y],
  ] as const) {
    const share = p / (p - q);
    if (share > 0 && share < 1) points.push({ x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) });
  }
  return points;
}

/** The same for an arc, with the points where it turns back in a coordinate. */
function onArc(a: Vertex, b: Vertex, bulge: number): Vertex[] {
  const centre = arcCentre(a, b, bulge);
  const radius = Math.hypot(a.x - centre.x, a.y - centre.y);
  const start = Math.atan2(a.y - centre.y, a.x - centre.x);
  const turn = 4 * Math.atan(bulge);
  const points = [a, b];
  const consider = (angle: number): void => {
    let along = (angle - start) * Math.sign(turn);
    along -= 2 * Math.PI * Math.floor(along / (2 * Math.PI));
    if (along < Math.abs(turn))
      points.push({ x: centre.x + radius * Math.cos(angle), y: centre.y + radius * Math.sin(angle) });
  };
  for (let quarter = 0; quarter < 4; quarter++) consider((quarter * Math.PI) / 2);
  // A line through the origin along an angle meets the circle where it is as far from the centre as the radius.
  for (let eighth = 0; eighth < 4; eighth++) {
    const line = (eighth * Math.PI) / 4;
    const away = centre.y * Math.cos(line) - centre.x * Math.sin(line);
    const half = Math.sqrt(radius * radius - away * away);
    if (Number.isNaN(half)) continue;
    const foot = centre.x * Math.cos(line) + centre.y * Math.sin(line);
    for (const along of [foot - half, foot + half])
      consider(Math.atan2(along * Math.sin(line) - centre.y, along * Math.cos(line) - centre.x));
  }
  return points;
}
