/** What every module looks like on the finished piece: its reflectance as readers of several kinds see it. */
import { colourAt, printedLinear, type Paint, type StylePaint } from '../artwork';
import type { Picture } from '../logo';
import {
  encodedOfLinear,
  linearOfEncoded,
  linearOfHex,
  lumaOfRgb,
  luminanceOfLinear,
  rgbOfHex,
  type Rgb,
} from '../colour';
import { finderCentres, quietZoneModules, type QrSymbol } from '../symbol';
import type { Box } from '../geometry';
import { pictureBox } from './inks';
import type { Pair } from './pair';

/** How a reader weighs the colours: reflectances of 0 to 1, and luma as cameras encode it. */
export type ToneKind = 'luminance' | 'luma' | 'red';
export type Tones = Readonly<Record<ToneKind, number>>;

export interface ModuleTone {
  /** Row and column in modules; the quiet zone has negative ones and those beyond the side. */
  readonly row: number;
  readonly column: number;
  readonly isDark: boolean;
  readonly colour: Rgb;
  readonly tones: Tones;
}

export function tonesOf(linear: Rgb): Tones {
  const encoded = linear.map((value) => encodedOfLinear(Math.max(0, value))) as unknown as Rgb;
  return {
    luminance: luminanceOfLinear(linear),
    luma: lumaOfRgb(encoded),
    red: linear[0],
  };
}

/** Tones of all modules and of the quiet zone, row by row. Colours are linear. */
export function moduleTones(
  symbol: Pick<QrSymbol, 'size' | 'modules'>,
  paint: StylePaint,
  ground: Picture | null,
  pair: Pair,
  /** `#rrggbb` of modules that have a colour of their own, by module. */
  middleColours: ReadonlyMap<number, string> = new Map(),
): ModuleTone[] {
  const { size, modules } = symbol;
  const base = linearOfHex(pair.groundColour);
  const mark = linearOfHex(pair.markColour);
  // Most modules share their colour with the one before.
  let last: { readonly from: Rgb; readonly to: Rgb } | null = null;
  const printed = (colour: Rgb): Rgb => {
    if (last?.from[0] !== colour[0] || last.from[1] !== colour[1] || last.from[2] !== colour[2]) {
      const linear: Rgb = [
        linearOfEncoded(colour[0]),
        linearOfEncoded(colour[1]),
        linearOfEncoded(colour[2]),
      ];
      last = { from: colour, to: printedLinear(linear, base, mark) };
    }
    return last.to;
  };
  const known = new Map<Rgb, Tones>();
  const tonesFor = (colour: Rgb): Tones => {
    let tones = known.get(colour);
    if (tones === undefined) known.set(colour, (tones = tonesOf(colour)));
    return tones;
  };
  const groundAt = groundColour(paint, ground, size);
  const centres = finderCentres(size);
  const darkAt = (row: number, column: number): Rgb => {
    const place = centres.findIndex(([y, x]) => Math.abs(y - row) <= 3 && Math.abs(x - column) <= 3);
    const [y, x] = centres[place] ?? [0, 0];
    const finder = place < 0 ? null : (paint.finders[place] ?? paint.finders[0]);
    const isCentre = Math.max(Math.abs(y - row), Math.abs(x - column)) <= 1;
    const finderPaint = isCentre ? finder?.centre : finder?.ring;
    if (finderPaint) return printed(colourAt(finderPaint, (column - x + 3.5) / 7, (row - y + 3.5) / 7));
    return paint.modules === null
      ? mark
      : printed(colourAt(paint.modules, (column + 0.5) / size, (row + 0.5) / size));
  };
  const tones: ModuleTone[] = [];
  for (let row = -quietZoneModules; row < size + quietZoneModules; row++)
    for (let column = -quietZoneModules; column < size + quietZoneModules; column++) {
      const isWithin = row >= 0 && column >= 0 && row < size && column < size;
      const isDark = isWithin && modules[row * size + column] === 1;
      const bare = groundAt(row, column);
      const ownColour = isWithin ? middleColours.get(row * size + column) : undefined;
      const colour =
        ownColour !== undefined
          ? printed(rgbOfHex(ownColour))
          : isDark
            ? darkAt(row, column)
            : bare === null
              ? base
              : printed(bare);
      tones.push({ row, column, isDark, colour, tones: tonesFor(colour) });
    }
  return tones;
}

type ColourOfModule = (row: number, column: number) => Rgb | null;

/** Encoded colour of the ground under a module, null for the bare material. */
function groundColour({ ground }: StylePaint, picture: Picture | null, size: number): ColourOfModule {
  const side = size + 2 * quietZoneModules;
  if (ground.kind === 'paint') return paintedGround(ground.paint, side);
  if (ground.kind !== 'picture' || picture === null) return () => null;
  const box = pictureBox(
    { x: 0, y: 0, width: side, height: side },
    picture.width,
    picture.height,
    ground.fit,
  );
  return (row, column) =>
    averageOfPicture(picture, box, row + quietZoneModules, column + quietZoneModules, ground.opacity);
}

function paintedGround(paint: Paint, side: number): ColourOfModule {
  return (row, column) =>
    colourAt(paint, (column + quietZoneModules + 0.5) / side, (row + quietZoneModules + 0.5) / side);
}

const samples = 5;

/** Mean colour of a module, light averaged linearly; where there is no picture it is white. */
function averageOfPicture(
  { width, height, rgba }: Picture,
  box: Box,
  row: number,
  column: number,
  opacity: number,
): Rgb {
  const sum: [number, number, number] = [0, 0, 0];
  for (let down = 0; down < samples; down++)
    for (let right = 0; right < samples; right++) {
      const x = Math.floor(((column + (right + 0.5) / samples - box.x) / box.width) * width);
      const y = Math.floor(((row + (down + 0.5) / samples - box.y) / box.height) * height);
      const isInside = x >= 0 && y >= 0 && x < width && y < height;
      const index = (y * width + x) * 4;
      const share = isInside ? (rgba[index + 3]! / 255) * opacity : 0;
      for (const channel of [0, 1, 2] as const) {
        const encoded = isInside ? (rgba[index + channel]! / 255) * share + 1 - share : 1;
        sum[channel] += linearOfEncoded(encoded);
      }
    }
  return sum.map((value) => encodedOfLinear(value / samples ** 2)) as unknown as Rgb;
}

export interface WorstPair {
  /** Tone of the darkest light module less that of the lightest dark one. */
  readonly contrast: number;
  readonly dark: ModuleTone;
  readonly light: ModuleTone;
}

/** The lightest of the dark modules and the darkest of the light ones. */
export function worstPair(tones: readonly ModuleTone[], kind: ToneKind): WorstPair {
  const dark = extreme(tones, true, kind);
  const light = extreme(tones, false, kind);
  return { contrast: light.tones[kind] - dark.tones[kind], dark, light };
}

function extreme(tones: readonly ModuleTone[], isDark: boolean, kind: ToneKind): ModuleTone {
  const sign = isDark ? 1 : -1;
  let weakest: ModuleTone | null = null;
  for (const tone of tones)
    if (tone.isDark === isDark && (weakest === null || sign * tone.tones[kind] > sign * weakest.tones[kind]))
      weakest = tone;
  return weakest!;
}

/** Less than this nobody and no camera tells apart. */
const alike = 0.01;

/**
 * The modules that differ least from the other tone, the weakest first, with what is left between them. None where all dark
 * and all light ones are alike: there is nothing weaker than the rest.
 */
export function weakestModules(
  tones: readonly ModuleTone[],
  kind: ToneKind,
  count: number,
): { readonly tone: ModuleTone; readonly contrast: number }[] {
  const { dark, light } = worstPair(tones, kind);
  const contrasts = tones.map((tone) => ({
    tone,
    contrast: tone.isDark ? light.tones[kind] - tone.tones[kind] : tone.tones[kind] - dark.tones[kind],
  }));
  const strongest = (isDark: boolean): number =>
    contrasts.reduce(
      (most, measured) => (measured.tone.isDark === isDark ? Math.max(most, measured.contrast) : most),
      0,
    );
  const [darkest, lightest] = [strongest(true), strongest(false)];
  return contrasts
    .filter(({ tone, contrast }) => contrast < (tone.isDark ? darkest : lightest) - alike)
    .sort((a, b) => a.contrast - b.contrast)
    .slice(0, count);
}
