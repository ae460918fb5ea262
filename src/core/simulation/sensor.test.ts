/** What a sensor sees of a surface, against areas worked by hand; and that nothing is left of the last picture. */
import { describe, expect, it } from '@jest/globals';
import { phoneCamera } from '../camera';
import { photograph } from './photograph';
import { plainSetting, shotOf, type Shot } from './shot';
import { surfaceOf, type Surface } from './surface';
import type { Subject } from './view';

const side = 240;
const pxPerMm = 10;
/** Upright stripes that are ink for so many of every period of pixels, on a piece as wide as is said. */
function striped(period: number, ink: number, footprintPx: number, pieceWidth = side): Surface {
  const plane = new Uint8Array(side * side).map((_, index) => ((index % side) % period < ink ? 255 : 0));
  const onPiece = new Uint8Array(side * side).map((_, index) => (index % side < pieceWidth ? 1 : 0));
  const window = { x: 0, y: 0, width: side / pxPerMm, height: side / pxPerMm };
  return surfaceOf({ width: side, height: side, pxPerMm, window, inks: [plane], onPiece }, footprintPx);
}
const subjectOf = (raster: Surface, pixelsPerModule: number): Subject => ({
  raster,
  baseColour: '#ffffff',
  markColour: '#000000',
  centreMm: [12, 12],
  fieldMm: 20,
  moduleMm: 1,
  seenFromBehind: false,
  pixelsPerModule,
  focalPx: phoneCamera.focalPx,
  shortSidePx: phoneCamera.heightPx,
  tile: null,
  bend: null,
});
const still = shotOf(plainSetting(300), 3, 0);
const plain: Shot = {
  ...still,
  turn: 0,
  tilt: 0,
  lens: { ...still.lens, blurPx: 0.3, motionPx: 0, noiseSteps: 0, lossShare: 0 },
  light: { ...still.light, leastLight: 1, shadow: null, glare: null, veil: 0, white: [1, 1, 1] },
};
const greyOf = (linear: number): number => 255 * (1.055 * linear ** (1 / 2.4) - 0.055);

describe('a surface', () => {
  it.each([
    [2, 1],
    [3, 1],
    [5, 2],
  ])(
    'that is looked at from afar is as light as the bare share of stripes of %d pixels, of which %d are ink',
    (period, ink) => {
      // Each pixel of the camera sees so many stripes that their places do not matter: 255 steps of light are 1.
      const raster = striped(period, ink, 30);
      const middle = raster.inks[0]!.subarray(120 * side + 40, 120 * side + 200);
      for (const value of middle) expect(Math.abs(value / 255 - ink / period)).toBeLessThan(0.03);
    },
  );

  it('is averaged over a square of the same deviation as a look that is between four pixels leaves of it', () => {
    // An edge seen by a square of 6 pixels: the deviation of its way from dark to light is 6 over the root of 12.
    const plane = new Uint8Array(side * side).map((_, index) => (index % side < 120 ? 255 : 0));
    const window = { x: 0, y: 0, width: 24, height: 24 };
    const raster = surfaceOf(
      {
        width: side,
        height: side,
        pxPerMm,
        window,
        inks: [plane],
        onPiece: new Uint8Array(side * side).fill(1),
      },
      6,
    );
    const row = [...raster.inks[0]!.subarray(100 * side, 101 * side)];
    const slopes = row.slice(1).map((value, index) => (row[index]! - value) / 255);
    const mean = slopes.reduce((sum, slope, index) => sum + slope * (index + 1), 0);
    const variance = slopes.reduce((sum, slope, index) => sum + slope * (index + 1 - mean) ** 2, 0);
    expect(mean).toBeCloseTo(120, 0);
    // A look between pixels adds a sixth on average.
    expect(variance + 1 / 6).toBeGreaterThan(0.9 * (36 / 12));
    expect(variance + 1 / 6).toBeLessThan(1.1 * (36 / 12));
  });
});

describe('a sensor', () => {
  it('sees a surface of half the ink half as light, in linear light', () => {
    const frame = photograph(subjectOf(striped(2, 1, 2.5), 4), plain);
    const middle = (frame.height >> 1) * frame.width + (frame.width >> 1);
    expect(Math.abs(frame.rgba[middle * 4]! - greyOf(0.5))).toBeLessThan(4);
  });

  it('sees beyond the piece what no ink is', () => {
    const frame = photograph(subjectOf(striped(4, 0, 2.5, 120), 4), plain);
    const row = (frame.height >> 1) * frame.width;
    const at = (column: number): number => frame.rgba[(row + column) * 4]!;
    expect(at(Math.round(frame.width / 2) - 20)).toBe(255);
    // Patches reflect 0.72 at most.
    expect(at(Math.round(frame.width / 2) + 20)).toBeLessThanOrEqual(Math.ceil(greyOf(0.72)));
  });

  it('gives the same picture whatever was photographed before', () => {
    const subject = subjectOf(striped(7, 3, 2.5, 200), 4);
    const tilted = { ...plain, tilt: 0.6, turn: 1, lens: { ...plain.lens, noiseSteps: 4, lossShare: 0.5 } };
    const first = photograph(subject, tilted).rgba;
    photograph(subjectOf(striped(3, 2, 5), 9), { ...tilted, tilt: 0 });
    photograph(subjectOf(striped(9, 4, 5, 60), 2), plain, true);
    expect(Buffer.from(photograph(subject, tilted).rgba).equals(Buffer.from(first))).toBe(true);
  });
});
