/** Times by hand, from the speeds of a machine. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { boxContour } from '../geometry';
import { blackInk } from './operation';
import { areaSeconds, feedSeconds, workOf } from './work';

const gantry = findPair('birch-plywood', 'co2-laser')!;
const mirrors = findPair('stainless-steel', 'fibre-laser')!;
const box = { x: 3, y: 4, width: 10, height: 10 };

describe('an area', () => {
  it('takes a gantry as many lines as it has intervals, each with its run-up', () => {
    // 10 mm in lines of 0.1 mm: 100 lines of 10 + 2 x 5 mm at 300 mm/s, whatever of it is marked.
    expect(areaSeconds(gantry, box, 100)).toBeCloseTo((100 * 20) / 300, 9);
    expect(areaSeconds(gantry, box, 40)).toBeCloseTo((100 * 20) / 300, 9);
  });

  it('takes mirrors what is marked, and a jump over what is not', () => {
    // 250 lines of 0.04 mm: 40 mm2 are 1000 mm of marks at 800 mm/s, the other 1500 mm are jumped at 5000 mm/s.
    expect(areaSeconds(mirrors, box, 40)).toBeCloseTo(1000 / 800 + 1500 / 5000, 9);
    expect(areaSeconds(mirrors, box, 100)).toBeCloseTo(2500 / 800, 9);
  });

  it('is nothing by itself to a printer, which feeds the sheet', () => {
    const printer = findPair('direct-thermal-paper', 'label-printer-203dpi')!;
    expect(areaSeconds(printer, box, 40)).toBeNull();
    expect(feedSeconds(printer, 30)).toBeCloseTo(0.3, 9);
    expect([feedSeconds(gantry, 30), feedSeconds(findPair('kraft-paper', 'rubber-stamp')!, 30)]).toEqual([
      null,
      null,
    ]);
  });
});

describe('lines that are followed', () => {
  it('take their length at the speed of cutting, arcs along their curve', () => {
    const square = { kind: 'cut', label: 'outline', lines: [boxContour(box)] } as const;
    expect(workOf(square, gantry)).toEqual({ seconds: expect.closeTo(40 / 12, 9), lengthMm: 40, paths: 1 });
    // A circle of 4 mm: two half arcs.
    const circle = [
      { x: 0, y: 0, bulge: 1 },
      { x: 4, y: 0, bulge: 1 },
    ];
    const both = { kind: 'score', label: 'ring', lines: [circle, boxContour(box)] } as const;
    expect(workOf(both, gantry)).toMatchObject({
      lengthMm: expect.closeTo(4 * Math.PI + 40, 9),
      paths: 2,
      seconds: expect.closeTo((4 * Math.PI + 40) / 12, 9),
    });
    expect(workOf({ ...both, lines: [] }, gantry)).toEqual({ seconds: null, lengthMm: 0, paths: 0 });
  });

  it('say nothing of time where the machine has no such speed, and areas count their outlines', () => {
    const printer = findPair('white-vinyl', 'ink-jet-600dpi')!;
    const square = { kind: 'cut', label: 'outline', lines: [boxContour(box)] } as const;
    expect(workOf(square, printer)).toEqual({ seconds: null, lengthMm: 40, paths: 1 });
    const area = { kind: 'mark', label: 'dark modules', area: [boxContour(box)], ink: blackInk } as const;
    expect(workOf(area, gantry)).toEqual({ seconds: expect.closeTo(2000 / 300, 9), lengthMm: 0, paths: 1 });
  });
});
