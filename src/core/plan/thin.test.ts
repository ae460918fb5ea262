import { describe, expect, it } from '@jest/globals';
import { boundsOf, boxContour, regionArea } from '../geometry';
import { findPair } from '../../content';
import { newJob } from '../job';
import { runJob } from '../run';
import { blackInk, type OperationSheet } from './operation';
import { thinParts } from './thin';

const sheetOf = (...boxes: readonly (readonly [number, number, number, number])[]): OperationSheet => ({
  widthMm: 50,
  heightMm: 50,
  marginMm: 0,
  operations: [
    {
      kind: 'mark',
      label: 'marks',
      area: boxes.map(([x, y, width, height]) => boxContour({ x, y, width, height })),
      ink: blackInk,
    },
  ],
});

describe('what is thinner than the machine can make', () => {
  it('is the part that is, and nothing else', () => {
    // A block of 4 mm, and a strip of 0.2 mm beside it.
    const thin = thinParts(sheetOf([0, 0, 4, 4], [10, 0, 0.2, 5]), 0.5);
    expect(boundsOf(thin)).toMatchObject({ x: 10, y: 0, width: expect.closeTo(0.2, 6), height: 5 });
    expect(regionArea(thin)).toBeCloseTo(1, 3);
  });

  it('is nothing where a mark is as wide as the element, with its corners', () => {
    expect(thinParts(sheetOf([0, 0, 0.5, 5], [3, 3, 8, 0.5]), 0.5)).toEqual([]);
  });

  it('is found in a code that is too small for its cutter, and not in one that is large enough', () => {
    const sheet = (codeWidthMm: number): OperationSheet =>
      runJob(
        newJob({
          message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
          pair: findPair('brass', 'rotary-engraver')!,
          pieceSizeMm: { width: 90, height: 60 },
          codeWidthMm,
        }),
      ).made!.plan.sheet();
    // 29 modules in 6 mm are 0.21 mm each, less the growth: thinner than a tip of 0.25 mm.
    expect(regionArea(thinParts(sheet(6), 0.25))).toBeGreaterThan(1);
    expect(thinParts(sheet(30), 0.25)).toEqual([]);
  });
});
