/** A piece, a material and a machine become operations. Polarity, growth, dots and mirroring are decided here only. */
import {
  insetArea,
  mirrorRegion,
  offsetOutlines,
  placeRegion,
  reversedContour,
  uniteRegion,
  type Region,
} from '../geometry';
import type { Piece } from '../piece';
import type { Pair } from './materials';
import type { Operation, OperationSheet } from './operation';

export interface PlanSettings {
  /** Reflectance reversal: light modules dark and dark modules light. Not every reader takes it. */
  readonly reversed: boolean;
  /** Drawn left for right, for pieces that are looked at from the other side. */
  readonly mirrored: boolean;
}

export interface Plan extends OperationSheet {
  /** Which modules the machine marks: the dark ones, or the light ones with the quiet zone. */
  readonly marks: 'dark modules' | 'light modules and quiet zone';
  /** How far every marked edge is drawn in, so that it comes out in place. */
  readonly compensationMm: number;
  /** What remains of the growth after compensation, on each edge. */
  readonly residualGrowthMm: number;
  readonly mirrored: boolean;
  readonly reversed: boolean;
  /** Area to mark after compensation in square millimetres, as modules are normally marked and the other way round. */
  readonly markedAreaMm2: { readonly normal: number; readonly reversed: number };
}

export function planPiece(piece: Piece, pair: Pair, settings: PlanSettings): Plan {
  const marksDark = marksDarkModules(pair, settings.reversed);
  const { compensationMm, residualGrowthMm } = compensation(pair);
  const nominal = marksDark ? piece.dark : piece.light;
  const onDots = pair.machine.dotMm === null ? nominal : alignToDots(nominal, piece, pair.machine.dotMm);
  const compensated =
    !marksDark && piece.touches && compensationMm > 0
      ? lightBetween(onDots, compensationMm)
      : offsetOutlines(onDots, -compensationMm);
  const seen = (region: Region): Region =>
    settings.mirrored ? mirrorRegion(region, piece.widthMm / 2) : region;
  const area = seen(compensated);
  const operations: Operation[] = [
    {
      kind: pair.machine.operation,
      label: marksDark ? 'dark modules' : 'light modules and quiet zone',
      area,
    },
    { kind: 'cut', label: 'outline of the piece', lines: seen([piece.outline]) },
  ];
  return {
    widthMm: piece.widthMm,
    heightMm: piece.heightMm,
    operations,
    marks: marksDark ? 'dark modules' : 'light modules and quiet zone',
    compensationMm,
    residualGrowthMm,
    mirrored: settings.mirrored,
    reversed: settings.reversed,
    markedAreaMm2: {
      normal: insetArea(marksDarkModules(pair, false) ? piece.dark : piece.light, compensationMm),
      reversed: insetArea(marksDarkModules(pair, true) ? piece.dark : piece.light, compensationMm),
    },
  };
}

/** Marks that come out darker make the dark modules, lighter ones the light modules; reversal turns it round. */
export function marksDarkModules(pair: Pair, reversed: boolean): boolean {
  return (pair.markTone === 'darker') !== reversed;
}

/** A printer with dots can only take back whole dots of growth; other machines take back all of it. */
function compensation({ machine, process }: Pair): { compensationMm: number; residualGrowthMm: number } {
  const { growthMm } = process;
  const compensationMm =
    machine.dotMm === null ? growthMm : Math.round(growthMm / machine.dotMm) * machine.dotMm;
  return { compensationMm, residualGrowthMm: growthMm - compensationMm };
}

/** Narrowest detail that is kept where outlines have to be united, in millimetres. */
const finestMm = 0.002;

/** Light areas drawn in where the dark outlines, which are their holes, would grow into each other. */
function lightBetween([edge, ...holes]: Region, compensationMm: number): Region {
  const grown = offsetOutlines(holes.map(reversedContour), compensationMm);
  return [...offsetOutlines([edge!], -compensationMm), ...uniteRegion(grown, finestMm).map(reversedContour)];
}

/** Moves the code by less than a dot, so that its corner lies on the printer's grid. */
function alignToDots(region: Region, { code }: Piece, dotMm: number): Region {
  const shift = (value: number): number => Math.round(value / dotMm) * dotMm - value;
  return placeRegion(region, 1, shift(code.x), shift(code.y));
}
