/** A way to lay a piece with one of its codes; limits ask what would be with another. */
import type { CodePlacement, PieceSettings } from '../piece';

/** The piece as one of its codes has it around itself. */
export interface Laying {
  readonly piece: PieceSettings;
  readonly placement: CodePlacement;
}
