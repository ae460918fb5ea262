/** What a test piece told comes in; the pair with the values that follow from it goes out. */
import { roundUpTo } from '../numbers';
import {
  pairOf,
  valuesOf,
  withValue,
  type Origin,
  type OriginName,
  type PairValues,
  type ValueName,
} from '../plan';
import type { CouponFit } from './fitCoupon';
import type { Coupon, LaserSetting } from './schema';

export interface Calibration {
  readonly pair: PairValues;
  /** The values that were measured. */
  readonly measured: readonly ValueName[];
}

const round = (mm: number): number => Number(mm.toFixed(3));

/**
 * The floor is the smallest module that is read, on the safe side of its interval; a piece that is read to its last patch says
 * that it is no larger. Growth is what is left when a pointed cutter and a first layer have had theirs. Null where nothing was
 * measured. `setting` is the power and speed that is kept.
 */
export function calibrate(
  coupon: Coupon,
  { floor, growthMm }: CouponFit,
  setting: LaserSetting | null,
  time: string,
): Calibration | null {
  let values = valuesOf(coupon.pair);
  const measured: ValueName[] = [];
  const set = (name: ValueName, value: number): void => {
    values = withValue(values, name, value);
    measured.push(name);
  };
  if (growthMm !== null) {
    const pair = pairOf(values);
    set('growthMm', round(growthMm.value - (pair.edgeGrowthMm - pair.process.growthMm)));
  }
  if (floor !== null && floor.kind !== 'none-read') {
    const mm = roundUpTo(floor.kind === 'measured' ? floor.most : floor.value, 0.01);
    set('floorMm', mm);
    const { elementMm, elementFactor } = values.process;
    // What was guessed from the smallest mark gives way to what was read.
    if (elementMm > mm) set('elementMm', mm);
    if (elementFactor * Math.min(elementMm, mm) > mm)
      set('elementFactor', Math.max(1, Number((mm / Math.min(elementMm, mm)).toFixed(2))));
  }
  if (setting !== null) {
    set('markMmPerS', setting.speedMmPerS);
    set('powerShare', setting.powerPercent / 100);
  }
  if (measured.length === 0) return null;
  const origin: Origin = { from: 'calibrated', at: time, how: `test piece ${coupon.id}` };
  const origins: Partial<Record<OriginName, Origin>> = { ...values.origins };
  for (const name of measured) origins[name] = origin;
  return { pair: { ...values, origins }, measured };
}
