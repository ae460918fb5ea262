import { describe, expect, it } from '@jest/globals';
import { onPair } from '../../testing/board';
import fc from 'fast-check';
import { applyChanges, type Job, newJob } from '../job';
import { runJob } from '../run';
import { plainPiece, roundCorners } from '../piece';
import { farthestMm, pixelsPerModule, phoneCamera } from '../camera';
import { findingLines, withFirst, withPlacement } from '../../testing/findings';
import { roomsOn } from './clearance';
import { findPair, pairs } from '../../content';
import { symbolContrast } from './contrast';

const plate = (): Job => ({
  ...newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('black-anodised-aluminium', 'co2-laser'),
    codeWidthMm: 29,
    pieceSizeMm: { width: 60, height: 40 },
  }),
});
const withPiece = (job: Job, piece: Partial<Job['piece']>): Job => ({
  ...job,
  piece: { ...job.piece, ...piece },
});
const finding = (job: Job, kind: string) =>
  findingLines(runJob(job)).find((candidate) => candidate.kind === kind)!;

describe('quiet zone', () => {
  it('refuses 3 modules around a plate edge, and its fixes give 4', () => {
    // ISO/IEC 18004:2015, 6.3.8: four modules. Version 3 at 29 mm has modules of 1 mm.
    const job = withPiece(plate(), { heightMm: 35 });
    expect(finding(job, 'quiet-zone')).toMatchObject({ severity: 'stop', measured: { value: 3, unit: 'X' } });
    const labels = finding(job, 'quiet-zone').fixes.map(({ label }) => label);
    expect(labels).toEqual(['Make the code 27.4 mm wide', 'Make the piece 2 mm higher']);
  });

  it('takes exactly 4 modules', () => {
    expect(finding(withPiece(plate(), { heightMm: 37 }), 'quiet-zone').severity).toBe('fine');
  });

  it('is cut by a rounded corner that its own corner reaches', () => {
    const job = withPiece(plate(), {
      widthMm: 37,
      heightMm: 37,
      outline: { kind: 'rectangle', corners: roundCorners(6) },
    });
    const { severity, text, fixes } = finding(job, 'quiet-zone');
    expect(severity).toBe('stop');
    expect(text).toContain('upper left corner');
    expect(fixes.map(({ label }) => label)).toContain('Make the corner radius 0 mm');
  });

  it('offers the middle for a code that was moved to the edge', () => {
    const job = withPlacement(plate(), { xMm: 1, yMm: 5 });
    expect(finding(job, 'quiet-zone').fixes.map(({ label }) => label)).toContain(
      'Put the code in the middle',
    );
  });
});

describe('the clearance of a code', () => {
  it('is measured to an arc: a square of side 2s fits a circle of radius r when s is r over the root of 2', () => {
    const [r, half] = [20, 5];
    const job = withPlacement(withPiece(plate(), plainPiece(2 * r, 2 * r, r)), { widthMm: 2 * half });
    const [{ id, placement }] = job.codes as [Job['codes'][0]];
    const room = roomsOn(runJob(job).made!.piece, job.piece, job.codes)(id);
    const clearance = room.clearance({ piece: job.piece, placement });
    expect(clearance.mm).toBeCloseTo(r / Math.SQRT2 - half, 9);
  });
});

describe('module size', () => {
  // Machine table, common practice: max(factor x element, floor).
  it.each([
    ['direct-thermal-paper', 'label-printer-203dpi', 0.375],
    ['white-vinyl', 'ink-jet-600dpi', 0.35],
    ['birch-plywood', 'co2-laser', 0.75],
    ['black-anodised-aluminium', 'co2-laser', 0.5],
    ['natural-slate', 'co2-laser', 0.9],
  ])('%s by %s needs %f mm', (material, machine, leastMm) => {
    expect(findPair(material, machine)!.smallestModuleMm).toBeCloseTo(leastMm, 9);
  });

  it('stops a code that is made too small and offers a larger one or a lower level', () => {
    const { symbol } = plate().codes[0]!;
    const small = withPlacement(withFirst(plate(), { symbol: { ...symbol, level: 'H' } }), { widthMm: 16 });
    expect(finding(small, 'module-size')).toMatchObject({ severity: 'stop', required: { value: 0.5 } });
    const labels = finding(small, 'module-size').fixes.map(({ label }) => label);
    // One that is enough for machine and camera, then one that is enough for the machine: 33 modules of 0.5 mm.
    expect(labels.slice(0, 2)).toEqual(['Make the code 19.6 mm wide', 'Make the code 16.5 mm wide']);
    expect(labels[2]).toMatch(/^Choose level [MQL] \(version \d\)$/);
  });
});

describe('whole dots', () => {
  const label = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('direct-thermal-paper', 'label-printer-203dpi'),
    codeWidthMm: 16,
    pieceSizeMm: { width: 50, height: 30 },
  });
  it('snaps to whole dots a module, of an eighth of a millimetre', () => {
    expect(finding(label, 'whole-dots')).toMatchObject({ severity: 'caution' });
    const { fixes } = finding(label, 'whole-dots');
    expect(fixes.map(({ label: name }) => name)).toEqual([
      'Snap to 4 dots a module (14.5 mm)',
      'Snap to 5 dots a module (18.13 mm)',
    ]);
    expect(finding(applyChanges(label, fixes[0]!.changes), 'whole-dots').severity).toBe('fine');
  });
  it('does not concern a laser', () => {
    expect(runJob(plate()).findings.some(({ kind }) => kind === 'whole-dots')).toBe(false);
  });
});

describe('symbol contrast', () => {
  it('is 1 between black and white and follows IEC 61966-2-1 between', () => {
    expect(symbolContrast('#000000', '#FFFFFF')).toBeCloseTo(1, 9);
    // IEC 61966-2-1, 5.2: ((188/255 + 0.055) / 1.055)^2.4 = 0.5029.
    expect(symbolContrast('#000000', '#BCBCBC')).toBeCloseTo(0.5029, 3);
  });
  it('cautions slate, whose marks are grey on grey', () => {
    const slate = onPair(plate(), 'natural-slate', 'co2-laser');
    expect(finding(slate, 'contrast').severity).toBe('caution');
    expect(finding(plate(), 'contrast').severity).toBe('fine');
  });
});

describe('reading distance', () => {
  it('follows the pinhole camera: three pixels a module reach 493 modules', () => {
    // focalPx = 1920 / (2 tan 33 degrees) = 1478; 1478 / 3 = 493.
    expect(phoneCamera.focalPx).toBeCloseTo(1478, 0);
    expect(farthestMm(1, 3)).toBeCloseTo(493, 0);
    expect(pixelsPerModule(1, farthestMm(1, 3))).toBeCloseTo(3, 9);
  });

  it('cautions under three and a half pixels and stops under two and a half', () => {
    const from = (distanceM: number) =>
      finding({ ...plate(), reading: { distanceM, heightM: null } }, 'reading-camera').severity;
    // 1478 / 3.5 = 422 and 1478 / 2.5 = 591.
    expect([from(0.42), from(0.43), from(0.59), from(0.6)]).toEqual(['fine', 'caution', 'caution', 'stop']);
  });

  it('has the 10 : 1 rule beside it, which raises nothing', () => {
    const rule = (distanceM: number) =>
      finding({ ...plate(), reading: { distanceM, heightM: null } }, 'reading-rule');
    expect(rule(0.29).measured).toEqual({ value: 0.29, unit: 'm' });
    expect([rule(0.29).severity, rule(5).severity, rule(5).fixes]).toEqual(['fine', 'fine', []]);
  });
});

describe('every fix that is offered', () => {
  const jobs = fc.record({
    pair: fc.constantFrom(...pairs),
    length: fc.integer({ min: 5, max: 220 }),
    level: fc.constantFrom('L' as const, 'M' as const, 'Q' as const, 'H' as const),
    codeWidthMm: fc.integer({ min: 30, max: 1200 }).map((tenths) => tenths / 10),
    widthMm: fc.integer({ min: 10, max: 160 }),
    heightMm: fc.integer({ min: 10, max: 160 }),
    cornerRadiusMm: fc.integer({ min: 0, max: 20 }),
    turnDegrees: fc.constantFrom(0, 0, 90, 30),
    place: fc.option(
      fc.record({ xMm: fc.integer({ min: -5, max: 60 }), yMm: fc.integer({ min: -5, max: 60 }) }),
    ),
    distanceM: fc.constantFrom(0.1, 0.25, 0.5, 1, 3),
    reversed: fc.boolean(),
  });

  it('removes its finding in one click', () => {
    fc.assert(
      fc.property(jobs, ({ pair, length, level, place, turnDegrees, distanceM, reversed, ...sizes }) => {
        const { widthMm, heightMm, codeWidthMm, cornerRadiusMm } = sizes;
        const start = newJob({ message: { kind: 'text', text: 'q'.repeat(length) }, pair });
        const job: Job = {
          ...withPlacement(withFirst(start, { symbol: { ...start.codes[0]!.symbol, level } }), {
            widthMm: codeWidthMm,
            ...place,
            turnDegrees,
          }),
          piece: plainPiece(widthMm, heightMm, cornerRadiusMm),
          making: { ...start.making, reversed },
          reading: { distanceM, heightM: null },
        };
        for (const { kind, severity, fixes } of findingLines(runJob(job))) {
          if (severity === 'fine') expect(fixes).toEqual([]);
          for (const { label, changes } of fixes) {
            const after = finding(applyChanges(job, changes), kind);
            // Paint raises the contrast as far as the material lets it; everything else ends its finding.
            const wanted = kind === 'contrast' && severity === 'stop' ? ['fine', 'caution'] : ['fine'];
            expect([kind, label, wanted]).toEqual([
              kind,
              label,
              expect.arrayContaining([after?.severity ?? 'fine']),
            ]);
          }
        }
      }),
      { numRuns: 75, seed: 17 },
    );
  });
});
