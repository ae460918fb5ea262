/** Limits on parts of modules: what is measured, the bars and the fixes say the same. The table itself is measured by its own program. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../../content';
import { logoAssets } from '../../node/logoAssets';
import { withFirst } from '../../testing/findings';
import { phoneCamera } from '../camera';
import type { Finding } from '../finding';
import { applyChanges, newJob, type Job } from '../job';
import { newLogo, type LogoWay } from '../logo';
import { createLibrary, runJob, type JobResult } from '../run';
import halfToneTable from './halfToneTable.json' with { type: 'json' };

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const logo = (by: LogoWay) => newLogo({ kind: 'icon', icon: 'anchor' }, by);
const tag = (by: LogoWay, material: string, machine: string, widthMm: number): Job => {
  const pair = findPair(material, machine);
  if (pair === undefined) throw new Error(`There is no ${material} on the ${machine}.`);
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair,
    codeWidthMm: widthMm,
    pieceSizeMm: { width: widthMm * 1.6, height: widthMm * 1.6 },
  });
  return withFirst(job, { logo: logo(by), symbol: { ...job.codes[0]!.symbol, version: 5, level: 'M' } });
};
async function ran(job: Job): Promise<JobResult> {
  await library.load(job);
  return runJob(job, undefined, library);
}
const findingOf = ({ findings }: JobResult, kind: string): Finding | undefined =>
  findings.find((finding) => finding.kind === kind);
const barOf = ({ made }: JobResult, kind: string) =>
  made!.codes[0]!.fitRanges().find((range) => range.kind === kind);

describe('parts of modules', () => {
  it('are measured only where modules are split', async () => {
    for (const by of ['knock-out', 'free-bits'] as const) {
      const result = await ran(tag(by, 'birch-plywood', 'co2-laser', 40));
      expect(findingOf(result, 'half-tone')).toBeUndefined();
      expect(barOf(result, 'half-tone')).toBeUndefined();
      expect(barOf(result, 'thinnest-part')).toBeUndefined();
    }
  });

  it('need the pixels of the table at the contrast of the pair, and so large a module', async () => {
    const result = await ran(tag('half-tone', 'white-paper', 'ink-jet-600dpi', 40));
    const { contrasts, areas } = halfToneTable;
    const least = areas[contrasts.length - 1]!;
    const { distanceM } = result.job.reading;
    const { value } = findingOf(result, 'half-tone')!.required as { value: number };
    expect(value).toBeCloseTo((least * distanceM * 1000) / phoneCamera.focalPx, 6);
    const farthest = result.made!.codes[0]!.distanceRanges().find(({ kind }) => kind === 'half-tone')!.toMm!;
    // From as far as that the module is just large enough.
    const moved = await ran({
      ...result.job,
      reading: { ...result.job.reading, distanceM: farthest / 1000 },
    });
    const { required, measured } = findingOf(moved, 'half-tone')!;
    expect((required as { value: number }).value).toBeCloseTo((measured as { value: number }).value, 6);
  });

  it.each([
    ['birch-plywood', 'co2-laser'],
    ['white-paper', 'ink-jet-600dpi'],
    ['natural-slate', 'co2-laser'],
    ['black-anodised-aluminium', 'fibre-laser'],
  ])('of %s on the %s: the bars end where the limits do, on both sides', async (material, machine) => {
    for (const kind of ['thinnest-part', 'half-tone'] as const) {
      const { fromMm } = barOf(await ran(tag('half-tone', material, machine, 60)), kind)!;
      for (const [share, isKept] of [
        [1.01, true],
        [0.99, false],
      ] as const) {
        const result = await ran(tag('half-tone', material, machine, fromMm! * share));
        expect([kind, share, findingOf(result, kind)!.severity === 'fine']).toEqual([kind, share, isKept]);
      }
    }
  });

  it('that are too fine are mended by each fix, and the widest one satisfies both limits', async () => {
    const result = await ran(tag('both', 'birch-plywood', 'co2-laser', 22));
    const thinnest = findingOf(result, 'thinnest-part')!;
    expect(thinnest.severity).toBe('stop');
    expect(thinnest.fixes.length).toBeGreaterThan(1);
    const after = await Promise.all(
      thinnest.fixes.map(({ changes }) => ran(applyChanges(result.job, changes))),
    );
    for (const mended of after) expect(findingOf(mended, 'thinnest-part')?.severity ?? 'fine').toBe('fine');
    expect(after.some((mended) => (findingOf(mended, 'half-tone')?.severity ?? 'fine') === 'fine')).toBe(
      true,
    );
  });

  it('count growth on a part, not on a module', async () => {
    const [whole, parts] = await Promise.all(
      (['free-bits', 'half-tone'] as const).map((by) => ran(tag(by, 'white-paper', 'ink-jet-600dpi', 30))),
    );
    const share = (result: JobResult): number =>
      (findingOf(result, 'growth')!.measured as { value: number }).value;
    expect(share(parts!)).toBeGreaterThanOrEqual(share(whole!));
  });
});
