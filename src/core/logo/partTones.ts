/** What a logo is at each part of a symbol's modules, for parts that follow it. Three by three parts make a module. */
import { linearOfEncoded, encodedOfLinear, lumaOfRgb, rgbOfHex } from '../colour';
import { boundsOf, sampleRegion, type Region } from '../geometry';
import { brushed } from './brush';
import type { LogoArt } from './ink';
import { putLogo, samplesPerModule, sharesOf } from './knockOut';
import type { LogoSettings } from './settings';

export const partsPerModule = 3;

/** Arrays hold one value a part, row by row. */
export interface PartTones {
  /** Parts on a side. */
  readonly across: number;
  /** 0 is to be dark, 1 light, between them as dense; -1 where it does not matter. */
  readonly tone: Float32Array;
  /** Encoded red, green, blue and opacity, 0 to 255; four values a part, white around it. */
  readonly colour: Uint8ClampedArray;
  /** Difference of tone between what is dark and what is light in it, before tones are spread; 0 to 1. */
  readonly contrast: number;
  /** Whether it has tones between dark and light, which are dithered. */
  readonly hasTones: boolean;
}

/** The module that a part belongs to. */
export const moduleOfPart = (part: number, size: number): number =>
  Math.floor(Math.floor(part / (size * partsPerModule)) / partsPerModule) * size +
  Math.floor((part % (size * partsPerModule)) / partsPerModule);

/** Samples across a part. */
const samples = samplesPerModule / partsPerModule;

/** Of a symbol of `size` modules a side: the logo where it lies, light in what is kept free around it. */
export function partTones(
  art: LogoArt,
  settings: Pick<LogoSettings, 'share' | 'place' | 'marginModules' | 'knockOut' | 'ink' | 'brush'>,
  size: number,
): PartTones {
  const placed = putLogo(art, settings, size, true);
  const across = size * partsPerModule;
  const sums = newSums(across);
  if (art.picture !== null) addPicture(sums, art.picture, placed.picture!.box);
  else addShapes(sums, placed.shapes);
  const { tone, contrast } = tonesOf(sums, settings.ink, art.picture !== null);
  const ink = sharesOf(placed.ink, size, partsPerModule);
  const field = sharesOf(placed.knockOut, size, partsPerModule);
  const kinds = brushed(settings.brush, size);
  const colour = new Uint8ClampedArray(across * across * 4).fill(255);
  for (let part = 0; part < across * across; part++) {
    const weight = sums.weight[part]!;
    if (weight > 0)
      for (let channel = 0; channel < 3; channel++)
        colour[part * 4 + channel] = 255 * encodedOfLinear(sums.linear[part * 3 + channel]! / weight);
    // Beside a picture only its words are ink; shapes are ink where the rule says so.
    if (kinds[moduleOfPart(part, size)] === 'free') tone[part] = -1;
    else if (tone[part]! < 0) tone[part] = ink[part]! > 0.5 ? 0 : field[part]! > 0.5 ? 1 : -1;
  }
  return { across, tone, colour, contrast, hasTones: art.picture !== null };
}

/** Light and how much of each part is covered. */
interface Sums {
  readonly across: number;
  /** Linear red, green and blue times what is covered. */
  readonly linear: Float32Array;
  readonly weight: Float32Array;
}

const newSums = (across: number): Sums => ({
  across,
  linear: new Float32Array(across * across * 3),
  weight: new Float32Array(across * across),
});

const linearOfByte = Float32Array.from({ length: 256 }, (_, value) => linearOfEncoded(value / 255));

/** Shapes in paint order: of what lies over each other the topmost is seen. */
function addShapes(
  { across, linear, weight }: Sums,
  shapes: readonly { readonly colour: string; readonly area: Region }[],
): void {
  const wide = across * samples;
  const topmost = new Int16Array(wide * wide).fill(-1);
  shapes.forEach(({ area }, index) => paintOver(topmost, wide, area, index));
  const colours = shapes.map(({ colour }) => rgbOfHex(colour).map(linearOfEncoded));
  topmost.forEach((index, position) => {
    if (index < 0) return;
    const part =
      Math.floor(Math.floor(position / wide) / samples) * across + Math.floor((position % wide) / samples);
    weight[part]! += 1 / samples ** 2;
    for (let channel = 0; channel < 3; channel++)
      linear[part * 3 + channel]! += colours[index]![channel]! / samples ** 2;
  });
}

/** Sets the samples in an area; only its own box is looked at, since a drawing may have thousands of areas. */
function paintOver(samplesOfAll: Int16Array, wide: number, area: Region, value: number): void {
  const box = boundsOf(area);
  if (box === null) return;
  const inside = (sample: number): number => Math.min(wide, Math.max(0, sample));
  const [left, top] = [box.x, box.y].map((edge) => inside(Math.floor(edge * samplesPerModule))) as [
    number,
    number,
  ];
  const [right, bottom] = [box.x + box.width, box.y + box.height].map((edge) =>
    inside(Math.ceil(edge * samplesPerModule)),
  ) as [number, number];
  const [columns, rows] = [right - left, bottom - top];
  if (columns <= 0 || rows <= 0) return;
  const step = 1 / samplesPerModule;
  sampleRegion(area, { x: left * step, y: top * step, step, columns, rows }).forEach((isIn, index) => {
    if (isIn === 1)
      samplesOfAll[(top + Math.floor(index / columns)) * wide + left + (index % columns)] = value;
  });
}

/** Every pixel, and at least one for each part. */
function addPicture(
  { across, linear, weight }: Sums,
  { pixels, empty }: NonNullable<LogoArt['picture']>,
  box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): void {
  const { width, height, rgba } = pixels;
  const edge = (part: number, from: number, length: number, count: number): number =>
    Math.min(count, Math.max(0, ((part / partsPerModule - from) / length) * count));
  for (let row = 0; row < across; row++) {
    const [top, bottom] = [edge(row, box.y, box.height, height), edge(row + 1, box.y, box.height, height)];
    if (top === bottom) continue;
    for (let column = 0; column < across; column++) {
      const [left, right] = [
        edge(column, box.x, box.width, width),
        edge(column + 1, box.x, box.width, width),
      ];
      if (left === right) continue;
      const part = row * across + column;
      let count = 0;
      for (let y = Math.floor(top); y < Math.max(Math.floor(top) + 1, Math.round(bottom)); y++)
        for (let x = Math.floor(left); x < Math.max(Math.floor(left) + 1, Math.round(right)); x++) {
          count++;
          const index = y * width + x;
          if (empty[index] === 1) continue;
          weight[part]!++;
          for (let channel = 0; channel < 3; channel++)
            linear[part * 3 + channel]! += linearOfByte[rgba[index * 4 + channel]!]!;
        }
      weight[part]! /= count;
      for (let channel = 0; channel < 3; channel++) linear[part * 3 + channel]! /= count;
    }
  }
}

/** Parts that are less than half covered belong to the ground. */
const leastCover = 0.5;
/** Shares of the parts that may be lost beyond black and white when tones are spread. */
const [darkestShare, lightestShare] = [0.03, 0.97];

/** Tones as the eye sees them (luma), spread over the whole range about the threshold. Shapes are dark or light. */
function tonesOf(
  { linear, weight }: Sums,
  { threshold, inverted }: LogoSettings['ink'],
  isSpread: boolean,
): { readonly tone: Float32Array; readonly contrast: number } {
  const luma = weight.map((covered, part) =>
    covered < leastCover
      ? -1
      : lumaOfRgb([
          encodedOfLinear(linear[part * 3]! / covered),
          encodedOfLinear(linear[part * 3 + 1]! / covered),
          encodedOfLinear(linear[part * 3 + 2]! / covered),
        ]),
  );
  const sorted = luma.filter((value) => value >= 0).sort();
  if (sorted.length === 0) return { tone: luma, contrast: 0 };
  const at = (share: number): number => sorted[Math.round(share * (sorted.length - 1))]!;
  const [dark, light] = [at(darkestShare), at(lightestShare)];
  const spread = (value: number): number => {
    if (!isSpread) return value < threshold ? 0 : 1;
    const even = Math.min(1, Math.max(0, (value - dark) / Math.max(light - dark, 1e-6)));
    return even < threshold ? (0.5 * even) / threshold : 0.5 + (0.5 * (even - threshold)) / (1 - threshold);
  };
  return {
    tone: luma.map((value) => (value < 0 ? -1 : inverted ? 1 - spread(value) : spread(value))),
    contrast: light - dark,
  };
}
