/** Moving the edges of outlines, as growth compensation needs it. */
import { signedArea, type Contour, type Region, type Vertex } from './contour';

interface Vector {
  readonly x: number;
  readonly y: number;
}

/**
 * The stretches of an outline as columns of numbers: where each begins, its bulge (0 when straight), and the directions
 * in which it begins and ends. Columns and not objects, because styled outlines are moved at every key press.
 */
interface Stretches {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly bulge: Float64Array;
  readonly startX: Float64Array;
  readonly startY: Float64Array;
  readonly endX: Float64Array;
  readonly endY: Float64Array;
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
  const { count, x, y, bulge } = stretches;
  // Radius after the move, and the centre, of every arc; straight edges stay.
  const centreX = columns[7]!;
  const centreY = columns[8]!;
  const isLeft = marks;
  let left = 0;
  for (let index = 0; index < count; index++) {
    const edgeBulge = bulge[index]!;
    isLeft[index] = 0;
    if (edgeBulge !== 0) {
      const next = index + 1 === count ? 0 : index + 1;
      // As in arcCentre: from the middle of the chord, along its normal.
      const share = (1 - edgeBulge * edgeBulge) / (4 * edgeBulge);
      centreX[index] = (x[index]! + x[next]!) / 2 - (y[next]! - y[index]!) * share;
      centreY[index] = (y[index]! + y[next]!) / 2 + (x[next]! - x[index]!) * share;
      const radius = Math.hypot(x[index]! - centreX[index]!, y[index]! - centreY[index]!);
      if (radius + Math.sign(edgeBulge) * distance <= 0) continue;
    }
    isLeft[index] = 1;
    left++;
  }
  if (left === 0) return [];
  const movedX = columns[9]!;
  const movedY = columns[10]!;
  const from: number[] = [];
  let made = 0;
  for (let index = 0; index < count; index++) {
    if (isLeft[index] === 0) continue;
    // The stretch before that is left; arcs between them are used up.
    let before = index === 0 ? count - 1 : index - 1;
    while (isLeft[before] === 0) before = before === 0 ? count - 1 : before - 1;
    const isNext = before + 1 === index || (index === 0 && before === count - 1);
    const vector = isNext
      ? corner(stretches, before, index, distance, centreX, centreY)
      : meeting(stretches, before, index, distance);
    movedX[made] = vector.x;
    movedY[made] = vector.y;
    from.push(index);
    made++;
  }
  const moved: Vertex[] = [];
  for (let place = 0; place < left; place++) {
    const index = from[place]!;
    const next = place + 1 === left ? 0 : place + 1;
    const edgeBulge = bulge[index]!;
    moved.push({
      x: movedX[place]!,
      y: movedY[place]!,
      bulge:
        edgeBulge === 0
          ? undefined
          : bulgeAbout(
              movedX[place]! - centreX[index]!,
              movedY[place]! - centreY[index]!,
              movedX[next]! - centreX[index]!,
              movedY[next]! - centreY[index]!,
              edgeBulge,
            ),
    });
  }
  return moved;
}

/** Columns for the longest outline so far, used again for every outline: making them anew cost more than filling them. */
let columns: readonly Float64Array[] = [];
let marks = new Uint8Array(0);

function columnsFor(count: number): void {
  if (marks.length >= count) return;
  const length = Math.max(64, 2 * count);
  columns = Array.from({ length: 11 }, () => new Float64Array(length));
  marks = new Uint8Array(length);
}

/** Valid until the next outline is looked at. */
function stretchesOf(contour: Contour): Stretches {
  const count = contour.length;
  columnsFor(count);
  const x = columns[0]!;
  const y = columns[1]!;
  const bulge = columns[2]!;
  const startX = columns[3]!;
  const startY = columns[4]!;
  const endX = columns[5]!;
  const endY = columns[6]!;
  for (let index = 0; index < count; index++) {
    const from = contour[index]!;
    const to = contour[index + 1 === count ? 0 : index + 1]!;
    const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const alongX = (to.x - from.x) / length;
    const alongY = (to.y - from.y) / length;
    x[index] = from.x;
    y[index] = from.y;
    const edgeBulge = from.bulge ?? 0;
    bulge[index] = edgeBulge;
    if (edgeBulge === 0) {
      startX[index] = endX[index] = alongX;
      startY[index] = endY[index] = alongY;
      continue;
    }
    // Half the arc's turn to either side of the chord: its tangent of a quarter is the bulge.
    const halfCosine = (1 - edgeBulge ** 2) / (1 + edgeBulge ** 2);
    const halfSine = (2 * edgeBulge) / (1 + edgeBulge ** 2);
    startX[index] = alongX * halfCosine + alongY * halfSine;
    startY[index] = alongY * halfCosine - alongX * halfSine;
    endX[index] = alongX * halfCosine - alongY * halfSine;
    endY[index] = alongY * halfCosine + alongX * halfSine;
  }
  return { count, x, y, bulge, startX, startY, endX, endY };
}

/** Where the vertex between two stretches goes. */
function corner(
  stretches: Stretches,
  before: number,
  after: number,
  distance: number,
  centreX: Float64Array,
  centreY: Float64Array,
): Vector {
  const { x, y, bulge, startX, startY, endX, endY } = stretches;
  const [atX, atY] = [x[after]!, y[after]!];
  const [aX, aY] = [endX[before]!, endY[before]!];
  const [bX, bY] = [startX[after]!, startY[after]!];
  const turn = aX * bY - aY * bX;
  // To the left of the way.
  if (Math.abs(turn) < smooth) return { x: atX + aY * distance, y: atY - aX * distance };
  const mitred = (): Vector => {
    const share = distance / Math.max(1 + aX * bX + aY * bY, 0.1);
    return { x: atX + (aY + bY) * share, y: atY - (aX + bX) * share };
  };
  const isArcBefore = bulge[before] !== 0;
  if (isArcBefore === (bulge[after] !== 0)) return mitred();
  const arc = isArcBefore ? before : after;
  const [alongX, alongY] = isArcBefore ? [bX, bY] : [aX, aY];
  const radius =
    Math.hypot(x[arc]! - centreX[arc]!, y[arc]! - centreY[arc]!) + Math.sign(bulge[arc]!) * distance;
  return (
    onCircle(
      atX + alongY * distance,
      atY - alongX * distance,
      alongX,
      alongY,
      centreX[arc]!,
      centreY[arc]!,
      radius,
    ) ?? mitred()
  );
}

/** Where a moved straight edge meets the moved arc, nearest to where it was; null when it does not. */
function onCircle(
  x: number,
  y: number,
  alongX: number,
  alongY: number,
  centreX: number,
  centreY: number,
  radius: number,
): Vector | null {
  const [towardsX, towardsY] = [x - centreX, y - centreY];
  const middle = -(towardsX * alongX + towardsY * alongY);
  const underRoot = middle * middle - (towardsX * towardsX + towardsY * towardsY) + radius * radius;
  if (underRoot < 0) return null;
  const half = Math.sqrt(underRoot);
  const way = Math.abs(middle - half) < Math.abs(middle + half) ? middle - half : middle + half;
  return { x: x + alongX * way, y: y + alongY * way };
}

/** Where two stretches meet once the arcs between them are used up. */
function meeting(
  { count, x, y, endX, endY, startX, startY }: Stretches,
  before: number,
  after: number,
  distance: number,
): Vector {
  const beforeEnd = before + 1 === count ? 0 : before + 1;
  const [aX, aY] = [endX[before]!, endY[before]!];
  const [bX, bY] = [startX[after]!, startY[after]!];
  const p = { x: x[beforeEnd]! + aY * distance, y: y[beforeEnd]! - aX * distance };
  const q = { x: x[after]! + bY * distance, y: y[after]! - bX * distance };
  const turn = aX * bY - aY * bX;
  if (Math.abs(turn) < smooth) return { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
  const along = ((q.x - p.x) * bY - (q.y - p.y) * bX) / turn;
  return { x: p.x + aX * along, y: p.y + aY * along };
}

/** Bulge of the arc about a centre from one point to the next, both as seen from it, turning as the old arc did. */
function bulgeAbout(aX: number, aY: number, bX: number, bY: number, oldBulge: number): number {
  let turn = Math.atan2(aX * bY - aY * bX, aX * bX + aY * bY);
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
    const { count, x, y, bulge, startX, startY, endX, endY } = stretchesOf(contour);
    let perimeter = 0;
    let patches = 0;
    for (let index = 0; index < count; index++) {
      const next = index + 1 === count ? 0 : index + 1;
      const chord = Math.hypot(x[next]! - x[index]!, y[next]! - y[index]!);
      const turn = 4 * Math.atan(bulge[index]!);
      perimeter += turn === 0 ? chord : (chord * turn) / (2 * Math.sin(turn / 2));
      patches += turn / 2;
      const cross = endX[index]! * startY[next]! - endY[index]! * startX[next]!;
      const dot = endX[index]! * startX[next]! + endY[index]! * startY[next]!;
      patches += Math.tan(Math.atan2(cross, dot) / 2);
    }
    area += signedArea(contour) - distance * perimeter + distance * distance * patches;
  }
  return area;
}

/** The same for right angles only, without a thing made on the way: it is counted at every key press. */
function insetRectilinearArea(contour: Contour, distance: number): number {
  let { x: beforeX, y: beforeY } = contour[contour.length - 1]!;
  let perimeter = 0;
  let patches = 0;
  let area = 0;
  // The way in to the first vertex is the last edge.
  let alongIn = beforeX - contour[contour.length - 2]!.x;
  let downIn = beforeY - contour[contour.length - 2]!.y;
  for (const { x, y } of contour) {
    const along = x - beforeX;
    const down = y - beforeY;
    perimeter += Math.abs(along) + Math.abs(down);
    patches += Math.sign(alongIn * down - downIn * along);
    // Upright strips below an edge: exact for right angles.
    area -= along * y;
    beforeX = x;
    beforeY = y;
    alongIn = along;
    downIn = down;
  }
  return area - distance * perimeter + distance * distance * patches;
}
