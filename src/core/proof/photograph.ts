/** A simulated photograph of the finished piece. */
import { encodedOfLinear, linearOfHex } from '../colour';
import type { MarkRaster } from './rasterise';
import { normalPair, randomAt, seededRandom } from './random';

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

/** Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, then blurred and encoded. */
export function photograph(scene: Scene, { seed, turn }: Shot): Frame {
  const random = seededRandom(seed);
  const cosine = Math.cos(turn);
  const sine = Math.sin(turn);
  const fieldPx = (scene.fieldMm / scene.moduleMm) * scene.pixelsPerModule;
  const around = 4 * scene.pixelsPerModule;
  const side = Math.min(Math.ceil(fieldPx * (Math.abs(cosine) + Math.abs(sine)) + around), largestFramePx);
  const shiftX = random();
  const shiftY = random();
  const planes = exposePlanes(scene, seed, side, cosine, sine, shiftX, shiftY);
  for (const plane of planes) blur(plane, side);
  const rgba = new Uint8ClampedArray(side * side * 4);
  for (let at = 0; at < side * side; at += 2) {
    const noise = normalPair(random);
    for (let pixel = at; pixel < Math.min(at + 2, side * side); pixel++) {
      for (let channel = 0; channel < 3; channel++) {
        const encoded = encodedByLinear[Math.round(planes[channel]![pixel]! * encodeSteps)]!;
        rgba[pixel * 4 + channel] = encoded + noise[pixel - at]! * noiseSteps;
      }
      rgba[pixel * 4 + 3] = 255;
    }
  }
  return { width: side, height: side, rgba };
}

/** Linear light of the three channels, each 0 to 1, averaged over a grid of samples in every pixel. */
function exposePlanes(
  { raster, baseColour, markColour, centreMm, moduleMm, seenFromBehind, pixelsPerModule }: Scene,
  seed: number,
  side: number,
  cosine: number,
  sine: number,
  shiftX: number,
  shiftY: number,
): [Float32Array, Float32Array, Float32Array] {
  const { marked, onPiece, width, height, pxPerMm, window } = raster;
  const base = linearOfHex(baseColour);
  const mark = linearOfHex(markColour);
  const sourcePerPixel = (pxPerMm * moduleMm) / pixelsPerModule;
  const samples = Math.min(Math.max(Math.ceil(sourcePerPixel), 2), 4);
  const centreX = (centreMm[0] - window.x) * pxPerMm;
  const centreY = (centreMm[1] - window.y) * pxPerMm;
  const flip = seenFromBehind ? -1 : 1;
  const modulePx = pxPerMm * moduleMm;
  const planes = [0, 1, 2].map(() => new Float32Array(side * side)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const share = 1 / (samples * samples * 255);
  for (let row = 0, at = 0; row < side; row++)
    for (let column = 0; column < side; column++, at++) {
      let markedLight = 0;
      let baseLight = 0;
      let surround = 0;
      for (let sample = 0; sample < samples * samples; sample++) {
        const dx = column + ((sample % samples) + 0.5) / samples - side / 2 - shiftX;
        const dy = row + (Math.floor(sample / samples) + 0.5) / samples - side / 2 - shiftY;
        const x = centreX + flip * (dx * cosine + dy * sine) * sourcePerPixel;
        const y = centreY + (dy * cosine - dx * sine) * sourcePerPixel;
        const sourceColumn = Math.floor(x);
        const sourceRow = Math.floor(y);
        const source = sourceRow * width + sourceColumn;
        const seen =
          sourceColumn >= 0 &&
          sourceRow >= 0 &&
          sourceColumn < width &&
          sourceRow < height &&
          onPiece[source] === 1;
        if (seen) {
          markedLight += marked[source]!;
          baseLight += 255 - marked[source]!;
        } else surround += surroundReflectance(seed, x / modulePx, y / modulePx) * 255;
      }
      for (let channel = 0; channel < 3; channel++)
        planes[channel]![at] = (markedLight * mark[channel]! + baseLight * base[channel]! + surround) * share;
    }
  return planes;
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
  const line = new Float32Array(side + 4);
  const [middle, near, far] = kernel;
  for (const [step, lineStep] of [
    [1, side],
    [side, 1],
  ] as const)
    for (let index = 0; index < side; index++) {
      const start = index * lineStep;
      for (let at = 0; at < side; at++) line[at + 2] = plane[start + at * step]!;
      line[0] = line[1] = line[2]!;
      line[side + 2] = line[side + 3] = line[side + 1]!;
      for (let at = 0; at < side; at++)
        plane[start + at * step] =
          line[at + 2]! * middle + (line[at + 1]! + line[at + 3]!) * near + (line[at]! + line[at + 4]!) * far;
    }
}
