/** What years do to a piece: scratches, dirt, a torn corner, fading. On marks as the machine made them, before they are photographed. */
import { holdsPoint, type Box, type Contour } from '../geometry';
import { seededRandom } from '../numbers';
import type { MarkRaster } from '../readback';

export interface Wear {
  /** Straight scratches of a width across the code, which bare the lighter of the two tones. */
  readonly scratches: number;
  readonly scratchMm: number;
  /** Discs of dirt, which cover with the darker of the two tones: their middles in millimetres of the file, and their diameters. */
  readonly dirt: readonly { readonly xMm: number; readonly yMm: number; readonly diameterMm: number }[];
  /** What is torn off, in millimetres of the file; null for a whole piece. */
  readonly torn: Contour | null;
  /** How far marks have faded towards the surface. */
  readonly fading: number;
}

export const noWear: Wear = { scratches: 0, scratchMm: 0, dirt: [], torn: null, fading: 0 };

/** `code` is where the code lies in the file, and `marksAreDarker` says which tone is the darker one. */
export function worn(
  raster: MarkRaster,
  wear: Wear,
  code: Box,
  marksAreDarker: boolean,
  seed: number,
): MarkRaster {
  const { width, height, pxPerMm, window } = raster;
  const [dark, light] = marksAreDarker ? [255, 0] : [0, 255];
  const inks = raster.inks.map((plane) => plane.map((ink) => ink * (1 - wear.fading)));
  const onPiece = raster.onPiece.slice();
  const random = seededRandom(seed);
  const xOf = (column: number): number => (column + 0.5) / pxPerMm + window.x;
  const yOf = (row: number): number => (row + 0.5) / pxPerMm + window.y;
  const each = (isIn: (x: number, y: number) => boolean, act: (at: number) => void): void => {
    for (let row = 0, index = 0; row < height; row++)
      for (let column = 0; column < width; column++, index++) if (isIn(xOf(column), yOf(row))) act(index);
  };
  const cover = (tone: number) => (index: number) => inks.forEach((plane) => (plane[index] = tone));
  for (let scratch = 0; scratch < wear.scratches; scratch++) {
    const turn = random() * Math.PI;
    const [right, down] = [Math.cos(turn), Math.sin(turn)];
    const middle = { x: code.x + random() * code.width, y: code.y + random() * code.height };
    each(
      (x, y) => Math.abs((x - middle.x) * down - (y - middle.y) * right) <= wear.scratchMm / 2,
      cover(light),
    );
  }
  for (const { xMm, yMm, diameterMm } of wear.dirt)
    each((x, y) => (x - xMm) ** 2 + (y - yMm) ** 2 <= (diameterMm / 2) ** 2, cover(dark));
  const { torn } = wear;
  if (torn !== null)
    each(
      (x, y) => holdsPoint([torn], { x, y }),
      (index) => (onPiece[index] = 0),
    );
  return { ...raster, inks, onPiece };
}
