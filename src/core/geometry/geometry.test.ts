import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { mirrorRegion, regionArea, roundedRectangle, signedArea, type Region } from './contour';
import { treatCorners } from './corners';
import { crossingsOf } from './crossings';
import { insetArea, offsetOutlines } from './offset';
import { traceBitmap } from './trace';

interface Bitmap {
  width: number;
  height: number;
  cells: Uint8Array;
}

const bitmaps = fc
  .tuple(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 1, max: 14 }))
  .chain(([width, height]) =>
    fc
      .array(fc.integer({ min: 0, max: 1 }), { minLength: width * height, maxLength: width * height })
      .map((cells): Bitmap => ({ width, height, cells: Uint8Array.from(cells) })),
  );

/** How often the region winds around a point: 1 inside an area, 0 outside or in a hole. */
function windingAt(region: Region, x: number, y: number): number {
  let winding = 0;
  for (const contour of region)
    contour.forEach((from, index) => {
      const to = contour[(index + 1) % contour.length]!;
      // Vertical edges to the right of the point count; downwards ones are the right sides of areas.
      if (from.x === to.x && from.x > x && Math.min(from.y, to.y) < y && Math.max(from.y, to.y) > y)
        winding += Math.sign(to.y - from.y);
    });
  return winding;
}

/** Areas and holes of a bitmap, counted by flooding: areas by edges, holes by edges and corners. */
function countAreasAndHoles({ width, height, cells }: Bitmap): number {
  const pointAt = (x: number, y: number): number =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : cells[y * width + x]!;
  const seen = new Set<string>();
  let count = 0;
  const flood = (x: number, y: number): void => {
    const value = pointAt(x, y);
    const stack = [[x, y]];
    while (stack.length > 0) {
      const [column, row] = stack.pop() as [number, number];
      const key = `${column},${row}`;
      if (
        column < -1 ||
        row < -1 ||
        column > width ||
        row > height ||
        pointAt(column, row) !== value ||
        seen.has(key)
      )
        continue;
      seen.add(key);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++)
          if (value === 0 || dx === 0 || dy === 0) stack.push([column + dx, row + dy]);
    }
  };
  flood(-1, -1);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (!seen.has(`${x},${y}`)) {
        count++;
        flood(x, y);
      }
  return count;
}

describe('traceBitmap', () => {
  it('encloses as much area as there are set cells', () => {
    fc.assert(
      fc.property(bitmaps, ({ width, height, cells }) => {
        const set = cells.reduce((sum, cell) => sum + cell, 0);
        expect(regionArea(traceBitmap(cells, width, height))).toBe(set);
      }),
    );
  });

  it('gives the bitmap back when it is filled again', () => {
    fc.assert(
      fc.property(bitmaps, ({ width, height, cells }) => {
        const region = traceBitmap(cells, width, height);
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++)
            expect(windingAt(region, x + 0.5, y + 0.5)).toBe(cells[y * width + x]);
      }),
    );
  });

  it('has one outline for each area and one for each hole, areas parted at corners', () => {
    fc.assert(
      fc.property(bitmaps, (bitmap) => {
        expect(traceBitmap(bitmap.cells, bitmap.width, bitmap.height)).toHaveLength(
          countAreasAndHoles(bitmap),
        );
      }),
    );
  });

  it('has no vertex on a straight run and only horizontal and vertical edges', () => {
    fc.assert(
      fc.property(bitmaps, ({ width, height, cells }) => {
        for (const contour of traceBitmap(cells, width, height))
          contour.forEach((vertex, index) => {
            const before = contour[(index + contour.length - 1) % contour.length]!;
            const after = contour[(index + 1) % contour.length]!;
            expect(vertex.x === before.x).not.toBe(vertex.y === before.y);
            const turns =
              (vertex.x - before.x) * (after.y - vertex.y) - (vertex.y - before.y) * (after.x - vertex.x);
            expect(turns).not.toBe(0);
          });
      }),
    );
  });

  it('parts two cells that meet at a corner, and joins the gaps between them', () => {
    expect(traceBitmap(Uint8Array.from([1, 0, 0, 1]), 2, 2)).toHaveLength(2);
    const ringOfFour = Uint8Array.from([0, 1, 0, 1, 0, 1, 0, 1, 0]);
    expect(traceBitmap(ringOfFour, 3, 3)).toHaveLength(4);
  });
});

describe('offsetOutlines', () => {
  it('shrinks areas and widens holes by the distance, without crossings', () => {
    fc.assert(
      fc.property(
        bitmaps,
        fc.double({ min: 0.01, max: 0.3, noNaN: true }),
        ({ width, height, cells }, distance) => {
          const region = traceBitmap(cells, width, height);
          const shrunk = offsetOutlines(region, -distance);
          // Each set cell loses a strip along free sides; a corner lost twice or gained is a square of the distance.
          let expected = 0;
          const pointAt = (x: number, y: number): number =>
            x < 0 || y < 0 || x >= width || y >= height ? 0 : cells[y * width + x]!;
          const steps = 64;
          if (distance * steps < 1) return;
          for (let y = 0; y < height; y++)
            for (let x = 0; x < width; x++)
              if (pointAt(x, y) === 1) expected += cellLeft(pointAt, x, y, distance);
          expect(regionArea(shrunk)).toBeCloseTo(expected, 9);
          expect(insetArea(region, distance)).toBeCloseTo(expected, 9);
        },
      ),
    );
  });

  it('moves a ring as growth compensation needs: outer edge in, inner edge out', () => {
    const ring = traceBitmap(Uint8Array.from([1, 1, 1, 1, 0, 1, 1, 1, 1]), 3, 3);
    const [outer, inner] = offsetOutlines(ring, -0.1).map((contour) => contour.map(({ x, y }) => [x, y]));
    expect(outer).toContainEqual([0.1, 0.1]);
    expect(inner).toContainEqual([0.9, 0.9]);
  });
});

/** What shrinking leaves of one cell: strips off free sides, and a corner square where only the diagonal cell is free. */
function cellLeft(pointAt: (x: number, y: number) => number, x: number, y: number, distance: number): number {
  const free = (dx: number, dy: number): boolean => pointAt(x + dx, y + dy) === 0;
  const sideX = 1 - (free(-1, 0) ? distance : 0) - (free(1, 0) ? distance : 0);
  const sideY = 1 - (free(0, -1) ? distance : 0) - (free(0, 1) ? distance : 0);
  let left = sideX * sideY;
  for (const dx of [-1, 1])
    for (const dy of [-1, 1]) if (!free(dx, 0) && !free(0, dy) && free(dx, dy)) left -= distance * distance;
  return left;
}

describe('roundedRectangle', () => {
  it('has the area of a rectangle less its corners, arcs counted exactly', () => {
    // Geometry: each corner loses (1 - pi/4) r^2.
    const outline = roundedRectangle({ x: 0, y: 0, width: 60, height: 40 }, 3);
    expect(signedArea(outline)).toBeCloseTo(2400 - (4 - Math.PI) * 9, 9);
    expect(outline).toHaveLength(8);
  });

  it('becomes a circle when the radius is half the side', () => {
    const outline = roundedRectangle({ x: 0, y: 0, width: 20, height: 20 }, 50);
    expect(outline).toHaveLength(4);
    expect(signedArea(outline)).toBeCloseTo(Math.PI * 100, 9);
  });
});

describe('mirrorRegion', () => {
  it('keeps area and winding, and twice gives the same outline', () => {
    const region = [roundedRectangle({ x: 5, y: 2, width: 30, height: 20 }, 4)];
    const mirrored = mirrorRegion(region, 20);
    expect(regionArea(mirrored)).toBeCloseTo(regionArea(region), 9);
    expect(Math.min(...mirrored[0]!.map(({ x }) => x))).toBe(5);
    const twice = mirrorRegion(mirrored, 20)[0]!;
    for (const vertex of region[0]!) expect(twice).toContainEqual(vertex);
  });
});

describe('offsetOutlines with arcs', () => {
  const circle = (radius: number): Region => [
    roundedRectangle({ x: -radius, y: -radius, width: 2 * radius, height: 2 * radius }, radius),
  ];

  it('changes the radius of a circle by the distance, in and out', () => {
    for (const distance of [-0.4, 0.7])
      expect(regionArea(offsetOutlines(circle(2), distance))).toBeCloseTo(Math.PI * (2 + distance) ** 2, 9);
    expect(offsetOutlines(circle(0.3), -0.4)).toEqual([]);
  });

  it('keeps the centres of rounded corners, and makes corners square whose radius is used up', () => {
    const outline = [roundedRectangle({ x: 0, y: 0, width: 10, height: 6 }, 1)];
    const [inner] = offsetOutlines(outline, -0.4);
    expect(regionArea([inner!])).toBeCloseTo(9.2 * 5.2 - (4 - Math.PI) * 0.36, 9);
    const [square] = offsetOutlines(outline, -1.5);
    expect(square).toHaveLength(4);
    expect(regionArea([square!])).toBeCloseTo(7 * 3, 9);
  });

  it('leaves the area that insetArea says, and comes back when moved back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        (radius, distance) => {
          const outline = [roundedRectangle({ x: 1, y: 2, width: 12, height: 7 }, radius)];
          const moved = offsetOutlines(outline, -distance);
          expect(regionArea(moved)).toBeCloseTo(insetArea(outline, distance), 9);
          expect(regionArea(offsetOutlines(moved, distance))).toBeCloseTo(regionArea(outline), 9);
        },
      ),
      { seed: 17 },
    );
  });

  it('moves the edges of a scooped corner along the arc: radius and distance add up', () => {
    const scooped = treatCorners(
      roundedRectangle({ x: 0, y: 0, width: 4, height: 4 }, 0),
      0,
      () => ({ kind: 'scoop', leg: 1 }),
      () => null,
    );
    const [moved] = offsetOutlines([scooped], -0.2);
    // Geometry: every corner loses the part of a circle of radius 1.2 about it that lies on the smaller square.
    const steps = 2000;
    let lost = 0;
    for (let step = 0; step < steps; step++) {
      const x = 0.2 + ((step + 0.5) / steps) * (Math.sqrt(1.44 - 0.04) - 0.2);
      lost += ((Math.sqrt(1.44 - x * x) - 0.2) * (Math.sqrt(1.44 - 0.04) - 0.2)) / steps;
    }
    expect(regionArea([moved!])).toBeCloseTo(3.6 * 3.6 - 4 * lost, 4);
  });
});

describe('crossingsOf', () => {
  const right = { x: 1, y: 0 };
  it('finds the ends of the chord of a circle', () => {
    const circle = [roundedRectangle({ x: -5, y: -5, width: 10, height: 10 }, 5)];
    const crossings = crossingsOf(circle, { x: 0, y: 3 }, right);
    // Euclid: half a chord 3 from the middle of a circle of radius 5 is 4.
    expect(crossings.map((value) => Number(value.toFixed(9)))).toEqual([-4, 4]);
    expect(crossingsOf(circle, { x: 0, y: 6 }, right)).toEqual([]);
  });
  it('counts a vertex on the line once', () => {
    const diamond = [
      [
        { x: 0, y: -1 },
        { x: 1, y: 0 },
        { x: 0, y: 1 },
        { x: -1, y: 0 },
      ],
    ];
    expect(crossingsOf(diamond, { x: 0, y: 0 }, right)).toEqual([-1, 1]);
  });
  it('is even in number for any line', () => {
    fc.assert(
      fc.property(bitmaps, fc.double({ min: 0, max: 3, noNaN: true }), ({ width, height, cells }, angle) => {
        const region = traceBitmap(cells, width, height).map((contour) =>
          treatCorners(
            contour,
            0.1,
            () => ({ kind: 'round', leg: 0.3 }),
            () => ({ kind: 'round', leg: 0.2 }),
          ),
        );
        const direction = { x: Math.cos(angle), y: Math.sin(angle) };
        expect(crossingsOf(region, { x: width / 2, y: height / 3 }, direction).length % 2).toBe(0);
      }),
      { seed: 17 },
    );
  });
});
