/** Things lined up on a piece: snapping while they are moved, alignment, even distances. All in millimetres. */
import type { Box } from '../geometry';

/** A line that something can be lined up with. */
export interface SnapLine {
  readonly axis: 'x' | 'y';
  readonly at: number;
  /** What it belongs to: `middle of the piece`, `words “Scan me”`, `guide`. */
  readonly name: string;
}

export interface Snapped {
  readonly x: number;
  readonly y: number;
  /** The lines that were met, at most one along each axis. */
  readonly lines: readonly SnapLine[];
}

/** Lines of a piece and of other boxes: edges and middles. */
export function snapLines(
  piece: { readonly widthMm: number; readonly heightMm: number },
  others: readonly { readonly name: string; readonly box: Box }[],
  guides: readonly { readonly axis: 'x' | 'y'; readonly at: number }[] = [],
): SnapLine[] {
  return [
    { axis: 'x', at: piece.widthMm / 2, name: middleName },
    { axis: 'y', at: piece.heightMm / 2, name: middleName },
    ...guides.map(({ axis, at }): SnapLine => ({ axis, at, name: 'guide' })),
    ...others.flatMap(({ name, box: { x, y, width, height } }): SnapLine[] => [
      { axis: 'x', at: x, name },
      { axis: 'x', at: x + width / 2, name },
      { axis: 'x', at: x + width, name },
      { axis: 'y', at: y, name },
      { axis: 'y', at: y + height / 2, name },
      { axis: 'y', at: y + height, name },
    ]),
  ];
}

export const middleName = 'middle of the piece';

/**
 * The box moved by at most `reach` so that an edge or its middle lies on a line. Along each axis the middle of the piece
 * comes first, where it is in reach, then the nearest line: words a little narrower than the code are to stand in the
 * middle, and not with one edge on the code's.
 */
export function snapBox(box: Box, lines: readonly SnapLine[], reach: number): Snapped {
  const along = (axis: 'x' | 'y'): { readonly shift: number; readonly line: SnapLine | null } => {
    const start = axis === 'x' ? box.x : box.y;
    const length = axis === 'x' ? box.width : box.height;
    let best: { shift: number; line: SnapLine | null } = { shift: 0, line: null };
    for (const line of lines) {
      if (line.axis !== axis) continue;
      // The middle of the piece takes middles only: an edge there is seldom meant.
      const lengths =
        line.name === middleName ? [start + length / 2] : [start, start + length / 2, start + length];
      for (const position of lengths) {
        const shift = line.at - position;
        if (Math.abs(shift) > reach || best.line?.name === middleName) continue;
        if (line.name === middleName || best.line === null || Math.abs(shift) < Math.abs(best.shift) - 1e-9)
          best = { shift, line };
      }
    }
    return best;
  };
  const [across, down] = [along('x'), along('y')];
  return {
    x: box.x + across.shift,
    y: box.y + down.shift,
    lines: [across.line, down.line].filter((line) => line !== null),
  };
}

export const alignments = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const;
export type Alignment = (typeof alignments)[number];

/** Where a box goes along the one axis that an alignment is about, lined up with another box. */
export function alignedWith(
  box: Box,
  other: Box,
  alignment: Alignment,
): { readonly axis: 'x' | 'y'; readonly at: number } {
  switch (alignment) {
    case 'left':
      return { axis: 'x', at: other.x };
    case 'centre':
      return { axis: 'x', at: other.x + (other.width - box.width) / 2 };
    case 'right':
      return { axis: 'x', at: other.x + other.width - box.width };
    case 'top':
      return { axis: 'y', at: other.y };
    case 'middle':
      return { axis: 'y', at: other.y + (other.height - box.height) / 2 };
    case 'bottom':
      return { axis: 'y', at: other.y + other.height - box.height };
  }
}

/**
 * Near edges that leave the same free distance between neighbours; the first and the last stay. In the order given. Fewer
 * than three boxes stay where they are.
 */
export function distributed(boxes: readonly Box[], axis: 'x' | 'y'): number[] {
  const start = (box: Box): number => (axis === 'x' ? box.x : box.y);
  const length = (box: Box): number => (axis === 'x' ? box.width : box.height);
  if (boxes.length < 3) return boxes.map(start);
  const order = boxes.map((_, index) => index).sort((a, b) => start(boxes[a]!) - start(boxes[b]!));
  const first = boxes[order[0]!]!;
  const last = boxes[order.at(-1)!]!;
  const taken = boxes.reduce((sum, box) => sum + length(box), 0);
  const gap = (start(last) + length(last) - start(first) - taken) / (boxes.length - 1);
  const places: number[] = boxes.map(start);
  let position = start(first);
  for (const index of order) {
    places[index] = position;
    position += length(boxes[index]!) + gap;
  }
  return places;
}
