/** Short straight edges made into long lines and true arcs again. */
import { flattenRegion } from './booleans';
import type { Contour, Region, Vertex } from './contour';

/** Arcs that turn further than this are split, so that no arc closes on itself. */
const largestTurn = Math.PI * 0.9;
/** An edge that turns by more than this against the one before is a corner that stays; in degrees. */
const usualCornerDegrees = 25;

/**
 * The same area, within `tolerance`, of as few lines and arcs as follow on each other greedily. Outlines of pixels turn
 * by 45 degrees at every step, so for them corners are what turns further.
 */
export function fitArcs(region: Region, tolerance: number, cornerDegrees = usualCornerDegrees): Region {
  const cornerTurn = (cornerDegrees / 180) * Math.PI;
  return flattenRegion(region, tolerance / 2)
    .map((contour) => fitContour(contour, tolerance, cornerTurn))
    .filter((contour) => contour.length > 1);
}

function fitContour(contour: Contour, tolerance: number, cornerTurn: number): Contour {
  const count = contour.length;
  if (count < 4) return contour;
  const start = sharpestCorner(contour);
  const points = Array.from({ length: count + 1 }, (_, index) => contour[(start + index) % count]!);
  const isCorner = points.map((_, index) => index > 0 && index < count && turnAt(points, index) > cornerTurn);
  const fitted: Vertex[] = [];
  let from = 0;
  while (from < count) {
    const limit = nextCorner(isCorner, from, count);
    let to = from + 1;
    let bulge: number | undefined;
    // Long strides while they fit, shorter ones when they do not.
    for (let stride = 2; to < limit;) {
      const end = Math.min(to + stride, limit);
      const found = fits(points, from, end, tolerance);
      if (found !== null) {
        to = end;
        bulge = found.bulge;
        stride *= 2;
      } else if (stride === 1) break;
      else stride >>= 1;
    }
    const { x, y } = points[from]!;
    fitted.push(bulge === undefined ? { x, y } : { x, y, bulge });
    from = to;
  }
  return fitted;
}

function nextCorner(isCorner: readonly boolean[], from: number, count: number): number {
  for (let index = from + 1; index < count; index++) if (isCorner[index]) return index;
  return count;
}

function sharpestCorner(contour: Contour): number {
  let best = 0;
  let most = -1;
  contour.forEach((_, index) => {
    const turn = turnBetween(
      contour[(index + contour.length - 1) % contour.length]!,
      contour[index]!,
      contour[(index + 1) % contour.length]!,
    );
    if (turn > most) [best, most] = [index, turn];
  });
  return best;
}

const turnAt = (points: readonly Vertex[], index: number): number =>
  turnBetween(points[index - 1]!, points[index]!, points[index + 1]!);

function turnBetween(before: Vertex, vertex: Vertex, after: Vertex): number {
  const inX = vertex.x - before.x;
  const inY = vertex.y - before.y;
  const outX = after.x - vertex.x;
  const outY = after.y - vertex.y;
  return Math.abs(Math.atan2(inX * outY - inY * outX, inX * outX + inY * outY));
}

/** A line (no bulge) or an arc from one point to another that stays within the tolerance of all between, or null. */
function fits(
  points: readonly Vertex[],
  from: number,
  to: number,
  tolerance: number,
): { readonly bulge: number | undefined } | null {
  const start = points[from]!;
  const end = points[to]!;
  const chord = Math.hypot(end.x - start.x, end.y - start.y);
  if (chord < 1e-12) return null;
  const middle = points[(from + to) >> 1]!;
  const side = ((end.x - start.x) * (middle.y - start.y) - (end.y - start.y) * (middle.x - start.x)) / chord;
  if (isStraight(points, from, to, tolerance)) return { bulge: undefined };
  const centre = circumcentre(start, middle, end);
  if (centre === null) return null;
  const radius = Math.hypot(start.x - centre.x, start.y - centre.y);
  let turn = 0;
  for (let index = from; index < to; index++) {
    const a = points[index]!;
    const b = points[index + 1]!;
    const off = Math.abs(Math.hypot(b.x - centre.x, b.y - centre.y) - radius);
    const offMiddle = Math.abs(Math.hypot((a.x + b.x) / 2 - centre.x, (a.y + b.y) / 2 - centre.y) - radius);
    if (off > tolerance || offMiddle > tolerance) return null;
    const cross = (a.x - centre.x) * (b.y - centre.y) - (a.y - centre.y) * (b.x - centre.x);
    const dot = (a.x - centre.x) * (b.x - centre.x) + (a.y - centre.y) * (b.y - centre.y);
    turn += Math.atan2(cross, dot);
  }
  if (Math.abs(turn) > largestTurn || turn * side > 0) return null;
  return { bulge: Math.tan(turn / 4) };
}

function isStraight(points: readonly Vertex[], from: number, to: number, tolerance: number): boolean {
  const start = points[from]!;
  const end = points[to]!;
  const dx = end.x - start.x;
  const dy = end.y - start.y;
  const length = Math.hypot(dx, dy);
  let last = 0;
  for (let index = from + 1; index <= to; index++) {
    const x = points[index]!.x - start.x;
    const y = points[index]!.y - start.y;
    const along = (x * dx + y * dy) / length;
    if (Math.abs(x * dy - y * dx) / length > tolerance || along < last - tolerance) return false;
    last = along;
  }
  return true;
}

function circumcentre(a: Vertex, b: Vertex, c: Vertex): { x: number; y: number } | null {
  const doubled = 2 * ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  if (Math.abs(doubled) < 1e-14) return null;
  const ab = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  const ac = (c.x - a.x) ** 2 + (c.y - a.y) ** 2;
  return {
    x: a.x + ((c.y - a.y) * ab - (b.y - a.y) * ac) / doubled,
    y: a.y + ((b.x - a.x) * ac - (c.x - a.x) * ab) / doubled,
  };
}
