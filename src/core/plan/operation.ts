/** Operations: what a machine is told to do, in millimetres. The narrow waist between planning and writing files. */
import type { Contour, Region } from '../geometry';

/** Order in which they are done, first to last. */
export const operationKinds = ['print', 'mark', 'cut'] as const;
export type OperationKind = (typeof operationKinds)[number];

export type Operation =
  | { readonly kind: 'print' | 'mark'; readonly label: string; readonly area: Region }
  | { readonly kind: 'cut'; readonly label: string; readonly lines: readonly Contour[] };

/** What one file holds: the operations on one piece of stock. */
export interface OperationSheet {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly operations: readonly Operation[];
}
