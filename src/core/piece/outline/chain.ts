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
    .map(({ points }) => [...points]);
  let openCount = 0;
  let gap = Infinity;
  while (loose.length > 0) {
    const chain = loose.pop()!;
    // On from its end, and then from its beginning.
    for (let way = 0; way < 2; way++) {
      extend(chain, loose, reach);
      chain.reverse();
    }
    const ends = distance(chain[0]!, chain.at(-1)!);
    if (chain.length > 2 && ends <= reach) closed.push(chain.slice(0, -1));
    else {
      openCount++;
      gap = Math.min(gap, ends);
    }
  }
  return { closed, openCount, gap };
}

/** Adds what begins or ends where the chain ends, until it meets its own beginning or nothing is near. */
function extend(chain: Vertex[], loose: Vertex[][], reach: number): void {
  for (;;) {
    const end = chain.at(-1)!;
    if (chain.length > 2 && distance(end, chain[0]!) <= reach) return;
    const next = nearest(loose, end);
    if (next === null || next.distance > reach) return;
    const [points] = loose.splice(next.index, 1);
    chain.push(...(next.fromEnd ? points!.reverse() : points!).slice(1));
  }
}

const distance = (a: Vertex, b: Vertex): number => Math.hypot(a.x - b.x, a.y - b.y);

function nearest(
  lines: readonly (readonly Vertex[])[],
  end: Vertex,
): { readonly index: number; readonly fromEnd: boolean; readonly distance: number } | null {
  let best: { index: number; fromEnd: boolean; distance: number } | null = null;
  lines.forEach((points, index) => {
    const toStart = distance(points[0]!, end);
    const toEnd = distance(points.at(-1)!, end);
    const least = Math.min(toStart, toEnd);
    if (best === null || least < best.distance) best = { index, fromEnd: toEnd < toStart, distance: least };
  });
  return best;
}
