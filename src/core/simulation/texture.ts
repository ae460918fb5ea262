/** What a bare surface looks like close by: light and dark along its grain, as a share of its own light. All lengths from memory. */
import type { Material } from '../plan';
import { randomAt } from '../numbers';

export type TextureKind = Material['texture'];

export interface Texture {
  readonly kind: TextureKind;
  /** Standard deviation of the reflectance as a share of it. */
  readonly amplitude: number;
}

/** Factors of light less one, on a square that repeats; `side * side`, row by row. */
export interface TextureTile {
  readonly side: number;
  readonly perMm: number;
  readonly factors: Float32Array;
}

/** Waves of a texture: their lengths along and across it in millimetres, and their share of its variance. */
interface Wave {
  readonly alongMm: number;
  readonly acrossMm: number;
  readonly share: number;
}

const waves: Readonly<Record<TextureKind, readonly Wave[]>> = {
  plain: [{ alongMm: 0.3, acrossMm: 0.3, share: 1 }],
  // Early and late wood, and pores.
  grain: [
    { alongMm: 30, acrossMm: 1.6, share: 0.6 },
    { alongMm: 3, acrossMm: 0.25, share: 0.4 },
  ],
  brushed: [
    { alongMm: 12, acrossMm: 0.12, share: 0.7 },
    { alongMm: 25, acrossMm: 0.5, share: 0.3 },
  ],
  speckle: [
    { alongMm: 0.35, acrossMm: 0.35, share: 0.4 },
    { alongMm: 1.5, acrossMm: 1.5, share: 0.6 },
  ],
  // Threads one way and the other.
  weave: [
    { alongMm: 1.2, acrossMm: 0.4, share: 0.5 },
    { alongMm: 0.4, acrossMm: 1.2, share: 0.5 },
  ],
  // Split slate: steps of some millimetres, and a fine roughness.
  cleft: [
    { alongMm: 9, acrossMm: 6, share: 0.55 },
    { alongMm: 0.5, acrossMm: 0.5, share: 0.45 },
  ],
};

const tileSide = 256;
/** A module of a picture is blurred by its lens, which takes as much as pixels that are larger by so much. */
const blurredBy = 1.5;
/** The texture as a camera sees it whose pixels are so wide on the piece: what is finer is averaged. Null where nothing is seen of it. */
export function textureTile({ kind, amplitude }: Texture, pixelMm: number, seed: number): TextureTile | null {
  const seen = waves[kind].map((wave) => ({ wave, deviation: amplitude * seenShare(wave, pixelMm) }));
  if (Math.hypot(...seen.map(({ deviation }) => deviation)) < 0.004) return null;
  const factors = new Float32Array(tileSide * tileSide);
  seen.forEach(({ wave, deviation }, index) => addWave(factors, wave, deviation, pixelMm, seed + index));
  return { side: tileSide, perMm: 1 / pixelMm, factors };
}

/** Averaging over a pixel leaves of a wave that is shorter the root of its share of the pixel, each way. */
const seenShare = ({ alongMm, acrossMm, share }: Wave, pixelMm: number): number =>
  Math.sqrt(
    share * Math.min(1, alongMm / (blurredBy * pixelMm)) * Math.min(1, acrossMm / (blurredBy * pixelMm)),
  );

/** Random corners of a lattice with straight values between; it fits its own other side. */
function addWave(
  factors: Float32Array,
  { alongMm, acrossMm }: Wave,
  deviation: number,
  pixelMm: number,
  seed: number,
): void {
  const cells = (lengthMm: number): number =>
    Math.min(tileSide, Math.max(2, Math.round((tileSide * pixelMm) / Math.max(lengthMm, pixelMm))));
  const [columns, rows] = [cells(alongMm), cells(acrossMm)];
  // Corners deviate by the root of a third, and straight values between them by the root of two thirds of that, each way.
  const between = (count: number): number => (count === tileSide ? 1 : Math.sqrt(2 / 3));
  const amplitude = deviation / (Math.sqrt(1 / 3) * between(columns) * between(rows));
  const corner = (column: number, row: number): number =>
    2 * randomAt(seed, column % columns, row % rows) - 1;
  for (let y = 0; y < tileSide; y++) {
    const down = (y * rows) / tileSide;
    const row = Math.floor(down);
    const low = down - row;
    let column = -1;
    let [left, right] = [0, 0];
    for (let x = 0; x < tileSide; x++) {
      const across = (x * columns) / tileSide;
      if (Math.floor(across) !== column) {
        column = Math.floor(across);
        left = corner(column, row) * (1 - low) + corner(column, row + 1) * low;
        right = corner(column + 1, row) * (1 - low) + corner(column + 1, row + 1) * low;
      }
      const share = across - column;
      factors[y * tileSide + x] =
        factors[y * tileSide + x]! + amplitude * (left * (1 - share) + right * share);
    }
  }
}
