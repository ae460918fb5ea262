import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { loadedOnce } from '../tasks';
import { largestHolding, largestWhole, smallestHolding, smallestWhole } from './search';

describe('searching by halving', () => {
  const whole = fc.integer({ min: -200, max: 200 });

  it('finds the last whole number that holds, and the first', () => {
    fc.assert(
      fc.property(whole, whole, whole, (a, b, edge) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        const up = largestWhole(low, high, (value) => value <= edge);
        expect(up).toBe(edge < low ? null : Math.min(edge, high));
        const down = smallestWhole(low, high, (value) => value >= edge);
        expect(down).toBe(edge > high ? null : Math.max(edge, low));
      }),
    );
  });

  it('comes as near as its step, from either side, and never beyond', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 99.9, noNaN: true }), (edge) => {
        const last = largestHolding(0, 100, 1e-6, (value) => value <= edge);
        expect(edge - last).toBeGreaterThanOrEqual(0);
        expect(edge - last).toBeLessThanOrEqual(1e-6);
        const first = smallestHolding(0, 100, 1e-6, (value) => value >= edge);
        expect(first - edge).toBeGreaterThanOrEqual(0);
        expect(first - edge).toBeLessThanOrEqual(1e-6);
      }),
    );
    expect(largestHolding(0, 10, 1e-6, () => true)).toBe(10);
    expect(largestHolding(0, 10, 1e-6, () => false)).toBeLessThanOrEqual(1e-6);
  });
});

describe('what is loaded once', () => {
  it('is asked for once, and again after a failure', async () => {
    const once = loadedOnce<string>();
    let asked = 0;
    const load = async (): Promise<string> => {
      if (++asked === 1) throw new Error('cut off');
      return 'font';
    };
    await expect(Promise.all([once(load), once(load)])).rejects.toThrow('cut off');
    expect(asked).toBe(1);
    expect(await Promise.all([once(load), once(load)])).toEqual(['font', 'font']);
    expect(asked).toBe(2);
  });
});
