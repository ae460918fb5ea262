/** For tests: photographs as files, of symbols that a camera of the tests' own looks at. */
import sharp, { type Sharp } from 'sharp';
import { defaultSymbolSettings, encodeSymbol, type QrSymbol } from '../core/symbol';
import { pinhole, warpedPicture, type Warp } from './warpedPicture';

export const symbolOf = (text: string): QrSymbol => encodeSymbol(text, defaultSymbolSettings).symbol!;

/** A text as a symbol, held at an angle. */
export function photoOf(
  text: string,
  way: Parameters<typeof pinhole>[2] = {},
  change: Partial<Warp> = {},
): Sharp {
  const symbol = symbolOf(text);
  const side = Math.ceil((symbol.size + 10) * (way.pixels ?? 6) * 1.3);
  const { width, height, rgba } = warpedPicture(symbol, {
    width: side,
    height: side,
    toModules: pinhole(symbol.size, side, way),
    ...change,
  });
  return sharp(Buffer.from(rgba.buffer), { raw: { width, height, channels: 4 } }).removeAlpha();
}

/** A page of so many labels, each with its own number. */
export async function pageOf(count: number, textOf: (place: number) => string): Promise<Sharp> {
  const across = Math.ceil(Math.sqrt(count));
  const side = 170;
  const parts = await Promise.all(
    Array.from({ length: count }, async (_, place) => ({
      input: await photoOf(textOf(place), { pixels: 4 }).resize(side, side, { fit: 'fill' }).png().toBuffer(),
      left: (place % across) * side,
      top: Math.floor(place / across) * side,
    })),
  );
  return sharp({
    create: {
      width: across * side,
      height: Math.ceil(count / across) * side,
      channels: 3,
      background: '#ffffff',
    },
  }).composite(parts);
}
