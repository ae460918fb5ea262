import { describe, expect, it } from '@jest/globals';
import type { Unit } from '../../core/finding';
import {
  distanceText,
  lengthNumber,
  lengthText,
  measuredText,
  quantityText,
  requirementText,
  durationText,
} from './units';

describe('lengths', () => {
  it('are shown in the unit of the user', () => {
    // ISO 80000-3 and the international yard and pound agreement of 1959: an inch is 25.4 mm, a foot 0.3048 m.
    expect(lengthText(25.4, 'mm')).toBe('25.40 mm');
    expect(lengthText(25.4, 'in')).toBe('1.000 in');
    expect(distanceText(0.3048, 'in')).toBe('12 in');
    expect(distanceText(0.3048 * 4, 'in')).toBe('4.0 ft');
    expect(lengthNumber(12.5, 'mm')).toBe('12.5');
    expect([lengthText(-0.001, 'mm'), lengthText(-0.01, 'mm'), lengthText(-0.001, 'in')]).toEqual([
      '0.00 mm',
      '-0.01 mm',
      '0.000 in',
    ]);
    expect([lengthNumber(-0.0001, 'mm'), quantityText({ value: -0.01, unit: 'X' }, 'mm')]).toEqual([
      '0',
      '0.0 X',
    ]);
  });
});

describe('measured and required values', () => {
  const finding = (severity: 'fine' | 'stop', measured: number, unit: Unit) =>
    ({ severity, measured: { value: measured, unit }, required: { value: 4, unit } }) as const;

  it('have the decimals of their unit', () => {
    expect(quantityText({ value: 58.6, unit: '%' }, 'mm')).toBe('59 %');
    expect(quantityText({ value: 3, unit: 'X' }, 'mm')).toBe('3.0 X');
    expect(quantityText({ value: 3.14159, unit: 'dots' }, 'mm')).toBe('3.14 dots');
    expect(quantityText({ words: 'reversed' }, 'mm')).toBe('reversed');
    expect(requirementText({ value: 0.75, unit: 'mm' }, 'mm')).toBe('0.75 mm');
  });

  it('never read the same when the measured one fails', () => {
    expect(measuredText(finding('stop', 3.98, 'X'), 'mm')).toBe('3.98 X');
    expect(measuredText(finding('stop', 3.9996, 'X'), 'mm')).toBe('3.9996 X');
    expect(measuredText(finding('stop', 3.5, 'X'), 'mm')).toBe('3.5 X');
    expect(measuredText(finding('fine', 3.9999999, 'X'), 'mm')).toBe('4.0 X');
    expect(measuredText(finding('stop', 3.9997, 'mm'), 'mm')).toBe('3.9997 mm');
    // No width is negative: it lies over something.
    expect(measuredText(finding('stop', -11.037, 'mm'), 'mm')).toBe('over by 11.04 mm');
    expect(measuredText(finding('stop', -14.6, 'X'), 'in')).toBe('over by 14.6 X');
    expect(measuredText(finding('stop', -0.0001, 'mm'), 'mm')).toBe('0.00 mm');
  });
});

describe('a duration', () => {
  it('is told in two units at most, the shorter one rounded to what an estimate knows', () => {
    expect([0.4, 1, 59.4, 60, 83, 118, 200, 3599, 3600, 4000].map(durationText)).toEqual([
      'under 1 s',
      '1 s',
      '59 s',
      '1 min',
      '1 min 25 s',
      '2 min',
      '3 min 20 s',
      '60 min',
      '1 h 0 min',
      '1 h 6 min',
    ]);
  });
});
