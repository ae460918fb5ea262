/** What is to be tried on a material comes in; where every patch lies goes out, or why there is no room. */
import { reflectanceOfHex } from '../colour';
import { roundUpTo, seededRandom } from '../numbers';
import { machineKinds, pairOf, type Pair, type PairValues } from '../plan';
import { quietZoneModules, sizeOfVersion } from '../symbol';
import {
  couponSchema,
  currentCouponVersion,
  idLetters,
  type Coupon,
  type LaserSetting,
  type Patch,
} from './schema';

/** All patches are of version 1. */
export const patchModules = sizeOfVersion(1);

export interface CouponWish {
  readonly kind: Coupon['kind'];
  readonly widthMm: number;
  /** At most; null for as high as it has to be. */
  readonly heightMm: number | null;
  /** Small codes that are light on dark, too: where it is not sure which of both comes out darker. */
  readonly bothPolarities: boolean;
  /** For `power`. */
  readonly powersPercent: readonly number[];
  readonly speedsMmPerS: readonly number[];
}

/** Each size is this share of the one before, from so many smallest modules of the profile down to so many. */
const [step, largest, smallest] = [0.92, 1.2, 0.27];
/** Patches of each size: as many as there is room for. */
const mostRepeats = 2;
/** Smallest modules to a module of an anchor, which has to be read whatever else is not. */
const anchorModules = 1.7;
/** Beside what the profile says, growth is tried in these shares of an anchor's module. */
const growthSteps = [-0.1, -0.05, 0.05, 0.1];
/** Codes of a power grid. */
const powerModules = 1.5;
const [gapMm, leastCapitalMm, mostSettings] = [1, 1.8, 6];

/** Under its code; as large as the machine can write. */
export const labelMm = ({ process }: Pick<PairValues, 'process'>): number =>
  Math.max(leastCapitalMm, 10 * process.elementMm);

type Wanted = Omit<Patch, 'number' | 'xMm' | 'yMm'>;

export type LaidCoupon = { readonly coupon: Coupon } | { readonly problem: string };

/** The same wish with the same seed gives the same piece. `at` is when, ISO 8601. */
export function layCoupon(values: PairValues, wish: CouponWish, seed: number, time: string): LaidCoupon {
  const pair = pairOf(values);
  const problem = problemOf(wish);
  if (problem !== null) return { problem };
  const random = seededRandom(seed);
  const id = Array.from({ length: 5 }, () => idLetters[Math.floor(random() * idLetters.length)]).join('');
  const anchorMm = onDots(pair, anchorModules * pair.smallestModuleMm);
  let least = Infinity;
  for (let repeats = wish.kind === 'power' ? 1 : mostRepeats; repeats >= 1; repeats--) {
    const wanted = wish.kind === 'power' ? powerCells(pair, wish) : trials(pair, wish, anchorMm, repeats);
    const laid = pack(pair, wanted, anchorMm, wish.widthMm);
    if ('needsMm' in laid)
      return {
        problem: `The test piece is ${wish.widthMm} mm wide; the codes for this material need ${laid.needsMm} mm.`,
      };
    if (wish.heightMm !== null && laid.heightMm > wish.heightMm + 1e-9) {
      least = laid.heightMm;
      continue;
    }
    const coupon: Coupon = {
      format: 'binarus-coupon',
      formatVersion: currentCouponVersion,
      id,
      at: time,
      kind: wish.kind,
      pair: values,
      widthMm: wish.widthMm,
      heightMm: wish.heightMm ?? laid.heightMm,
      patches: laid.patches.map((patch, number) => ({ ...patch, number })),
    };
    return { coupon: couponSchema.parse(coupon) };
  }
  return {
    problem: `At ${wish.widthMm} mm width the test piece is ${least} mm high, and ${wish.heightMm} mm are allowed. Make it wider or higher.`,
  };
}

function problemOf({ kind, powersPercent, speedsMmPerS }: CouponWish): string | null {
  if (kind !== 'power') return null;
  for (const [name, own] of [
    ['powers', powersPercent],
    ['speeds', speedsMmPerS],
  ] as const)
    if (own.length < 1 || own.length > mostSettings)
      return `There are ${own.length} ${name}; from 1 to ${mostSettings} can be tried on one piece.`;
  const bad = powersPercent.find((power) => !(power >= 1 && power <= 100));
  if (bad !== undefined) return `A power of ${bad} % cannot be set; from 1 to 100 % can.`;
  const slow = speedsMmPerS.find((speed) => !(speed >= 0.1 && speed <= 20_000));
  return slow === undefined ? null : `A speed of ${slow} mm/s cannot be set; from 0.1 to 20,000 mm/s can.`;
}

/** Whether power and speed are set at the machine. */
export const takesPower = ({ machine }: Pick<PairValues, 'machine'>): boolean =>
  machineKinds[machine.kind].setsPower;

/** Printers with dots make whole dots only. */
function onDots({ machine: { dotMm } }: Pair, mm: number): number {
  return dotMm === null ? Number(mm.toFixed(3)) : Math.max(1, Math.round(mm / dotMm)) * dotMm;
}

const mmText = (mm: number): string => mm.toFixed(mm < 1 ? 3 : 2).replace(/0$/, '');

function sizesOf(pair: Pair): readonly number[] {
  const sizes: number[] = [];
  for (let share = largest; share > smallest; share *= step) {
    const size = onDots(pair, share * pair.smallestModuleMm);
    if (size !== sizes.at(-1)) sizes.push(size);
  }
  return sizes;
}

function trials(pair: Pair, wish: CouponWish, anchorMm: number, repeats: number): readonly Wanted[] {
  const plain = { drawnInMm: pair.edgeGrowthMm, reversed: false, setting: null };
  const growths = growthSteps.map((share): Wanted => {
    const dot = pair.machine.dotMm;
    // Whole dots of width are taken back, half of them from each edge.
    const off =
      dot === null ? share * anchorMm : (Math.sign(share) * Math.ceil(Math.abs(share) * 20) * dot) / 2;
    const drawnInMm = Number((pair.edgeGrowthMm + off).toFixed(4));
    return {
      ...plain,
      role: 'growth',
      moduleMm: anchorMm,
      drawnInMm,
      label: `${drawnInMm < 0 ? '+' : '−'}${mmText(Math.abs(drawnInMm))}`,
    };
  });
  const sizes = sizesOf(pair).flatMap((moduleMm): Wanted[] => [
    ...Array.from({ length: moduleMm > pair.smallestModuleMm ? 1 : repeats }, (): Wanted => ({
      ...plain,
      role: 'size',
      moduleMm,
      label: mmText(moduleMm),
    })),
    ...(wish.bothPolarities
      ? [{ ...plain, role: 'size' as const, moduleMm, reversed: true, label: `${mmText(moduleMm)} R` }]
      : []),
  ]);
  return [...growths, ...sizes];
}

function powerCells(pair: Pair, { powersPercent, speedsMmPerS }: CouponWish): readonly Wanted[] {
  const moduleMm = onDots(pair, powerModules * pair.smallestModuleMm);
  return powersPercent.flatMap((powerPercent) =>
    speedsMmPerS.map((speedMmPerS): Wanted => {
      const setting: LaserSetting = { powerPercent, speedMmPerS };
      return {
        role: 'power',
        moduleMm,
        drawnInMm: pair.edgeGrowthMm,
        reversed: false,
        setting,
        label: `${powerPercent}% ${speedMmPerS}`,
      };
    }),
  );
}

type Packed =
  | { readonly patches: readonly Omit<Patch, 'number'>[]; readonly heightMm: number }
  | { readonly needsMm: number };

interface Room {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  /** Infinite where there is room downwards. */
  readonly height: number;
}

/** Rows of what comes next, as far as it fits; gives how many were put, and how far down they came. */
function fillRows(
  wanted: readonly Wanted[],
  { left, right, top, height }: Room,
  underMm: number,
  mostRows: number,
  put: (own: Wanted, left: number, top: number) => void,
): { readonly count: number; readonly downMm: number } {
  let [count, down] = [0, 0];
  for (let row = 0; row < mostRows; row++) {
    let [x, high] = [left, 0];
    for (let next = wanted[count]; next !== undefined; next = wanted[++count]) {
      const side = sideMm(next);
      if (x + side > right + 1e-9 || down + side + underMm > height + 1e-9) break;
      put(next, x, top + down);
      x += side + gapMm;
      high = Math.max(high, side + underMm);
    }
    if (high === 0) break;
    down += high;
  }
  return { count, downMm: down };
}

/** With its quiet zone. */
const sideMm = ({ moduleMm }: Pick<Wanted, 'moduleMm'>): number =>
  (patchModules + 2 * quietZoneModules) * moduleMm;

/** In rows from the largest to the smallest, with an anchor in each corner. */
function pack(pair: Pair, wanted: readonly Wanted[], anchorMm: number, widthMm: number): Packed {
  const under = labelMm(pair) + gapMm;
  const anchor: Wanted = {
    role: 'anchor',
    moduleMm: anchorMm,
    drawnInMm: pair.edgeGrowthMm,
    reversed: false,
    setting: null,
    label: mmText(anchorMm),
  };
  const side = sideMm(anchor);
  const needsMm = roundUpTo(2 * side + gapMm, 1);
  if (needsMm > widthMm) return { needsMm };
  const placed: Omit<Patch, 'number'>[] = [];
  const put = (patch: Wanted, left: number, top: number): void => {
    const quiet = quietZoneModules * patch.moduleMm;
    placed.push({
      ...patch,
      xMm: Number((left + quiet).toFixed(3)),
      yMm: Number((top + quiet).toFixed(3)),
    });
  };
  const corners = (top: number): void => {
    put(anchor, 0, top);
    put(anchor, widthMm - side, top);
  };
  const between = (top: number): Room => ({
    left: side + gapMm,
    right: widthMm - side - gapMm,
    top,
    height: side + under,
  });
  corners(0);
  let left = wanted.slice(fillRows(wanted, between(0), under, Infinity, put).count);
  let top = side + under;
  const isLast = (): boolean =>
    fillRows(left, between(top), under, Infinity, () => undefined).count === left.length;
  while (!isLast()) {
    const room = { left: 0, right: widthMm, top, height: Infinity };
    const { count, downMm } = fillRows(left, room, under, 1, put);
    if (count === 0) return { needsMm: roundUpTo(sideMm(left[0]!), 1) };
    left = left.slice(count);
    top += downMm;
  }
  corners(top);
  fillRows(left, between(top), under, Infinity, put);
  return { patches: placed, heightMm: roundUpTo(top + side + under, 1) };
}

/** Widths that are usual for a pair: wide enough for four anchors in a row, within the bed. */
export function usualCouponWidthMm(values: PairValues): number {
  const pair = pairOf(values);
  const side = (patchModules + 2 * quietZoneModules) * onDots(pair, anchorModules * pair.smallestModuleMm);
  return Math.min(Math.ceil((4 * side + 3) / 10) * 10, Math.floor(values.machine.bedWidthMm));
}

/** Whether it is not sure which of both comes out darker: a mark and a ground that are so near. */
export const isInDoubt = ({ machine, markColour, material }: PairValues): boolean =>
  machineKinds[machine.kind].operation !== 'print' &&
  Math.abs(reflectanceOfHex(material.baseColour) - reflectanceOfHex(markColour)) < 0.3;
