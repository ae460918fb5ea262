/** Rows that lie into each other, several sizes on sheets, marks, and the order of cuts: by hand, by geometry, and by what holds for all. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { boundsOf, boxContour, placeRegion, regionDistance, turnRegion, type Region } from '../geometry';
import { cutOrder } from './cutOrder';
import { noMarks } from './document';
import { discPlaces, marksRoomMm, registrationDiscs, ruleMm, sheetMarks } from './marks';
import { interlockOf } from './interlock';
import { packPieces } from './pack';
import { countOn, layPieces } from './places';
import type { PieceShape, Place } from './shapes';
import { sizesByCount } from './sizes';
import { evenMargin, labelsOf, stocks, stockSchema, type Stock } from './stock';

/** Standing on its base. */
const triangle = (width: number, height: number): PieceShape => ({
  width,
  height,
  outline: [
    [
      { x: width / 2, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
  ],
});
const room = { x: 5, y: 5, width: 200, height: 287 };

const outlineAt = (shape: PieceShape, { x, y, quarters }: Place): Region => {
  const centre = { x: shape.width / 2, y: shape.height / 2 };
  return placeRegion(turnRegion(shape.outline!, centre, (quarters * Math.PI) / 2), 1, x, y);
};

describe('interlocked rows', () => {
  it('of triangles lie into each other, by half of their height and more', () => {
    // Without a gap, triangles of 40 by 40 turned over and moved by half a width fill the plane: two rows in 40 mm of height.
    const { down, back } = interlockOf(triangle(40, 40).outline!, triangle(40, 40), 0);
    expect(down + back).toBeGreaterThanOrEqual(40 - 0.1);
    expect(down + back).toBeLessThan(41);
    expect(countOn(room, triangle(40, 40), 0, 'grid')).toBe(5 * 7);
    // 5 upright and 4 or 5 turned in each 40 mm.
    expect(countOn(room, triangle(40, 40), 0, 'interlocked')).toBeGreaterThanOrEqual(7 * 9);
  });

  it('of rectangles gain nothing, and hold no fewer than a grid', () => {
    const plate: PieceShape = {
      width: 60,
      height: 40,
      outline: [boxContour({ x: 0, y: 0, width: 60, height: 40 })],
    };
    expect(countOn(room, plate, 2, 'interlocked')).toBe(countOn(room, plate, 2, 'grid'));
  });

  it('lie no nearer than the gap, and within the room', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 0, max: 5 }),
        (width, height, gap) => {
          const shape = triangle(width, height);
          const outlines = layPieces(room, shape, gap, 'interlocked').map((place) => outlineAt(shape, place));
          for (const [index, outline] of outlines.entries()) {
            const box = boundsOf(outline)!;
            expect(box.x).toBeGreaterThanOrEqual(room.x - 1e-6);
            expect(box.y + box.height).toBeLessThanOrEqual(room.y + room.height + 1e-6);
            for (const other of outlines.slice(index + 1, index + 14))
              expect(regionDistance(outline, other)).toBeGreaterThanOrEqual(gap - 0.05);
          }
        },
      ),
      { numRuns: 12 },
    );
  });
});

describe('several sizes', () => {
  it('lie in rows, the tallest first, on as many sheets as they take', () => {
    // 100 by 100 mm: two of 60 by 40 do not lie beside each other, so that each has a row; 30 by 30 beside the first of them.
    const packed = packPieces(
      { x: 0, y: 0, width: 100, height: 100 },
      [
        { size: { width: 60, height: 40 }, quantity: 3 },
        { size: { width: 30, height: 30 }, quantity: 2 },
      ],
      2,
    );
    expect(packed.sheets.map((sheet) => sheet.length)).toEqual([4, 1]);
    expect(packed.sheets[0]).toContainEqual({ piece: 1, x: 62, y: 0, quarters: 0 });
    expect(packed.tooLarge).toEqual([]);
  });

  it('are turned where they fit no other way, and named where they do not fit at all', () => {
    const packed = packPieces(
      { x: 0, y: 0, width: 100, height: 50 },
      [
        { size: { width: 40, height: 90 }, quantity: 1 },
        { size: { width: 101, height: 60 }, quantity: 1 },
      ],
      2,
    );
    expect(packed.sheets[0]).toEqual([{ piece: 0, x: 0, y: 0, quarters: 1 }]);
    expect(packed.tooLarge).toEqual([1]);
  });

  it('never overlap, whatever they are', () => {
    const size = fc.record({
      size: fc.record({ width: fc.integer({ min: 5, max: 90 }), height: fc.integer({ min: 5, max: 90 }) }),
      quantity: fc.integer({ min: 1, max: 6 }),
    });
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 6 }), (wanted) => {
        const { sheets } = packPieces({ x: 0, y: 0, width: 100, height: 140 }, wanted, 3);
        expect(sheets.flat()).toHaveLength(wanted.reduce((sum, { quantity }) => sum + quantity, 0));
        for (const sheet of sheets)
          sheet.forEach((placed, index) => {
            const boxOf = ({ piece, x, y, quarters }: typeof placed) => {
              const { width, height } = wanted[piece]!.size;
              return quarters === 1
                ? { x, y, right: x + height, bottom: y + width }
                : { x, y, right: x + width, bottom: y + height };
            };
            const a = boxOf(placed);
            expect(a.right).toBeLessThanOrEqual(100);
            expect(a.bottom).toBeLessThanOrEqual(140);
            for (const other of sheet.slice(index + 1)) {
              const b = boxOf(other);
              const apart = Math.max(b.x - a.right, a.x - b.right, b.y - a.bottom, a.y - b.bottom);
              expect(apart).toBeGreaterThanOrEqual(3);
            }
          });
      }),
    );
  });
});

describe('stock', () => {
  it.each(stocks.map(({ id, stock }) => [id, stock] as const))('%s is what can be', (_, stock) => {
    expect(stockSchema.safeParse(stock).success).toBe(true);
  });

  it('of labels lies within its sheet, as far from the right edge as from the left', () => {
    for (const { stock } of stocks)
      if (stock.kind !== 'sheet') {
        const { widthMm, columns, leftMm, pitchXMm, labelWidthMm } = labelsOf(stock);
        const right = widthMm - leftMm - (columns - 1) * pitchXMm - labelWidthMm;
        expect(Math.abs(right - leftMm)).toBeLessThan(0.11);
      }
  });

  it.each([
    [
      { kind: 'sheet', widthMm: 50, heightMm: 50, marginMm: evenMargin(25) },
      /margins leave 0 × 0 mm of 50 × 50 mm/,
    ],
    [
      {
        kind: 'roll',
        widthMm: 60,
        across: 2,
        labelWidthMm: 40,
        labelHeightMm: 20,
        gapAcrossMm: 3,
        gapAlongMm: 3,
        cornerMm: 0,
      },
      /labels reach to 83 mm; it is 60 mm wide/,
    ],
  ])('that cannot be is refused with its measures: %j', (stock, says) => {
    const parsed = stockSchema.safeParse(stock);
    expect(parsed.error?.issues.map(({ message }) => message).join()).toMatch(says);
  });
});

describe('marks of a sheet', () => {
  const stock: Stock = { kind: 'sheet', widthMm: 210, heightMm: 297, marginMm: evenMargin(5) };
  const boxes = [
    { x: 15, y: 15, width: 60, height: 40 },
    { x: 77, y: 15, width: 60, height: 40 },
  ];

  it('have discs near three corners, in what is kept free for them', () => {
    expect(discPlaces(stock)).toEqual([
      { x: 10, y: 10 },
      { x: 200, y: 10 },
      { x: 10, y: 287 },
    ]);
    for (const disc of registrationDiscs(stock)) {
      const { x, y, width } = boundsOf([disc])!;
      expect(width).toBeCloseTo(5, 6);
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(5);
    }
    expect(marksRoomMm({ ...noMarks, registration: true })).toBe(10);
  });

  it('stand at every edge of the pieces and touch none; the rule is as long as it says', () => {
    const marks = sheetMarks(stock, boxes, { ...noMarks, crop: true, rule: true });
    const crop = marks.slice(3);
    // Four edges upright, above and below; two across, left and right.
    expect(crop).toHaveLength(4 * 2 + 2 * 2);
    for (const mark of crop)
      expect(
        regionDistance(
          [mark],
          boxes.map((box) => boxContour(box)),
        ),
      ).toBeGreaterThan(0.9);
    expect(boundsOf(marks.slice(0, 3))!.width).toBeCloseTo(ruleMm, 9);
  });
});

describe('the order of cuts', () => {
  const square = (x: number, y: number, side: number) => boxContour({ x, y, width: side, height: side });

  it('has what lies within an outline before it, then whatever is nearest', () => {
    const [outer, hole, far, near] = [
      square(0, 0, 40),
      square(10, 10, 5),
      square(200, 0, 40),
      square(50, 0, 40),
    ];
    const { contours, cutMm, travelMm } = cutOrder([far!, outer!, near!, hole!]);
    expect(contours).toEqual([hole, outer, near, far]);
    expect(cutMm).toBeCloseTo(3 * 160 + 20, 9);
    // To the hole, back to its outline, on to the next two.
    expect(travelMm).toBeCloseTo(Math.hypot(10, 10) * 2 + 50 + 150, 9);
  });

  it('loses nothing and doubles nothing', () => {
    const contours = Array.from({ length: 60 }, (_, index) =>
      square((index % 10) * 30, Math.floor(index / 10) * 30, index % 3 === 0 ? 25 : 10),
    );
    const ordered = cutOrder(contours).contours;
    expect(new Set(ordered)).toEqual(new Set(contours));
    expect(ordered).toHaveLength(60);
  });
});

describe('the chart of a contour', () => {
  it('never tells a size of which fewer fit than it says', () => {
    const room = { x: 5, y: 5, width: 200, height: 287 };
    // A wedge, whose rows interlock far.
    const outline = [
      [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
        { x: 24, y: 50 },
        { x: 16, y: 50 },
      ],
    ];
    const piece = { width: 40, height: 50, outline };
    const points = sizesByCount(room, piece, 2, 'interlocked', 15, 40);
    expect(points.length).toBeGreaterThan(10);
    for (const { widthMm, count } of points) {
      const scale = widthMm / piece.width;
      const sized = {
        width: widthMm,
        height: piece.height * scale,
        outline: placeRegion(outline, scale, 0, 0),
      };
      expect(layPieces(room, sized, 2, 'interlocked').length).toBeGreaterThanOrEqual(count);
    }
  });
});
