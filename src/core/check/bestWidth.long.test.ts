/** The band of widths and the best of them, beside trying every width. */
import { describe, expect, it } from '@jest/globals';
import { fitRange as range, someRanges as ranges, widths } from '../../testing/fitRanges';
import fc from 'fast-check';
import { findPair } from '../../content';
import { withPlacement } from '../../testing/findings';
import { newJob, type Job } from '../job';
import { runJob } from '../run';
import { bestWidth, commonBand } from './bestWidth';

describe('the common band', () => {
  it('is where every range holds, and none of it is outside of any', () => {
    fc.assert(
      fc.property(ranges, widths, (all, widthMm) => {
        const band = commonBand(all);
        const holds = all.length > 0 && all.every(({ fromMm, toMm }) => widthMm > fromMm! && widthMm < toMm!);
        const isIn = band !== null && widthMm > band.fromMm && widthMm < band.toMm;
        expect(isIn).toBe(holds);
      }),
      { seed: 17 },
    );
  });

  it('leaves the rule of thumb out, and names what ends it', () => {
    const all = [
      range('module', 10, null),
      range('quiet', null, 40),
      range('rule', 30, null, { strength: 'rule' }),
    ];
    expect(commonBand(all)).toMatchObject({
      fromMm: 10,
      toMm: 40,
      from: { kind: 'module' },
      to: { kind: 'quiet' },
    });
    expect(commonBand([range('rule', 30, null, { strength: 'rule' })])).toBeNull();
  });
});

describe('the best width', () => {
  it('is as many times wider than the least as the most is wider than it', () => {
    expect(bestWidth([range('module', 10, null), range('quiet', null, 40)])).toMatchObject({ widthMm: 20 });
    // Between whole dots: of 18 and 22.5 the margins are 1.8 and 1.78.
    const dots = range('dots', null, null, { stepMm: 4.5 });
    expect(bestWidth([range('module', 10, null), range('quiet', null, 40), dots])).toMatchObject({
      widthMm: 18,
    });
  });

  it('keeps a quarter away from a limit that stands alone', () => {
    expect(bestWidth([range('module', 10, null)]).widthMm).toBe(12.5);
    expect(bestWidth([range('quiet', null, 40)]).widthMm).toBe(32);
  });

  it('is none where two limits contradict each other, or no whole dots lie between them', () => {
    expect(bestWidth([range('module', 41, null), range('quiet', null, 40)])).toMatchObject({
      widthMm: null,
      from: { kind: 'module' },
      to: { kind: 'quiet' },
    });
    const dots = range('dots', null, null, { stepMm: 30 });
    expect(bestWidth([range('module', 31, null), range('quiet', null, 40), dots]).widthMm).toBeNull();
  });

  it('lies within the band, on a step', () => {
    fc.assert(
      fc.property(ranges, fc.constantFrom(null, 0.5, 3.625), (all, stepMm) => {
        const given = stepMm === null ? all : [...all, range('dots', null, null, { stepMm })];
        const { widthMm } = bestWidth(given);
        if (widthMm === null) return;
        const band = commonBand(all);
        if (band !== null) expect(widthMm >= band.fromMm - 1e-4 && widthMm <= band.toMm + 1e-4).toBe(true);
        const steps = widthMm / (stepMm ?? 0.1);
        expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-2);
      }),
      { seed: 17 },
    );
  });
});

describe('the band beside brute force', () => {
  const jobOn = (
    material: string,
    machine: string,
    bend: Job['piece']['bend'] = null,
    [sideMm, distanceM]: readonly [number, number] = [60, 0.2],
  ): Job => {
    const job = newJob({
      message: { kind: 'web', address: 'https://ternquay.example/tin' },
      pair: findPair(material, machine),
      pieceSizeMm: { width: sideMm, height: sideMm * 0.75 },
    });
    return { ...job, piece: { ...job.piece, bend }, reading: { distanceM, heightM: null } };
  };

  it.each([
    ['on plywood', jobOn('birch-plywood', 'co2-laser')],
    ['on a sticker', jobOn('white-vinyl', 'ink-jet-600dpi')],
    [
      'around a tin',
      jobOn('direct-thermal-paper', 'label-printer-203dpi', {
        around: 'width',
        diameterMm: 85,
        otherDiameterMm: 85,
      }),
    ],
    ['of a body', jobOn('white-filament-black', 'filament-printer')],
    ['of a plate with a pointed cutter', jobOn('laminate-white-black', 'rotary-v-60')],
    ['of a stencil', jobOn('stencil-card', 'co2-laser-through', null, [170, 0.9])],
  ] as const)('holds the same of 500 widths %s', (_, job) => {
    const [code] = runJob(job).made!.codes;
    const all = code!.fitRanges();
    const band = commonBand(all)!;
    const kinds = new Set(all.filter(({ strength }) => strength !== 'rule').map(({ kind }) => kind));
    kinds.delete('whole-dots');
    kinds.add('quiet-zone-shift');
    let before: ReturnType<typeof runJob> | undefined;
    // From well below the band to well above it.
    const [least, most] = [0.5 * band.fromMm, 1.4 * band.toMm];
    for (let step = 0; step < 500; step++) {
      const widthMm = least + (step / 499) * (most - least);
      const result = runJob(withPlacement(job, { widthMm }), before, undefined, 'none');
      before = result;
      const isFine = result.findings.every(({ kind, severity }) => !kinds.has(kind) || severity === 'fine');
      const isNear = Math.min(Math.abs(widthMm - band.fromMm), Math.abs(widthMm - band.toMm)) < 1e-3;
      if (!isNear) expect([widthMm, isFine]).toEqual([widthMm, widthMm > band.fromMm && widthMm < band.toMm]);
    }
  });
});
