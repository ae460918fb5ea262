/** What a kind of machine is to the plan, to the files that it is given and to the sheets that it works on. */
import type { AreaKind, OutlineKind } from '../operation';

/** Files that a machine works from: each a row of the output's formats. */
export type MachineFormat = 'svg' | 'pdf' | 'dxf' | 'gcode' | 'label' | '3mf' | 'stl';

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
  readonly leaves: 'surface' | 'parts-to-weed' | 'openings' | 'body';
  /** The tool whose way a program tells, one move after the other; null for machines that take no programs. */
  readonly tool: 'beam' | 'cutter' | null;
  /** Whether the power of its marks is set at the machine, so that a test piece can try powers. */
  readonly setsPower: boolean;
  /** Whether sheets of paper run through it at one speed, so that a sheet of paper is the stock to begin with; the bed is for others. */
  readonly feedsPaper: boolean;
  /** Offered before all other formats. */
  readonly formats: readonly MachineFormat[];
  /** The format that says in which order it works; null where all is made at once. */
  readonly watchedFormat: 'gcode' | 'dxf' | '3mf' | null;
}

/** Marks the surface for good, all at once. */
export const onSurface = {
  lasts: true,
  followsLines: false,
  turnsOver: false,
  takesPaint: false,
  leaves: 'surface',
  tool: null,
  setsPower: false,
  feedsPaper: false,
  watchedFormat: null,
} as const;
