/** How near areas are to each other, and what lies in them. Outlines are looked at again and again, so each is flattened once. */
import { flattenRegion } from './booleans';
import type { Box, Contour, Region, Vertex } from './contour';

interface FlatContour {
  /** x and y in turn. */
  readonly points: Float64Array;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  /** Left, right, top and bottom of every stretch of so many edges in turn, which are passed over together. */
  readonly stretches: Float64Array;
}

/** Edges of a stretch. */
const edgesTogether = 16;

const usualTolerance = 1e-3;
const flattened = new Map<number, WeakMap<Contour, FlatContour>>();

function flat(contour: Contour, tolerance: number): FlatContour {
  let known = flattened.get(tolerance);
  if (known === undefined) flattened.set(tolerance, (known = new WeakMap()));
  let found = known.get(contour);
  if (found === undefined) {
    const [vertices] = flattenRegion([contour], tolerance);
    const points = new Float64Array(vertices!.length * 2);
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    vertices!.forEach(({ x, y }, index) => {
      points[2 * index] = x;
      points[2 * index + 1] = y;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    });
    found = { points, left, top, right, bottom, stretches: stretchesOf(points) };
    known.set(contour, found);
  }
  return found;
}

function stretchesOf(points: Float64Array): Float64Array {
  const edges = points.length / 2;
  const stretches = new Float64Array(4 * Math.ceil(edges / edgesTogether));
  for (let from = 0, index = 0; from < edges; from += edgesTogether, index += 4) {
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    // With the end of the last edge, which is the beginning of the next.
    for (let edge = from; edge <= Math.min(from + edgesTogether, edges); edge++) {
      const [x, y] = [points[2 * (edge % edges)]!, points[2 * (edge % edges) + 1]!];
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
    stretches.set([left, right, top, bottom], index);
  }
  return stretches;
}

/** The box around one outline. */
export function contourBounds(contour: Contour): Box {
  const { left, top, right, bottom } = flat(contour, usualTolerance);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** Whether a point lies in an area (non-zero winding). Arcs are taken as straight edges within a thousandth of a unit. */
export function holdsPoint(region: Region, { x, y }: Vertex): boolean {
  let winding = 0;
  for (const contour of region) {
    const { points, left, top, right, bottom } = flat(contour, usualTolerance);
    if (x < left || x > right || y < top || y > bottom) continue;
    for (let index = 0; index < points.length; index += 2) {
      const next = index + 2 === points.length ? 0 : index + 2;
      const [fromY, toY] = [points[index + 1]!, points[next + 1]!];
      if (fromY <= y === toY <= y) continue;
      const fromX = points[index]!;
      if (fromX + ((y - fromY) / (toY - fromY)) * (points[next]! - fromX) > x)
        winding += toY > fromY ? 1 : -1;
    }
  }
  return winding !== 0;
}

/** Least distance between the outlines of two areas; 0 when they cross. Infinite when one is empty. */
export function regionDistance(a: Region, b: Region, tolerance = 0.01): number {
  let least = Infinity;
  for (const first of a) {
    const outline = flat(first, tolerance);
    for (const second of b) {
      least = contourDistance(outline, flat(second, tolerance), least);
      if (least === 0) return 0;
    }
  }
  return least;
}

/** `least`, or less when the outlines are nearer. Edges whose boxes are farther apart are passed over. */
function contourDistance(a: FlatContour, b: FlatContour, least: number): number {
  if (gapOf(a.left, a.right, b.left, b.right, a.top, a.bottom, b.top, b.bottom) >= least) return least;
  let best = least;
  const [p, q] = [a.points, b.points];
  const { stretches } = b;
  for (let i = 0; i < p.length; i += 2) {
    const j = i + 2 === p.length ? 0 : i + 2;
    const [ax, ay, bx, by] = [p[i]!, p[i + 1]!, p[j]!, p[j + 1]!];
    const [left, right] = ax < bx ? [ax, bx] : [bx, ax];
    const [top, bottom] = ay < by ? [ay, by] : [by, ay];
    if (gapOf(left, right, b.left, b.right, top, bottom, b.top, b.bottom) >= best) continue;
    for (let stretch = 0; stretch < stretches.length; stretch += 4) {
      const [from, to] = [stretches[stretch]!, stretches[stretch + 1]!];
      if (gapOf(left, right, from, to, top, bottom, stretches[stretch + 2]!, stretches[stretch + 3]!) >= best)
        continue;
      const first = (stretch / 4) * edgesTogether * 2;
      const end = Math.min(first + edgesTogether * 2, q.length);
      for (let k = first; k < end; k += 2) {
        const l = k + 2 === q.length ? 0 : k + 2;
        const [cx, cy, dx, dy] = [q[k]!, q[k + 1]!, q[l]!, q[l + 1]!];
        const gap = gapOf(
          left,
          right,
          Math.min(cx, dx),
          Math.max(cx, dx),
          top,
          bottom,
          Math.min(cy, dy),
          Math.max(cy, dy),
        );
        if (gap >= best) continue;
        if (crosses(ax, ay, bx, by, cx, cy, dx, dy)) return 0;
        best = Math.min(
          best,
          distanceToEdge(ax, ay, cx, cy, dx, dy),
          distanceToEdge(bx, by, cx, cy, dx, dy),
          distanceToEdge(cx, cy, ax, ay, bx, by),
          distanceToEdge(dx, dy, ax, ay, bx, by),
        );
      }
    }
  }
  return best;
}

/** Least distance between two boxes. */
function gapOf(
  left: number,
  right: number,
  otherLeft: number,
  otherRight: number,
  top: number,
  bottom: number,
  otherTop: number,
  otherBottom: number,
): number {
  const across = Math.max(0, left - otherRight, otherLeft - right);
  const down = Math.max(0, top - otherBottom, otherTop - bottom);
  return Math.sqrt(across * across + down * down);
}

const sideOf = (ax: number, ay: number, bx: number, by: number, x: number, y: number): number =>
  Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax));

function crosses(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  return (
    sideOf(ax, ay, bx, by, cx, cy) * sideOf(ax, ay, bx, by, dx, dy) < 0 &&
    sideOf(cx, cy, dx, dy, ax, ay) * sideOf(cx, cy, dx, dy, bx, by) < 0
  );
}

/** Distance of a point from an edge between two others. */
export function distanceToEdge(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const [alongX, alongY] = [bx - ax, by - ay];
  const squared = alongX * alongX + alongY * alongY;
  const share =
    squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * alongX + (y - ay) * alongY) / squared));
  const [offX, offY] = [x - ax - share * alongX, y - ay - share * alongY];
  return Math.sqrt(offX * offX + offY * offY);
}

/** The convex outline around an outline, clockwise on screen (monotone chain; Andrew 1979). Arcs within `tolerance`. */
export function convexHull(contour: Contour, tolerance: number): Contour {
  const [points] = flattenRegion([contour], tolerance);
  const sorted = [...points!].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (ordered: readonly Vertex[]): Vertex[] => {
    const kept: Vertex[] = [];
    for (const { x, y } of ordered) {
      while (
        kept.length > 1 &&
        (kept.at(-1)!.x - kept.at(-2)!.x) * (y - kept.at(-2)!.y) -
          (kept.at(-1)!.y - kept.at(-2)!.y) * (x - kept.at(-2)!.x) <=
          0
      )
        kept.pop();
      kept.push({ x, y });
    }
    return kept.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}
