/** Readings of a test piece come in; its floor and its growth with intervals, or its best power and speed, go out. */
import type { Interval } from '../proof';
import { drawCoupon } from './drawCoupon';
import type { Coupon, LaserSetting, Patch, PatchReading } from './schema';

export interface Fitted extends Interval {
  readonly value: number;
}

export interface GrowthPoint {
  readonly number: number;
  readonly moduleMm: number;
  readonly drawnInMm: number;
  readonly residualMm: number;
}

export interface FloorPoint {
  readonly number: number;
  readonly moduleMm: number;
  readonly reads: boolean;
  readonly leastShare: number;
}

/** The smallest module that is read: measured, or beyond what the piece has; null where nothing says anything. */
export type Floor =
  | ({ readonly kind: 'measured' } & Fitted)
  | { readonly kind: 'all-read'; readonly value: number }
  | { readonly kind: 'none-read'; readonly value: number };

export interface CouponFit {
  readonly floor: Floor | null;
  readonly floorPoints: readonly FloorPoint[];
  /** By how much marks grow on each edge; null with fewer than three patches to measure. */
  readonly growthMm: Fitted | null;
  readonly growthPoints: readonly GrowthPoint[];
  /** Patches of which the picture has too few pixels, or which do not lie in it. */
  readonly unseen: readonly number[];
  /** Cells from the best to the worst. */
  readonly cells: readonly Cell[];
  /** Whether light on dark was read where dark on light was not, as large: then the mark comes out the other way. */
  readonly reversedReadsBetter: boolean;
}

export interface Cell {
  readonly number: number;
  readonly setting: LaserSetting;
  readonly leastShare: number;
  readonly contrast: number;
  readonly residualMm: number | null;
}

/** Several pictures of one piece: of each patch the one that shows it the largest. */
export function joinedReadings(readings: readonly (readonly PatchReading[])[]): readonly PatchReading[] {
  const best = new Map<number, PatchReading>();
  for (const reading of readings.flat()) {
    const before = best.get(reading.number);
    if (before === undefined || reading.pixelsPerModule > before.pixelsPerModule)
      best.set(reading.number, reading);
  }
  return [...best.values()].sort((a, b) => a.number - b.number);
}

export function fitCoupon(coupon: Coupon, readings: readonly PatchReading[]): CouponFit {
  const drawing = drawCoupon(coupon, null);
  const known = new Map(coupon.patches.map((patch) => [patch.number, patch]));
  const seen = readings.flatMap((reading) => {
    const patch = known.get(reading.number);
    return patch === undefined ? [] : [{ patch, reading }];
  });
  const growthPoints = seen.flatMap(({ patch, reading: { residualMm } }): GrowthPoint[] =>
    residualMm === null || patch.setting !== null
      ? []
      : [
          {
            number: patch.number,
            moduleMm: patch.moduleMm,
            drawnInMm: drawing.drawnInMm[patch.number]!,
            residualMm,
          },
        ],
  );
  const floorPoints = seen.flatMap(({ patch, reading: { verdict, leastShare } }): FloorPoint[] =>
    verdict === null || patch.role !== 'size' || patch.reversed
      ? []
      : [{ number: patch.number, moduleMm: patch.moduleMm, reads: verdict === 'good', leastShare }],
  );
  const said = new Set(readings.flatMap(({ number, verdict }) => (verdict === null ? [] : [number])));
  return {
    floor: fitFloor(floorPoints),
    floorPoints,
    growthMm: coupon.kind === 'power' ? null : fitGrowth(growthPoints),
    growthPoints,
    unseen: coupon.patches.filter(({ number }) => !said.has(number)).map(({ number }) => number),
    cells: cellsOf(seen),
    reversedReadsBetter: readsBetterReversed(seen),
  };
}

type Seen = readonly { readonly patch: Patch; readonly reading: PatchReading }[];

/** First what is read most readily, then what differs the most from the bare material. */
function cellsOf(seen: Seen): readonly Cell[] {
  return seen
    .flatMap(({ patch: { number, setting }, reading: { leastShare, contrast, residualMm } }): Cell[] =>
      setting === null ? [] : [{ number, setting, leastShare, contrast, residualMm }],
    )
    .sort((a, b) => b.leastShare - a.leastShare || b.contrast - a.contrast);
}

function readsBetterReversed(seen: Seen): boolean {
  const shareOf = (reversed: boolean): number => {
    const sameShift = seen.filter(
      ({ patch, reading }) => patch.reversed === reversed && patch.role === 'size' && reading.views > 0,
    );
    return sameShift.length === 0
      ? 0
      : sameShift.reduce((sum, { reading }) => sum + reading.leastShare, 0) / sameShift.length;
  };
  return shareOf(true) > shareOf(false) + 0.2;
}

/** Of Student's distribution, for 95 in 100, by degrees of freedom (any table of statistics; beyond it that of the normal one). */
const student95 = [
  12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23, 2.2, 2.18, 2.16, 2.14, 2.13, 2.12,
];
const studentAt = (freedom: number): number => student95[freedom - 1] ?? 1.96 + 2.4 / freedom;

/** Deviations from the middle, beside the usual one, from which a patch is taken for spoilt: scratched, or found in a wrong place. */
const spoiltFrom = 3.5;

/** What marks grew is what they are too large by and what they were drawn in by: the mean of all patches that are not spoilt. */
export function fitGrowth(points: readonly GrowthPoint[]): Fitted | null {
  const grown = points.map(({ residualMm, drawnInMm }) => residualMm + drawnInMm);
  if (grown.length < 3) return null;
  const middle = median(grown);
  // 1.4826 times the median of the deviations is the standard deviation of a normal distribution.
  const usual = 1.4826 * median(grown.map((growth) => Math.abs(growth - middle)));
  const kept = grown.filter((growth) => Math.abs(growth - middle) <= Math.max(spoiltFrom * usual, 1e-6));
  const mean = kept.reduce((sum, growth) => sum + growth, 0) / kept.length;
  const variance = kept.reduce((sum, growth) => sum + (growth - mean) ** 2, 0) / (kept.length - 1);
  const reach = studentAt(kept.length - 1) * Math.sqrt(variance / kept.length);
  return { value: mean, least: mean - reach, most: mean + reach };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length / 2;
  return (sorted[Math.ceil(half) - 1]! + sorted[Math.floor(half)]!) / 2;
}

/** Share of patches of a size that are to be read before it is one that can be made. */
const wantedShare = 0.8;
/** Steps of what is tried: logarithms of sizes, and how steeply reading sets in. */
const [sizeStep, steepnesses] = [0.01, [12, 20, 35, 60]] as const;

/**
 * Reading sets in with the logarithm of the size along a logistic curve. Every curve is weighed by how likely it makes what was
 * read, all alike before (Bayes with flat priors), so that a clean break gives an interval as wide as its two sizes.
 */
export function fitFloor(points: readonly Pick<FloorPoint, 'moduleMm' | 'reads'>[]): Floor | null {
  if (points.length === 0) return null;
  const sizes = points.map(({ moduleMm }) => moduleMm);
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  if (points.every(({ reads }) => reads)) return { kind: 'all-read', value: least };
  if (points.every(({ reads }) => !reads)) return { kind: 'none-read', value: most };
  const tried: { readonly mm: number; weight: number }[] = [];
  const shift = Math.log(wantedShare / (1 - wantedShare));
  for (let log = Math.log(least) - 0.3; log <= Math.log(most) + 0.3; log += sizeStep)
    for (const steepness of steepnesses) {
      let likely = 0;
      for (const { moduleMm, reads } of points) {
        const share = 1 / (1 + Math.exp(-steepness * (Math.log(moduleMm) - log)));
        // Once in fifty a patch says what it should not: a scratch, a speck.
        likely += Math.log(0.01 + 0.98 * (reads ? share : 1 - share));
      }
      tried.push({ mm: Math.exp(log + shift / steepness), weight: Math.exp(likely) });
    }
  tried.sort((a, b) => a.mm - b.mm);
  const sum = tried.reduce((total, { weight }) => total + weight, 0);
  const at = (share: number): number => {
    let passed = 0;
    for (const { mm, weight } of tried) {
      passed += weight / sum;
      if (passed >= share) return mm;
    }
    return tried.at(-1)!.mm;
  };
  return { kind: 'measured', value: at(0.5), least: at(0.025), most: at(0.975) };
}
