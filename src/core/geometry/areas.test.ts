import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { connectedAreas } from './areas';
import { regionArea, reversedContour, roundedRectangle, type Contour, type Region } from './contour';
import { fillLines } from './fillLines';

const box = (x: number, y: number, width: number, height: number, radius = 0): Contour =>
  roundedRectangle({ x, y, width, height }, radius);
const hole = (contour: Contour): Contour => reversedContour(contour);

describe('areas that hang together', () => {
  it('are an outer outline each, with the holes that lie in it', () => {
    // A ring, an island in its hole with a hole of its own, and a block beside both.
    const ring = [box(0, 0, 20, 20, 4), hole(box(4, 4, 12, 12, 2))];
    const island = [box(7, 7, 6, 6), hole(box(9, 9, 2, 2, 1))];
    const block = [box(30, 0, 5, 5)];
    const areas = connectedAreas([ring[0]!, island[0]!, block[0]!, island[1]!, ring[1]!]);
    expect(areas).toEqual([ring, island, block]);
  });

  it('lose nothing: together they are as large as before', () => {
    const blocks = fc.array(
      fc.record({ at: fc.nat(30), radius: fc.constantFrom(0, 1, 2), holed: fc.boolean() }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(blocks, (drawn) => {
        const region: Region = drawn.flatMap(({ at, radius, holed }, index) => {
          const x = 40 * index + at;
          const outer = box(x, at, 8, 8, radius);
          return holed ? [outer, hole(box(x + 2, at + 2, 3, 3, radius / 2))] : [outer];
        });
        const areas = connectedAreas(region);
        expect(areas).toHaveLength(drawn.length);
        expect(areas.reduce((sum, area) => sum + regionArea(area), 0)).toBeCloseTo(regionArea(region), 9);
        for (const [index, area] of areas.entries()) expect(area).toHaveLength(drawn[index]!.holed ? 2 : 1);
      }),
      { numRuns: 60, seed: 13 },
    );
  });

  it('leave out a hole that lies in nothing', () => {
    expect(connectedAreas([box(0, 0, 4, 4), hole(box(10, 10, 2, 2))])).toEqual([[box(0, 0, 4, 4)]]);
  });
});

describe('lines that fill an area', () => {
  it('lie an interval apart, begin and end on the outline, and skip holes', () => {
    const lines = fillLines([box(0, 0, 10, 2), hole(box(3, 0.5, 4, 1))], 0.5);
    expect(lines.map(({ y }) => y)).toEqual([0.25, 0.75, 1.25, 1.75]);
    expect(lines.map(({ runs }) => runs.length)).toEqual([1, 2, 2, 1]);
    const [left, right] = lines[1]!.runs;
    expect(left).toEqual([0, 3]);
    expect(right).toEqual([7, 10]);
  });

  it('have the area between them, whatever the outlines are', () => {
    const rounded = fc.record({
      width: fc.integer({ min: 4, max: 30 }),
      height: fc.integer({ min: 4, max: 30 }),
      radius: fc.integer({ min: 0, max: 2 }),
    });
    fc.assert(
      fc.property(rounded, ({ width, height, radius }) => {
        const region = [box(1, 2, width, height, radius), hole(box(2, 3, width / 2, height / 2, radius / 2))];
        const interval = 0.05;
        const lines = fillLines(region, interval);
        const length = lines.reduce(
          (sum, { runs }) => sum + runs.reduce((runSum, [a, b]) => runSum + b - a, 0),
          0,
        );
        // Each line stands for the interval that it really has: the height is parted evenly.
        const spacing = height / Math.round(height / interval);
        expect(Math.abs(length * spacing - regionArea(region))).toBeLessThan(0.01 * regionArea(region));
      }),
      { numRuns: 40, seed: 5 },
    );
  });

  it('take pieces of one area together where their outlines cross', () => {
    // Words whose letters touch: non-zero winding has no gap where they overlap.
    const lines = fillLines([box(0, 0, 6, 1), box(4, 0, 6, 1)], 1);
    expect(lines).toEqual([{ y: 0.5, runs: [[0, 10]] }]);
  });

  it('are none where there is no area', () => {
    expect(fillLines([], 0.1)).toEqual([]);
  });
});
