/** Path data and curves as straight edges within a tolerance. */
import type { Vertex } from './contour';

export interface PathLine {
  readonly points: Vertex[];
  readonly isClosed: boolean;
}

/**
 * Reads absolute path data of moves, lines, quadratic and cubic curves (SVG 1.1, 8.3.2 to 8.3.6), which is what the
 * renderer and fonts give. `place` moves every point first, so that the tolerance holds for what is drawn.
 */
export function parsePath(d: string, place: (x: number, y: number) => Vertex, tolerance: number): PathLine[] {
  const lines: PathLine[] = [];
  let points: Vertex[] = [];
  const end = (isClosed: boolean): void => {
    if (points.length > 1) lines.push({ points: withoutRepeats(points, isClosed), isClosed });
    points = [];
  };
  for (const [, command, rest] of d.matchAll(/([MLHVQCZ])([^MLHVQCZ]*)/gi)) {
    const numbers = rest!.match(/-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi)?.map(Number) ?? [];
    const pointAt = (index: number): Vertex => place(numbers[index]!, numbers[index + 1]!);
    const upper = command!.toUpperCase();
    if (upper === 'Z') {
      const [first] = points;
      end(true);
      if (first !== undefined) points = [first];
      continue;
    }
    const step = { M: 2, L: 2, Q: 4, C: 6 }[upper];
    if (step === undefined || command !== upper) throw new Error(`Path command ${command} is not read.`);
    for (let index = 0; index + step <= numbers.length; index += step) {
      if (upper === 'M' && index === 0) {
        end(false);
        points = [pointAt(0)];
      } else if (upper === 'M' || upper === 'L') points.push(pointAt(index));
      else if (upper === 'Q') addQuadratic(points, pointAt(index), pointAt(index + 2), tolerance);
      else addCubic(points, pointAt(index), pointAt(index + 2), pointAt(index + 4), tolerance);
    }
  }
  end(false);
  return lines;
}

function withoutRepeats(points: readonly Vertex[], isClosed: boolean): Vertex[] {
  const kept = points.filter(({ x, y }, index) => {
    const before = points[index - 1];
    return before === undefined || before.x !== x || before.y !== y;
  });
  const [first, last] = [kept[0]!, kept.at(-1)!];
  if (isClosed && kept.length > 2 && first.x === last.x && first.y === last.y) kept.pop();
  return kept;
}

/** Adds a quadratic curve from the last point. */
export function addQuadratic(points: Vertex[], control: Vertex, to: Vertex, tolerance: number): void {
  const from = points.at(-1)!;
  const third = (end: Vertex): Vertex => ({
    x: end.x + (2 / 3) * (control.x - end.x),
    y: end.y + (2 / 3) * (control.y - end.y),
  });
  addCubic(points, third(from), third(to), to, tolerance);
}

/** Adds a cubic curve from the last point; the number of edges follows from its second differences. */
function addCubic(points: Vertex[], first: Vertex, second: Vertex, to: Vertex, tolerance: number): void {
  const from = points.at(-1)!;
  const bend = Math.max(
    Math.hypot(from.x - 2 * first.x + second.x, from.y - 2 * first.y + second.y),
    Math.hypot(first.x - 2 * second.x + to.x, first.y - 2 * second.y + to.y),
  );
  // The deviation of a chord of 1/n of the curve is at most 3/4 of that difference over n squared.
  const count = Math.min(400, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))));
  for (let index = 1; index <= count; index++) {
    const t = index / count;
    const s = 1 - t;
    const weigh = (a: number, b: number, c: number, d: number): number =>
      s * s * s * a + 3 * s * s * t * b + 3 * s * t * t * c + t * t * t * d;
    points.push({
      x: weigh(from.x, first.x, second.x, to.x),
      y: weigh(from.y, first.y, second.y, to.y),
    });
  }
}
