/** How much so many shots can say. */

export interface Interval {
  readonly least: number;
  readonly most: number;
}

/** Of a normal distribution, for 95 in 100. */
const z95 = 1.959964;

/** Between which shares the true one lies, in 95 of 100 cases (Wilson 1927). All is possible where nothing was tried. */
export function wilsonInterval(held: number, tried: number): Interval {
  if (tried === 0) return { least: 0, most: 1 };
  const share = held / tried;
  const square = z95 * z95;
  const middle = (share + square / (2 * tried)) / (1 + square / tried);
  const reach =
    (z95 / (1 + square / tried)) * Math.sqrt((share * (1 - share)) / tried + square / (4 * tried * tried));
  // At its ends the interval is exact, which rounding hides.
  return {
    least: held === 0 ? 0 : Math.max(0, middle - reach),
    most: held === tried ? 1 : Math.min(1, middle + reach),
  };
}
