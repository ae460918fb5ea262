/** Loose lines of a drawing joined at their ends into closed outlines. */
import type { Contour, Vertex } from '../../geometry';

export interface Line {
  readonly points: readonly Vertex[];
  readonly isClosed: boolean;
}

export interface Chained {
  readonly closed: readonly Contour[];
  /** Chains whose ends do not meet. */
  readonly openCount: number;
  /** The narrowest gap that was left open, in the drawing's units; infinite without open chains. */
  readonly gap: number;
}

/** Ends within `reach` of each other belong together. Order and direction of the lines do not matter. */
export function chainLines(lines: readonly Line[], reach: number): Chained {
  const closed: Contour[] = lines.filter(({ isClosed }) => isClosed).map(({ points }) => points);
  const loose = lines
    .filter(({ isClosed, points }) => !isClosed && points.length > 1)
    .map(({ points }) => points);
  const ends = new LooseEnds(loose, reach);
  let openCount = 0;
  let gap = Infinity;
  for (let line = loose.length - 1; line >= 0; line--) {
    if (!ends.take(line)) continue;
    const chain = [...loose[line]!];
    // On from its end, and then from its beginning.
    for (let way = 0; way < 2; way++) {
      extend(chain, ends, reach);
      chain.reverse();
    }
    const open = distance(chain[0]!, chain.at(-1)!);
    if (chain.length > 2 && open <= reach) closed.push(chain.slice(0, -1));
    else {
      openCount++;
      gap = Math.min(gap, open);
    }
  }
  return { closed, openCount, gap };
}

/** Adds what begins or ends where the chain ends, until it meets its own beginning or nothing is near. */
function extend(chain: Vertex[], ends: LooseEnds, reach: number): void {
  for (;;) {
    const end = chain.at(-1)!;
    if (chain.length > 2 && distance(end, chain[0]!) <= reach) return;
    const next = ends.nearest(end);
    if (next === null) return;
    ends.take(next.line);
    const { points } = next;
    for (let step = 1; step < points.length; step++)
      chain.push(points[next.isLast ? points.length - 1 - step : step]!);
  }
}

const distance = (a: Vertex, b: Vertex): number => Math.hypot(a.x - b.x, a.y - b.y);

interface End {
  readonly line: number;
  readonly points: readonly Vertex[];
  /** Whether it is the last point of its line. */
  readonly isLast: boolean;
}

/** Ends of lines that are in no chain yet, by the squares of a grid that is as wide as the reach. */
class LooseEnds {
  private readonly cells = new Map<string, End[]>();
  private readonly taken: boolean[];
  private readonly size: number;

  constructor(
    lines: readonly (readonly Vertex[])[],
    private readonly reach: number,
  ) {
    this.size = Math.max(reach, Number.MIN_VALUE);
    this.taken = lines.map(() => false);
    lines.forEach((points, line) => {
      for (const isLast of [false, true]) {
        const end: End = { line, points, isLast };
        const key = this.keyOf(pointOf(end), 0, 0);
        const cell = this.cells.get(key);
        if (cell === undefined) this.cells.set(key, [end]);
        else cell.push(end);
      }
    });
  }

  /** False where it is in a chain already. */
  take(line: number): boolean {
    if (this.taken[line]) return false;
    this.taken[line] = true;
    return true;
  }

  /** Null where none is within reach. */
  nearest(vertex: Vertex): End | null {
    let best: End | null = null;
    let least = this.reach;
    for (let x = -1; x <= 1; x++)
      for (let y = -1; y <= 1; y++) {
        const cell = this.cells.get(this.keyOf(vertex, x, y)) ?? [];
        for (let index = cell.length - 1; index >= 0; index--) {
          const end = cell[index]!;
          if (this.taken[end.line]) {
            // What is in a chain is never looked at again.
            const last = cell.pop()!;
            if (index < cell.length) cell[index] = last;
            continue;
          }
          const away = distance(pointOf(end), vertex);
          // Nothing is nearer, and many lines may meet in one point.
          if (away === 0) return end;
          if (away < least || (away === least && best === null)) [best, least] = [end, away];
        }
      }
    return best;
  }

  private keyOf({ x, y }: Vertex, right: number, down: number): string {
    return `${Math.floor(x / this.size) + right} ${Math.floor(y / this.size) + down}`;
  }
}

const pointOf = ({ points, isLast }: End): Vertex => (isLast ? points.at(-1)! : points[0]!);
