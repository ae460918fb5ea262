import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../numbers';
import { loseBlocks, quantise } from './blockLoss';
import { theSensor } from './sensor';

const sensor = theSensor();
/** What is left of a picture of a byte a pixel. */
function left(grey: Uint8Array, width: number, height: number, share: number): Uint8Array {
  const place = sensor.keep(grey);
  loseBlocks(sensor, place, width, height, share);
  return sensor.bytes(place, grey.length).slice();
}
/** Numbers of 32 bits keep seven digits: of amplitudes of some hundred, this much. */
const slack = 1e-3;

/** ITU-T T.81, table K.1, by row; the steps are half of it. */
const tableK1 = [
  [16, 11, 10, 16, 24, 40, 51, 61],
  [12, 12, 14, 19, 26, 58, 60, 55],
  [14, 13, 16, 24, 40, 57, 69, 56],
  [14, 17, 22, 29, 51, 87, 80, 62],
  [18, 22, 37, 56, 68, 109, 103, 77],
  [24, 35, 55, 64, 81, 104, 113, 92],
  [49, 64, 78, 87, 103, 121, 120, 101],
  [72, 92, 95, 98, 112, 100, 103, 99],
] as const;
const waves = tableK1.flatMap((row, down) => row.map((step, across) => [across, down, step / 2] as const));
const cosine = (frequency: number, place: number): number =>
  (frequency === 0 ? Math.SQRT1_2 : 1) * Math.cos(((2 * place + 1) * frequency * Math.PI) / 16);
/** The forward transform as ITU-T T.81, A.3.3 writes it. */
const coefficient = (block: Float32Array, across: number, down: number): number =>
  0.25 *
  block.reduce((sum, value, index) => sum + value * cosine(across, index & 7) * cosine(down, index >> 3), 0);
const waveOf = (amplitude: number, across: number, down: number): Float32Array =>
  Float32Array.from(
    { length: 64 },
    (_, index) => 0.25 * amplitude * cosine(across, index & 7) * cosine(down, index >> 3),
  );

describe('the loss of a block', () => {
  it('brings every wave to whole steps of its own and nothing else', () => {
    for (const [across, down, size] of waves)
      for (const steps of [0.4, 0.6, 1, -2.6]) {
        const block = waveOf(steps * size, across, down);
        quantise(sensor, block);
        const kept = Math.round(steps);
        expect([across, down, coefficient(block, across, down) / size]).toEqual([
          across,
          down,
          expect.closeTo(kept, 3),
        ]);
        const rest = block.map((value, index) => value - waveOf(kept * size, across, down)[index]!);
        expect(Math.max(...rest.map(Math.abs))).toBeLessThan(slack);
      }
  });

  it('leaves every coefficient of a block of noise a whole number of its steps, and near what it was', () => {
    const random = seededRandom(7);
    const block = Float32Array.from({ length: 64 }, () => 200 * random() - 100);
    const before = block.slice();
    quantise(sensor, block);
    for (const [across, down, size] of waves) {
      const now = coefficient(block, across, down) / size;
      expect(Math.abs(now - Math.round(now))).toBeLessThan(slack);
      expect(Math.abs(now - coefficient(before, across, down) / size)).toBeLessThanOrEqual(0.5 + slack);
    }
  });
});

describe('the loss of a picture', () => {
  it('keeps even areas, to the edge of a picture of no whole blocks', () => {
    const [width, height] = [13, 10];
    const grey = left(new Uint8Array(width * height).fill(103), width, height, 0.5);
    // An eighth of the step of an even tone is one of brightness.
    for (const value of grey) expect(Math.abs(value - 103)).toBeLessThanOrEqual(1);
  });

  it('takes nothing by steps of 0', () => {
    const grey = new Uint8Array(256).map((_, index) => (index * 37) % 256);
    expect(left(grey, 16, 16, 0)).toEqual(grey);
  });

  it('takes more of fine detail by larger steps', () => {
    const side = 16;
    const lost = (share: number): number => {
      const grey = new Uint8Array(side * side).map((_, index) => (index % 2 === 0 ? 120 : 136));
      const now = left(grey, side, side, share);
      return grey.reduce((sum, value, index) => sum + Math.abs(value - now[index]!), 0) / grey.length;
    };
    expect(lost(0.1)).toBeLessThan(1);
    expect(lost(1)).toBeGreaterThan(2);
  });
});
