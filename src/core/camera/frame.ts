/** A picture as cameras give it and readers take it, and its brightness, which is all that they look at. */
import { lumaOf } from '../colour';

/** Four bytes a pixel, red green blue and an opaque alpha, row by row. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

/** Luma of each pixel, 0 to 255, row by row. */
export interface Brightness {
  readonly width: number;
  readonly height: number;
  readonly luma: Uint8ClampedArray;
}

export function brightnessOf({ width, height, rgba }: Frame): Brightness {
  const luma = new Uint8ClampedArray(width * height);
  for (let pixel = 0, index = 0; pixel < luma.length; pixel++, index += 4)
    luma[pixel] = lumaOf(rgba[index]!, rgba[index + 1]!, rgba[index + 2]!);
  return { width, height, luma };
}

export function frameOf({ width, height, luma }: Brightness): Frame {
  const rgba = new Uint8ClampedArray(width * height * 4);
  const pixels = new Uint32Array(rgba.buffer);
  for (let index = 0; index < pixels.length; index++) pixels[index] = 0xff000000 | (luma[index]! * 0x010101);
  return { width, height, rgba };
}
