/** Pieces on stock: counts worked by hand, formulas of equal circles, brute force on small cases, and what holds for all. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { promptSeconds } from '../../testing/promptly';
import { boxContour, boundsOf, type Box } from '../geometry';
import { blackInk, type OperationSheet } from '../plan';
import { composeSheet } from './compose';
import { countOn, fitting, labelPlaces, layouts, layPieces, type Layout } from './places';
import type { Place } from './shapes';
import { sheetsFor, sizesByCount, widestFor } from './sizes';
import { evenMargin, roomOn, stocks, type LabelStock } from './stock';

const a4 = roomOn({ kind: 'sheet', widthMm: 210, heightMm: 297, marginMm: evenMargin(5) });

/** The upright box of a piece at its place. */
const boxAt = ({ x, y, quarters }: Place, { width, height }: { width: number; height: number }): Box =>
  quarters % 2 === 0 ? { x, y, width, height } : { x, y, width: height, height: width };

describe('a grid on A4 with 5 mm margins and 2 mm gaps, 200 by 287 mm to lay on', () => {
  it.each([
    // floor((200 + 2) / (w + 2)) by floor((287 + 2) / (h + 2)), by hand.
    [60, 40, 3 * 6],
    [40, 60, 4 * 4],
    [85.6, 53.98, 2 * 5],
    [50, 50, 3 * 5],
    [64, 95, 3 * 2],
    [200, 287, 1],
    [200.1, 20, 0],
  ])('%s by %s mm holds %s', (width, height, count) => {
    expect(countOn(a4, { width, height }, 2, 'grid')).toBe(count);
    expect(layPieces(a4, { width, height }, 2, 'grid')).toHaveLength(count);
  });

  it('turns where that gains', () => {
    // 90 by 50: upright 2 by 5 = 10; turned 3 by 3 = 9; one column of 5 upright takes 92 and leaves 108 mm, which two columns
    // of 3 turned fill: 11.
    expect(countOn(a4, { width: 90, height: 50 }, 2, 'grid')).toBe(10);
    expect(countOn(a4, { width: 90, height: 50 }, 2, 'turned')).toBe(11);
    // 95 by 60: upright 2 by 4 = 8; turned 3 by 2 = 6; three rows upright take 186 and leave 101: 3 turned: 9.
    expect(countOn(a4, { width: 95, height: 60 }, 2, 'grid')).toBe(8);
    expect(countOn(a4, { width: 95, height: 60 }, 2, 'turned')).toBe(9);
  });
});

describe('round pieces', () => {
  it('lie in rows that are half the root of 3 of their pitch apart', () => {
    // 30 mm with 2 mm: 6 in a row of 200 mm (6 x 32 - 2 = 190), the next begins 16 mm on and holds 5 (5 x 32 - 2 + 16 = 174).
    // Rows: floor((287 - 30) / (32 x 0.8660)) + 1 = 10. Five of 6 and five of 5 are 55; 6 by 9 in a grid are 54.
    const piece = { width: 30, height: 30 };
    expect(countOn(a4, piece, 2, 'grid')).toBe(54);
    expect(countOn(a4, piece, 2, 'staggered')).toBeGreaterThanOrEqual(55);
    const places = layPieces({ x: 0, y: 0, width: 190, height: 90 }, piece, 2, 'staggered');
    expect(places.filter(({ y }) => y === 0)).toHaveLength(6);
    const second = places.filter(({ y }) => Math.abs(y - 27.713) < 0.001);
    expect(second.map(({ x }) => x)).toEqual([16, 48, 80, 112, 144]);
  });
});

describe('every layout', () => {
  const size = fc.record({
    width: fc.double({ min: 3, max: 90, noNaN: true }),
    height: fc.double({ min: 3, max: 90, noNaN: true }),
    gap: fc.double({ min: 0, max: 6, noNaN: true }),
    roomWidth: fc.double({ min: 20, max: 300, noNaN: true }),
    roomHeight: fc.double({ min: 20, max: 300, noNaN: true }),
    layout: fc.constantFrom<Layout>(...layouts),
  });

  it('keeps every piece in the room and no two nearer than the gap', () => {
    fc.assert(
      fc.property(size, ({ width, height, gap, roomWidth, roomHeight, layout }) => {
        // Staggered pieces are round.
        const piece = layout === 'staggered' ? { width, height: width } : { width, height };
        const room = { x: 7, y: 11, width: roomWidth, height: roomHeight };
        const places = layPieces(room, piece, gap, layout).slice(0, 250);
        const boxes = places.map((place) => boxAt(place, piece));
        return boxes.every((box, index) => {
          const isInside =
            box.x > room.x - 1e-5 &&
            box.y > room.y - 1e-5 &&
            box.x + box.width < room.x + room.width + 1e-5 &&
            box.y + box.height < room.y + room.height + 1e-5;
          return (
            isInside &&
            boxes.slice(0, index).every((other) => {
              const [dx, dy] = [
                Math.max(other.x - box.x - box.width, box.x - other.x - other.width),
                Math.max(other.y - box.y - box.height, box.y - other.y - other.height),
              ];
              if (layout !== 'staggered') return Math.max(dx, dy) > gap - 1e-5;
              const apart = Math.hypot(box.x - other.x, box.y - other.y) - width;
              return apart > gap - 1e-5;
            })
          );
        });
      }),
      { numRuns: 300 },
    );
  });

  it('holds as many as it counts, and never fewer when pieces become smaller', () => {
    fc.assert(
      fc.property(
        size,
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        ({ width, height, gap, roomWidth, roomHeight, layout }, share) => {
          const room = { x: 0, y: 0, width: roomWidth, height: roomHeight };
          const count = countOn(room, { width, height }, gap, layout);
          if (count < 400 && layPieces(room, { width, height }, gap, layout).length !== count) return false;
          return countOn(room, { width: width * share, height: height * share }, gap, layout) >= count;
        },
      ),
      { numRuns: 400 },
    );
  });

  it('of blocks is never worse than what brute force finds among straight cuts, on small sheets', () => {
    // All ways to cut a rectangle in two by a straight line, at places that pieces reach, each part all of one way.
    const oneWay = (width: number, height: number, w: number, h: number): number =>
      Math.max(fitting(width, w, 0) * fitting(height, h, 0), fitting(width, h, 0) * fitting(height, w, 0));
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 2, max: 9 }),
        (W, H, w, h) => {
          let best = oneWay(W, H, w, h);
          for (let cut = 1; cut < W; cut++)
            best = Math.max(best, oneWay(cut, H, w, h) + oneWay(W - cut, H, w, h));
          for (let cut = 1; cut < H; cut++)
            best = Math.max(best, oneWay(W, cut, w, h) + oneWay(W, H - cut, w, h));
          return countOn({ x: 0, y: 0, width: W, height: H }, { width: w, height: h }, 0, 'turned') >= best;
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('both ways at once', () => {
  it('gives the largest size of which so many fit: 12 on A4 by hand', () => {
    // Squares: 3 by 4 need w <= (202 / 3) - 2 = 65.33 and w <= (289 / 4) - 2 = 70.25; 4 by 3 less. So 65.33.
    expect(widestFor(a4, { width: 1, height: 1 }, 2, 'grid', 12)).toBeCloseTo(65.33, 2);
    // 3 by 2: twelve of 2 by 6: w <= 202/2 - 2 = 99, h <= 289/6 - 2 = 46.17, so w <= 69.25; of 3 by 4: w <= 65.33. So 69.25.
    expect(widestFor(a4, { width: 60, height: 40 }, 2, 'grid', 12)).toBeCloseTo(69.25, 2);
    expect(widestFor(a4, { width: 60, height: 40 }, 2, 'grid', 1_000_000)).toBeNull();
  });

  it('is true of every step: the size holds its count, and a hundredth more does not', () => {
    for (const layout of layouts) {
      const points = sizesByCount(a4, { width: 60, height: 40 }, 2, layout, 20);
      expect(points[0]!.count).toBeGreaterThanOrEqual(1);
      points.forEach(({ widthMm, count, waste }, index) => {
        const at = (mm: number) => countOn(a4, { width: mm, height: (mm * 40) / 60 }, 2, layout);
        expect(at(widthMm)).toBe(count);
        expect(at(widthMm + 0.02)).toBeLessThan(count);
        // What so many pieces leave of 200 by 287 mm.
        expect(waste).toBeCloseTo(1 - (count * widthMm * ((widthMm * 40) / 60)) / (200 * 287), 9);
        if (index > 0) expect(count).toBeGreaterThan(points[index - 1]!.count);
      });
    }
  });

  it('takes 16 ms for the chart of rectangles', async () => {
    const seconds = await promptSeconds(0.16, () => {
      for (let run = 0; run < 10; run++) sizesByCount(a4, { width: 60, height: 40 + run }, 2, 'grid', 20);
    });
    expect(seconds / 10).toBeLessThan(0.016);
  });

  it('needs as many sheets as a quantity fills', () => {
    expect([sheetsFor(48, 12), sheetsFor(49, 12), sheetsFor(0, 12), sheetsFor(5, 0)]).toEqual([4, 5, 0, 0]);
  });
});

describe('stock', () => {
  it('has pieces in the middles of its labels, row by row, upright or turned', () => {
    const { stock } = stocks.find(({ id }) => id === 'a4-labels-3x7')!;
    // By hand: labels of 63.5 by 38.1 mm, the first 7.25 from the left and 15.15 from above, 66 and 38.1 mm from one to the next.
    const places = labelPlaces(stock as LabelStock, { width: 60, height: 30 });
    expect(places).toHaveLength(21);
    places.forEach(({ x, y, quarters }, index) => {
      expect(x).toBeCloseTo(7.25 + 1.75 + 66 * (index % 3), 9);
      expect(y).toBeCloseTo(15.15 + 4.05 + 38.1 * Math.floor(index / 3), 9);
      expect(quarters).toBe(0);
    });
    // 30 by 60 lies on its side, with the same box.
    expect(labelPlaces(stock as LabelStock, { width: 30, height: 60 })).toEqual(
      places.map((place) => ({ ...place, quarters: 1 })),
    );
  });

  it.each(
    stocks
      .filter(({ stock }) => stock.kind === 'labels')
      .map(({ name, stock }) => [name, stock as LabelStock] as const),
  )('%s lies on its sheet, without overlaps, the same from both edges', (_, stock) => {
    const {
      widthMm,
      heightMm,
      columns,
      rows,
      labelWidthMm,
      labelHeightMm,
      leftMm,
      topMm,
      pitchXMm,
      pitchYMm,
    } = stock;
    const right = widthMm - leftMm - (columns - 1) * pitchXMm - labelWidthMm;
    const bottom = heightMm - topMm - (rows - 1) * pitchYMm - labelHeightMm;
    expect(right).toBeCloseTo(leftMm, 1);
    expect(bottom).toBeCloseTo(topMm, 1);
    expect(pitchXMm).toBeGreaterThanOrEqual(labelWidthMm);
    expect(pitchYMm).toBeGreaterThanOrEqual(labelHeightMm);
    // A piece as large as a label covers it; a larger one has no place; one on its side is turned.
    expect(labelPlaces(stock, { width: labelWidthMm, height: labelHeightMm })).toHaveLength(columns * rows);
    expect(labelPlaces(stock, { width: labelWidthMm + 0.1, height: labelHeightMm + 0.1 })).toEqual([]);
    const turned = labelPlaces(stock, { width: labelHeightMm * 0.9, height: labelWidthMm * 0.9 });
    expect(turned).toHaveLength(columns * rows);
  });
});

describe('a composed sheet', () => {
  const piece: OperationSheet = {
    widthMm: 30,
    heightMm: 20,
    marginMm: 0.1,
    operations: [
      {
        kind: 'mark',
        label: 'dark modules',
        area: [boxContour({ x: 2, y: 3, width: 4, height: 5 })],
        ink: blackInk,
      },
      {
        kind: 'cut',
        label: 'outline of the piece',
        lines: [boxContour({ x: 0, y: 0, width: 30, height: 20 })],
      },
    ],
  };

  it.each([
    // The mark lies 2 from the left and 3 from the top; turned clockwise its left is what was its bottom.
    [0, { x: 12, y: 23, width: 4, height: 5 }, { width: 30, height: 20 }],
    [1, { x: 10 + 20 - 3 - 5, y: 20 + 2, width: 5, height: 4 }, { width: 20, height: 30 }],
    [2, { x: 10 + 30 - 2 - 4, y: 20 + 20 - 3 - 5, width: 4, height: 5 }, { width: 30, height: 20 }],
    [3, { x: 10 + 3, y: 20 + 30 - 2 - 4, width: 5, height: 4 }, { width: 20, height: 30 }],
  ] as const)('turned by %s quarters has its marks where they belong', (quarters, mark, outline) => {
    const { operations } = composeSheet([{ sheet: piece, places: [{ x: 10, y: 20, quarters }] }], {
      widthMm: 100,
      heightMm: 100,
    });
    const [marked, cut] = operations;
    expect(boundsOf('area' in marked! ? marked.area : [])).toEqual(mark);
    expect(boundsOf('lines' in cut! ? cut.lines : [])).toEqual({ x: 10, y: 20, ...outline });
  });

  it('has one operation for what is done alike, cuts last, and keeps gradients apart', () => {
    const places = layPieces(a4, { width: 30, height: 20 }, 2, 'grid');
    const plain = composeSheet([{ sheet: piece, places }], { widthMm: 210, heightMm: 297 });
    expect(plain.operations.map(({ kind }) => kind)).toEqual(['mark', 'cut']);
    expect('lines' in plain.operations[1]! && plain.operations[1].lines).toHaveLength(places.length);
    const gradient = {
      kind: 'linear' as const,
      from: { x: 0, y: 0 },
      to: { x: 10, y: 0 },
      stops: [{ at: 0, colour: '#000000' }],
    };
    const printed = {
      ...piece,
      operations: [{ ...piece.operations[0]!, kind: 'print' as const, ink: gradient }],
    } as OperationSheet;
    const [first, second] = composeSheet([{ sheet: printed, places: places.slice(0, 2) }], {
      widthMm: 210,
      heightMm: 297,
    }).operations;
    expect('ink' in first! && first.ink).toMatchObject({ from: { x: 5, y: 5 }, to: { x: 15, y: 5 } });
    expect('ink' in second! && second.ink).toMatchObject({ from: { x: 37, y: 5 }, to: { x: 47, y: 5 } });
  });
});
