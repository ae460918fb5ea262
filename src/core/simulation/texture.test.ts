import { describe, expect, it } from '@jest/globals';
import { textureTile, type TextureKind } from './texture';

const deviationOf = (values: Float32Array): number => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
};
const kinds: readonly TextureKind[] = ['grain', 'brushed', 'speckle', 'weave', 'cleft'];

describe('a texture', () => {
  it.each(kinds)('of %s deviates by its amplitude where pixels are finer than its waves', (kind) => {
    const tile = textureTile({ kind, amplitude: 0.2 }, 0.02, 3)!;
    // A tile of 5 mm holds few of the longest waves, so that it may be well off.
    expect(deviationOf(tile.factors)).toBeGreaterThan(0.07);
    expect(deviationOf(tile.factors)).toBeLessThan(0.3);
  });

  it('is averaged by pixels that are wider than its waves', () => {
    const seen = (pixelMm: number): number =>
      deviationOf(textureTile({ kind: 'speckle', amplitude: 0.2 }, pixelMm, 3)!.factors);
    expect(seen(0.2)).toBeGreaterThan(seen(0.8));
    expect(seen(0.8)).toBeGreaterThan(seen(3));
    // Specks of 1.5 mm with six tenths of the variance in pixels of 3 mm, blurred by half as much again: a third of their deviation.
    expect(seen(3)).toBeCloseTo(0.2 * Math.hypot(Math.sqrt(0.6) / 3, (Math.sqrt(0.4) * 0.35) / 4.5), 2);
  });

  it('runs along: brush lines differ far more across than along', () => {
    const { side, factors } = textureTile({ kind: 'brushed', amplitude: 0.2 }, 0.06, 5)!;
    let [along, across] = [0, 0];
    for (let row = 0; row < side - 1; row++)
      for (let column = 0; column < side - 1; column++) {
        along += Math.abs(factors[row * side + column + 1]! - factors[row * side + column]!);
        across += Math.abs(factors[(row + 1) * side + column]! - factors[row * side + column]!);
      }
    expect(across / along).toBeGreaterThan(10);
  });

  it('that nobody sees is none', () => {
    expect(textureTile({ kind: 'plain', amplitude: 0.01 }, 0.6, 3)).toBeNull();
    expect(textureTile({ kind: 'grain', amplitude: 0 }, 0.1, 3)).toBeNull();
  });

  it('goes on at its edges as it began', () => {
    const { side, factors } = textureTile({ kind: 'cleft', amplitude: 0.3 }, 0.4, 9)!;
    const steps = (a: (row: number) => number, b: (row: number) => number): number =>
      Math.max(...Array.from({ length: side }, (_, row) => Math.abs(factors[a(row)]! - factors[b(row)]!)));
    const seam = steps(
      (row) => row * side,
      (row) => row * side + side - 1,
    );
    const within = steps(
      (row) => row * side + 99,
      (row) => row * side + 100,
    );
    expect(seam).toBeLessThan(3 * within + 0.05);
  });
});
