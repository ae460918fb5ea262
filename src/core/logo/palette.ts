/** The few colours that a logo or a picture is made of. */
import { hexOfRgb, rgbOfHex } from '../colour';
import type { RawLogo } from './art';

const most = 8;
/** Colours closer than this in every channel, 0 to 255, count as one. */
const closeness = 36;

/** `#rrggbb` colours of a logo; of shapes the topmost first, of pixels the most frequent. */
export const paletteOfLogo = (raw: RawLogo): string[] =>
  raw.kind === 'pixels'
    ? paletteOfPixels(raw.rgba)
    : distinct(raw.shapes.map(({ colour }) => colour).reverse());

/** `#rrggbb` colours of a picture, four bytes a pixel, the most frequent first. */
export const paletteOfPixels = (rgba: Uint8ClampedArray): string[] => distinct(frequent(rgba));

function distinct(candidates: readonly string[]): string[] {
  const chosen: string[] = [];
  for (const colour of candidates)
    if (chosen.length < most && chosen.every((other) => !areClose(colour, other))) chosen.push(colour);
  return chosen;
}

function areClose(a: string, b: string): boolean {
  const [one, two] = [rgbOfHex(a), rgbOfHex(b)];
  return one.every((value, channel) => Math.abs(value - two[channel]!) * 255 < closeness);
}

/** Mean colours of cells of 16 steps a channel, the fullest cells first. Transparent pixels do not count. */
function frequent(rgba: Uint8ClampedArray): string[] {
  const cells = new Map<number, { count: number; red: number; green: number; blue: number }>();
  const step = Math.max(1, Math.floor(rgba.length / 4 / 40_000)) * 4;
  for (let index = 0; index < rgba.length; index += step) {
    if (rgba[index + 3]! < 128) continue;
    const [red, green, blue] = [rgba[index]!, rgba[index + 1]!, rgba[index + 2]!];
    const key = ((red >> 4) << 8) | ((green >> 4) << 4) | (blue >> 4);
    const cell = cells.get(key) ?? { count: 0, red: 0, green: 0, blue: 0 };
    cell.count++;
    cell.red += red;
    cell.green += green;
    cell.blue += blue;
    cells.set(key, cell);
  }
  return [...cells.values()]
    .sort((a, b) => b.count - a.count)
    .map(({ count, red, green, blue }) =>
      hexOfRgb([red / count / 255, green / count / 255, blue / count / 255]),
    );
}
