/** A picture as cameras give it and readers take it. */

/** Four bytes a pixel, red green blue and an opaque alpha, row by row. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}
