import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { alignedWith, distributed, middleName, snapBox, snapLines } from './arrange';

describe('lining up', () => {
  const piece = { widthMm: 60, heightMm: 40 };

  it('snaps a middle to the middle of the piece, and edges to edges within reach', () => {
    const lines = snapLines(
      piece,
      [{ name: 'code', box: { x: 10, y: 10, width: 20, height: 20 } }],
      [{ axis: 'y', at: 35 }],
    );
    const near = snapBox({ x: 24.8, y: 3, width: 10, height: 4 }, lines, 0.5);
    expect(near.x).toBe(25);
    expect(near.lines.map(({ name }) => name)).toContain(middleName);
    expect(snapBox({ x: 30.2, y: 0, width: 5, height: 5 }, lines, 0.5).x).toBe(30);
    expect(snapBox({ x: 40, y: 30.7, width: 5, height: 4 }, lines, 0.5).y).toBeCloseTo(31, 9);
    expect(snapBox({ x: 40.9, y: 14, width: 3, height: 3 }, lines, 0.05)).toMatchObject({
      x: 40.9,
      lines: [],
    });
  });

  it('puts what is a little narrower than the code in the middle, though an edge of the code is nearer', () => {
    const lines = snapLines(piece, [{ name: 'code', box: { x: 17, y: 5, width: 26, height: 26 } }]);
    // 25 mm wide: its middle is 0.4 mm from the middle of the piece, its left edge 0.1 mm from the code's.
    const near = snapBox({ x: 17.1, y: 34, width: 25, height: 4 }, lines, 0.5);
    expect(near.x).toBe(17.5);
    expect(near.lines[0]!.name).toBe(middleName);
  });

  it('never moves farther than its reach', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (x, y, reach) => {
          const lines = snapLines(piece, [{ name: 'words', box: { x: 12, y: 7, width: 9, height: 3 } }]);
          const snapped = snapBox({ x, y, width: 8, height: 5 }, lines, reach);
          expect(Math.abs(snapped.x - x)).toBeLessThanOrEqual(reach);
          expect(Math.abs(snapped.y - y)).toBeLessThanOrEqual(reach);
        },
      ),
      { seed: 17 },
    );
  });

  it('aligns along one axis', () => {
    const [box, other] = [
      { x: 3, y: 4, width: 10, height: 6 },
      { x: 20, y: 10, width: 30, height: 20 },
    ];
    expect(alignedWith(box, other, 'right')).toEqual({ axis: 'x', at: 40 });
    expect(alignedWith(box, other, 'centre')).toEqual({ axis: 'x', at: 30 });
    expect(alignedWith(box, other, 'bottom')).toEqual({ axis: 'y', at: 24 });
  });

  it('distributes with the same distance between neighbours, the ends in place', () => {
    const boxes = [30, 0, 12].map((x, index) => ({ x, y: 0, width: [10, 5, 3][index]!, height: 1 }));
    // From 0 to 40 with 18 taken, two gaps of 11.
    expect(distributed(boxes, 'x')).toEqual([30, 0, 16]);
    expect(distributed(boxes.slice(0, 2), 'x')).toEqual([30, 0]);
  });
});
