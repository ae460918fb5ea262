/** Limits that bed, tolerance, curve, mounting and age set, with their worked examples. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { findingLines, withPlacement, type Told } from '../../testing/findings';
import { applyChanges, newJob, type Job } from '../job';
import { withValue } from '../plan';
import { runJob } from '../run';

const jobOn = (
  material: string,
  machine: string,
  codeWidthMm: number,
  pieceSizeMm: { width: number; height: number },
): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/tin' },
    pair: findPair(material, machine),
    codeWidthMm,
    pieceSizeMm,
  });
const finding = (job: Job, kind: string): Told => findingLines(runJob(job)).find((one) => one.kind === kind)!;
const severityOf = (job: Job, kind: string) => finding(job, kind).severity;
/** Every fix, applied to the job, leaves nothing of the finding. */
function fixesMend(job: Job, kind: string, isMended = (after: Told) => after.severity === 'fine'): string[] {
  const { fixes } = finding(job, kind);
  for (const { label, changes } of fixes)
    expect([label, isMended(finding(applyChanges(job, changes), kind))]).toEqual([label, true]);
  return fixes.map(({ label }) => label);
}

describe('a code around a tin of 85 mm', () => {
  const label = (widthMm: number, change: Partial<Job['piece']> = {}): Job => {
    const job = jobOn('direct-thermal-paper', 'label-printer-203dpi', widthMm, { width: 100, height: 100 });
    const bend = { around: 'width', diameterMm: 85, otherDiameterMm: 85 } as const;
    return { ...job, piece: { ...job.piece, bend, ...change } };
  };

  it('is fine to a fifth of the diameter, 17 mm, and a stop beyond half of it, 42.5 mm', () => {
    // Simulated shots: from 20 degrees aside 0.2 D reads; at 0.5 D the edge turns by 30 degrees (geometry).
    expect([16.9, 17.1, 42.4, 42.6].map((width) => severityOf(label(width), 'bend'))).toEqual([
      'fine',
      'caution',
      'caution',
      'stop',
    ]);
    expect(finding(label(20), 'bend').required).toMatchObject({ value: expect.closeTo(17, 9), unit: 'mm' });
    expect(fixesMend(label(20), 'bend')).toHaveLength(1);
    expect(fixesMend(label(50), 'bend')).toHaveLength(1);
  });

  it('does not concern what stays flat, and has a row on the fit bar that ends where the limit does', () => {
    const flat = label(20, { bend: null });
    expect(findingLines(runJob(flat)).some(({ kind }) => kind === 'bend')).toBe(false);
    const row = runJob(label(20))
      .made!.codes[0]!.fitRanges()
      .find(({ kind }) => kind === 'bend')!;
    expect(row).toMatchObject({ fromMm: null, toMm: expect.closeTo(17, 9), strength: 'caution' });
  });

  it('reaches farther around when it is turned on its corner', () => {
    // The diagonal of a square is the root of two of its side: 12.1 mm then reach 17.1 mm around.
    const turned = withPlacement(label(12.1), { turnDegrees: 45 });
    expect(severityOf(turned, 'bend')).toBe('caution');
    expect(severityOf(withPlacement(label(11.9), { turnDegrees: 45 }), 'bend')).toBe('fine');
  });

  it('on a cone counts by the narrowest place under it', () => {
    // From 100 mm above to 60 mm below over 100 mm: under a code from 40 to 60 mm it narrows to 76 mm.
    const cone = label(20, { bend: { around: 'width', diameterMm: 100, otherDiameterMm: 60 } });
    expect(finding(cone, 'bend').required).toMatchObject({ value: expect.closeTo(0.2 * 76, 9) });
    const across = label(20, { bend: { around: 'height', diameterMm: 60, otherDiameterMm: 100 } });
    expect(finding(across, 'bend').required).toMatchObject({ value: expect.closeTo(0.2 * 76, 9) });
  });
});

describe('a sign on a wall', () => {
  const sign = (heightM: number | null, distanceM: number): Job => ({
    ...jobOn('birch-plywood', 'co2-laser', 200, { width: 300, height: 300 }),
    reading: { distanceM, heightM },
  });

  it('is seen squarely at the height of the phone, and aslant above it', () => {
    // The phone is at 1.4 m (from memory); 1 m above that from 2 m is asin(1/2), 30 degrees (geometry).
    expect(finding(sign(2.4, 2), 'mount').measured).toMatchObject({ value: expect.closeTo(30, 6) });
    expect(
      [
        [1.4, 2],
        [2.39, 2],
        [2.42, 2],
        [0.4, 1.29],
        [0.4, 1.32],
      ].map(([height, distance]) => severityOf(sign(height!, distance!), 'mount')),
    ).toEqual(['fine', 'fine', 'caution', 'stop', 'caution']);
    expect(findingLines(runJob(sign(null, 2))).some(({ kind }) => kind === 'mount')).toBe(false);
  });

  it('that is farther up than it is read from is not reached at all', () => {
    const high = sign(4, 2);
    expect(finding(high, 'mount')).toMatchObject({
      severity: 'stop',
      text: expect.stringContaining('farther away than 2'),
    });
    expect(fixesMend(high, 'mount')).toHaveLength(2);
  });
});

describe('the bed of the machine', () => {
  it('takes a piece either way round, and of a roll only the width counts', () => {
    // A sheet of A4 (ISO 216) and a web of 104 mm.
    const sheet = (width: number, height: number): Job =>
      jobOn('white-vinyl', 'ink-jet-600dpi', 29, { width, height });
    expect(
      [
        [210, 297],
        [297, 210],
        [211, 211],
        [210, 298],
        [298, 100],
      ].map(([width, height]) => severityOf(sheet(width!, height!), 'bed')),
    ).toEqual(['fine', 'fine', 'stop', 'stop', 'stop']);
    const roll = (width: number, height: number): Job =>
      jobOn('direct-thermal-paper', 'label-printer-203dpi', 25, { width, height });
    expect(severityOf(roll(104, 900), 'bed')).toBe('fine');
    expect(severityOf(roll(900, 104), 'bed')).toBe('fine');
    expect(severityOf(roll(105, 105), 'bed')).toBe('stop');
    expect(finding(roll(120, 300), 'bed').measured).toMatchObject({ value: 120 });
    expect(fixesMend(sheet(420, 594), 'bed')).toEqual(['Make the piece 210 × 297 mm']);
    expect(fixesMend(roll(120, 300), 'bed')).toEqual(['Make the piece 104 × 260 mm']);
  });
});

describe('a cut that lies beside where it should', () => {
  /** Modules of 1 mm, with so much free around them. */
  const label = (freeMm: number, shiftMm: number): Job => {
    const job = jobOn('white-vinyl', 'ink-jet-600dpi', 29, {
      width: 29 + 2 * freeMm,
      height: 29 + 2 * freeMm,
    });
    const pair = withValue(withValue(job.making.pair, 'shiftXMm', 0.1), 'shiftYMm', shiftMm);
    return { ...job, making: { ...job.making, pair } };
  };

  it('must leave three modules free, and two at the very least', () => {
    // Simulated shots: two free modules are the least that every reader takes; the third is a margin, no source.
    const { symbol } = runJob(label(4, 0.5)).made!.codes[0]!;
    expect(symbol.size).toBe(29);
    expect(
      [0.5, 0.99, 1.01, 1.99, 2.01].map((shift) => severityOf(label(4, shift), 'quiet-zone-shift')),
    ).toEqual(['fine', 'fine', 'caution', 'caution', 'stop']);
    expect(finding(label(4, 1.5), 'quiet-zone-shift').measured).toEqual({
      value: expect.closeTo(2.5, 6),
      unit: 'X',
    });
    expect(fixesMend(label(4, 1.5), 'quiet-zone-shift')).toHaveLength(2);
  });
});

describe('a piece that is to last', () => {
  const meant = (material: string, machine: string, years: number, outdoors: boolean): Job => {
    const job = jobOn(material, machine, 29, { width: 60, height: 60 });
    return { ...job, making: { ...job.making, lasts: { years, outdoors } } };
  };

  it('is a caution on what fades or darkens before that', () => {
    // From memory: thermal paper keeps a year indoors and some weeks outdoors, slate for decades.
    const paper = ['direct-thermal-paper', 'label-printer-203dpi'] as const;
    expect(severityOf(meant(...paper, 1, false), 'life')).toBe('fine');
    expect(finding(meant(...paper, 5, true), 'life')).toMatchObject({
      severity: 'caution',
      measured: { words: '2.4 months' },
      required: { words: '5 years outdoors' },
    });
    expect(severityOf(meant('natural-slate', 'co2-laser', 20, true), 'life')).toBe('fine');
    const any = jobOn(...paper, 29, { width: 60, height: 60 });
    expect(findingLines(runJob(any)).some(({ kind }) => kind === 'life')).toBe(false);
  });
});

describe('where a value comes from', () => {
  it('is said by the limit that uses it', () => {
    const job = jobOn('birch-plywood', 'co2-laser', 40, { width: 60, height: 60 });
    const { pair } = job.making;
    const said = (origins: typeof pair.origins) =>
      finding({ ...job, making: { ...job.making, pair: { ...pair, origins } } }, 'module-size').source;
    const time = '2026-11-20T09:00:00.000Z';
    expect(said({})).toEqual({ tag: 'cp', text: 'common practice, no source' });
    expect(said({ floorMm: { from: 'calibrated', at: time, how: 'coupon, 40 W' } })).toMatchObject({
      tag: 'cp',
    });
    expect(said({ elementMm: { from: 'own', at: time, how: '' } })).toEqual({
      tag: 'own',
      text: 'your own value of 2026-11-20',
    });
    const floor = withValue(
      { ...pair, origins: { floorMm: { from: 'calibrated', at: time, how: 'coupon' } } },
      'floorMm',
      1,
    );
    expect(finding({ ...job, making: { ...job.making, pair: floor } }, 'module-size').source).toEqual({
      tag: 'cal',
      text: 'calibrated on 2026-11-20: coupon',
    });
  });
});

describe('paint in the marks', () => {
  it('is advised where marks are cut and pale, not where they are painted or printed', () => {
    const said = (material: string, machine: string): boolean =>
      finding(jobOn(material, machine, 40, { width: 60, height: 60 }), 'contrast').text.includes('Paint');
    expect([
      said('brass', 'rotary-engraver'),
      said('natural-slate', 'co2-laser'),
      said('kraft-paper', 'rubber-stamp'),
    ]).toEqual([true, true, false]);
  });
});
