/** Outlines of a bitmap: one closed outline for each connected area, one for each hole, nodes only where it turns. */
import type { Contour, Region, Vertex } from './contour';

/**
 * Traces the set cells of a bitmap of `width * height` cells, row by row, one unit each.
 *
 * Cells that meet only at a corner are parted: they belong to different outlines, which touch in that point. What lies
 * between them is joined there. So an area traced here may always be shrunk without one outline crossing another.
 * Where `joinsCorner` says so it is the other way round: such cells belong to one outline, which passes the point twice.
 *
 * The upper left corner of the bitmap lies at `origin`.
 */
export function traceBitmap(
  cells: Uint8Array,
  width: number,
  height: number,
  joinsCorner: JoinsCorner = never,
  origin: Vertex = { x: 0, y: 0 },
): Region {
  const bitmap = framed(cells, width, height);
  const { set, stride } = bitmap;
  // Every outline has an upper edge that runs to the right: start on each that no outline has taken yet.
  const taken = new Uint8Array(set.length);
  const contours: Contour[] = [];
  for (let row = 0; row < height; row++)
    for (let column = 0, cell = (row + 1) * stride + 1; column < width; column++, cell++)
      if (set[cell] === 1 && set[cell - stride] === 0 && taken[cell] === 0)
        contours.push(followOutline(bitmap, column, row, taken, joinsCorner, origin));
  return contours;
}

/** Asked about a point in which two cells meet only at a corner, in cells. */
export type JoinsCorner = (x: number, y: number) => boolean;

const never: JoinsCorner = () => false;

/** Cells within a frame of free ones, so that none has to be asked whether it lies inside. */
interface Framed {
  readonly set: Uint8Array;
  readonly stride: number;
}

function framed(cells: Uint8Array, width: number, height: number): Framed {
  const stride = width + 2;
  const set = new Uint8Array(stride * (height + 2));
  for (let row = 0; row < height; row++)
    set.set(cells.subarray(row * width, (row + 1) * width), (row + 1) * stride + 1);
  return { set, stride };
}

/** Walks with the area on the right hand; right, down, left, up are directions 0 to 3. */
function followOutline(
  { set, stride }: Framed,
  startColumn: number,
  startRow: number,
  taken: Uint8Array,
  joinsCorner: JoinsCorner,
  origin: Vertex,
): Contour {
  const vertices: Vertex[] = [];
  const onward = [1, stride, -1, -stride] as const;
  // From the cell below and right of a corner to the cells ahead of it, on the right and on the left of the way.
  const aheadRight = [0, -1, -1 - stride, -stride] as const;
  const aheadLeft = [-stride, 0, -1, -1 - stride] as const;
  let x = startColumn;
  let y = startRow;
  let cell = (startRow + 1) * stride + startColumn + 1;
  let direction = 0;
  const start = cell;
  do {
    if (direction === 0) taken[cell] = 1;
    x += stepX[direction]!;
    y += stepY[direction]!;
    cell += onward[direction]!;
    const right = set[cell + aheadRight[direction]!] === 1;
    const left = set[cell + aheadLeft[direction]!] === 1;
    // With the right cell free the outline turns right even when the left one is set: corner contact parts.
    const turn = !right && !(left && joinsCorner(x, y)) ? 1 : left ? 3 : 0;
    if (turn !== 0) {
      vertices.push({ x: x + origin.x, y: y + origin.y, bulge: undefined });
      direction = (direction + turn) & 3;
    }
  } while (cell !== start || direction !== 0);
  return vertices;
}

const stepX = [1, 0, -1, 0];
const stepY = [0, 1, 0, -1];
