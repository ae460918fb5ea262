/** What is laid, and where. Lengths in millimetres. */
import type { Region } from '../geometry';

/** Upper left corner of the upright box around a piece, and by which quarter turns it is turned, clockwise. */
export interface Place {
  readonly x: number;
  readonly y: number;
  readonly quarters: 0 | 1 | 2 | 3;
}

export interface PieceSize {
  readonly width: number;
  readonly height: number;
}

/** With its outline, its corner at 0, 0: what is interlocked is more than its box. */
export interface PieceShape extends PieceSize {
  readonly outline?: Region;
}
