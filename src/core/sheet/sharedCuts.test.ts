/** Cuts that pieces share: against lines counted by hand, and every edge of every piece is cut whatever lies where. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { boxContour, regionLength, type Contour } from '../geometry';
import { sharedCuts, toAndFro } from './sharedCuts';

const grid = (columns: number, rows: number, width: number, height: number, gap = 0): Contour[] =>
  Array.from({ length: columns * rows }, (_, position) =>
    boxContour({
      x: 10 + (position % columns) * (width + gap),
      y: 20 + Math.floor(position / columns) * (height + gap),
      width,
      height,
    }),
  );

describe('shared cuts', () => {
  it('of three by two are three lines across and four down, each as long as the block (counted by hand)', () => {
    const { closed, lines } = sharedCuts(grid(3, 2, 60, 40));
    expect(closed).toEqual([]);
    expect(lines).toEqual([
      [
        { x: 10, y: 20 },
        { x: 190, y: 20 },
      ],
      [
        { x: 10, y: 60 },
        { x: 190, y: 60 },
      ],
      [
        { x: 10, y: 100 },
        { x: 190, y: 100 },
      ],
      [
        { x: 10, y: 20 },
        { x: 10, y: 100 },
      ],
      [
        { x: 70, y: 20 },
        { x: 70, y: 100 },
      ],
      [
        { x: 130, y: 20 },
        { x: 130, y: 100 },
      ],
      [
        { x: 190, y: 20 },
        { x: 190, y: 100 },
      ],
    ]);
    // 3 x 180 + 4 x 80 instead of 6 x 200.
    expect(regionLength(lines, true)).toBeCloseTo(860, 9);
    expect(toAndFro(lines)[1]).toEqual([
      { x: 190, y: 60 },
      { x: 10, y: 60 },
    ]);
  });

  it('are none where pieces lie apart, and round or turned ones keep their outlines', () => {
    const apart = grid(3, 2, 60, 40, 2);
    expect(sharedCuts(apart)).toEqual({ closed: apart, lines: [] });
    const round: Contour = [
      { x: 0, y: 0, bulge: 1 },
      { x: 10, y: 0, bulge: 1 },
    ];
    const tilted: Contour = [
      { x: 0, y: 5 },
      { x: 5, y: 0 },
      { x: 10, y: 5 },
      { x: 5, y: 10 },
    ];
    expect(sharedCuts([...grid(2, 1, 20, 20), round, tilted]).closed).toEqual([round, tilted]);
  });

  it('reach along every edge of every piece, and nowhere else', () => {
    const cell = fc.record({ column: fc.integer({ min: 0, max: 5 }), row: fc.integer({ min: 0, max: 5 }) });
    fc.assert(
      fc.property(
        fc.uniqueArray(cell, {
          minLength: 1,
          maxLength: 20,
          selector: ({ column, row }) => column * 10 + row,
        }),
        (cells) => {
          const pieces = cells.map(({ column, row }) =>
            boxContour({ x: column * 30, y: row * 20, width: 30, height: 20 }),
          );
          const { closed, lines } = sharedCuts(pieces);
          const units = (contours: readonly Contour[], isOpen: boolean): Set<string> => {
            const cuts = new Set<string>();
            for (const contour of contours)
              contour.forEach((from, index) => {
                if (isOpen && index === contour.length - 1) return;
                const to = contour[(index + 1) % contour.length]!;
                const [dx, dy] = [Math.sign(to.x - from.x) * 30, Math.sign(to.y - from.y) * 20];
                for (let { x, y } = from; Math.abs(x - to.x) + Math.abs(y - to.y) > 1; x += dx, y += dy)
                  cuts.add([`${x},${y}`, `${x + dx},${y + dy}`].sort().join(' '));
              });
            return cuts;
          };
          const cut = new Set([...units(closed, false), ...units(lines, true)]);
          expect([...cut].sort()).toEqual([...units(pieces, false)].sort());
        },
      ),
    );
  });
});
