/** Areas united, cut and grown by the clipping library; arcs become short straight edges on the way. */
import {
  difference,
  FillRule,
  inflatePaths,
  intersect,
  JoinType,
  EndType,
  union,
  type Paths64,
} from 'clipper2-ts';
import { arcCentre, type Contour, type Region, type Vertex } from './contour';

/** Steps to a unit in which the library counts. */
const steps = 1e6;

/** An arc is never made of more, however large it is against the tolerance. */
const mostEdges = 2000;

/** Straight edges that stay within `tolerance` of the arcs. */
export function flattenRegion(region: Region, tolerance: number): Region {
  return region.map((contour) => flattenContour(contour, tolerance));
}

function flattenContour(contour: Contour, tolerance: number): Contour {
  if (contour.every(({ bulge }) => bulge === undefined)) return contour;
  const points: Vertex[] = [];
  contour.forEach(({ x, y, bulge }, index) => {
    points.push({ x, y });
    if (bulge === undefined || bulge === 0) return;
    const from = contour[index]!;
    const to = contour[(index + 1) % contour.length]!;
    const centre = arcCentre(from, to, bulge);
    const radius = Math.hypot(x - centre.x, y - centre.y);
    const turn = 4 * Math.atan(bulge);
    const largest = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(radius, tolerance)));
    const count = Math.max(1, Math.min(Math.ceil(Math.abs(turn) / largest), mostEdges));
    for (let piece = 1; piece < count; piece++) {
      const angle = (turn * piece) / count;
      const [dx, dy] = [x - centre.x, y - centre.y];
      points.push({
        x: centre.x + dx * Math.cos(angle) - dy * Math.sin(angle),
        y: centre.y + dx * Math.sin(angle) + dy * Math.cos(angle),
      });
    }
  });
  return points;
}

const toPaths = (region: Region, tolerance: number): Paths64 =>
  flattenRegion(region, tolerance).map((contour) =>
    contour.map(({ x, y }) => ({ x: Math.round(x * steps), y: Math.round(y * steps) })),
  );

const fromPaths = (paths: Paths64): Region =>
  paths.map((path) => path.map(({ x, y }) => ({ x: x / steps, y: y / steps })));

/** Everything that is inside by the fill rule; outer outlines clockwise, holes the other way. */
export function uniteRegion(
  region: Region,
  tolerance: number,
  fillRule: 'nonzero' | 'evenodd' = 'nonzero',
): Region {
  const rule = fillRule === 'nonzero' ? FillRule.NonZero : FillRule.EvenOdd;
  return fromPaths(union(toPaths(region, tolerance), rule));
}

/** What lies in the first region and not in the second. */
export function cutRegion(region: Region, taken: Region, tolerance: number): Region {
  return fromPaths(difference(toPaths(region, tolerance), toPaths(taken, tolerance), FillRule.NonZero));
}

/** What lies in both regions. */
export function sharedRegion(region: Region, other: Region, tolerance: number): Region {
  return fromPaths(intersect(toPaths(region, tolerance), toPaths(other, tolerance), FillRule.NonZero));
}

/** An area grown by `distance` (shrunk when negative): corners come out round, or sharp up to eight times the distance. */
export function growRegion(
  region: Region,
  distance: number,
  tolerance: number,
  corners: 'round' | 'mitre' = 'round',
): Region {
  // What is a single point cannot be grown.
  const paths = toPaths(region, tolerance).filter((path) =>
    path.some(({ x, y }) => x !== path[0]!.x || y !== path[0]!.y),
  );
  return fromPaths(
    inflatePaths(
      paths,
      distance * steps,
      corners === 'round' ? JoinType.Round : JoinType.Miter,
      EndType.Polygon,
      corners === 'round' ? 2 : 8,
      tolerance * steps,
    ),
  );
}

const lineEnds = { butt: EndType.Butt, square: EndType.Square, round: EndType.Round } as const;
const lineJoins = { miter: JoinType.Miter, bevel: JoinType.Bevel, round: JoinType.Round } as const;

export interface StrokeShape {
  readonly end: keyof typeof lineEnds;
  readonly join: keyof typeof lineJoins;
  /** The last point goes on to the first. */
  readonly isClosed: boolean;
}

/** Lines of a width as an area. */
export function strokeRegion(
  lines: readonly (readonly Vertex[])[],
  width: number,
  tolerance: number,
  { end, join, isClosed }: StrokeShape = { end: 'round', join: 'round', isClosed: false },
): Region {
  const paths = lines.map((line) =>
    line.map(({ x, y }) => ({ x: Math.round(x * steps), y: Math.round(y * steps) })),
  );
  return fromPaths(
    inflatePaths(
      paths,
      (width / 2) * steps,
      lineJoins[join],
      isClosed ? EndType.Joined : lineEnds[end],
      4,
      tolerance * steps,
    ),
  );
}
