/** Searching for the place where a condition changes, by halving; and rounding to offered steps. */

/** Slack for sums of decimal fractions, in the unit at hand. */
export const slack = 1e-6;

/**
 * The largest value from `low` up for which a condition holds, to within `step`; it holds at `low` (which is not asked) and
 * never again once it fails. `high` when it holds everywhere.
 */
export function largestHolding(
  low: number,
  high: number,
  step: number,
  holds: (value: number) => boolean,
): number {
  if (high <= low || holds(high)) return Math.max(low, high);
  let [yes, no] = [low, high];
  while (no - yes > step) {
    const middle = (yes + no) / 2;
    if (middle <= yes || middle >= no) break;
    if (holds(middle)) yes = middle;
    else no = middle;
  }
  return yes;
}

/** The smallest value from which on a condition holds, to within `step`; it holds at `high`, which is not asked. */
export const smallestHolding = (
  low: number,
  high: number,
  step: number,
  holds: (value: number) => boolean,
): number => -largestHolding(-high, -low, step, (value) => holds(-value));

/**
 * The largest whole number from `low` to `high` for which a condition holds that never holds again once it fails; null when
 * it does not hold at `low`.
 */
export function largestWhole(low: number, high: number, holds: (value: number) => boolean): number | null {
  if (!holds(low)) return null;
  let [yes, no] = [low, high + 1];
  while (no - yes > 1) {
    const middle = (yes + no) >> 1;
    if (holds(middle)) yes = middle;
    else no = middle;
  }
  return yes;
}

/** The smallest whole number from `low` to `high` from which on a condition holds; null when it does not hold at `high`. */
export function smallestWhole(low: number, high: number, holds: (value: number) => boolean): number | null {
  const last = largestWhole(-high, -low, (value) => holds(-value));
  return last === null ? null : 0 - last;
}

export const roundUpTo = (value: number, step: number): number =>
  Number((Math.ceil(value / step - slack) * step).toFixed(4));
export const roundDownTo = (value: number, step: number): number =>
  Number((Math.floor(value / step + slack) * step).toFixed(4));
