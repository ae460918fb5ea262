/** Areas turned about a point, scaled unevenly, and points asked for where they lie. */
import { flattenRegion } from './booleans';
import type { Box, Region, Vertex } from './contour';
import { fitArcs } from './fitArcs';

export function turnPoint({ x, y }: Vertex, centre: Vertex, turn: number): { x: number; y: number } {
  const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
  const [dx, dy] = [x - centre.x, y - centre.y];
  return { x: centre.x + dx * cosine - dy * sine, y: centre.y + dx * sine + dy * cosine };
}

/** Turned about a point by radians, clockwise on screen. Quarter turns keep right angles exact. */
export function turnRegion(region: Region, centre: Vertex, turn: number): Region {
  if (turn === 0) return region;
  const quarters = turn / (Math.PI / 2);
  const isQuarter = Math.abs(quarters - Math.round(quarters)) < 1e-9;
  const cosine = isQuarter ? Math.round(Math.cos(turn)) : Math.cos(turn);
  const sine = isQuarter ? Math.round(Math.sin(turn)) : Math.sin(turn);
  return region.map((contour) =>
    contour.map(({ x, y, bulge }) => {
      const [dx, dy] = [x - centre.x, y - centre.y];
      return { x: centre.x + dx * cosine - dy * sine, y: centre.y + dx * sine + dy * cosine, bulge };
    }),
  );
}

/** The upright box around a box that is turned about its middle. */
export function turnedBounds(width: number, height: number, turn: number): { width: number; height: number } {
  const [cosine, sine] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))];
  const clean = (value: number): number => Number(value.toFixed(9));
  return { width: clean(width * cosine + height * sine), height: clean(width * sine + height * cosine) };
}

/** Stretched so that one box becomes another. Arcs are kept when both directions are stretched alike, else fitted again. */
export function stretchRegion(region: Region, from: Box, to: Box, tolerance: number): Region {
  const across = to.width / (from.width || 1);
  const down = to.height / (from.height || 1);
  const isEven = Math.abs(across - down) < 1e-6 * Math.max(across, down);
  const source = isEven ? region : flattenRegion(region, tolerance / (2 * Math.max(across, down)));
  const stretched = source.map((contour) =>
    contour.map(({ x, y, bulge }) => ({
      x: to.x + (x - from.x) * across,
      y: to.y + (y - from.y) * down,
      bulge,
    })),
  );
  return isEven ? stretched : fitArcs(stretched, tolerance);
}

/** Whether a point lies in an area (non-zero winding). Arcs are taken as straight edges within `tolerance`. */
export function holdsPoint(region: Region, { x, y }: Vertex, tolerance = 1e-3): boolean {
  let winding = 0;
  for (const contour of flattenRegion(region, tolerance))
    contour.forEach((a, index) => {
      const b = contour[(index + 1) % contour.length]!;
      if (a.y <= y === b.y <= y) return;
      const at = a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x);
      if (at > x) winding += b.y > a.y ? 1 : -1;
    });
  return winding !== 0;
}

/** Least distance between the outlines of two areas; negative depth is not told apart: 0 when they cross. */
export function regionDistance(a: Region, b: Region, tolerance = 0.01): number {
  const edges = (region: Region): [Vertex, Vertex][] =>
    flattenRegion(region, tolerance).flatMap((contour) =>
      contour.map((vertex, index): [Vertex, Vertex] => [vertex, contour[(index + 1) % contour.length]!]),
    );
  const [first, second] = [edges(a), edges(b)];
  let least = Infinity;
  for (const [p, q] of first)
    for (const [r, s] of second) {
      if (boxesApart(p, q, r, s) >= least) continue;
      least = Math.min(least, segmentDistance(p, q, r, s));
      if (least === 0) return 0;
    }
  return least;
}

function boxesApart(p: Vertex, q: Vertex, r: Vertex, s: Vertex): number {
  const gap = (a: number, b: number, c: number, d: number): number =>
    Math.max(0, Math.min(a, b) - Math.max(c, d), Math.min(c, d) - Math.max(a, b));
  return Math.hypot(gap(p.x, q.x, r.x, s.x), gap(p.y, q.y, r.y, s.y));
}

function segmentDistance(p: Vertex, q: Vertex, r: Vertex, s: Vertex): number {
  if (cross(p, q, r, s)) return 0;
  return Math.min(
    pointToSegment(p, r, s),
    pointToSegment(q, r, s),
    pointToSegment(r, p, q),
    pointToSegment(s, p, q),
  );
}

const side = (a: Vertex, b: Vertex, c: Vertex): number =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
const cross = (p: Vertex, q: Vertex, r: Vertex, s: Vertex): boolean =>
  side(p, q, r) * side(p, q, s) < 0 && side(r, s, p) * side(r, s, q) < 0;

function pointToSegment({ x, y }: Vertex, a: Vertex, b: Vertex): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const share = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / squared));
  return Math.hypot(x - a.x - share * dx, y - a.y - share * dy);
}
