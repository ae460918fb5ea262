import { onPair } from '../../testing/board';
import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../../node/logoAssets';
import { arrangements } from '../solving';
import { createLibrary, runJob, safestShare } from '../run';
import { newLogo, type LogoSettings } from '../logo';
import { plainStyle, presets, squareModules, type Style } from '../artwork';
import { inWords, findingLines, withFirst, withPlacement } from '../../testing/findings';
import { applyChanges, type Job, newJob } from '../job';
import { findPair } from '../../content';
import { isLine } from '../plan';

const sign = (style: Style = plainStyle, logo: LogoSettings | null = null): Job =>
  withFirst(
    newJob({
      message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
      pair: findPair('white-vinyl', 'ink-jet-600dpi'),
      codeWidthMm: 40,
      pieceSizeMm: { width: 60, height: 60 },
    }),
    { style, logo },
  );
const library = createLibrary(logoAssets(() => Promise.resolve(null)));
async function run(job: Job) {
  await library.load(job);
  return runJob(job, undefined, library);
}
const finding = async (job: Job, kind: string) =>
  findingLines(await run(job)).find((entry) => entry.kind === kind);
const anchor = (change: Partial<LogoSettings> = {}): LogoSettings => ({
  ...newLogo({ kind: 'icon', icon: 'anchor' }),
  ...change,
});

const apart = (fill: number): Style => ({
  ...plainStyle,
  modules: { ...squareModules, join: 'none' as const, fill },
});

describe('limits on shapes', () => {
  it('ask for fuller units the farther they are read from and the fainter they are, as was measured', async () => {
    const leastAt = async (distanceM: number, modules: string): Promise<number> => {
      const style = apart(0.7);
      const paint = { ...style.paint, modules: { kind: 'solid' as const, colour: modules } };
      const job = { ...sign({ ...style, paint }), reading: { distanceM, heightM: null } };
      const { required } = (await finding(job, 'unit-fill'))!;
      return 'value' in required ? required.value : NaN;
    };
    // 40 mm and 29 modules: 1.38 mm, which are 6 pixels from 0.34 m, 3.5 from 0.58 m, 3 from 0.68 m.
    const [near, middle, far] = [
      await leastAt(0.34, '#000000'),
      await leastAt(0.58, '#000000'),
      await leastAt(0.68, '#000000'),
    ];
    expect([near, middle, far].map((value) => Math.round(value / 5) * 5)).toEqual([40, 50, 60]);
    expect(await leastAt(0.58, '#8c8c8c')).toBeGreaterThan(middle + 10);
  });

  it('are all fine for every safe preset', async () => {
    for (const { id, style } of presets.filter((preset) => preset.id !== 'porthole')) {
      const { findings } = await run(sign(style));
      const shapes = ['unit-fill', 'finder-corners', 'finder-proportions', 'alignment', 'thinnest-part'];
      const unfine = findings.filter(({ kind, severity }) => shapes.includes(kind) && severity !== 'fine');
      expect([id, unfine]).toEqual([id, []]);
    }
  });

  it.each([
    ['unit-fill', apart(0.5), 0.6],
    ['finder-corners', presets.find(({ id }) => id === 'porthole')!.style, 0.25],
    ['alignment', { ...plainStyle, alignment: 'modules' as const }, 0.25],
  ])('%s: a caution whose fix removes it', async (code, style, distanceM) => {
    const job = { ...sign(style), reading: { distanceM, heightM: null } };
    const caution = (await finding(job, code))!;
    expect(caution.severity).toBe('caution');
    const mended = applyChanges(job, caution.fixes[0]!.changes);
    expect((await finding(mended, code))?.severity ?? 'fine').toBe('fine');
  });

  it('round outline: on the piece, with its quiet zone', async () => {
    const round = { ...plainStyle, round: { seed: 4, quietModules: 4 } };
    const job = sign(round);
    const stop = (await finding(job, 'round-inside'))!;
    expect(stop.severity).toBe('stop');
    const mended = applyChanges(job, stop.fixes[0]!.changes);
    expect((await finding(mended, 'round-inside'))!.severity).toBe('fine');
    expect(
      (await finding(sign({ ...plainStyle, round: { seed: 4, quietModules: 3 } }), 'round-quiet'))!.severity,
    ).toBe('caution');
    expect(
      (await finding(sign({ ...plainStyle, round: { seed: 4, quietModules: 1 } }), 'round-quiet'))!.severity,
    ).toBe('stop');
    expect((await finding(job, 'round-quiet'))!.severity).toBe('fine');
  });
});

describe('limits on a logo', () => {
  it('cautions above half of what the worst block corrects, stops above all of it; every fix makes it safe', async () => {
    const severities = new Set<string>();
    for (const share of [0.1, 0.2, 0.24, 0.3, 0.4]) {
      const job = sign(plainStyle, anchor({ share }));
      const result = await run(job);
      const { worst, correctable } = result.made!.codes[0]!.damage!;
      const budget = findingLines(result).find(({ kind }) => kind === 'budget')!;
      expect(budget.severity).toBe(
        worst > correctable ? 'stop' : worst > correctable / 2 ? 'caution' : 'fine',
      );
      expect(budget.measured).toEqual({ value: worst, unit: 'codewords', of: correctable });
      severities.add(budget.severity);
      for (const { label, changes } of budget.fixes) {
        const mended = (await finding(applyChanges(job, changes), 'budget'))!;
        expect([label, mended.severity]).toEqual([label, 'fine']);
      }
      if (budget.severity !== 'fine') expect(budget.fixes.length).toBeGreaterThan(0);
    }
    expect([...severities].sort()).toEqual(['caution', 'fine', 'stop']);
  });

  it('says what a stronger level and a larger version cost in module size', async () => {
    const { fixes } = (await finding(sign(plainStyle, anchor({ share: 0.27 })), 'budget'))!;
    expect(fixes.map(({ label }) => label).join()).toMatch(/version \d+ \(module [\d.]+ mm\)/);
  });

  it('stops over a finder pattern and offers the middle', async () => {
    const job = sign(plainStyle, anchor({ place: { columns: 5, rows: 5 } }));
    const stop = (await finding(job, 'covered-patterns'))!;
    expect(stop.severity).toBe('stop');
    const middle = stop.fixes.find(({ label }) => label === 'Put it in the middle')!;
    expect((await finding(applyChanges(job, middle.changes), 'covered-patterns'))!.severity).not.toBe('stop');
  });

  it('is held back when its words or its file cannot be drawn, and says why', async () => {
    const missing = newLogo({ kind: 'drawing', file: 'd'.repeat(64), fileName: 'crest.svg' });
    const { heldBackBy } = await run(sign(plainStyle, missing));
    expect(heldBackBy).toMatchObject([{ kind: 'logo-missing' }]);
    expect(inWords(heldBackBy[0]!.text)).toContain('crest.svg');
    const unwritten = newLogo({ kind: 'text', text: '漢字' });
    expect((await run(sign(plainStyle, unwritten))).heldBackBy).toMatchObject([{ kind: 'logo-missing' }]);
  });

  it('has a caution for lines finer than the machine', async () => {
    const tiny = sign(plainStyle, anchor({ share: 0.06 }));
    const small = withPlacement(tiny, { widthMm: 8 });
    expect((await finding(small, 'logo-detail'))!.severity).toBe('caution');
    expect((await finding(sign(plainStyle, anchor()), 'logo-detail'))!.severity).toBe('fine');
  });

  it('finds the arrangement that loses least, and each one is as it says', async () => {
    const job = sign(plainStyle, anchor({ share: 0.22 }));
    await library.load(job);
    const offered = arrangements(job, 'code-1', library);
    expect(offered.length).toBeGreaterThan(6);
    const safe = offered.findIndex(({ isSafe }) => !isSafe);
    expect(offered.slice(safe === -1 ? offered.length : safe).every(({ isSafe }) => !isSafe)).toBe(true);
    for (const { version, level, mask, used, correctable } of offered.slice(0, 3)) {
      const symbol = { ...job.codes[0]!.symbol, version, level, mask, raiseLevel: false };
      const { damage } = (await run(withFirst(job, { symbol }))).made!.codes[0]!;
      expect([damage!.worst, damage!.correctable]).toEqual([used, correctable]);
      for (let other = 0; other < 8; other++) {
        const { made } = await run(withFirst(job, { symbol: { ...symbol, mask: other } }));
        expect(made!.codes[0]!.damage!.worst).toBeGreaterThanOrEqual(used);
      }
    }
    expect(safestShare(await run(job), 'code-1')).toBeGreaterThan(0.1);
  });

  it('is printed in its colours only where the machine has colours', async () => {
    const file = 'a'.repeat(64);
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9" fill="#1f7a6d"/></svg>';
    const library = createLibrary(logoAssets(() => Promise.resolve(new TextEncoder().encode(svg))));
    const job = sign(plainStyle, newLogo({ kind: 'drawing', file, fileName: 'square.svg' }));
    await library.load(job);
    const inks = (made: Job) =>
      runJob(made, undefined, library)
        .made!.plan.sheet()
        .operations.flatMap((operation) =>
          isLine(operation)
            ? []
            : [operation.ink.kind === 'solid' ? operation.ink.colour : operation.ink.kind],
        );
    expect(inks(job)).toEqual(['#000000', '#1f7a6d']);
    const logo = job.codes[0]!.logo!;
    const inOneInk = withFirst(job, { logo: { ...logo, ink: { ...logo.ink, keepsColours: false } } });
    expect(inks(inOneInk)).toEqual(['#000000', '#000000']);
    expect(inks(onPair(job, 'birch-plywood', 'co2-laser'))).toEqual(['#000000']);
  });
});

describe('the fill of a module', () => {
  it('is not asked of modules that are whole and joined, and of all others', async () => {
    const modules = (change: Partial<typeof plainStyle.modules>) =>
      finding(sign({ ...plainStyle, modules: { ...plainStyle.modules, ...change } }), 'unit-fill');
    expect(await modules({ join: 'all', fill: 1 })).toBeUndefined();
    expect(await modules({ join: 'all', fill: 0.9 })).toMatchObject({ measured: { value: 90 } });
    expect(await modules({ join: 'none', fill: 1 })).toMatchObject({ severity: 'fine' });
  });
});
