import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../numbers';
import { loseBlocks, quantise } from './blockLoss';

/** ITU-T T.81, table K.1, as columns of its first row and its last value: what the steps are half of. */
const step = { none: 8, across: 5.5, finest: 49.5 };
const cosine = (frequency: number, place: number): number =>
  (frequency === 0 ? Math.SQRT1_2 : 1) * Math.cos(((2 * place + 1) * frequency * Math.PI) / 16);
/** The forward transform as ITU-T T.81, A.3.3 writes it. */
const coefficient = (block: Float64Array, across: number, down: number): number =>
  0.25 * block.reduce((sum, value, at) => sum + value * cosine(across, at & 7) * cosine(down, at >> 3), 0);
const waveOf = (amplitude: number, across: number, down: number): Float64Array =>
  Float64Array.from(
    { length: 64 },
    (_, at) => 0.25 * amplitude * cosine(across, at & 7) * cosine(down, at >> 3),
  );

describe('the loss of a block', () => {
  it.each([
    ['an even tone', 0, 0, step.none],
    ['a wave across', 1, 0, step.across],
    ['the finest wave', 7, 7, step.finest],
  ])('brings %s to whole steps and nothing else', (_, across, down, size) => {
    for (const steps of [0.4, 0.6, 1, 2.4, -2.6]) {
      const block = waveOf(steps * size, across, down);
      quantise(block);
      expect(coefficient(block, across, down)).toBeCloseTo(Math.round(steps) * size, 9);
      const rest = block.map((value, at) => value - waveOf(Math.round(steps) * size, across, down)[at]!);
      expect(Math.max(...rest.map(Math.abs))).toBeLessThan(1e-9);
    }
  });

  it('leaves every coefficient of a block of noise a whole number of its steps, and near what it was', () => {
    const random = seededRandom(7);
    const block = Float64Array.from({ length: 64 }, () => 200 * random() - 100);
    const before = block.slice();
    quantise(block);
    for (const [across, down, size] of [
      [0, 0, step.none],
      [1, 0, step.across],
      [7, 7, step.finest],
    ] as const) {
      const now = coefficient(block, across, down) / size;
      expect(Math.abs(now - Math.round(now))).toBeLessThan(1e-9);
      expect(Math.abs(now - coefficient(before, across, down) / size)).toBeLessThanOrEqual(0.5 + 1e-9);
    }
  });
});

describe('the loss of a picture', () => {
  it('keeps its size, its opacity, its even areas and the difference of its channels', () => {
    const [width, height] = [13, 10];
    const rgba = new Uint8ClampedArray(width * height * 4);
    for (let pixel = 0; pixel < width * height; pixel++) rgba.set([120, 100, 90, 255], pixel * 4);
    loseBlocks(rgba, width, height);
    for (let pixel = 0; pixel < width * height; pixel++) {
      const [red, green, blue, alpha] = rgba.subarray(pixel * 4, pixel * 4 + 4);
      expect([red! - green!, green! - blue!, alpha]).toEqual([20, 10, 255]);
      // An eighth of the step of an even tone is one of brightness.
      expect(Math.abs(green! - 100)).toBeLessThanOrEqual(1);
    }
  });
});
