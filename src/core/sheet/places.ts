/** Where pieces lie: as many as fit, upright, turned, both, or staggered. A count never falls when the pieces become smaller. */
import { placeRegion, type Box } from '../geometry';
import { slack } from '../numbers';
import { interlockedPlaces, interlocksOf, type Interlock } from './interlock';
import type { PieceShape, PieceSize, Place } from './shapes';
import type { LabelStock } from './stock';

/** `grid`: all upright; `turned`: upright, turned, or a block of each; `staggered`: every other row moved on, for round pieces; `interlocked`: every other row turned by 180 degrees and moved as near as the gap allows. */
export const layouts = ['grid', 'turned', 'staggered', 'interlocked'] as const;
export type Layout = (typeof layouts)[number];

/** How many of a length fit beside each other with gaps between them. */
export const fitting = (room: number, length: number, gap: number): number =>
  length <= 0 ? 0 : Math.max(0, Math.floor((room + gap) / (length + gap) + slack));

interface Block {
  readonly columns: number;
  readonly rows: number;
  readonly width: number;
  readonly height: number;
  readonly quarters: 0 | 1;
  readonly x: number;
  readonly y: number;
}

function blockIn(room: Box, { width, height }: PieceSize, gap: number, isTurned: boolean): Block {
  const [across, down] = isTurned ? [height, width] : [width, height];
  return {
    columns: fitting(room.width, across, gap),
    rows: fitting(room.height, down, gap),
    width: across,
    height: down,
    quarters: isTurned ? 1 : 0,
    x: room.x,
    y: room.y,
  };
}

const countOf = ({ columns, rows }: Block): number => columns * rows;
const sum = (blocks: readonly Block[]): number => blocks.reduce((total, block) => total + countOf(block), 0);

/** All of one way, or a block of one way beside, or above, a block of the other: a sheet that is cut by straight lines. */
function bestBlocks(room: Box, piece: PieceSize, gap: number): readonly Block[] {
  let best: readonly Block[] = [blockIn(room, piece, gap, false)];
  const keepIfBetter = (blocks: readonly Block[]): void => {
    if (sum(blocks) > sum(best)) best = blocks;
  };
  for (const isTurned of [false, true]) {
    const all = blockIn(room, piece, gap, isTurned);
    keepIfBetter([all]);
    for (let columns = 1; columns <= all.columns; columns++) {
      const taken = columns * (all.width + gap);
      const rest = { ...room, x: room.x + taken, width: room.width - taken };
      keepIfBetter([{ ...all, columns }, blockIn(rest, piece, gap, !isTurned)]);
    }
    for (let rows = 1; rows <= all.rows; rows++) {
      const taken = rows * (all.height + gap);
      const rest = { ...room, y: room.y + taken, height: room.height - taken };
      keepIfBetter([{ ...all, rows }, blockIn(rest, piece, gap, !isTurned)]);
    }
  }
  return best;
}

/** How many `bestBlocks` holds, in numbers alone: charts ask for thousands of them. */
function turnedCount(room: Box, { width, height }: PieceSize, gap: number): number {
  let most = 0;
  for (const [across, down] of [
    [width, height],
    [height, width],
  ] as const) {
    const [columns, rows] = [fitting(room.width, across, gap), fitting(room.height, down, gap)];
    most = Math.max(most, columns * rows);
    for (let upright = 1; upright <= columns; upright++) {
      const left = room.width - upright * (across + gap);
      most = Math.max(most, upright * rows + fitting(left, down, gap) * fitting(room.height, across, gap));
    }
    for (let upright = 1; upright <= rows; upright++) {
      const left = room.height - upright * (down + gap);
      most = Math.max(most, upright * columns + fitting(room.width, down, gap) * fitting(left, across, gap));
    }
  }
  return most;
}

function placesOf({ columns, rows, width, height, quarters, x, y }: Block, gap: number): readonly Place[] {
  return Array.from({ length: rows * columns }, (_, index) => ({
    x: x + (index % columns) * (width + gap),
    y: y + Math.floor(index / columns) * (height + gap),
    quarters,
  }));
}

/**
 * Circles in rows that lie in the gaps of each other: the pitch of the rows is the half of the root of 3 of that within a row
 * (geometry of equal circles). Along the width, or down the height, whichever holds more; never fewer than in a grid.
 */
function staggered(room: Box, { width, height }: PieceSize, gap: number): readonly Place[] {
  const diameter = Math.max(width, height);
  const pitch = diameter + gap;
  const rowPitch = (pitch * Math.sqrt(3)) / 2;
  const rowsIn = (
    along: number,
    across: number,
  ): readonly { readonly first: number; readonly count: number; readonly at: number }[] =>
    Array.from(
      { length: across < diameter - slack ? 0 : Math.floor((across - diameter) / rowPitch + slack) + 1 },
      (_, row) => {
        const first = row % 2 === 0 ? 0 : pitch / 2;
        return { first, count: fitting(along - first, diameter, gap), at: row * rowPitch };
      },
    );
  const across = rowsIn(room.width, room.height).flatMap(({ first, count, at }) =>
    Array.from({ length: count }, (_, index): Place => ({
      x: room.x + first + index * pitch,
      y: room.y + at,
      quarters: 0,
    })),
  );
  const down = rowsIn(room.height, room.width).flatMap(({ first, count, at }) =>
    Array.from({ length: count }, (_, index): Place => ({
      x: room.x + at,
      y: room.y + first + index * pitch,
      quarters: 0,
    })),
  );
  const grid = placesOf(blockIn(room, { width, height }, gap, false), gap);
  return [across, down].reduce((best, grown) => (grown.length > best.length ? grown : best), grid);
}

/** Row by row from the upper left; none where not even one fits. */
export function layPieces(room: Box, piece: PieceShape, gap: number, layout: Layout): readonly Place[] {
  switch (layout) {
    case 'grid':
      return placesOf(blockIn(room, piece, gap, false), gap);
    case 'turned':
      return bestBlocks(room, piece, gap).flatMap((block) => placesOf(block, gap));
    case 'staggered':
      return staggered(room, piece, gap);
    case 'interlocked':
      return interlocked(room, piece, gap);
  }
}

/** Never fewer than in a grid. */
function interlocked(room: Box, piece: PieceShape, gap: number, lying?: Interlock): readonly Place[] {
  const grid = placesOf(blockIn(room, piece, gap, false), gap);
  const interlocked =
    piece.outline === undefined ? [] : interlockedPlaces(room, piece.outline, piece, gap, lying);
  return interlocked.length > grid.length ? interlocked : grid;
}

/** The same without making the places, for charts. */
export function countOn(room: Box, piece: PieceShape, gap: number, layout: Layout): number {
  if (layout === 'grid') return countOf(blockIn(room, piece, gap, false));
  if (layout === 'turned') return turnedCount(room, piece, gap);
  return layPieces(room, piece, gap, layout).length;
}

/** How many of a piece fit that keeps its proportions, by its width; for interlocked rows never more than really do. */
export function countsByWidth(
  room: Box,
  piece: PieceShape,
  gap: number,
  layout: Layout,
): (widthMm: number) => number {
  const { outline } = piece;
  const lying = layout === 'interlocked' && outline !== undefined ? interlocksOf(outline, piece) : null;
  return (widthMm) => {
    const sized = sizedShape(piece, widthMm);
    return lying === null
      ? countOn(room, sized, gap, layout)
      : interlocked(room, sized, gap, lying(widthMm, gap)).length;
  };
}

/** A piece of a width that keeps its proportions. */
const sizedShape = ({ width, height, outline }: PieceShape, widthMm: number): PieceShape => ({
  width: widthMm,
  height: (widthMm * height) / width,
  ...(outline === undefined ? {} : { outline: placeRegion(outline, widthMm / width, 0, 0) }),
});

/** The places of a sheet of labels, with pieces in their middles; none where a piece is larger than a label. */
export function labelPlaces(stock: LabelStock, { width, height }: PieceSize): readonly Place[] {
  const { columns, rows, labelWidthMm, labelHeightMm, leftMm, topMm, pitchXMm, pitchYMm } = stock;
  const fits = (across: number, down: number): boolean =>
    across <= labelWidthMm + slack && down <= labelHeightMm + slack;
  const isTurned = !fits(width, height) && fits(height, width);
  if (!isTurned && !fits(width, height)) return [];
  const [across, down] = isTurned ? [height, width] : [width, height];
  return Array.from({ length: columns * rows }, (_, index) => ({
    x: leftMm + (index % columns) * pitchXMm + (labelWidthMm - across) / 2,
    y: topMm + Math.floor(index / columns) * pitchYMm + (labelHeightMm - down) / 2,
    quarters: isTurned ? 1 : 0,
  }));
}
