/** Half-tone: modules become three by three parts, the middle one as the symbol says, the eight around it as a picture. */
import { rgbOfHex } from '../colour';
import { moduleOfPart, paletteOfPixels, partsPerModule, type PartTones } from '../logo';
import { symbolAnatomy, type QrSymbol } from '../symbol';
import { isGrey, withLightnessWithin } from './darken';

/** Side of the outer parts, in modules: with thirds, simulated readers need twice the pixels (`npm run half-tone-table`). */
export const outerPart = 0.24;

/** Parts of one colour. */
export interface ColouredParts {
  /** `#rrggbb`. */
  readonly colour: string;
  readonly isDark: boolean;
  /** 1 for its parts, row by row. */
  readonly parts: Uint8Array;
}

export interface HalfTone {
  /** 1 for modules that are split; `size * size`, row by row. */
  readonly split: Uint8Array;
  /** 1 for dark parts of all modules; nine times as many. Parts of modules that are not split are as their module. */
  readonly dark: Uint8Array;
  /** Parts that are printed in the picture's colours; empty where marks have one tone. */
  readonly colours: readonly ColouredParts[];
  /** Whether the picture has tones between dark and light. */
  readonly hasTones: boolean;
  /** Share of the picture's parts that are as it wants them; 1 where it wants nothing. */
  readonly match: number;
}

/**
 * Only modules of codewords are split, of which the picture wants something: finder, alignment and timing patterns, format and version stay
 * as they are. Tones between dark and light are dithered over the parts around the middles (R. W. Floyd and L. Steinberg, 1976).
 */
export function splitModules(
  { size, modules, version, level }: Pick<QrSymbol, 'size' | 'modules' | 'version' | 'level'>,
  tones: PartTones,
  inColour: boolean,
): HalfTone {
  const { codeword } = symbolAnatomy(version, level);
  const { across, tone } = tones;
  const split = new Uint8Array(size * size);
  for (let part = 0; part < tone.length; part++)
    if (tone[part]! >= 0 && codeword[moduleOfPart(part, size)]! >= 0) split[moduleOfPart(part, size)] = 1;
  const wanted = dithered(tones);
  const dark = new Uint8Array(across * across);
  for (let part = 0; part < dark.length; part++) {
    const module = moduleOfPart(part, size);
    const follows = split[module] === 1 && !isMiddle(part, across) && tone[part]! >= 0;
    dark[part] = follows ? wanted[part]! : modules[module]!;
  }
  return {
    split,
    dark,
    colours: inColour ? coloursOf(tones, split, dark, size) : [],
    hasTones: tones.hasTones,
    match: shareMet(tones, wanted, (part) => dark[part]!),
  };
}

/** How much of a picture whole modules draw, part by part, so that it can be set beside what parts draw. */
export const matchOfModules = (
  { size, modules }: Pick<QrSymbol, 'size' | 'modules'>,
  tones: PartTones,
): number => shareMet(tones, dithered(tones), (part) => modules[moduleOfPart(part, size)]!);

/** Of the parts of which something is wanted; 1 where nothing is. */
function shareMet({ tone }: PartTones, wanted: Uint8Array, isDark: (part: number) => number): number {
  let [asked, met] = [0, 0];
  for (let part = 0; part < tone.length; part++) {
    if (tone[part]! < 0) continue;
    asked++;
    if (isDark(part) === wanted[part]) met++;
  }
  return asked === 0 ? 1 : met / asked;
}

const isMiddle = (part: number, across: number): boolean =>
  Math.floor(part / across) % partsPerModule === 1 && (part % across) % partsPerModule === 1;

/** 1 for parts that are to be dark. Each row is gone through the other way round, which leaves no worms. */
function dithered({ across, tone, hasTones }: PartTones): Uint8Array {
  const left = tone.slice();
  const dark = new Uint8Array(tone.length);
  for (let row = 0; row < across; row++)
    for (let step = 0; step < across; step++) {
      const ahead = row % 2 === 0 ? 1 : -1;
      const column = ahead > 0 ? step : across - 1 - step;
      const part = row * across + column;
      if (tone[part]! < 0) continue;
      dark[part] = left[part]! < 0.5 ? 1 : 0;
      if (!hasTones) continue;
      const error = left[part]! - (1 - dark[part]);
      const give = (down: number, right: number, share: number): void => {
        const [y, x] = [row + down, column + right];
        if (y < across && x >= 0 && x < across && tone[y * across + x]! >= 0)
          left[y * across + x]! += error * share;
      };
      give(0, ahead, 7 / 16);
      give(1, -ahead, 3 / 16);
      give(1, 0, 5 / 16);
      give(1, ahead, 1 / 16);
    }
  return dark;
}

/**
 * Lightness (OKLCH) that dark parts have at most and light ones at least, so that luma and reflectance differ by far more than readers
 * need, whatever the hue; hue and saturation stay.
 */
const [darkest, lightest] = [0.4, 0.88];

/** Parts by colour: the few colours of the picture, each as dark or as light as its parts. Greys have the mark's tone, or none. */
function coloursOf(
  { colour }: PartTones,
  split: Uint8Array,
  dark: Uint8Array,
  size: number,
): ColouredParts[] {
  const palette = paletteOfPixels(colour);
  const bytes = palette.map((colour) => rgbOfHex(colour).map((value) => value * 255));
  const byKey = new Map<string, ColouredParts>();
  for (let part = 0; part < dark.length; part++) {
    if (split[moduleOfPart(part, size)] !== 1) continue;
    const isDark = dark[part] === 1;
    const nearest = palette[nearestOf(bytes, colour, part * 4)]!;
    const key = `${nearest} ${isDark}`;
    let parts = byKey.get(key);
    if (parts === undefined) {
      const moved = isDark
        ? withLightnessWithin(nearest, 0, darkest)
        : withLightnessWithin(nearest, lightest, 1);
      byKey.set(key, (parts = { colour: moved, isDark, parts: new Uint8Array(dark.length) }));
    }
    parts.parts[part] = 1;
  }
  return [...byKey.values()].filter((coloured) => !isGrey(coloured.colour));
}

function nearestOf(
  palette: readonly (readonly number[])[],
  colour: Uint8ClampedArray,
  position: number,
): number {
  let [nearest, least] = [0, Infinity];
  palette.forEach((channels, index) => {
    const far = channels.reduce((sum, value, channel) => sum + (value - colour[position + channel]!) ** 2, 0);
    if (far < least) [nearest, least] = [index, far];
  });
  return nearest;
}

/** `#rrggbb` of the middles of split modules, by module; what is printed in the mark itself is left out. */
export function coloursOfMiddles(halfTone: HalfTone | null, size: number): ReadonlyMap<number, string> {
  const across = size * partsPerModule;
  const colours = new Map<number, string>();
  halfTone?.split.forEach((isSplit, module) => {
    if (isSplit !== 1) return;
    const [row, column] = [Math.floor(module / size), module % size];
    const middle = (row * partsPerModule + 1) * across + column * partsPerModule + 1;
    const coloured = halfTone.colours.find(({ parts }) => parts[middle] === 1);
    if (coloured !== undefined) colours.set(module, coloured.colour);
  });
  return colours;
}
