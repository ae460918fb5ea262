import { describe, expect, it } from '@jest/globals';
import { fitRange as range, someRanges as ranges, widths } from '../../../testing/fitRanges';
import fc from 'fast-check';
import {
  axisTicks,
  barOfLengths,
  decidingRange,
  fitAxis,
  rangeHolds,
  whereAllHold,
  type BarRange,
} from './fitAxis';

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

describe('the limit that decides', () => {
  const bar = (
    kind: string,
    from: number | null,
    to: number | null,
    strength: BarRange['strength'],
  ): BarRange => ({
    kind,
    label: [kind],
    from,
    to,
    strength,
    step: null,
  });
  const quiet = bar('quiet zone', null, 31, 'stop');
  const module = bar('module', 14, null, 'stop');
  const reading = bar('reading', 21, null, 'caution');
  const thumb = bar('rule of thumb', 60, null, 'rule');
  const all = [quiet, module, reading, thumb];

  it('is the one that is met first as the value changes, of those that are kept', () => {
    expect(decidingRange(all, 29)).toEqual({ range: quiet, state: 'fine' });
    expect(decidingRange(all, 22)).toEqual({ range: reading, state: 'fine' });
    expect(whereAllHold(all)).toEqual({ from: 21, to: 31 });
  });

  it('is the worst of those that are broken', () => {
    expect(decidingRange(all, 18)).toEqual({ range: reading, state: 'caution' });
    expect(decidingRange(all, 10)).toEqual({ range: module, state: 'stop' });
    expect(decidingRange(all, 40)).toEqual({ range: quiet, state: 'stop' });
  });

  it('says where no size fits, and nothing where there is no limit', () => {
    expect(whereAllHold([bar('a', 30, null, 'stop'), bar('b', null, 20, 'stop')])).toBeNull();
    expect(whereAllHold([thumb])).toBeNull();
    expect(decidingRange([thumb], 10)).toBeNull();
  });

  it('counts whole dots', () => {
    const dots = { ...bar('dots', null, null, 'caution'), step: 0.125 };
    expect(decidingRange([dots], 25.1)).toEqual({ range: dots, state: 'caution' });
    expect(decidingRange([dots, quiet], 25)).toEqual({ range: quiet, state: 'fine' });
    expect([rangeHolds(dots, 25), rangeHolds(dots, 25.06)]).toEqual([true, false]);
  });
});
