/** The widths at which everything holds, and the best of them. */
import { slack } from '../numbers';
import type { FitRange } from './fitRanges';

/** Widths of the code from one limit to another. */
export interface CommonBand {
  readonly fromMm: number;
  readonly toMm: number;
  /** The limits that end it; null where nothing does. */
  readonly from: FitRange | null;
  readonly to: FitRange | null;
}

export type BestWidth =
  | ({ readonly widthMm: number } & Pick<CommonBand, 'from' | 'to'>)
  /** No width satisfies both; or no step lies between them. */
  | { readonly widthMm: null; readonly from: FitRange | null; readonly to: FitRange | null };

const measured = (ranges: readonly FitRange[]): readonly FitRange[] =>
  ranges.filter(({ strength }) => strength !== 'rule');

/** Where every limit holds but the rule of thumb, whether or not there is such a width. */
function bandOf(ranges: readonly FitRange[]): CommonBand {
  let [from, to]: [FitRange | null, FitRange | null] = [null, null];
  for (const range of measured(ranges)) {
    if (range.fromMm !== null && range.fromMm > (from?.fromMm ?? 0)) from = range;
    if (range.toMm !== null && range.toMm < (to?.toMm ?? Infinity)) to = range;
  }
  return { fromMm: from?.fromMm ?? 0, toMm: to?.toMm ?? Infinity, from, to };
}

/** The smallest value that no limit from below forbids, and the largest that none from above does; they may contradict each other. */
export const endsOf = (ranges: readonly FitRange[]): Pick<CommonBand, 'fromMm' | 'toMm'> => bandOf(ranges);

/** The widths at which every limit holds but the rule of thumb; null when there are none. */
export function commonBand(ranges: readonly FitRange[]): CommonBand | null {
  const band = bandOf(ranges);
  return measured(ranges).length > 0 && band.toMm > band.fromMm ? band : null;
}

/** Where nothing ends the band, so much away from the one limit that there is, as a share. */
const usualMargin = 1.25;
/** Widths are offered in such steps, where the machine has none of its own. */
const usualStepMm = 0.1;

/**
 * The width that is as far as can be from the limits on both sides, by the same share of each, in whole steps of the machine;
 * without one, the limits that contradict each other.
 */
export function bestWidth(ranges: readonly FitRange[]): BestWidth {
  const { fromMm, toMm, from, to } = bandOf(ranges);
  const none = { widthMm: null, from, to };
  if (toMm < fromMm) return none;
  const middle =
    toMm === Infinity ? fromMm * usualMargin : fromMm === 0 ? toMm / usualMargin : Math.sqrt(fromMm * toMm);
  const step = ranges.find(({ stepMm }) => stepMm !== null)?.stepMm ?? usualStepMm;
  const margin = (widthMm: number): number => Math.min(widthMm / fromMm, toMm / widthMm);
  const [best] = [Math.floor(middle / step), Math.ceil(middle / step)]
    .map((count) => Number((count * step).toFixed(4)))
    .filter((widthMm) => widthMm >= Math.max(fromMm, 1) - slack && widthMm <= toMm + slack)
    .sort((a, b) => margin(b) - margin(a));
  return best === undefined ? none : { widthMm: best, from, to };
}
