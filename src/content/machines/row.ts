/** How the rows of machines are written. */
import type { Machine, MaterialFamily, Process } from '../../core/plan';

/** What few machines have, null for the others. */
export const plainMachine = { halfAngleDegrees: null, layerMm: null, firstLayerMm: null, spreadMm: null };
export const plainProcess = { thicknessFactor: null, bridgeMm: null, depthMm: null, powerShare: null };

type WithPlain<Whole, Plain> = Omit<Whole, keyof Plain> & Partial<Pick<Whole, keyof Plain & keyof Whole>>;
export type PlainMachine = WithPlain<Omit<Machine, 'id'>, typeof plainMachine>;
type PlainProcess = WithPlain<Process, typeof plainProcess>;

/** A machine, whose id is its key, with what it does on each family of materials. */
export type MachineRows = Readonly<Record<string, MachineRow>>;
export interface MachineRow {
  readonly machine: PlainMachine;
  readonly processes: readonly (PlainProcess & { readonly families: readonly MaterialFamily[] })[];
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
