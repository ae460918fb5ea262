/**
 * What areas cost before they are united, cut or grown. Uniting takes as long as its edges cross each other, so that crossings are
 * counted first: the same count on every machine, however fast or busy.
 */
import type { Region, Vertex } from './contour';

/** Straight edges, four numbers each. */
type Edges = Float64Array;

interface Crossing {
  readonly x: number;
  readonly y: number;
}

/** Where edges cross, up to a number of places. Edges that share an end, or only touch, do not. Arcs count as their chords. */
export function crossingsWithin(region: Region, most: number): readonly Crossing[] {
  const edges = edgesOf(region);
  const crossings: Crossing[] = [];
  eachCrossing(edges, (x, y) => {
    crossings.push({ x, y });
    return crossings.length < most;
  });
  return crossings;
}

function edgesOf(region: Region): Edges {
  const edges = new Float64Array(4 * region.reduce((sum, contour) => sum + contour.length, 0));
  let position = 0;
  for (const contour of region)
    for (let index = 0; index < contour.length; index++) {
      const [from, to] = [contour[index]!, contour[(index + 1) % contour.length]!];
      edges[position++] = from.x;
      edges[position++] = from.y;
      edges[position++] = to.x;
      edges[position++] = to.y;
    }
  return edges;
}

/** Pairs of edges that are compared at most for each crossing that is looked for, so that counting stays cheaper than uniting. */
const mostPairs = 10_000_000;
const mostCells = 256;

/** Calls `tell` for each crossing until it says false. True when all of them were told. */
function eachCrossing(edges: Edges, tell: (x: number, y: number) => boolean): boolean {
  const count = edges.length / 4;
  if (count < 2) return true;
  const grid = new EdgeGrid(edges);
  let pairs = 0;
  for (let cell = 0; cell < grid.cells; cell++) {
    const [from, to] = [grid.starts[cell]!, grid.starts[cell + 1]!];
    for (let one = from; one < to; one++)
      for (let two = one + 1; two < to; two++) {
        if (++pairs > mostPairs) return false;
        const [a, b] = [grid.inCells[one]!, grid.inCells[two]!];
        const crossing = crossingOf(edges, a * 4, b * 4);
        // Edges that meet in several cells cross in one of them.
        if (
          crossing !== null &&
          grid.cellOf(crossing.x, crossing.y) === cell &&
          !tell(crossing.x, crossing.y)
        )
          return false;
      }
  }
  return true;
}

/** Which edges reach into which cells. */
class EdgeGrid {
  readonly cells: number;
  /** Where the edges of a cell begin in `inCells`; one more at the end. */
  readonly starts: Int32Array;
  readonly inCells: Int32Array;
  private readonly side: number;
  private readonly left: number;
  private readonly top: number;
  private readonly wide: number;
  private readonly high: number;

  constructor(edges: Edges) {
    const count = edges.length / 4;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let index = 0; index < edges.length; index += 2) {
      left = Math.min(left, edges[index]!);
      right = Math.max(right, edges[index]!);
      top = Math.min(top, edges[index + 1]!);
      bottom = Math.max(bottom, edges[index + 1]!);
    }
    this.side = Math.max(1, Math.min(mostCells, Math.ceil(Math.sqrt(count))));
    [this.left, this.top] = [left, top];
    this.wide = Math.max((right - left) / this.side, Number.MIN_VALUE);
    this.high = Math.max((bottom - top) / this.side, Number.MIN_VALUE);
    this.cells = this.side * this.side;
    const counts = new Int32Array(this.cells + 1);
    for (let edge = 0; edge < count; edge++) this.eachCell(edges, edge, (cell) => void counts[cell + 1]!++);
    for (let cell = 0; cell < this.cells; cell++) counts[cell + 1]! += counts[cell]!;
    this.starts = counts;
    this.inCells = new Int32Array(counts[this.cells]!);
    const next = counts.slice();
    for (let edge = 0; edge < count; edge++)
      this.eachCell(edges, edge, (cell) => void (this.inCells[next[cell]!++] = edge));
  }

  cellOf(x: number, y: number): number {
    return this.row(y) * this.side + this.column(x);
  }

  private column(x: number): number {
    return Math.max(0, Math.min(this.side - 1, Math.floor((x - this.left) / this.wide)));
  }
  private row(y: number): number {
    return Math.max(0, Math.min(this.side - 1, Math.floor((y - this.top) / this.high)));
  }

  /** Row by row, the columns that the edge reaches there. */
  private eachCell(edges: Edges, edge: number, tell: (cell: number) => void): void {
    let [ax, ay, bx, by] = [
      edges[edge * 4]!,
      edges[edge * 4 + 1]!,
      edges[edge * 4 + 2]!,
      edges[edge * 4 + 3]!,
    ];
    if (ay > by) [ax, ay, bx, by] = [bx, by, ax, ay];
    const [first, last] = [this.row(ay), this.row(by)];
    for (let row = first; row <= last; row++) {
      const [upper, lower] = [
        Math.max(ay, this.top + row * this.high),
        Math.min(by, this.top + (row + 1) * this.high),
      ];
      const at = (y: number): number => (by === ay ? ax : ax + ((bx - ax) * (y - ay)) / (by - ay));
      const [x1, x2] = by === ay ? [ax, bx] : [at(upper), at(lower)];
      // A column more on either side where rounding could lose one.
      const from = this.column(Math.min(x1, x2) - this.wide * 1e-6);
      const to = this.column(Math.max(x1, x2) + this.wide * 1e-6);
      for (let column = from; column <= to; column++) tell(row * this.side + column);
    }
  }
}

function crossingOf(edges: Edges, a: number, b: number): Crossing | null {
  const [ax, ay, bx, by] = [edges[a]!, edges[a + 1]!, edges[a + 2]!, edges[a + 3]!];
  const [cx, cy, dx, dy] = [edges[b]!, edges[b + 1]!, edges[b + 2]!, edges[b + 3]!];
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const turn = ux * vy - uy * vx;
  if (turn === 0) return null;
  const t = ((cx - ax) * vy - (cy - ay) * vx) / turn;
  const s = ((cx - ax) * uy - (cy - ay) * ux) / turn;
  return t > 0 && t < 1 && s > 0 && s < 1 ? { x: ax + t * ux, y: ay + t * uy } : null;
}

/** A drawing takes more work than anyone would wait for; the message is for the person. */
export class TooComplex extends Error {}

/** What a drawing may take in all. Ordinary ones take a hundredth. */
export const effortLimits = {
  /** Straight edges that are worked on, those of curves among them. */
  edges: 1_000_000,
  crossings: 50_000,
  /** Pairs of corners of a line that are nearer to each other than the line is wide. */
  cornerPairs: 100_000,
} as const;

/** Counts what is about to be done. Each method throws `TooComplex` before the work that would be too much. */
export class Effort {
  private edges = 0;
  private crossings = 0;
  private cornerPairs = 0;

  /** Edges that are gone through once more. */
  spendEdges(region: Region): void {
    this.spendCount(region.reduce((sum, contour) => sum + contour.length, 0));
  }

  /** The same by their number, before they are there. */
  spendCount(edges: number): void {
    this.edges += edges;
    if (this.edges > effortLimits.edges)
      throw new TooComplex(
        `Its outlines have more than ${effortLimits.edges} edges with their curves and overlaps, the most that is drawn. Simplify the drawing.`,
      );
  }

  /** An area that is about to be united, cut or shared. */
  spendArea(region: Region): void {
    this.spendEdges(region);
    const complete = eachCrossing(edgesOf(region), () => ++this.crossings <= effortLimits.crossings);
    if (!complete)
      throw new TooComplex(
        `Its lines cross or overlap in more than ${effortLimits.crossings} places, the most that is drawn. Remove what is hatched or finely patterned.`,
      );
  }

  /** A line that is about to become an area of a width. */
  spendStroke(points: readonly Vertex[], width: number): void {
    this.cornerPairs += nearPairs(sharpCorners(points), width, effortLimits.cornerPairs + 1);
    if (this.cornerPairs > effortLimits.cornerPairs)
      throw new TooComplex(
        `Its wide lines turn so often that more than ${effortLimits.cornerPairs} pairs of corners overlap, the most that is drawn. Make the lines thinner, or turn them into outlines.`,
      );
  }
}

/** Where a line turns by more than a twelfth of a turn; what bends less adds nothing that overlaps. */
const leastTurn = Math.PI / 6;
const sharpCorners = (points: readonly Vertex[]): readonly Vertex[] =>
  points.filter((vertex, index) => {
    const [before, after] = [points[index - 1], points[index + 1]];
    if (before === undefined || after === undefined) return false;
    const [ux, uy, vx, vy] = [
      vertex.x - before.x,
      vertex.y - before.y,
      after.x - vertex.x,
      after.y - vertex.y,
    ];
    return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)) > leastTurn;
  });

/** Pairs that are nearer to each other than a distance, counted up to `most`. */
function nearPairs(points: readonly Vertex[], distance: number, most: number): number {
  const cells = new Map<string, Vertex[]>();
  const size = Math.max(distance, Number.MIN_VALUE);
  let pairs = 0;
  for (const point of points) {
    const [column, row] = [Math.floor(point.x / size), Math.floor(point.y / size)];
    for (let x = column - 1; x <= column + 1; x++)
      for (let y = row - 1; y <= row + 1; y++)
        for (const other of cells.get(`${x} ${y}`) ?? []) {
          if (Math.hypot(other.x - point.x, other.y - point.y) < distance) pairs++;
          if (pairs >= most) return pairs;
        }
    const key = `${column} ${row}`;
    const inCell = cells.get(key);
    if (inCell === undefined) cells.set(key, [point]);
    else inCell.push(point);
  }
  return pairs;
}
