/**
 * Rectangles that lie side by side, a cut apart, have their edges on the same lines: each of those is cut once, from one end to the
 * other, instead of once for each piece.
 */
import type { Contour } from '../geometry';

export interface SharedCuts {
  /** Outlines that share nothing with another. */
  readonly closed: readonly Contour[];
  /** Lines of two points, from left to right and from top to bottom. */
  readonly lines: readonly Contour[];
}

/** Edges nearer than this are the same; of a machine, nobody can tell them apart. */
const sameMm = 0.005;

/** An edge along one axis: where it lies across, and from where to where it goes. */
interface Edge {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Upright, with four straight sides. */
function isRectangle(contour: Contour): boolean {
  return (
    contour.length === 4 &&
    contour.every((from, index) => {
      const to = contour[(index + 1) % 4]!;
      const isStraight = Math.abs(from.x - to.x) < sameMm !== Math.abs(from.y - to.y) < sameMm;
      return !from.bulge && isStraight;
    })
  );
}

function edgesOf(rectangle: Contour): { readonly across: readonly Edge[]; readonly down: readonly Edge[] } {
  const [xs, ys] = [rectangle.map(({ x }) => x), rectangle.map(({ y }) => y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return {
    across: [top, bottom].map((position) => ({ at: position, from: left, to: right })),
    down: [left, right].map((position) => ({ at: position, from: top, to: bottom })),
  };
}

/** Edges on one line that meet or overlap as one; and whether any two lay over each other. */
function joined(edges: readonly Edge[]): { readonly edges: readonly Edge[]; readonly overlap: boolean } {
  const sorted = [...edges].sort((a, b) => a.at - b.at || a.from - b.from);
  const found: Edge[] = [];
  let overlap = false;
  let lines: Edge[] = [];
  const flush = (): void => {
    for (const edge of lines.sort((a, b) => a.from - b.from)) {
      const last = found.at(-1);
      const isOn = last !== undefined && Math.abs(last.at - edge.at) < sameMm && edge.from < last.to + sameMm;
      if (!isOn) found.push(edge);
      else {
        if (edge.from < last.to - sameMm) overlap = true;
        found[found.length - 1] = { ...last, to: Math.max(last.to, edge.to) };
      }
    }
    lines = [];
  };
  for (const edge of sorted) {
    if (lines.length > 0 && edge.at - lines[0]!.at >= sameMm) flush();
    lines.push({ ...edge, at: lines[0]?.at ?? edge.at });
  }
  flush();
  return { edges: found, overlap };
}

export function sharedCuts(contours: readonly Contour[]): SharedCuts {
  const rectangles = contours.filter(isRectangle);
  const edges = rectangles.map(edgesOf);
  const across = joined(edges.flatMap((edge) => edge.across));
  const down = joined(edges.flatMap((edge) => edge.down));
  if (!across.overlap && !down.overlap) return { closed: contours, lines: [] };
  return {
    closed: contours.filter((contour) => !rectangles.includes(contour)),
    lines: [
      ...across.edges.map(({ at, from, to }) => [
        { x: from, y: at },
        { x: to, y: at },
      ]),
      ...down.edges.map(({ at, from, to }) => [
        { x: at, y: from },
        { x: at, y: to },
      ]),
    ],
  };
}

/** To and fro, so that the head does not come back empty for each. */
export function toAndFro(lines: readonly Contour[]): readonly Contour[] {
  return lines.map((line, index) => (index % 2 === 0 ? line : [...line].reverse()));
}
