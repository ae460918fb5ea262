/** What a kind of machine is to the plan. */
import type { AreaKind, OutlineKind } from '../operation';

export interface MachineKind {
  readonly name: string;
  /** What it does to an area: it fills it, or follows its edges. */
  readonly operation: AreaKind | OutlineKind;
  /** Whether it can follow a line once, as a beam or a cutter does. */
  readonly followsLines: boolean;
  /** Whether what it makes comes out left for right of what it is made from. */
  readonly turnsOver: boolean;
  /** Whether its marks are deep enough to be filled with paint. */
  readonly takesPaint: boolean;
  /** What it makes cannot be peeled off or printed anew for little: a wrong message stays. Common practice, no source. */
  readonly lasts: boolean;
  /** What is left of its areas when they are made: a colour on the surface, parts to pull off, openings, a body. */
  readonly leaves: 'surface' | 'parts to weed' | 'openings' | 'body';
}

/** Marks the surface for good. */
export const onSurface = {
  lasts: true,
  followsLines: false,
  turnsOver: false,
  takesPaint: false,
  leaves: 'surface',
} as const;
