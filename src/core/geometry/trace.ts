/** Outlines of a bitmap: one closed outline for each connected area, one for each hole, nodes only where it turns. */
import type { Contour, Region, Vertex } from './contour';

/**
 * Traces the set cells of a bitmap of `width * height` cells, row by row, one unit each.
 *
 * Cells that meet only at a corner are parted: they belong to different outlines, which touch in that point. What lies
 * between them is joined there. So an area traced here may always be shrunk without one outline crossing another.
 * Where `joinsCorner` says so it is the other way round: such cells belong to one outline, which passes the point twice.
 */
export function traceBitmap(
  cells: Uint8Array,
  width: number,
  height: number,
  joinsCorner: JoinsCorner = never,
): Region {
  const at = (column: number, row: number): boolean =>
    column >= 0 && row >= 0 && column < width && row < height && cells[row * width + column] === 1;
  // Every outline has an upper edge that runs to the right: start on each that no outline has taken yet.
  const taken = new Uint8Array(width * height);
  const contours: Contour[] = [];
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++)
      if (at(column, row) && !at(column, row - 1) && taken[row * width + column] === 0)
        contours.push(followOutline(column, row, at, taken, width, joinsCorner));
  return contours;
}

/** Asked about a point in which two cells meet only at a corner. */
export type JoinsCorner = (x: number, y: number) => boolean;

const never: JoinsCorner = () => false;

/** Walks with the area on the right hand; right, down, left, up are directions 0 to 3. */
function followOutline(
  startColumn: number,
  startRow: number,
  at: (column: number, row: number) => boolean,
  taken: Uint8Array,
  width: number,
  joinsCorner: JoinsCorner,
): Contour {
  const vertices: Vertex[] = [];
  let x = startColumn;
  let y = startRow;
  let direction = 0;
  do {
    if (direction === 0) taken[y * width + x] = 1;
    x += stepX[direction]!;
    y += stepY[direction]!;
    // The cells ahead of the new corner, on the right and on the left of the way.
    const right = at(x + aheadRightX[direction]!, y + aheadRightY[direction]!);
    const left = at(x + aheadLeftX[direction]!, y + aheadLeftY[direction]!);
    // With the right cell free the outline turns right even when the left one is set: corner contact parts.
    const turn = !right && !(left && joinsCorner(x, y)) ? 1 : left ? 3 : 0;
    if (turn !== 0) {
      vertices.push({ x, y, bulge: undefined });
      direction = (direction + turn) & 3;
    }
  } while (x !== startColumn || y !== startRow || direction !== 0);
  return vertices;
}

const stepX = [1, 0, -1, 0];
const stepY = [0, 1, 0, -1];
const aheadRightX = [0, -1, -1, 0];
const aheadRightY = [0, 0, -1, -1];
const aheadLeftX = [0, 0, -1, -1];
const aheadLeftY = [-1, 0, 0, -1];
