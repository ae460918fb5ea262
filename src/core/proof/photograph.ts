/** A simulated photograph of the finished piece. */
import { encodedOfLinear, linearOfHex } from '../colour';
import type { MarkRaster } from './rasterise';
import { normalPair, randomAt, seededRandom } from '../numbers';

/** A picture, four bytes a pixel, red green blue and an opaque alpha, row by row. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

export interface Scene {
  readonly raster: MarkRaster;
  readonly baseColour: string;
  readonly markColour: string;
  /** Where the code's middle lies in the file, and its width with the quiet zone, in millimetres. */
  readonly centreMm: readonly [number, number];
  readonly fieldMm: number;
  readonly moduleMm: number;
  /** The piece is looked at from behind, so the file is seen left for right. */
  readonly seenFromBehind: boolean;
  readonly pixelsPerModule: number;
}

export interface Shot {
  readonly seed: number;
  /** By how much the camera is turned about its line of sight, in radians. */
  readonly turn: number;
}

/** Blur of the lens as a deviation in pixels, and noise of the sensor in steps of 255, as the reading limits were measured. */
const blurPx = 0.6;
const noiseSteps = 5;
/** A frame is never wider than the short side of the camera's picture. */
const largestFramePx = 1080;

const encodeSteps = 4095;
const encodedByLinear = Uint8Array.from({ length: encodeSteps + 1 }, (_, step) =>
  Math.round(encodedOfLinear(step / encodeSteps) * 255),
);

/** Normally distributed numbers to draw from, made once: drawing is many times faster than making. */
const normals = ((): Float32Array => {
  const random = seededRandom(1958);
  const values = new Float32Array(8192);
  for (let index = 0; index < values.length; index += 2) values.set(normalPair(random), index);
  return values;
})();

/** Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, then blurred and encoded. */
export function photograph(scene: Scene, { seed, turn }: Shot): Frame {
  const random = seededRandom(seed);
  const fieldPx = (scene.fieldMm / scene.moduleMm) * scene.pixelsPerModule;
  const around = 4 * scene.pixelsPerModule;
  const extent = Math.abs(Math.cos(turn)) + Math.abs(Math.sin(turn));
  const side = Math.min(Math.ceil(fieldPx * extent + around), largestFramePx);
  const shift: readonly [number, number] = [random(), random()];
  const { inks, seen, surround } = expose(scene, seed, side, turn, shift);
  for (const plane of [...inks, seen, surround]) blur(plane, side);
  const mark = linearOfHex(scene.markColour);
  const base = linearOfHex(scene.baseColour);
  const rgba = new Uint8ClampedArray(side * side * 4);
  for (let pixel = 0, at = 0; pixel < side * side; pixel++, at += 4) {
    const noise = normals[(random() * normals.length) | 0]! * noiseSteps;
    for (let channel = 0; channel < 3; channel++) {
      const ink = (inks[channel] ?? inks[0]!)[pixel]!;
      const light = ink * mark[channel]! + (seen[pixel]! - ink) * base[channel]! + surround[pixel]!;
      rgba[at + channel] = encodedByLinear[(light * encodeSteps + 0.5) | 0]! + noise;
    }
    rgba[at + 3] = 255;
  }
  return { width: side, height: side, rgba };
}

/** Shares of each pixel that are inked (by plane) and on the piece, and the light from beyond it; each 0 to 1. */
interface Exposure {
  readonly inks: readonly Float32Array[];
  readonly seen: Float32Array;
  readonly surround: Float32Array;
}

/** Averages a grid of samples over every pixel; the frame is turned about the middle of the code. */
function expose(
  { raster, centreMm, moduleMm, seenFromBehind, pixelsPerModule }: Scene,
  seed: number,
  side: number,
  turn: number,
  shift: readonly [number, number],
): Exposure {
  const { inks, onPiece, width, height, pxPerMm, window } = raster;
  const [first, second, third] = inks;
  const modulePx = pxPerMm * moduleMm;
  const sourcePerPixel = modulePx / pixelsPerModule;
  const grid = Math.min(Math.max(Math.ceil(sourcePerPixel - 0.01), 2), 4);
  const flip = seenFromBehind ? -1 : 1;
  // One pixel to the right and one down, in source pixels.
  const rightX = flip * Math.cos(turn) * sourcePerPixel;
  const rightY = -Math.sin(turn) * sourcePerPixel;
  const downX = flip * Math.sin(turn) * sourcePerPixel;
  const downY = Math.cos(turn) * sourcePerPixel;
  const sampleX = new Float64Array(grid * grid);
  const sampleY = new Float64Array(grid * grid);
  for (let sample = 0; sample < grid * grid; sample++) {
    const right = ((sample % grid) + 0.5) / grid;
    const down = (Math.floor(sample / grid) + 0.5) / grid;
    sampleX[sample] = right * rightX + down * downX;
    sampleY[sample] = right * rightY + down * downY;
  }
  const startRight = -side / 2 - shift[0];
  const startDown = -side / 2 - shift[1];
  const startX = (centreMm[0] - window.x) * pxPerMm + startRight * rightX + startDown * downX;
  const startY = (centreMm[1] - window.y) * pxPerMm + startRight * rightY + startDown * downY;
  const exposure: Exposure = {
    inks: inks.map(() => new Float32Array(side * side)),
    seen: new Float32Array(side * side),
    surround: new Float32Array(side * side),
  };
  const samples = grid * grid;
  for (let row = 0, at = 0; row < side; row++) {
    let x = startX + row * downX;
    let y = startY + row * downY;
    for (let column = 0; column < side; column++, at++, x += rightX, y += rightY) {
      let sum = 0;
      let sumSecond = 0;
      let sumThird = 0;
      let seen = 0;
      for (let sample = 0; sample < samples; sample++) {
        const sourceX = x + sampleX[sample]!;
        const sourceY = y + sampleY[sample]!;
        if (sourceX < 0 || sourceY < 0 || sourceX >= width || sourceY >= height) continue;
        const source = (sourceY | 0) * width + (sourceX | 0);
        if (onPiece[source] === 0) continue;
        seen++;
        sum += first![source]!;
        if (second !== undefined) {
          sumSecond += second[source]!;
          sumThird += third![source]!;
        }
      }
      exposure.inks[0]![at] = sum / (255 * samples);
      if (second !== undefined) {
        exposure.inks[1]![at] = sumSecond / (255 * samples);
        exposure.inks[2]![at] = sumThird / (255 * samples);
      }
      exposure.seen[at] = seen / samples;
      if (seen < samples)
        exposure.surround[at] = surroundReflectance(seed, x / modulePx, y / modulePx) * (1 - seen / samples);
    }
  }
  return exposure;
}

/** What lies beyond the piece is unknown: patches of a module and a half, from nearly black to nearly white. */
function surroundReflectance(seed: number, xModules: number, yModules: number): number {
  return 0.02 + 0.7 * randomAt(seed, Math.floor(xModules / 1.5), Math.floor(yModules / 1.5)) ** 2;
}

const kernel = ((): readonly [number, number, number] => {
  const one = Math.exp(-1 / (2 * blurPx * blurPx));
  const two = Math.exp(-4 / (2 * blurPx * blurPx));
  const sum = 1 + 2 * one + 2 * two;
  return [1 / sum, one / sum, two / sum];
})();

/** Gaussian blur in place, five samples along each axis; edges repeat. */
function blur(plane: Float32Array, side: number): void {
  const [middle, near, far] = kernel;
  const along = new Float32Array(side * side);
  const line = new Float32Array(side + 4);
  for (let row = 0; row < side; row++) {
    const start = row * side;
    line.set(plane.subarray(start, start + side), 2);
    line[0] = line[1] = line[2]!;
    line[side + 2] = line[side + 3] = line[side + 1]!;
    for (let at = 0; at < side; at++)
      along[start + at] =
        line[at + 2]! * middle + (line[at + 1]! + line[at + 3]!) * near + (line[at]! + line[at + 4]!) * far;
  }
  const rowStart = (row: number): number => Math.min(Math.max(row, 0), side - 1) * side;
  for (let row = 0; row < side; row++) {
    const [above2, above1, here, below1, below2] = [
      rowStart(row - 2),
      rowStart(row - 1),
      rowStart(row),
      rowStart(row + 1),
      rowStart(row + 2),
    ];
    for (let at = 0; at < side; at++)
      plane[here + at] =
        along[here + at]! * middle +
        (along[above1 + at]! + along[below1 + at]!) * near +
        (along[above2 + at]! + along[below2 + at]!) * far;
  }
}
