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
  const count = contour.length;
  let before = contour[count - 1]!;
  for (let index = 0; index < count; index++) {
    const vertex = contour[index]!;
    const after = contour[index + 1 === count ? 0 : index + 1]!;
    const inX = Math.sign(vertex.x - before.x);
    const inY = Math.sign(vertex.y - before.y);
    const outX = Math.sign(after.x - vertex.x);
    const outY = Math.sign(after.y - vertex.y);
    before = vertex;
    // Inwards is to the right of the way.
    const x = vertex.x - (inY + outY) * inset;
    const y = vertex.y + (inX + outX) * inset;
    const turnsRight = inX * outY - inY * outX > 0;
    const corner = turnsRight ? convex(quadrantOf(inX, inY), vertex) : reflex(vertex);
    if (corner === null || corner.leg < negligible) {
      push(drawn, { x, y });
      continue;
    }
    const { kind, leg } = corner;
    const bulge = kind === 'cut' ? 0 : (kind === 'round') === turnsRight ? quarter : -quarter;
    const start = { x: x - inX * leg, y: y - inY * leg };
    push(drawn, bulge === 0 ? start : { ...start, bulge });
    push(drawn, { x: x + outX * leg, y: y + outY * leg });
  }
  const first = drawn[0]!;
  const last = drawn.at(-1)!;
  if (last.bulge === undefined && isSame(last, first)) drawn.pop();
  return drawn;
}

/** Corners that take a whole edge leave two vertices in one place: the straight one between them goes. */
function push(drawn: Vertex[], vertex: Vertex): void {
  const last = drawn.at(-1);
  if (last !== undefined && last.bulge === undefined && isSame(last, vertex))
    drawn[drawn.length - 1] = vertex;
  else drawn.push(vertex);
}

const isSame = (a: Vertex, b: Vertex): boolean => Math.abs(a.x - b.x) < 1e-9 && Math.abs(a.y - b.y) < 1e-9;

/** By the direction of the edge that leads to a right turn: up, right, down, left. */
function quadrantOf(inX: number, inY: number): Quadrant {
  return inY < 0 ? 0 : inX > 0 ? 1 : inY > 0 ? 2 : 3;
}
