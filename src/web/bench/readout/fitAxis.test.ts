import { describe, expect, it } from '@jest/globals';
import { fitRange as range, someRanges as ranges, widths } from '../../../testing/fitRanges';
import fc from 'fast-check';
import { axisTicks, barOfLengths, fitAxis } from './fitAxis';

describe('fitAxis', () => {
  it('shows the present width and every end of a range, and gives widths back for shares', () => {
    fc.assert(
      fc.property(ranges, widths, (all, widthMm) => {
        const axis = fitAxis(all.map(barOfLengths), widthMm);
        for (const mm of [widthMm, ...all.flatMap(({ fromMm, toMm }) => [fromMm!, toMm!])]) {
          const share = axis.shareOf(mm);
          expect(share).toBeGreaterThan(0);
          expect(share).toBeLessThan(1);
          expect(axis.valueAt(share)).toBeCloseTo(mm, 6);
        }
      }),
      { seed: 17 },
    );
  });

  it('gives the same room to a doubling wherever it is', () => {
    const axis = fitAxis([], 40);
    expect(axis.shareOf(20) - axis.shareOf(10)).toBeCloseTo(axis.shareOf(80) - axis.shareOf(40), 12);
  });

  it('marks whole multiples of a step, and none when they would run together', () => {
    const axis = fitAxis([range('dots', 10, 40)].map(barOfLengths), 20);
    const multiples = axis.multiplesOf(5);
    expect(multiples[0]! % 5).toBe(0);
    expect(multiples.every((mm) => mm >= axis.fromMm && mm <= axis.toMm)).toBe(true);
    expect(axis.multiplesOf(0.1)).toEqual([]);
  });
});

describe('axisTicks', () => {
  it('leaves room for the labels and goes up', () => {
    fc.assert(
      fc.property(ranges, widths, fc.constantFrom(1, 25.4), (all, widthMm, unitMm) => {
        const axis = fitAxis(all.map(barOfLengths), widthMm);
        const ticks = axisTicks(axis, 800, unitMm).map((mm) => axis.shareOf(mm) * 800);
        ticks.slice(1).forEach((px, index) => expect(px - ticks[index]!).toBeGreaterThanOrEqual(44));
        expect(ticks.every((px) => px >= 0 && px <= 800)).toBe(true);
      }),
      { seed: 17 },
    );
  });
});
