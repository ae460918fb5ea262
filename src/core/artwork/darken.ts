/** Colours made darker or lighter without changing their hue (OKLCH of CSS Color 4, 9.2 and 9.3). */
import { clampChroma, formatHex, oklch } from 'culori';
import { withColours, type Paint } from './paint';

/** The colour with its lightness kept within two ends, each 0 to 1; chroma gives way where sRGB has none so strong. */
export function withLightnessWithin(colour: string, least: number, most: number): string {
  const value = oklch(colour)!;
  const l = Math.min(Math.max(value.l, least), most);
  return l === value.l ? colour : formatHex(clampChroma({ ...value, l }, 'oklch'));
}

/** Less chroma (OKLCH) than this nobody calls a colour (from memory, by looking). */
const leastChroma = 0.03;

export const isGrey = (colour: string): boolean => oklch(colour)!.c < leastChroma;

export const darkenedPaint = (paint: Paint, most: number): Paint =>
  withColours(paint, (colour) => withLightnessWithin(colour, 0, most));

export const lightenedPaint = (paint: Paint, least: number): Paint =>
  withColours(paint, (colour) => withLightnessWithin(colour, least, 1));
