import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { boundsOf } from './sample';
import { convexHull, holdsPoint, regionDistance } from './nearness';
import { firstTouch } from './gauge';
import { flattenRegion } from './booleans';
import { placeRegion, regionArea, roundedRectangle, signedArea, type Contour, type Region } from './contour';
import { stretchRegion, turnedBounds, turnRegion } from './transform';

const coordinate = fc.double({ min: -50, max: 50, noNaN: true });
const circle = (x: number, y: number, r: number): Contour => [
  { x: x - r, y, bulge: 1 },
  { x: x + r, y, bulge: 1 },
];
const rounded = fc
  .record({
    x: coordinate,
    y: coordinate,
    width: fc.double({ min: 1, max: 40, noNaN: true }),
    height: fc.double({ min: 1, max: 40, noNaN: true }),
    radius: fc.double({ min: 0, max: 10, noNaN: true }),
  })
  .map(({ radius, ...box }) => roundedRectangle(box, radius));

describe('the first touch of a square that grows', () => {
  it('is at the least of the larger coordinates over all points of the outline', () => {
    fc.assert(
      fc.property(
        rounded,
        coordinate,
        coordinate,
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (outline, x, y, half, turn) => {
          const { distance } = firstTouch([outline], { x, y, half, turn })!;
          // From the definition, on points close together.
          let least = Infinity;
          for (const contour of flattenRegion([outline], 1e-5))
            contour.forEach((a, index) => {
              const b = contour[(index + 1) % contour.length]!;
              const count = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.02);
              for (let step = 0; step <= count; step++) {
                const [dx, dy] = [
                  a.x + ((b.x - a.x) * step) / (count || 1) - x,
                  a.y + ((b.y - a.y) * step) / (count || 1) - y,
                ];
                const across = Math.abs(dx * Math.cos(turn) + dy * Math.sin(turn));
                const down = Math.abs(dy * Math.cos(turn) - dx * Math.sin(turn));
                least = Math.min(least, Math.max(across, down) - half);
              }
            });
          expect(Math.abs(distance - least)).toBeLessThan(0.02);
        },
      ),
      { seed: 17, numRuns: 60 },
    );
  });

  it('of an edge that is touched all along is in its middle', () => {
    const edge = roundedRectangle({ x: 20, y: -3, width: 5, height: 6 }, 0);
    expect(firstTouch([edge], { x: 0, y: 0, half: 5, turn: 0 })).toEqual({
      distance: 15,
      at: { x: 20, y: 0 },
    });
  });
});

describe('the distance between areas', () => {
  it('of two circles is that of their middles less both radii', () => {
    fc.assert(
      fc.property(coordinate, coordinate, fc.double({ min: 0.5, max: 9, noNaN: true }), (x, y, r) => {
        const apart = Math.hypot(x, y) - r - 4;
        fc.pre(apart > 0.1);
        expect(Math.abs(regionDistance([circle(0, 0, 4)], [circle(x, y, r)]) - apart)).toBeLessThan(0.025);
      }),
      { seed: 17 },
    );
  });

  it('is 0 when outlines cross, and infinite to nothing', () => {
    expect(regionDistance([circle(0, 0, 4)], [circle(5, 0, 4)])).toBe(0);
    expect(regionDistance([circle(0, 0, 4)], [])).toBe(Infinity);
  });
});

describe('points within areas', () => {
  it('are told by their distance from the middle of a circle', () => {
    fc.assert(
      fc.property(coordinate, coordinate, (x, y) => {
        fc.pre(Math.abs(Math.hypot(x, y) - 20) > 0.01);
        expect(holdsPoint([circle(0, 0, 20)], { x, y })).toBe(Math.hypot(x, y) < 20);
      }),
      { seed: 17 },
    );
  });

  it('are not those in a hole', () => {
    const ring: Region = [
      circle(0, 0, 10),
      [...circle(0, 0, 5)].map(({ x, y }) => ({ x, y: -y, bulge: -1 })),
    ];
    expect(holdsPoint(ring, { x: 0, y: 0.1 })).toBe(false);
    expect(holdsPoint(ring, { x: 7, y: 0.1 })).toBe(true);
  });
});

describe('turning and stretching', () => {
  it('keep the area, and quarter turns keep right angles exact', () => {
    fc.assert(
      fc.property(rounded, fc.double({ min: -6, max: 6, noNaN: true }), (outline, turn) => {
        const turned = turnRegion([outline], { x: 3, y: 4 }, turn);
        expect(regionArea(turned)).toBeCloseTo(signedArea(outline), 6);
      }),
      { seed: 17 },
    );
    const [square] = turnRegion(
      [roundedRectangle({ x: 0, y: 0, width: 8, height: 4 }, 0)],
      { x: 4, y: 2 },
      Math.PI / 2,
    );
    expect(square!.map(({ x, y }) => [x, y])).toEqual([
      [6, -2],
      [6, 6],
      [2, 6],
      [2, -2],
    ]);
    expect(turnedBounds(8, 4, Math.PI / 2)).toEqual({ width: 4, height: 8 });
  });

  it('give a circle stretched unevenly the area of the ellipse', () => {
    const from = { x: 0, y: 0, width: 10, height: 10 };
    const ellipse = stretchRegion([circle(5, 5, 5)], from, { x: 2, y: 3, width: 30, height: 12 }, 0.004);
    // Area of an ellipse: pi a b.
    expect(Math.abs(regionArea(ellipse) - Math.PI * 15 * 6)).toBeLessThan(0.5);
    expect(boundsOf(ellipse)).toEqual({
      x: expect.closeTo(2, 2),
      y: expect.closeTo(3, 2),
      width: expect.closeTo(30, 1),
      height: expect.closeTo(12, 1),
    });
  });
});

describe('the convex hull', () => {
  it('turns one way only and has every point on it or inside', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: coordinate, y: coordinate }), { minLength: 3, maxLength: 40 }),
        (points) => {
          const hull = convexHull(points, 0.01);
          fc.pre(hull.length > 2 && signedArea(hull) > 1);
          hull.forEach((a, index) => {
            const b = hull[(index + 1) % hull.length]!;
            for (const { x, y } of points)
              expect((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)).toBeGreaterThan(-1e-6);
          });
        },
      ),
      { seed: 17, numRuns: 80 },
    );
  });

  it('of an L bridges its notch', () => {
    const l = [
      [0, 0],
      [4, 0],
      [4, 1],
      [1, 1],
      [1, 4],
      [0, 4],
    ].map(([x, y]) => ({ x: x!, y: y! }));
    expect(regionArea(placeRegion([convexHull(l, 0.01)], 1, 7, 7))).toBeCloseTo(11.5, 9);
  });
});
