/** Operations: what a machine is told to do, in millimetres. The narrow waist between planning and writing files. */
import type { Box, Contour, Region, Vertex } from '../geometry';

/** Fills an area: with ink, by taking the surface away, by building a base, and marks that stand on it or are left out of it. */
const areaKinds = ['print', 'mark', 'base', 'raise', 'sink'] as const;
export type AreaKind = (typeof areaKinds)[number];
/** Makes an area by following its edge: through the foil on its carrier, or through the sheet. */
const outlineKinds = ['kiss', 'open'] as const;
export type OutlineKind = (typeof outlineKinds)[number];

/** Order in which they are done, first to last. `score` marks a line, `cut` parts the piece from its sheet. */
export const operationKinds = [...areaKinds, 'score', ...outlineKinds, 'cut'] as const;
export type OperationKind = (typeof operationKinds)[number];

export interface InkStop {
  /** 0 at the start, 1 at the end. */
  readonly at: number;
  readonly colour: string;
}

/** What an area is filled with. Gradients go on in their last colour beyond their ends. */
export type Ink =
  | {
      readonly kind: 'solid';
      readonly colour: string;
      /** Of an ink that is none of the process colours: printed from a plate of its own. */
      readonly plate?: 'white';
    }
  | {
      readonly kind: 'linear';
      readonly from: Vertex;
      readonly to: Vertex;
      readonly stops: readonly InkStop[];
    }
  | {
      readonly kind: 'radial';
      readonly centre: Vertex;
      readonly radius: number;
      readonly stops: readonly InkStop[];
    }
  /** From the middle to the sides of a rectangle, in rectangles; turned about its middle by radians. */
  | { readonly kind: 'square'; readonly box: Box; readonly turn: number; readonly stops: readonly InkStop[] }
  | {
      readonly kind: 'picture';
      /** A PNG file that fills the box. */
      readonly png: Uint8Array;
      readonly box: Box;
      /** About the middle of the box, in radians, clockwise. */
      readonly turn: number;
      readonly opacity: number;
      readonly mirrored: boolean;
    };

/** The machine's own mark, for machines with one. */
export const blackInk: Ink = { kind: 'solid', colour: '#000000' };

/** From one height to another above the bed, in millimetres. */
export interface Heights {
  readonly fromMm: number;
  readonly toMm: number;
}

export type Operation =
  | {
      readonly kind: AreaKind;
      readonly label: string;
      readonly area: Region;
      readonly ink: Ink;
      /** Of what is built up. */
      readonly heights?: Heights;
      /** Of a laser, where an area is not made as it is set; in per cent of its full power. */
      readonly setting?: { readonly powerPercent: number; readonly speedMmPerS: number };
    }
  /** Lines that the machine follows once. */
  | {
      readonly kind: 'score' | OutlineKind | 'cut';
      readonly label: string;
      readonly lines: readonly Contour[];
      /** From the first point to the last, and not back: cuts that several pieces share. */
      readonly isOpen?: true;
    };

export type LineOperation = Extract<Operation, { lines: readonly Contour[] }>;
export type AreaOperation = Extract<Operation, { area: Region }>;

export const isLine = (operation: Operation): operation is LineOperation => 'lines' in operation;

/** What one file holds: the operations on one piece of stock. */
export interface OperationSheet {
  readonly widthMm: number;
  readonly heightMm: number;
  /** What the page has beyond that on every side, so that cut lines outside the edge lie on it. */
  readonly marginMm: number;
  readonly operations: readonly Operation[];
}
