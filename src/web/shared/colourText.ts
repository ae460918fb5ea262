/** Colours in the notations of CSS Color 4, to be read and typed. */
import { formatHex, hsl, oklch, parse, rgb } from 'culori';

export const colourNotations = ['hex', 'rgb', 'hsl', 'oklch'] as const;
export type ColourNotation = (typeof colourNotations)[number];

/** The colour in a notation, short enough to be typed. */
export function colourText(hex: string, notation: ColourNotation): string {
  switch (notation) {
    case 'hex':
      return hex;
    case 'rgb':
      return rgbText(hex);
    case 'hsl': {
      const { h, s, l } = hsl(hex)!;
      return `hsl(${(h ?? 0).toFixed(1)} ${(s * 100).toFixed(1)}% ${(l * 100).toFixed(1)}%)`;
    }
    case 'oklch': {
      const { l, c, h } = oklch(hex)!;
      return `oklch(${l.toFixed(4)} ${c.toFixed(4)} ${(h ?? 0).toFixed(2)})`;
    }
  }
}

function rgbText(hex: string): string {
  const { r, g, b } = rgb(hex)!;
  return `rgb(${[r, g, b].map((value) => Math.round(value * 255)).join(' ')})`;
}

/** `#rrggbb` of any notation, or six digits without a sign; null for what is no colour. Colours beyond sRGB are brought in. */
export function colourOfText(text: string): string | null {
  const trimmed = text.trim();
  const colour = parse(/^[0-9a-f]{6}$/i.test(trimmed) ? `#${trimmed}` : trimmed.toLowerCase());
  if (colour === undefined || (colour.alpha ?? 1) < 1) return null;
  return formatHex(colour) ?? null;
}
