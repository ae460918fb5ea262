/** Colours to reflectance and back; the one place where sRGB is decoded. */

/** Red, green and blue, each 0 to 1. */
export type Rgb = readonly [number, number, number];

/** Encoded sRGB of a `#RRGGBB` colour, 0 to 1 each. */
export function rgbOfHex(hex: string): Rgb {
  const value = Number.parseInt(hex.slice(1), 16);
  return [(value >> 16) / 255, ((value >> 8) & 255) / 255, (value & 255) / 255];
}

/** Linear value of an encoded sRGB channel (IEC 61966-2-1, 5.2). */
export function linearOfEncoded(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** Encoded sRGB channel of a linear value (IEC 61966-2-1, 5.3). */
export function encodedOfLinear(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

export function linearOfHex(hex: string): Rgb {
  const [red, green, blue] = rgbOfHex(hex);
  return [linearOfEncoded(red), linearOfEncoded(green), linearOfEncoded(blue)];
}

/** Luma of encoded values, 0 to 1, as camera software weighs them (ITU-R BT.601). */
export const lumaOf = (red: number, green: number, blue: number): number =>
  0.299 * red + 0.587 * green + 0.114 * blue;
export const lumaOfRgb = ([red, green, blue]: Rgb): number => lumaOf(red, green, blue);

/** Luminance of linear values, with the weights of ITU-R BT.709. */
export const luminanceOfLinear = ([red, green, blue]: Rgb): number =>
  0.2126 * red + 0.7152 * green + 0.0722 * blue;

/** `#rrggbb` of encoded sRGB; values beyond 0 to 1 are brought back. */
export const hexOfRgb = (rgb: Rgb): string =>
  `#${rgb
    .map((value) =>
      Math.round(Math.min(1, Math.max(0, value)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** Reflectance 0 to 1 as luminance, with the weights of ITU-R BT.709. */
export function reflectanceOfHex(hex: string): number {
  return luminanceOfLinear(linearOfHex(hex));
}
