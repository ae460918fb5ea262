/** Both ways at once: how many pieces a size gives, and the largest size that gives so many. */
import type { Box } from '../geometry';
import { roundDownTo, roundUpTo } from '../numbers';
import { countsByWidth, type Layout } from './places';
import type { PieceShape } from './shapes';

export interface SizePoint {
  readonly widthMm: number;
  readonly count: number;
  /** Share of the room that no piece lies on. */
  readonly waste: number;
}

/** Sizes are told in steps of so many millimetres. */
export const sizeStepMm = 0.01;

/** The widest piece of these proportions of which so many fit; null where even the smallest does not. `leastMm` is the smallest that is looked at. */
export function widestFor(
  room: Box,
  piece: PieceShape,
  gap: number,
  layout: Layout,
  count: number,
  leastMm = 1,
): number | null {
  return widest(room, piece, countsByWidth(room, piece, gap, layout), count, leastMm);
}

function widest(
  room: Box,
  piece: PieceShape,
  countOf: (widthMm: number) => number,
  count: number,
  leastMm: number,
): number | null {
  const holds = (widthMm: number): boolean => countOf(widthMm) >= count;
  if (!holds(leastMm)) return null;
  let [low, high] = [
    leastMm,
    Math.max(room.width, room.height) * Math.max(1, piece.width / piece.height) + 1,
  ];
  if (holds(high)) return roundDownTo(high, sizeStepMm);
  while (high - low > sizeStepMm / 50) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  // The largest is often a whole step, which halving only comes near to.
  const next = roundUpTo(low, sizeStepMm);
  return holds(next) ? next : roundDownTo(low, sizeStepMm);
}

/** Each count from 1 up with the largest size that gives it, down to a smallest width. */
export function sizesByCount(
  room: Box,
  piece: PieceShape,
  gap: number,
  layout: Layout,
  leastMm: number,
  mostCount = 400,
): readonly SizePoint[] {
  const points: SizePoint[] = [];
  const countOf = countsByWidth(room, piece, gap, layout);
  const most = Math.min(countOf(leastMm), mostCount);
  for (let count = 1; count <= most;) {
    const widthMm = widest(room, piece, countOf, count, leastMm);
    if (widthMm === null) break;
    const heightMm = (widthMm * piece.height) / piece.width;
    // What is as large may be more than was asked for.
    const real = countOf(widthMm);
    points.push({
      widthMm,
      count: real,
      waste: 1 - (real * widthMm * heightMm) / (room.width * room.height),
    });
    count = Math.max(real, count) + 1;
  }
  return points;
}

export const sheetsFor = (quantity: number, perSheet: number): number =>
  perSheet === 0 ? 0 : Math.ceil(quantity / perSheet);
