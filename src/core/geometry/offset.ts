/** Moving the edges of outlines, as growth compensation needs it. */
import { arcCentre, signedArea, type Contour, type Region, type Vertex } from './contour';

interface Vector {
  readonly x: number;
  readonly y: number;
}

/** One stretch of an outline, with the directions in which it begins and ends. */
interface Stretch {
  readonly from: Vertex;
  readonly to: Vertex;
  /** 0 for a straight edge. */
  readonly bulge: number;
  readonly start: Vector;
  readonly end: Vector;
}

/** Directions that differ by less are the same: the outline goes on smoothly. */
const smooth = 1e-6;

/**
 * Moves every edge of a region outwards by `distance` (inwards when negative): straight edges stay straight with their
 * corners mitred, arcs keep their centres, arcs that are used up become corners. Right as long as no part and no gap is
 * narrower than twice the distance.
 */
export function offsetOutlines(region: Region, distance: number): Region {
  if (distance === 0) return region;
  const moved: Contour[] = [];
  for (const contour of region) {
    const outline = isRectilinear(contour)
      ? moveRectilinear(contour, distance)
      : moveOutline(contour, distance);
    if (outline.length > 0) moved.push(outline);
  }
  return moved;
}

function isRectilinear(contour: Contour): boolean {
  let before = contour[contour.length - 1]!;
  for (const vertex of contour) {
    if (vertex.bulge !== undefined || (vertex.x !== before.x && vertex.y !== before.y)) return false;
    before = vertex;
  }
  return true;
}

function moveRectilinear(contour: Contour, distance: number): Contour {
  return contour.map((vertex, index) => {
    const before = contour[(index + contour.length - 1) % contour.length]!;
    const after = contour[(index + 1) % contour.length]!;
    // Outwards is to the left of the way: up for an edge that runs to the right.
    const along = Math.sign(vertex.x - before.x) + Math.sign(after.x - vertex.x);
    const down = Math.sign(vertex.y - before.y) + Math.sign(after.y - vertex.y);
    return { x: vertex.x + down * distance, y: vertex.y - along * distance, bulge: undefined };
  });
}

function moveOutline(contour: Contour, distance: number): Contour {
  const stretches = stretchesOf(contour);
  const count = stretches.length;
  const radii = stretches.map(({ from, to, bulge }) => {
    if (bulge === 0) return Infinity;
    const centre = arcCentre(from, to, bulge);
    return Math.hypot(from.x - centre.x, from.y - centre.y) + Math.sign(bulge) * distance;
  });
  const isLeft = radii.map((radius) => radius > 0);
  if (!isLeft.includes(true)) return [];
  const moved: Vertex[] = [];
  for (let index = 0; index < count; index++) {
    if (!isLeft[index]) continue;
    // The stretch before that is left; arcs between them are used up.
    let before = (index + count - 1) % count;
    while (!isLeft[before]) before = (before + count - 1) % count;
    const at =
      (before + 1) % count === index
        ? corner(stretches[before]!, stretches[index]!, distance)
        : meeting(stretches[before]!, stretches[index]!, distance);
    moved.push({ ...at, ...(stretches[index]!.bulge === 0 ? {} : { bulge: stretches[index]!.bulge }) });
  }
  const left = stretches.filter((_, index) => isLeft[index]);
  return moved.map((vertex, index) => {
    if (vertex.bulge === undefined) return vertex;
    const next = moved[(index + 1) % moved.length]!;
    const { from, to, bulge } = left[index]!;
    return { ...vertex, bulge: bulgeAbout(arcCentre(from, to, bulge), vertex, next, bulge) };
  });
}

function stretchesOf(contour: Contour): Stretch[] {
  return contour.map((from, index) => {
    const to = contour[(index + 1) % contour.length]!;
    const bulge = from.bulge ?? 0;
    const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const chord = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
    if (bulge === 0) return { from, to, bulge, start: chord, end: chord };
    const half = 2 * Math.atan(bulge);
    const [cosine, sine] = [Math.cos(half), Math.sin(half)];
    const turned = (sign: number): Vector => ({
      x: chord.x * cosine - sign * chord.y * sine,
      y: sign * chord.x * sine + chord.y * cosine,
    });
    return { from, to, bulge, start: turned(-1), end: turned(1) };
  });
}

const cross = (a: Vector, b: Vector): number => a.x * b.y - a.y * b.x;
const dot = (a: Vector, b: Vector): number => a.x * b.x + a.y * b.y;

/** Where the vertex between two stretches goes. */
function corner(before: Stretch, after: Stretch, distance: number): Vector {
  const at = after.from;
  const [a, b] = [before.end, after.start];
  const turn = cross(a, b);
  // To the left of the way.
  const straight = { x: at.x + a.y * distance, y: at.y - a.x * distance };
  if (Math.abs(turn) < smooth) return straight;
  if (before.bulge !== 0 && after.bulge === 0) {
    const back = { x: at.x + b.y * distance, y: at.y - b.x * distance };
    return onCircle(before, back, b, distance) ?? mitre(at, a, b, distance);
  }
  if (before.bulge === 0 && after.bulge !== 0)
    return onCircle(after, straight, a, distance) ?? mitre(at, a, b, distance);
  return mitre(at, a, b, distance);
}

function mitre(at: Vector, a: Vector, b: Vector, distance: number): Vector {
  const share = distance / Math.max(1 + dot(a, b), 0.1);
  return { x: at.x + (a.y + b.y) * share, y: at.y - (a.x + b.x) * share };
}

/** Where a moved straight edge meets the moved arc, nearest to where it was; null when it does not. */
function onCircle(arc: Stretch, point: Vector, direction: Vector, distance: number): Vector | null {
  const centre = arcCentre(arc.from, arc.to, arc.bulge);
  const radius = Math.hypot(arc.from.x - centre.x, arc.from.y - centre.y) + Math.sign(arc.bulge) * distance;
  const towards = { x: point.x - centre.x, y: point.y - centre.y };
  const middle = -dot(towards, direction);
  const underRoot = middle * middle - dot(towards, towards) + radius * radius;
  if (underRoot < 0) return null;
  const half = Math.sqrt(underRoot);
  const along = Math.abs(middle - half) < Math.abs(middle + half) ? middle - half : middle + half;
  return { x: point.x + direction.x * along, y: point.y + direction.y * along };
}

/** Where two stretches meet once the arcs between them are used up. */
function meeting(before: Stretch, after: Stretch, distance: number): Vector {
  const [a, b] = [before.end, after.start];
  const p = { x: before.to.x + a.y * distance, y: before.to.y - a.x * distance };
  const q = { x: after.from.x + b.y * distance, y: after.from.y - b.x * distance };
  const turn = cross(a, b);
  if (Math.abs(turn) < smooth) return { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const along = cross({ x: q.x - p.x, y: q.y - p.y }, b) / turn;
  return { x: p.x + a.x * along, y: p.y + a.y * along };
}

/** Bulge of the arc about a centre from one point to the next, turning as the old arc did. */
function bulgeAbout(centre: Vector, from: Vector, to: Vector, oldBulge: number): number {
  const a = { x: from.x - centre.x, y: from.y - centre.y };
  const b = { x: to.x - centre.x, y: to.y - centre.y };
  let turn = Math.atan2(cross(a, b), dot(a, b));
  if (turn !== 0 && Math.sign(turn) !== Math.sign(oldBulge)) turn += Math.sign(oldBulge) * 2 * Math.PI;
  return Math.tan(turn / 4);
}

/**
 * Area that is left when every edge moves inwards by `distance`: a strip along every edge is lost, and at each corner a
 * patch is counted twice or missed. Exact for straight edges and for arcs that go on smoothly.
 */
export function insetArea(region: Region, distance: number): number {
  let area = 0;
  for (const contour of region) {
    if (isRectilinear(contour)) {
      area += insetRectilinearArea(contour, distance);
      continue;
    }
    const stretches = stretchesOf(contour);
    let perimeter = 0;
    let patches = 0;
    stretches.forEach((stretch, index) => {
      const { from, to, bulge } = stretch;
      const chord = Math.hypot(to.x - from.x, to.y - from.y);
      const turn = 4 * Math.atan(bulge);
      perimeter += bulge === 0 ? chord : (chord * turn) / (2 * Math.sin(turn / 2));
      patches += turn / 2;
      const next = stretches[(index + 1) % stretches.length]!;
      const angle = Math.atan2(cross(stretch.end, next.start), dot(stretch.end, next.start));
      patches += Math.tan(angle / 2);
    });
    area += signedArea(contour) - distance * perimeter + distance * distance * patches;
  }
  return area;
}

/** The same for right angles only, without a thing made on the way: it is counted at every key press. */
function insetRectilinearArea(contour: Contour, distance: number): number {
  const count = contour.length;
  let perimeter = 0;
  let patches = 0;
  for (let index = 0; index < count; index++) {
    const before = contour[index === 0 ? count - 1 : index - 1]!;
    const at = contour[index]!;
    const after = contour[index + 1 === count ? 0 : index + 1]!;
    perimeter += Math.abs(after.x - at.x) + Math.abs(after.y - at.y);
    patches += Math.sign((at.x - before.x) * (after.y - at.y) - (at.y - before.y) * (after.x - at.x));
  }
  return signedArea(contour) - distance * perimeter + distance * distance * patches;
}
