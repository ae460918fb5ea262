/** artwork: a symbol comes in; its dark and its light areas go out as regions in module units. */
import { traceBitmap, type Region } from '../geometry';
import { quietZoneModules, type QrSymbol } from '../symbol';

/** Coordinates in modules; the symbol's upper left corner is (0, 0), so the quiet zone begins at (-4, -4). */
export interface Artwork {
  /** Modules on a side without the quiet zone. */
  readonly sizeModules: number;
  readonly quietZoneModules: number;
  /** All dark modules. Areas that meet only at a corner are parted. */
  readonly dark: Region;
  /** All light modules and the quiet zone; its first outline is the edge of the quiet zone. Parted likewise. */
  readonly light: Region;
}

/** Square modules, merged: one outline for each connected area and one for each hole, nodes only where it turns. */
export function drawArtwork({ size, modules }: QrSymbol): Artwork {
  const quiet = quietZoneModules;
  const fieldSize = size + 2 * quiet;
  const field = new Uint8Array(fieldSize * fieldSize).fill(1);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      if (modules[row * size + column] === 1) field[(row + quiet) * fieldSize + column + quiet] = 0;
  const light = traceBitmap(field, fieldSize, fieldSize).map((contour) =>
    contour.map(({ x, y }) => ({ x: x - quiet, y: y - quiet })),
  );
  return { sizeModules: size, quietZoneModules: quiet, dark: traceBitmap(modules, size, size), light };
}
