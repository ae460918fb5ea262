/** Limits of what is cut, weeded, milled and built: measured beside required, and every fix mends. Sources beside the numbers. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { squareModules } from '../artwork';
import type { Finding, Severity } from '../finding';
import { applyChanges, newJob, type Job } from '../job';
import { runJob } from '../run';

const jobOn = (material: string, machine: string, codeWidthMm?: number): Job =>
  newJob({
    message: { kind: 'web', address: 'https://ternquay.example/hull/17' },
    pair: findPair(material, machine)!,
    ...(codeWidthMm === undefined ? {} : { codeWidthMm }),
  });
const made = (job: Job, making: Partial<Job['making']>): Job => ({
  ...job,
  making: { ...job.making, ...making },
});
const findingOf = (job: Job, kind: string): Finding | undefined =>
  runJob(job).findings.find((finding) => finding.kind === kind);
const severity = (job: Job, kind: string): Severity | undefined => findingOf(job, kind)?.severity;

/** Each fix of a finding removes it; there is at least one. */
function expectMended(job: Job, kind: string): void {
  const { fixes } = findingOf(job, kind)!;
  expect(fixes.length).toBeGreaterThan(0);
  for (const { label, changes } of fixes) {
    const after = severity(applyChanges(job, changes), kind);
    expect([label, after ?? 'fine']).toEqual([label, 'fine']);
  }
}

describe('a sheet that is cut through', () => {
  const stencil = jobOn('stencil-card', 'co2-laser-through');

  it('holds together from the start, by bridges of the stated width', () => {
    expect(findingOf(stencil, 'loose-parts')).toMatchObject({
      severity: 'fine',
      measured: { value: 0 },
      source: { tag: 'cp' },
    });
    expect(findingOf(stencil, 'bridges')).toMatchObject({ severity: 'fine', required: { value: 15 } });
  });

  it('falls apart without bridges: the middles of three finder patterns and of an alignment pattern', () => {
    const loose = made(stencil, { bridged: false });
    expect(findingOf(loose, 'loose-parts')).toMatchObject({ severity: 'stop', measured: { value: 4 } });
    expectMended(loose, 'loose-parts');
  });

  it('is held by many bridges where modules are joined, which costs reading', () => {
    const [code] = stencil.codes;
    const joined = { ...stencil, codes: [{ ...code!, style: { ...code!.style, modules: squareModules } }] };
    expect(severity(joined, 'loose-parts')).toBe('caution');
    expectMended(joined, 'loose-parts');
  });

  it('has bridges that readers see where they take more than a seventh of a module', () => {
    // 0.5 mm of 3.4 mm are 14.7 %, of 3.2 mm 15.6 %; the limit is 15 % of simulated shots.
    const wide = (moduleMm: number) => jobOn('stencil-card', 'co2-laser-through', 29 * moduleMm);
    expect([severity(wide(3.4), 'bridges'), severity(wide(3.2), 'bridges')]).toEqual(['fine', 'caution']);
    expectMended(wide(3.2), 'bridges');
  });

  it('asks nothing of other machines', () => {
    const plywood = jobOn('birch-plywood', 'co2-laser');
    expect(
      ['loose-parts', 'bridges', 'weeding', 'layers', 'clear-ground', 'inner-corners'].map((kind) =>
        findingOf(plywood, kind),
      ),
    ).toEqual(Array.from({ length: 6 }, () => undefined));
  });
});

describe('foil that is weeded', () => {
  it('is told how many outlines there are, and cautions where units are apart and many', () => {
    const vinyl = jobOn('black-vinyl-on-white', 'knife-plotter');
    expect(severity(vinyl, 'weeding')).toBe('fine');
    const [code] = vinyl.codes;
    const dots = {
      ...vinyl,
      codes: [{ ...code!, style: { ...code!.style, modules: { ...squareModules, join: 'none' as const } } }],
    };
    const { measured } = findingOf(dots, 'weeding')!;
    expect('value' in measured && measured.value > 150).toBe(true);
    expect(severity(dots, 'weeding')).toBe('caution');
    expectMended(dots, 'weeding');
  });
});

describe('a cutter', () => {
  it('leaves inner corners round by its radius', () => {
    // A tip of 0.25 mm has a radius of 0.125 mm: a sixth of a module of 0.75 mm.
    const plate = jobOn('laminate-white-black', 'rotary-engraver', 29 * 0.75);
    expect(findingOf(plate, 'inner-corners')).toMatchObject({
      severity: 'fine',
      measured: { value: expect.closeTo(1 / 6, 3) as unknown as number, unit: 'X' },
    });
    const fine = jobOn('laminate-white-black', 'rotary-engraver', 29 * 0.45);
    expect(severity(fine, 'inner-corners')).toBe('caution');
    expectMended(fine, 'inner-corners');
  });
});

describe('a body', () => {
  const token = jobOn('white-filament-black', 'filament-printer');
  const solid = (change: Partial<Job['making']['solid']>): Job =>
    made(token, { solid: { ...token.making.solid, ...change } });

  it('is built of whole layers, three of them for the marks', () => {
    // 0.6 mm are three layers of 0.2 mm on a base of 2 mm, ten layers: the colour changes at the eleventh.
    expect(findingOf(token, 'layers')).toMatchObject({ severity: 'fine', measured: { value: 3 } });
    expect(findingOf(token, 'layers')!.text.join('')).toContain('layer 11');
    expect(severity(solid({ markMm: 0.4 }), 'layers')).toBe('caution');
    expectMended(solid({ markMm: 0.4 }), 'layers');
    expect(severity(solid({ baseMm: 2.1 }), 'layers')).toBe('caution');
    expectMended(solid({ baseMm: 2.1 }), 'layers');
  });

  it('has something left under marks that are sunk in', () => {
    const through = solid({ form: 'recess', markMm: 2, baseMm: 2 });
    expect(severity(through, 'layers')).toBe('stop');
    expectMended(through, 'layers');
    expect(severity(solid({ form: 'inlay' }), 'layers')).toBe('fine');
  });

  it('that is printed face down has its first layer pressed out', () => {
    expect(findingOf(token, 'first-layer')).toBeUndefined();
    // 0.15 mm are 20 % of 0.75 mm.
    const down = (moduleMm: number): Job => {
      const job = jobOn('white-filament-black', 'filament-printer', 29 * moduleMm);
      return made(job, { solid: { ...job.making.solid, faceDown: true } });
    };
    expect([severity(down(0.76), 'first-layer'), severity(down(0.74), 'first-layer')]).toEqual([
      'fine',
      'caution',
    ]);
    expectMended(down(0.74), 'first-layer');
  });
});

describe('clear film', () => {
  it('begins with white under the code, and stops without it', () => {
    const film = jobOn('clear-film', 'ink-jet-600dpi');
    expect([film.making.whiteGround, severity(film, 'clear-ground')]).toEqual([true, 'fine']);
    const clear = made(film, { whiteGround: false });
    expect(severity(clear, 'clear-ground')).toBe('stop');
    expectMended(clear, 'clear-ground');
  });
});

describe('paint', () => {
  it('turns the pale marks of a brass plate into strong ones', () => {
    const plate = jobOn('brass', 'rotary-engraver');
    expect(severity(plate, 'contrast')).toBe('stop');
    const { fixes } = findingOf(plate, 'contrast')!;
    const painted = applyChanges(plate, fixes[0]!.changes);
    expect(painted.making.paintFill).toEqual({ colour: '#1C1A17' });
    expect(severity(painted, 'contrast')).not.toBe('stop');
    expect(runJob(painted).made!.plan.paintColour).toBe('#1C1A17');
  });
});

describe('marks and the cut', () => {
  it('a border that bleeds less than the cut may be off is a caution', () => {
    const sticker = newJob({
      message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
      pair: findPair('white-vinyl', 'ink-jet-600dpi')!,
      codeWidthMm: 25,
      pieceSizeMm: { width: 80, height: 80 },
    });
    const contour = (bleedMm: number, colour: string | null): Job => ({
      ...sticker,
      piece: {
        ...sticker.piece,
        bleedMm,
        outline: {
          kind: 'contour',
          paddingMm: 4,
          borderMm: 2,
          colour,
          corner: 'round',
        },
      },
    });
    // An ink-jet print is cut 0.5 mm off at worst: common practice, no source.
    expect([severity(contour(0.5, '#1f7a6d'), 'bleed'), severity(contour(0.4, '#1f7a6d'), 'bleed')]).toEqual([
      'fine',
      'caution',
    ]);
    expectMended(contour(0.4, '#1f7a6d'), 'bleed');
    expect(findingOf(contour(0.4, null), 'bleed')).toBeUndefined();
  });
});
