/** What of a job's making the plan asks, and which modules are marked by it. */
import type { Pair } from './pair';

export interface PlanSettings {
  /** Reflectance reversal: light modules dark and dark modules light. Not every reader takes it. */
  readonly reversed: boolean;
  /** Drawn left for right, for pieces that are looked at from the other side. */
  readonly mirrored: boolean;
  /** Bridges hold what would fall out of a sheet that is cut through. */
  readonly bridged: boolean;
}

/** Marks that come out darker make the dark modules, lighter ones the light modules; reversal turns it round. */
export function marksDarkModules(pair: Pair, reversed: boolean): boolean {
  return (pair.markTone === 'darker') !== reversed;
}
