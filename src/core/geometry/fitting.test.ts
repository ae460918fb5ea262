import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { boundsOf, sampleRegion } from './sample';
import { fitArcs } from './fitArcs';
import { flattenRegion } from './booleans';
import { onDemand } from '../tasks';
import { regionArea, roundedRectangle } from './contour';

const sizes = fc.record({
  width: fc.double({ min: 4, max: 40, noNaN: true }),
  height: fc.double({ min: 4, max: 40, noNaN: true }),
  share: fc.double({ min: 0.1, max: 1, noNaN: true }),
});

describe('arcs fitted to short edges', () => {
  it('give a rounded rectangle back: its area, and hardly more nodes than it has', () => {
    fc.assert(
      fc.property(sizes, ({ width, height, share }) => {
        const radius = (share * Math.min(width, height)) / 2;
        const whole = [roundedRectangle({ x: 3, y: 5, width, height }, radius)];
        const fitted = fitArcs(flattenRegion(whole, 0.001), 0.004);
        const perimeter = 2 * (width + height);
        expect(Math.abs(regionArea(fitted) - regionArea(whole))).toBeLessThan(0.005 * perimeter);
        expect(fitted[0]!.length).toBeLessThanOrEqual(16);
      }),
    );
  });

  it('leave corners as corners', () => {
    const square = [roundedRectangle({ x: 0, y: 0, width: 10, height: 10 }, 0)];
    expect(regionArea(fitArcs(square, 0.5))).toBe(100);
    expect(fitArcs(square, 0.5)[0]!.every(({ bulge }) => bulge === undefined)).toBe(true);
  });

  it('may be fitted again: outlines that have arcs keep them', () => {
    const circle = [roundedRectangle({ x: 0, y: 0, width: 10, height: 10 }, 5)];
    const once = fitArcs(circle, 0.01);
    expect(regionArea(fitArcs(once, 0.01))).toBeCloseTo(25 * Math.PI, 0);
  });
});

describe('samples of an area', () => {
  it('are as many as its size, holes left out', () => {
    fc.assert(
      fc.property(sizes, ({ width, height, share }) => {
        const outer = roundedRectangle({ x: 1, y: 1, width, height }, (share * Math.min(width, height)) / 2);
        const middle = { x: 1 + width / 3, y: 1 + height / 3, width: width / 3, height: height / 3 };
        const hole = [...roundedRectangle(middle, 0)].reverse();
        const region = [outer, hole];
        const inside = sampleRegion(region, { x: 0, y: 0, step: 0.1, columns: 430, rows: 430 });
        const area = inside.reduce((sum, value) => sum + value, 0) / 100;
        // Points miss at most half a step along the outlines.
        expect(Math.abs(area - regionArea(region))).toBeLessThan(0.05 * 4 * (width + height));
      }),
      { numRuns: 30 },
    );
  });

  it('lie in the box around it', () => {
    expect(boundsOf([roundedRectangle({ x: -2, y: 3, width: 8, height: 4 }, 2)])).toEqual({
      x: expect.closeTo(-2, 3),
      y: expect.closeTo(3, 3),
      width: expect.closeTo(8, 3),
      height: expect.closeTo(4, 3),
    });
    expect(boundsOf([])).toBeNull();
  });
});

describe('what is made on demand', () => {
  it('is made once, and only when it is asked for', () => {
    let count = 0;
    const value = onDemand(() => ++count);
    expect(count).toBe(0);
    expect([value(), value(), count]).toEqual([1, 1, 1]);
  });
});
