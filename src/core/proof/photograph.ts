/** A simulated photograph of the finished piece. */
import { phoneCamera } from '../camera';
import { encodedOfLinear, linearOfHex, luminanceOfLinear, type Rgb } from '../colour';
import { loseBlocks } from './blockLoss';
import { inkOf, mostInk, seenOf, sumSamples, type Surface } from './surface';
import { wrapped, type Bend } from './wrapped';
import { normalPair, randomAt, seededRandom } from '../numbers';

/** A picture, four bytes a pixel, red green blue and an opaque alpha, row by row. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

export interface Scene {
  readonly raster: Surface;
  readonly baseColour: string;
  readonly markColour: string;
  /** Where the code's middle lies in the file, and its width with the quiet zone, in millimetres. */
  readonly centreMm: readonly [number, number];
  readonly fieldMm: number;
  readonly moduleMm: number;
  /** The piece is looked at from behind, so the file is seen left for right. */
  readonly seenFromBehind: boolean;
  readonly pixelsPerModule: number;
  /** The piece is put around something round; null for a flat one. */
  readonly bend: Bend | null;
}

/** How one photograph is taken: angles in radians. */
export interface Shot {
  readonly seed: number;
  /** By how much the camera is turned about its line of sight. */
  readonly turn: number;
  /** By how much the piece leans back, and towards which side of the picture. */
  readonly tilt: number;
  readonly leansTowards: number;
  /** Light on the darker side of the code as a share of that on the brighter one, and where the brighter one is. */
  readonly leastLight: number;
  readonly lightFrom: number;
}

/** Blur of the lens as a deviation in pixels, and noise of the sensor in steps of 255, as the reading limits were measured. */
const blurPx = 0.6;
const noiseSteps = 5;
/** A frame is never wider than the short side of the camera's picture. */
const largestFramePx = phoneCamera.heightPx;

/** Side of the patches of what lies beyond the piece. */
const patchModules = 1.5;

const encodeSteps = 4095;
const encodedByLinear = Uint8Array.from({ length: encodeSteps + 1 }, (_, step) =>
  Math.round(encodedOfLinear(step / encodeSteps) * 255),
);

/** Noise to draw from, made once: drawing is many times faster than making. */
const normals = ((): Int8Array => {
  const random = seededRandom(1958);
  const values = new Int8Array(8192);
  for (let index = 0; index < values.length; index += 2)
    values.set(
      normalPair(random).map((value) => Math.round(value * noiseSteps)),
      index,
    );
  return values;
})();

/** Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, blurred, encoded and kept with loss. */
export function photograph(scene: Scene, shot: Shot): Frame {
  const random = seededRandom(shot.seed);
  const side = frameSidePx(scene, shot);
  const expose = exposure(scene, shot, side, [random(), random()]);
  const develop = development(scene, shot, side, random);
  const rgba = new Uint8ClampedArray(side * side * 4);
  // Rows are blurred along themselves as they are exposed, and across each other when the two below are there.
  const planeCount = scene.raster.inks.length;
  const planes = (length: number): Planes =>
    Array.from({ length: planeCount }, () => new Float32Array(length));
  const room = planes(side + 2 * kernelReach);
  const blurred = Array.from({ length: 2 * kernelReach + 1 }, () => planes(side));
  const rowAt = (row: number): Planes => blurred[Math.min(Math.max(row, 0), side - 1) % blurred.length]!;
  for (let row = 0; row < side + kernelReach; row++) {
    if (row < side) {
      expose(row, room);
      room.forEach((plane, place) => blurAlong(plane, rowAt(row)[place]!));
    }
    const ready = row - kernelReach;
    if (ready >= 0)
      develop(
        [rowAt(ready - 2), rowAt(ready - 1), rowAt(ready), rowAt(ready + 1), rowAt(ready + 2)],
        ready,
        rgba,
      );
  }
  loseBlocks(rgba, side, side);
  return { width: side, height: side, rgba };
}

/**
 * A row of the picture. Three inks: the light of each channel. One ink: how far from the base's colour towards the mark's
 * each pixel is, which says all three; what lies beyond the piece is as light as it should be, in the colours between.
 */
type Planes = readonly Float32Array[];

/** Pixels across the code with its quiet zone, seen straight. */
const fieldPxOf = ({ fieldMm, moduleMm, pixelsPerModule }: Scene): number =>
  (fieldMm / moduleMm) * pixelsPerModule;

/** Wide enough for the turned code, whose near half looks larger, and four modules around. */
function frameSidePx(scene: Scene, { turn, tilt }: Shot): number {
  const extent = fieldPxOf(scene) * (Math.abs(Math.cos(turn)) + Math.abs(Math.sin(turn)));
  const nearer = 1 - ((extent / 2) * Math.sin(tilt)) / phoneCamera.focalPx;
  return Math.min(Math.ceil(extent / nearer + 4 * scene.pixelsPerModule), largestFramePx);
}

/** From a place in the picture to one in the raster, both in pixels: each is `(right, down, 1)` with its own weights, x and y over the third. */
interface View {
  readonly x: readonly [number, number, number];
  readonly y: readonly [number, number, number];
  readonly depth: readonly [number, number, number];
}

/**
 * A pinhole camera that looks at the middle of the code. What lies q across the axis of the tilt and p along it is seen at
 * a = f q cos(tilt) / (D - q sin(tilt)) and b = f p / (D - q sin(tilt)), in pixels with f of the camera and D the distance.
 */
function viewOf(
  { raster: { pxPerMm, window }, centreMm, moduleMm, seenFromBehind, pixelsPerModule }: Scene,
  { turn, tilt, leansTowards }: Shot,
  side: number,
  [shiftRight, shiftDown]: readonly [number, number],
): View {
  const sourcePerPixel = (pxPerMm * moduleMm) / pixelsPerModule;
  const [across, along] = [Math.cos(leansTowards), Math.sin(leansTowards)];
  const [upright, leaning] = [Math.cos(tilt), Math.sin(tilt) / phoneCamera.focalPx];
  // Solved for q and p: both are linear in a and b, over upright + a leaning.
  const right = [across * across + along * along * upright, across * along * (1 - upright)] as const;
  const down = [right[1], along * along + across * across * upright] as const;
  const depth = [across * leaning, along * leaning] as const;
  const [toX, toY] = [Math.cos(turn) * sourcePerPixel, Math.sin(turn) * sourcePerPixel];
  const flip = seenFromBehind ? -1 : 1;
  const middleX = (centreMm[0] - window.x) * pxPerMm;
  const middleY = (centreMm[1] - window.y) * pxPerMm;
  const [fromRight, fromDown] = [side / 2 + shiftRight, side / 2 + shiftDown];
  const weights = (byRight: number, byDown: number, constant: number): readonly [number, number, number] => [
    byRight,
    byDown,
    constant - byRight * fromRight - byDown * fromDown,
  ];
  const line = (middle: number, forRight: number, forDown: number): readonly [number, number, number] =>
    weights(
      middle * depth[0] + forRight * right[0] + forDown * down[0],
      middle * depth[1] + forRight * right[1] + forDown * down[1],
      middle * upright,
    );
  return {
    x: line(middleX, flip * toX, flip * toY),
    y: line(middleY, -toY, toX),
    depth: weights(depth[0], depth[1], upright),
  };
}

/** Fills the middle of longer rows with a row of the picture, and repeats its ends beyond. */
type Expose = (row: number, room: Planes) => void;

/** Averages samples of the surface over every pixel. */
function exposure(scene: Scene, shot: Shot, side: number, shift: readonly [number, number]): Expose {
  const { raster, moduleMm, pixelsPerModule } = scene;
  const modulePx = raster.pxPerMm * moduleMm;
  const perPatch = 1 / (patchModules * modulePx);
  const surround = surroundOf(shot.seed);
  const grid = Math.min(Math.max(Math.ceil(modulePx / pixelsPerModule - 0.01), 2), 4);
  const samples = grid * grid;
  const view = viewOf(scene, shot, side, shift);
  const [base, mark] = [linearOfHex(scene.baseColour), linearOfHex(scene.markColour)];
  const lightest = luminanceOfLinear(base);
  const difference = lightest - luminanceOfLinear(mark);
  /** Marks that hardly differ are read by nobody, whatever lies beyond. */
  const perShare = Math.abs(difference) < 0.05 ? 0.05 : difference;
  const sums = new Int32Array(side);
  const wrap = wrapped(scene, shot);
  let above = wrap(cornersOf(view, 0, side));
  let below = new Float64Array(above.length);
  return (row, room) => {
    wrap(cornersOf(view, row + 1, side, below));
    room.forEach((plane, place) => {
      sumSamples(raster, place, above, below, grid, sums);
      for (let column = 0, at = kernelReach; column < side; column++, at++) {
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
      plane.fill(plane[kernelReach]!, 0, kernelReach);
      plane.fill(plane[side + kernelReach - 1]!, side + kernelReach);
    });
    [above, below] = [below, above];
  };
}

/** Where the upper corners of the pixels of a row lie in the raster: x and y by turns. */
function cornersOf(
  { x, y, depth }: View,
  row: number,
  side: number,
  corners = new Float64Array(2 * side + 2),
): Float64Array<ArrayBuffer> {
  const [atX, atY, atDepth] = [x, y, depth].map(([, byDown, constant]) => byDown * row + constant) as [
    number,
    number,
    number,
  ];
  for (let column = 0; column <= side; column++) {
    const nearness = 1 / (atDepth + column * depth[0]);
    corners[2 * column] = (atX + column * x[0]) * nearness;
    corners[2 * column + 1] = (atY + column * y[0]) * nearness;
  }
  return corners;
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

/** Samples of the blur to either side. */
const kernelReach = 2;
const kernel = ((): readonly [number, number, number] => {
  const one = Math.exp(-1 / (2 * blurPx * blurPx));
  const two = Math.exp(-4 / (2 * blurPx * blurPx));
  const sum = 1 + 2 * one + 2 * two;
  return [1 / sum, one / sum, two / sum];
})();

/** Gaussian blur along a row that goes on beyond its ends. */
function blurAlong(light: Float32Array, blurred: Float32Array): void {
  const [middle, near, far] = kernel;
  for (let at = 0; at < blurred.length; at++)
    blurred[at] =
      light[at + 2]! * middle +
      (light[at + 1]! + light[at + 3]!) * near +
      (light[at]! + light[at + 4]!) * far;
}

/** Blurs a row with the two above and below it and encodes it into the picture. */
type Develop = (
  rows: readonly [Planes, Planes, Planes, Planes, Planes],
  row: number,
  rgba: Uint8ClampedArray,
) => void;

/** Light falls off across the code; the sensor adds its noise, the same to every channel. */
function development(
  scene: Scene,
  { leastLight, lightFrom }: Shot,
  side: number,
  random: () => number,
): Develop {
  const base = linearOfHex(scene.baseColour);
  const mark = linearOfHex(scene.markColour);
  const fall = (1 - leastLight) / fieldPxOf(scene);
  const [lightRight, lightDown] = [Math.cos(lightFrom) * fall, Math.sin(lightFrom) * fall];
  const lit = new Float32Array(side);
  const noise = new Int8Array(side);
  const light: Planes = [new Float32Array(side), new Float32Array(side), new Float32Array(side)];
  return (rows, row, rgba) => {
    const lightAtStart = (1 + leastLight) / 2 + (row - side / 2) * lightDown - (side / 2) * lightRight;
    const noiseAtStart = (random() * normals.length) | 0;
    for (let column = 0; column < side; column++) {
      lit[column] = Math.min(Math.max(lightAtStart + column * lightRight, leastLight), 1) * encodeSteps;
      noise[column] = normals[(noiseAtStart + column) & (normals.length - 1)]!;
    }
    const planeCount = rows[0].length;
    for (let plane = 0; plane < planeCount; plane++)
      blurAcross(rows.map((planes) => planes[plane]!) as FiveRows, light[plane]!);
    if (planeCount === 1) encodeBetween(base, mark, light[0]!, lit, noise, rgba, row);
    else encodeChannels(light, lit, noise, rgba, row);
  };
}

/** A row of one ink: each channel lies between the colours of base and mark, or a little beyond. */
function encodeBetween(
  [redBase, greenBase, blueBase]: Rgb,
  [redMark, greenMark, blueMark]: Rgb,
  share: Float32Array,
  lit: Float32Array,
  noise: Int8Array,
  rgba: Uint8ClampedArray,
  row: number,
): void {
  const [red, green, blue] = [redMark - redBase, greenMark - greenBase, blueMark - blueBase];
  for (let column = 0, at = row * share.length * 4; column < share.length; column++, at += 4) {
    const towards = share[column]!;
    const light = lit[column]!;
    const more = noise[column]!;
    rgba[at] = encodedOf((redBase + red * towards) * light) + more;
    rgba[at + 1] = encodedOf((greenBase + green * towards) * light) + more;
    rgba[at + 2] = encodedOf((blueBase + blue * towards) * light) + more;
    rgba[at + 3] = 255;
  }
}

/** A row of three inks. */
function encodeChannels(
  channels: Planes,
  lit: Float32Array,
  noise: Int8Array,
  rgba: Uint8ClampedArray,
  row: number,
): void {
  const [red, green, blue] = channels as [Float32Array, Float32Array, Float32Array];
  for (let column = 0, at = row * lit.length * 4; column < lit.length; column++, at += 4) {
    const light = lit[column]!;
    const more = noise[column]!;
    rgba[at] = encodedOf(red[column]! * light) + more;
    rgba[at + 1] = encodedOf(green[column]! * light) + more;
    rgba[at + 2] = encodedOf(blue[column]! * light) + more;
    rgba[at + 3] = 255;
  }
}

type FiveRows = [Float32Array, Float32Array, Float32Array, Float32Array, Float32Array];

/** Gaussian blur of a row across those above and below it. */
function blurAcross([above2, above1, here, below1, below2]: FiveRows, blurred: Float32Array): void {
  const [middle, near, far] = kernel;
  for (let at = 0; at < blurred.length; at++)
    blurred[at] = here[at]! * middle + (above1[at]! + below1[at]!) * near + (above2[at]! + below2[at]!) * far;
}

/** The encoded value of light in steps. What is lighter or darker than the colours between can show is cut. */
function encodedOf(steps: number): number {
  const step = (steps + 0.5) | 0;
  return encodedByLinear[step < 0 ? 0 : step > encodeSteps ? encodeSteps : step]!;
}
