/** A simulated photograph of the finished piece. */
import type { Frame } from '../camera';
import {
  encodedOfLinear,
  linearOfEncoded,
  linearOfHex,
  lumaOfRgb,
  luminanceOfLinear,
  type Rgb,
} from '../colour';
import { loseBlocks } from './blockLoss';
import { blurAcross, blurAlong, kernelsOf, type FiveRows, type Kernel } from './blur';
import { inkOf, mostInk, seenOf, sumOfSeen, sumSamples } from './surface';
import { normalPair, randomAt, seededRandom } from '../numbers';
import { lightOn } from './light';
import type { Shot } from './shot';
import type { TextureTile } from './texture';
import { cornersOf, fieldPxOf, frameSidePx, shiftOf, viewOf, type Subject } from './view';
import { wrapped } from './wrapped';

/** Side of the patches of what lies beyond the piece. */
const patchModules = 1.5;

const encodeSteps = 4095;
const encodedByLinear = Uint8Array.from({ length: encodeSteps + 1 }, (_, step) =>
  Math.round(encodedOfLinear(step / encodeSteps) * 255),
);

/** Noise of a deviation in steps to draw from, made once: drawing is many times faster than making. */
const noiseLength = 8192;
const noiseMask = noiseLength - 1;
const normals = ((): Float32Array => {
  const random = seededRandom(1958);
  const values = new Float32Array(noiseLength);
  for (let index = 0; index < values.length; index += 2) values.set(normalPair(random), index);
  return values;
})();
const noises = new Map<number, Int8Array>();
function noiseOf(steps: number): Int8Array {
  let noise = noises.get(steps);
  if (noise === undefined) {
    if (noises.size > 32) noises.clear();
    noises.set(steps, (noise = Int8Array.from(normals, (value) => Math.round(value * steps))));
  }
  return noise;
}

/**
 * Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, blurred, encoded and kept
 * with loss. Readers look at brightness alone, so that colours are left out unless they are asked for.
 */
export function photograph(subject: Subject, shot: Shot, inColour = false): Frame {
  const random = seededRandom(shot.seed);
  const side = frameSidePx(subject, shot);
  const expose = exposure(subject, shot, side, shiftOf(shot));
  const grey = new Uint8ClampedArray(side * side);
  const rgba = new Uint8ClampedArray(side * side * 4);
  const develop = development(subject, shot, side, random, inColour ? rgba : grey);
  const { along, across } = kernelsOf(shot.lens);
  const [reachAlong, reachAcross] = [along.length - 1, across.length - 1];
  // Rows are blurred along themselves as they are exposed, and across each other when all around them are there.
  const planeCount = subject.raster.inks.length;
  const planes = (length: number): Planes =>
    Array.from({ length: planeCount }, () => new Float32Array(length));
  const room = planes(side + 2 * reachAlong);
  const kept = Array.from({ length: 2 * reachAcross + 1 }, () => ({
    planes: planes(side),
    texture: new Float32Array(side),
  }));
  const rowAt = (row: number) => kept[Math.min(Math.max(row, 0), side - 1) % kept.length]!;
  for (let row = 0; row < side + reachAcross; row++) {
    if (row < side) {
      const own = rowAt(row);
      expose(row, room, reachAlong, own.texture);
      room.forEach((plane, place) => blurAlong(plane, own.planes[place]!, along));
    }
    const ready = row - reachAcross;
    if (ready < 0) continue;
    const around = Array.from({ length: kept.length }, (_, place) => rowAt(ready - reachAcross + place));
    develop(
      around.map((one) => one.planes),
      rowAt(ready).texture,
      across,
      ready,
    );
  }
  if (inColour) brightnessOf(rgba, grey);
  const before = inColour ? grey.slice() : grey;
  loseBlocks(grey, side, side, shot.lens.lossShare);
  if (inColour) addDifference(rgba, before, grey);
  else spread(grey, rgba);
  return { width: side, height: side, rgba };
}

/** Luma of each pixel. */
function brightnessOf(rgba: Uint8ClampedArray, grey: Uint8ClampedArray): void {
  for (let pixel = 0, at = 0; pixel < grey.length; pixel++, at += 4)
    grey[pixel] = 0.299 * rgba[at]! + 0.587 * rgba[at + 1]! + 0.114 * rgba[at + 2]!;
}

/** What brightness lost is lost by each channel alike. */
function addDifference(rgba: Uint8ClampedArray, before: Uint8ClampedArray, after: Uint8ClampedArray): void {
  for (let pixel = 0, at = 0; pixel < after.length; pixel++, at += 4) {
    const lost = after[pixel]! - before[pixel]!;
    for (let channel = 0; channel < 3; channel++) rgba[at + channel] = rgba[at + channel]! + lost;
  }
}

function spread(grey: Uint8ClampedArray, rgba: Uint8ClampedArray): void {
  const pixels = new Uint32Array(rgba.buffer);
  for (let at = 0; at < pixels.length; at++) pixels[at] = 0xff000000 | (grey[at]! * 0x010101);
}

/**
 * A row of the picture. Three inks: the light of each channel. One ink: how far from the base's colour towards the mark's
 * each pixel is, which says all three; what lies beyond the piece is as light as it should be, in the colours between.
 */
type Planes = readonly Float32Array[];

/** Fills the middle of longer rows with a row of the picture, and repeats its ends beyond; and a row of what the texture does to light. */
type Expose = (row: number, room: Planes, reach: number, texture: Float32Array) => void;

/** Averages samples of the surface over every pixel. */
function exposure(subject: Subject, shot: Shot, side: number, shift: readonly [number, number]): Expose {
  const { raster, moduleMm, pixelsPerModule } = subject;
  const modulePx = raster.pxPerMm * moduleMm;
  const perPatch = 1 / (patchModules * modulePx);
  const surround = surroundOf(shot.seed);
  const grid = Math.min(Math.max(Math.ceil(modulePx / pixelsPerModule - 0.01), 2), 4);
  const samples = grid * grid;
  const allSeen = sumOfSeen(samples);
  const perInk = 1 / (mostInk * samples);
  const view = viewOf(subject, shot, side, shift);
  const [base, mark] = [linearOfHex(subject.baseColour), linearOfHex(subject.markColour)];
  const lightest = luminanceOfLinear(base);
  const difference = lightest - luminanceOfLinear(mark);
  /** Marks that hardly differ are read by nobody, whatever lies beyond. */
  const perShare = Math.abs(difference) < 0.05 ? 0.05 : difference;
  const sums = new Int32Array(side);
  const wrap = wrapped(subject, shot);
  let above = wrap(cornersOf(view, 0, side));
  let below = new Float64Array(above.length);
  const { tile } = subject;
  return (row, room, reach, texture) => {
    wrap(cornersOf(view, row + 1, side, below));
    if (tile !== null) textured(tile, above, raster.pxPerMm, texture);
    room.forEach((plane, place) => {
      sumSamples(raster, place, above, below, grid, sums);
      for (let column = 0, at = reach; column < side; column++, at++) {
        if (room.length === 1 && sums[column]! >= allSeen) {
          plane[at] = inkOf(sums[column]!) * perInk;
          continue;
        }
        const ink = inkOf(sums[column]!) / (mostInk * samples);
        const seen = seenOf(sums[column]!) / samples;
        const beyond =
          seen === 1
            ? 0
            : (1 - seen) * surround(above[2 * column]! * perPatch, above[2 * column + 1]! * perPatch);
        plane[at] =
          room.length === 1
            ? ink + ((1 - seen) * lightest - beyond) / perShare
            : ink * mark[place]! + (seen - ink) * base[place]! + beyond;
      }
      plane.fill(plane[reach]!, 0, reach);
      plane.fill(plane[side + reach - 1]!, side + reach);
    });
    [above, below] = [below, above];
  };
}

/** What lies beyond the piece is unknown: patches, from nearly black to nearly white. By their columns and rows, the last one at hand. */
function surroundOf(seed: number): (column: number, row: number) => number {
  let [lastColumn, lastRow, reflectance] = [NaN, NaN, 0];
  return (column, row) => {
    const [patchColumn, patchRow] = [Math.floor(column), Math.floor(row)];
    if (patchColumn !== lastColumn || patchRow !== lastRow) {
      [lastColumn, lastRow] = [patchColumn, patchRow];
      reflectance = 0.02 + 0.7 * randomAt(seed, patchColumn, patchRow) ** 2;
    }
    return reflectance;
  };
}

/** What the texture does to light where the upper left corners of the pixels of a row lie. */
function textured(
  { side, perMm, factors }: TextureTile,
  corners: Float64Array,
  pxPerMm: number,
  texture: Float32Array,
): void {
  const [scale, mask] = [perMm / pxPerMm, side - 1];
  for (let column = 0; column < texture.length; column++) {
    const across = (corners[2 * column]! * scale) & mask;
    const down = (corners[2 * column + 1]! * scale) & mask;
    texture[column] = factors[down * side + across]!;
  }
}

/** Blurs rows across each other, and encodes the one in their middle into the picture. */
type Develop = (rows: readonly Planes[], texture: Float32Array, kernel: Kernel, row: number) => void;

/** Light falls on the piece and from it; the sensor adds its noise, the same to every channel. */
function development(
  subject: Subject,
  { light, lens }: Shot,
  side: number,
  random: () => number,
  picture: Uint8ClampedArray,
): Develop {
  const inColour = picture.length > side * side;
  const [base, mark] = [subject.baseColour, subject.markColour].map(
    (colour) => linearOfHex(colour).map((channel, place) => channel * light.white[place]!) as unknown as Rgb,
  ) as [Rgb, Rgb];
  const lightRow = lightOn(light, side, fieldPxOf(subject), encodeSteps);
  const lit = new Float32Array(side);
  const shine = new Float32Array(side);
  const noise = noiseOf(lens.noiseSteps);
  const isTextured = subject.tile !== null;
  // As bright as the colours seem to a reader.
  const [bright, dark] = [base, mark].map(brightness) as [number, number];
  const channels: Planes = [new Float32Array(side), new Float32Array(side), new Float32Array(side)];
  return (rows, texture, kernel, row) => {
    lightRow(row, lit, shine);
    const noiseFrom = (random() * noise.length) | 0;
    if (isTextured)
      for (let column = 0; column < side; column++) lit[column] = lit[column]! * (1 + texture[column]!);
    const planeCount = rows[0]!.length;
    const lights = { lit, shine, noise, noiseFrom };
    if (planeCount === 1 && !inColour && kernel.length === 3) {
      encodeGreyOfFive(
        bright,
        dark - bright,
        rows.map(([plane]) => plane!) as unknown as FiveRows,
        kernel,
        lights,
        picture,
        row,
      );
      return;
    }
    for (let plane = 0; plane < planeCount; plane++)
      blurAcross(
        rows.map((planes) => planes[plane]!),
        kernel,
        channels[plane]!,
      );
    if (planeCount > 1) encodeChannels(channels, light.white, lights, picture, row, inColour);
    else if (inColour) encodeBetween(base, mark, channels[0]!, lights, picture, row);
    else encodeGrey(bright, dark - bright, channels[0]!, lights, picture, row);
  };
}

/** What falls on a row, what is mirrored in it, and what the sensor adds, from a place of its noise. */
interface Lights {
  readonly lit: Float32Array;
  readonly shine: Float32Array;
  readonly noise: Int8Array;
  readonly noiseFrom: number;
}

/** Linear light that is encoded to the luma of a colour. */
const brightness = (colour: Rgb): number =>
  linearOfEncoded(Math.min(lumaOfRgb(colour.map(encodedOfLinear) as unknown as Rgb), 1));

/** A row of one ink, between the brightness of base and mark, or a little beyond. */
function encodeGrey(
  base: number,
  more: number,
  share: Float32Array,
  { lit, shine, noise, noiseFrom }: Lights,
  grey: Uint8ClampedArray,
  row: number,
): void {
  for (let column = 0, at = row * share.length; column < share.length; column++, at++)
    grey[at] =
      encodedOf((base + more * share[column]!) * lit[column]! + shine[column]!) +
      noise[(noiseFrom + column) & noiseMask]!;
}

/** The same of a row that is blurred across the two above and below it, at once: most pictures are made of nothing else. */
function encodeGreyOfFive(
  base: number,
  more: number,
  [above2, above1, here, below1, below2]: FiveRows,
  [middle, near, far]: Kernel,
  { lit, shine, noise, noiseFrom }: Lights,
  grey: Uint8ClampedArray,
  row: number,
): void {
  for (let column = 0, at = row * here.length; column < here.length; column++, at++) {
    const share =
      here[column]! * middle! +
      (above1[column]! + below1[column]!) * near! +
      (above2[column]! + below2[column]!) * far!;
    const step = ((base + more * share) * lit[column]! + shine[column]! + 0.5) | 0;
    grey[at] =
      encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]! +
      noise[(noiseFrom + column) & noiseMask]!;
  }
}

/** A row of one ink: each channel lies between the colours of base and mark, or a little beyond. */
function encodeBetween(
  [redBase, greenBase, blueBase]: Rgb,
  [redMark, greenMark, blueMark]: Rgb,
  share: Float32Array,
  { lit, shine, noise, noiseFrom }: Lights,
  rgba: Uint8ClampedArray,
  row: number,
): void {
  const [red, green, blue] = [redMark - redBase, greenMark - greenBase, blueMark - blueBase];
  for (let column = 0, at = row * share.length * 4; column < share.length; column++, at += 4) {
    const towards = share[column]!;
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const more = noise[(noiseFrom + column) & noiseMask]!;
    rgba[at] = encodedOf((redBase + red * towards) * light + mirrored) + more;
    rgba[at + 1] = encodedOf((greenBase + green * towards) * light + mirrored) + more;
    rgba[at + 2] = encodedOf((blueBase + blue * towards) * light + mirrored) + more;
    rgba[at + 3] = 255;
  }
}

/** A row of three inks. */
function encodeChannels(
  channels: Planes,
  [redWhite, greenWhite, blueWhite]: readonly [number, number, number],
  { lit, shine, noise, noiseFrom }: Lights,
  picture: Uint8ClampedArray,
  row: number,
  inColour: boolean,
): void {
  const [red, green, blue] = channels as [Float32Array, Float32Array, Float32Array];
  for (let column = 0, pixel = row * lit.length; column < lit.length; column++, pixel++) {
    const light = lit[column]!;
    const mirrored = shine[column]!;
    const more = noise[(noiseFrom + column) & noiseMask]!;
    const redSeen = encodedOf(red[column]! * redWhite * light + mirrored) + more;
    const greenSeen = encodedOf(green[column]! * greenWhite * light + mirrored) + more;
    const blueSeen = encodedOf(blue[column]! * blueWhite * light + mirrored) + more;
    if (inColour) {
      picture[pixel * 4] = redSeen;
      picture[pixel * 4 + 1] = greenSeen;
      picture[pixel * 4 + 2] = blueSeen;
      picture[pixel * 4 + 3] = 255;
    } else picture[pixel] = 0.299 * redSeen + 0.587 * greenSeen + 0.114 * blueSeen;
  }
}

/** The encoded value of light in steps. What is lighter or darker than the colours between can show is cut. */
function encodedOf(steps: number): number {
  const step = (steps + 0.5) | 0;
  return encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]!;
}
