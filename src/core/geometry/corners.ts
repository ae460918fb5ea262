/** Corners of outlines with only horizontal and vertical edges: rounded, cut, scooped, filleted. */
import type { Contour, Vertex } from './contour';

/** A treated corner; `leg` is how much of each edge it takes. */
export interface Corner {
  readonly kind: 'round' | 'cut' | 'scoop';
  readonly leg: number;
}

/** Upper left, upper right, lower right, lower left: where a convex corner lies on the area that it belongs to. */
export type Quadrant = 0 | 1 | 2 | 3;

/** Legs under this leave a corner as it is. */
const negligible = 1e-6;

/** Bulge of a quarter circle. */
const quarter = Math.tan(Math.PI / 8);

/**
 * Draws an outline anew: edges moved inwards by `inset`, corners mitred, then each corner treated. `convex` and
 * `reflex` say how, given the vertex before it moved; null leaves the corner square. The legs of neighbouring corners
 * have to fit on their edge.
 */
export function treatCorners(
  contour: Contour,
  inset: number,
  convex: (quadrant: Quadrant, vertex: Vertex) => Corner | null,
  reflex: (vertex: Vertex) => Corner | null,
): Contour {
  const drawn: Vertex[] = [];
  // Corners that take a whole edge leave two vertices in one place: the straight one between them goes.
  let lastX = NaN;
  let lastY = NaN;
  let lastIsStraight = false;
  const put = (x: number, y: number, bulge: number | undefined): void => {
    if (lastIsStraight && Math.abs(lastX - x) < samePlace && Math.abs(lastY - y) < samePlace)
      drawn[drawn.length - 1] = { x, y, bulge };
    else drawn.push({ x, y, bulge });
    lastX = x;
    lastY = y;
    lastIsStraight = bulge === undefined;
  };
  const count = contour.length;
  let before = contour[count - 1]!;
  for (let index = 0; index < count; index++) {
    const vertex = contour[index]!;
    const after = contour[index + 1 === count ? 0 : index + 1]!;
    const inX = direction(vertex.x - before.x);
    const inY = direction(vertex.y - before.y);
    const outX = direction(after.x - vertex.x);
    const outY = direction(after.y - vertex.y);
    before = vertex;
    // Inwards is to the right of the way.
    const x = vertex.x - (inY + outY) * inset;
    const y = vertex.y + (inX + outX) * inset;
    const turnsRight = inX * outY - inY * outX > 0;
    const corner = turnsRight ? convex(quadrantOf(inX, inY), vertex) : reflex(vertex);
    if (corner === null || corner.leg < negligible) {
      put(x, y, undefined);
      continue;
    }
    const { kind, leg } = corner;
    put(
      x - inX * leg,
      y - inY * leg,
      kind === 'cut' ? undefined : (kind === 'round') === turnsRight ? quarter : -quarter,
    );
    put(x + outX * leg, y + outY * leg, undefined);
  }
  const first = drawn[0]!;
  if (lastIsStraight && Math.abs(lastX - first.x) < samePlace && Math.abs(lastY - first.y) < samePlace)
    drawn.pop();
  return drawn;
}

/** Vertices nearer than this are one. */
const samePlace = 1e-9;

const direction = (value: number): number => (value > 0 ? 1 : value < 0 ? -1 : 0);

/** By the direction of the edge that leads to a right turn: up, right, down, left. */
function quadrantOf(inX: number, inY: number): Quadrant {
  return inY < 0 ? 0 : inX > 0 ? 1 : inY > 0 ? 2 : 3;
}
