import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { FitRange } from '../../../core/check';
import { axisTicks, commonBand, fitAxis } from './fitAxis';

const range = (kind: string, fromMm: number | null, toMm: number | null): FitRange => ({
  kind,
  label: [kind],
  strength: 'stop',
  stepMm: null,
  fromMm,
  toMm,
});

const widths = fc.double({ min: 2, max: 3000, noNaN: true });
const ranges = fc
  .array(fc.tuple(widths, widths), { maxLength: 6 })
  .map((pairs) => pairs.map(([a, b], index) => range(`limit-${index}`, Math.min(a, b), Math.max(a, b))));

describe('fitAxis', () => {
  it('shows the present width and every end of a range, and gives widths back for shares', () => {
    fc.assert(
      fc.property(ranges, widths, (all, widthMm) => {
        const axis = fitAxis(all, widthMm);
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
    const axis = fitAxis([range('dots', 10, 40)], 20);
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
        const axis = fitAxis(all, widthMm);
        const ticks = axisTicks(axis, 800, unitMm).map((mm) => axis.shareOf(mm) * 800);
        ticks.slice(1).forEach((px, index) => expect(px - ticks[index]!).toBeGreaterThanOrEqual(44));
        expect(ticks.every((px) => px >= 0 && px <= 800)).toBe(true);
      }),
      { seed: 17 },
    );
  });
});

describe('commonBand', () => {
  it('is where all limits hold, the rule of thumb left aside', () => {
    const all = [
      range('module-size', 15, null),
      range('quiet-zone', null, 30),
      { ...range('reading-rule', 50, null), strength: 'rule' as const },
    ];
    expect(commonBand(all)).toEqual({ fromMm: 15, toMm: 30 });
  });

  it('is nothing when limits exclude each other, or where there are none', () => {
    expect(commonBand([range('a', 30, null), range('b', null, 20)])).toBeNull();
    expect(commonBand([])).toBeNull();
  });
});
