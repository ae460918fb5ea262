/** How the rows of machines are written. */
import type { Machine, MaterialFamily, Process } from '../../core/plan';

/** A machine with what it does on each family of materials. */
export interface MachineRow {
  readonly machine: Machine;
  readonly processes: readonly (Process & { readonly families: readonly MaterialFamily[] })[];
}

/** Speeds of machines that print all of a line at once. */
export const feed = (markMmPerS: number) => ({
  kerfMm: 0,
  markMmPerS,
  cutMmPerS: null,
  travelMmPerS: null,
  lineIntervalMm: null,
  overscanMm: null,
});
