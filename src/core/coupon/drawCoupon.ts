/** The document of a test piece comes in; what the machine is told to make it, and what its codes are, go out. */
import { drawArtwork, plainStyle } from '../artwork';
import { hexOfRgb } from '../colour';
import { layPiece, plainPiece, type CodeToPlace, type ItemSources, type WordsSettings } from '../piece';
import {
  isLine,
  pairOf,
  plainSolid,
  planPiece,
  type Operation,
  type OperationSheet,
  type Pair,
  type PlanSettings,
} from '../plan';
import { defaultSymbolSettings, encodeSymbol, type QrSymbol } from '../symbol';
import type { Typesetter } from '../words';
import { labelMm, patchModules } from './layCoupon';
import { patchMessage, type Coupon, type Patch } from './schema';

const symbolSettings = { ...defaultSymbolSettings, version: 1, raiseLevel: false };

export function patchSymbol({ id }: Pick<Coupon, 'id'>, { number }: Pick<Patch, 'number'>): QrSymbol {
  const { symbol } = encodeSymbol(patchMessage(id, number), symbolSettings);
  if (symbol === null) throw new Error('The message of a patch has outgrown version 1.');
  return symbol;
}

export interface CouponDrawing {
  readonly sheet: OperationSheet;
  /** By how much the marks of each patch are drawn in: whole dots on printers that have them. */
  readonly drawnInMm: readonly number[];
  /** Of each patch, whether its dark modules are what is marked. */
  readonly marksDark: readonly boolean[];
}

/** Labels are left out without fonts. Each power and speed is an operation of its own, in a colour of its own. */
export function drawCoupon(coupon: Coupon, words: Typesetter | null): CouponDrawing {
  const pair = pairOf(coupon.pair);
  const { piece } = layPiece(
    coupon.patches.map((patch): CodeToPlace => ({
      id: `code-${patch.number}`,
      artwork: drawArtwork(patchSymbol(coupon, patch), plainStyle, null),
      placement: {
        widthMm: patchModules * patch.moduleMm,
        xMm: patch.xMm,
        yMm: patch.yMm,
        turnDegrees: 0,
      },
    })),
    {
      ...plainPiece(coupon.widthMm, coupon.heightMm),
      items: coupon.patches.map((patch) => labelOf(patch, pair)),
    },
    sourcesOf(words, pair),
  );
  const groups = groupsOf(coupon.patches);
  const drawnInMm: number[] = [];
  const marksDark: boolean[] = [];
  const operations: Operation[] = [];
  const bare = { ...piece, codes: [], items: [], holes: [], openings: [] };
  const common = planPiece({ ...bare, items: piece.items }, pair, settingsFor(false)).sheet();
  for (const [index, group] of groups.entries()) {
    const [first] = group as [Patch, ...Patch[]];
    const plan = planPiece(
      { ...bare, codes: group.map(({ number }) => piece.codes[number]!) },
      // Marks are drawn in by what they are thought to grow.
      { ...pair, edgeGrowthMm: first.drawnInMm },
      settingsFor(first.reversed),
    );
    for (const { number } of group) {
      drawnInMm[number] = plan.compensationMm;
      marksDark[number] = plan.marks === 'dark-modules';
    }
    operations.push(
      ...plan
        .sheet()
        .operations.filter(({ kind }) => kind !== 'cut' && kind !== 'base')
        .map((operation) => named(operation, first, index / groups.length)),
    );
  }
  const isFirst = ({ kind }: Operation): boolean => kind === 'base';
  const isLast = ({ kind }: Operation): boolean => kind === 'cut';
  return {
    sheet: {
      ...common,
      operations: [
        ...common.operations.filter(isFirst),
        ...operations,
        ...common.operations.filter((operation) => !isFirst(operation) && !isLast(operation)),
        ...common.operations.filter(isLast),
      ],
    },
    drawnInMm,
    marksDark,
  };
}

/** Everything that is written on it, to be loaded before it is drawn. */
export const couponWords = ({ patches }: Coupon): Parameters<Typesetter['load']>[0] => [
  { font: labelFont, text: patches.map(({ label }) => label).join('') },
];
const labelFont = 'condensed';

const settingsFor = (
  reversed: boolean,
): PlanSettings & { readonly solid: typeof plainSolid; readonly paintFill: null } => ({
  reversed,
  mirrored: false,
  bridged: true,
  solid: plainSolid,
  paintFill: null,
});

/** What is made in one go: alike drawn in, turned round, and set. */
function groupsOf(patches: readonly Patch[]): readonly (readonly Patch[])[] {
  const groups = new Map<string, Patch[]>();
  for (const patch of patches) {
    const key = JSON.stringify([patch.drawnInMm, patch.reversed, patch.setting]);
    groups.set(key, [...(groups.get(key) ?? []), patch]);
  }
  return [...groups.values()];
}

function named(operation: Operation, { setting }: Patch, place: number): Operation {
  if (setting === null) return operation;
  const { powerPercent, speedMmPerS } = setting;
  const text = `${powerPercent} % power, ${speedMmPerS} mm/s`;
  if (isLine(operation)) return { ...operation, label: text };
  return { ...operation, label: text, setting, ink: { kind: 'solid', colour: cellColour(place) } };
}

/** Told apart by programs that set power by colour. */
function cellColour(place: number): string {
  const turn = place * 2 * Math.PI;
  const channel = (phase: number): number => 0.43 + 0.35 * Math.cos(turn + phase);
  return hexOfRgb([channel(0), channel(2.1), channel(4.2)]);
}

const sourcesOf = (words: Typesetter | null, pair: Pair): ItemSources => ({
  words,
  art: () => null,
  text: (text) => text,
  emptyFields: () => [],
  inColour: pair.machine.inks === 'process',
});

function labelOf({ number, xMm, yMm, moduleMm, label }: Patch, pair: Pair): WordsSettings {
  const codeMm = patchModules * moduleMm;
  const capitalMm = labelMm(pair);
  return {
    id: `label-${number}`,
    kind: 'words',
    text: label,
    sample: false,
    font: labelFont,
    fit: 'box',
    capitalMm,
    widthMm: codeMm + 6 * moduleMm,
    heightMm: capitalMm,
    align: 'left',
    lineSpacing: 1.4,
    tracking: 0.02,
    circle: null,
    drawn: 'filled',
    colour: null,
    turnDegrees: 0,
    xMm,
    // Outside of its quiet zone.
    yMm: Number((yMm + codeMm + 4 * moduleMm).toFixed(3)),
  };
}
