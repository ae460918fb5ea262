import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { parseLength } from './typedLength';
import { fieldNumber, steppedMm } from './units';

describe('a typed length', () => {
  // The international inch of 1959: 25.4 mm; the foot: 304.8 mm.
  it.each([
    ['12,5', 12.5],
    ['2,5', 2.5],
    ['.5', 0.5],
    ['25.4 mm', 25.4],
    [' 2 cm ', 20],
    ['0.1 m', 100],
    ['1.5"', 38.1],
    ['1/2 in', 12.7],
    ['3/8 in', 9.525],
    ['1 3/8 in', 34.925],
    ['1/2', 0.5],
    ['2 ft', 609.6],
    ["2'", 609.6],
    ['40 + 2*3', 46],
    ['40-2-3', 35],
    ['3 * 12.5 mm', 37.5],
    ['25 mm / 2', 12.5],
    ['1 in - 2 mm', 23.4],
    ['2x14', 28],
    ['-5', -5],
    ['−5 + 7', 2],
  ])('%p is %p mm', (typed, mm) => {
    expect(parseLength(typed, 'mm')).toBeCloseTo(mm, 9);
  });

  it('without a unit is in the unit of the user', () => {
    expect(parseLength('1/2', 'in')).toBeCloseTo(12.7, 9);
    expect(parseLength('2 * 1 1/4', 'in')).toBeCloseTo(63.5, 9);
    expect(parseLength('1 + 2 mm', 'in')).toBeCloseTo(27.4, 9);
  });

  it.each([
    '',
    'wide',
    '1.2.3',
    '1e3',
    '5 mm mm',
    '2 mm * 3 mm',
    '4.5 / 2 mm',
    '3 +',
    '* 3',
    '1/0',
    '5 in 3',
    '1 2',
    '(3)',
  ])('%p is none', (typed) => {
    expect(parseLength(typed, 'mm')).toBeNull();
  });

  it('never throws, and what stands in a field is read back', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (typed) => {
        const mm = parseLength(typed, 'in');
        expect(mm === null || Number.isFinite(mm)).toBe(true);
      }),
      { seed: 3 },
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5_000_000 }), (micrometres) => {
        const mm = micrometres / 1000;
        expect(Math.abs(parseLength(fieldNumber(mm, 'in'), 'in')! - mm)).toBeLessThan(0.0015);
      }),
      { seed: 3 },
    );
  });
});

describe('a step of a length', () => {
  it('is a tenth, a half or a whole millimetre, or a fraction of an inch that rulers have', () => {
    expect(steppedMm(40, 1, 1, 'mm')).toBe(41);
    expect(steppedMm(40.3, 0.5, -1, 'mm')).toBe(39.8);
    // From 1 in by a sixteenth; from a value beside the marks to the next mark.
    expect(steppedMm(25.4, 1, 1, 'in') / 25.4).toBeCloseTo(1 + 1 / 32, 9);
    expect(steppedMm(25.9, 1, 1, 'in') / 25.4).toBeCloseTo(1 + 1 / 32, 9);
    expect(steppedMm(25.9, 1, -1, 'in') / 25.4).toBeCloseTo(1, 9);
    expect(steppedMm(250, 10, 1, 'in') / 25.4).toBeCloseTo(10, 9);
  });
});
