import { describe, expect, it } from '@jest/globals';
import { wilsonInterval } from './statistics';

describe('an interval', () => {
  // Worked by hand from (p + z2/2n +- z sqrt(p(1-p)/n + z2/4n2)) / (1 + z2/n) with z = 1.96 (Wilson 1927).
  it.each([
    [0, 10, 0, 0.278],
    [20, 20, 0.839, 1],
    [16, 20, 0.584, 0.919],
    [10, 20, 0.299, 0.701],
    [81, 263, 0.255, 0.366],
    [4, 4, 0.51, 1],
  ])('of %s of %s', (held, tried, least, most) => {
    const interval = wilsonInterval(held, tried);
    expect(interval.least).toBeCloseTo(least, 3);
    expect(interval.most).toBeCloseTo(most, 3);
  });

  it('of nothing is everything', () => {
    expect(wilsonInterval(0, 0)).toEqual({ least: 0, most: 1 });
  });
});
