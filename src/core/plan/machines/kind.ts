/** What a machine is to the plan: what it does to which family of materials, and how finely. */
import type { Source } from '../../finding';

export type MaterialFamily = 'paper' | 'vinyl' | 'wood' | 'acrylic' | 'stone' | 'coated metal';

/** What a machine does on a family of materials. Every length in millimetres. */
export interface Process {
  readonly families: readonly MaterialFamily[];
  /** The smallest mark that comes out reliably. */
  readonly elementMm: number;
  /** Modules are at least this many elements wide. */
  readonly elementFactor: number;
  /** Modules are never smaller than this. */
  readonly floorMm: number;
  /** By how much a mark comes out larger than drawn, on each edge. */
  readonly growthMm: number;
  /** Width of a cut through the material; 0 where this machine does not cut it, or takes nothing away. */
  readonly kerfMm: number;
  readonly source: Source;
}

export interface Machine {
  readonly id: string;
  readonly name: string;
  /** A few words for the list of materials. */
  readonly short: string;
  /** Whether it prints or engraves. */
  readonly operation: 'print' | 'mark';
  /** `process` inks print any colour; `single` makes one kind of mark. */
  readonly inks: 'single' | 'process';
  /** Pitch of the dots, for machines that print whole dots only. */
  readonly dotMm: number | null;
  readonly processes: readonly Process[];
}

export const commonPractice: Source = { tag: 'cp', text: 'common practice, no source' };

/** The smallest module of a process: so many elements, and not under the floor. */
export function smallestModuleMm(process: Process): number {
  return Math.max(process.elementFactor * process.elementMm, process.floorMm);
}
