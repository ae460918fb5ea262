import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { logoAssets } from '../../node/logoAssets';
import { findingLines, withFirst, withPlacement } from '../../testing/findings';
import { randomJobs } from '../../testing/randomJobs';
import { findingKey, severityRank } from '../finding';
import { applyChanges, newJob, parseJob, itemsOf, type Job } from '../job';
import { findPair } from '../../content';
import { isLine } from '../plan';
import { presets } from '../artwork';
import { regionArea, uniteRegion } from '../geometry';
import { newLogo, type LogoSettings } from '../logo';
import { createLibrary } from './library';
import { filesOf } from '../../testing/files';
import { runJob, type JobResult } from './runJob';
import { withTriedFixes } from './triedFixes';

const newLibrary = () => createLibrary(logoAssets(() => Promise.resolve(null)));

/** The bytes of every file, stops or not. */
async function bytesOf(job: Job, result: JobResult): Promise<string> {
  if (result.made === null) return 'none';
  const files = await filesOf(job, result, ['svg'], 1);
  return files.map(({ bytes }) => Buffer.from(bytes).toString('latin1')).join('');
}

describe('a private address', () => {
  const severityOn = (material: string, machine: string, address: string): string | undefined =>
    runJob(newJob({ message: { kind: 'web', address }, pair: findPair(material, machine) })).findings.find(
      ({ kind }) => kind === 'address-private',
    )?.severity;

  // From memory: what is engraved, cut or built stays; a sticker is printed anew.
  it.each([
    ['black-anodised-aluminium', 'co2-laser', 'stop'],
    ['white-vinyl', 'ink-jet-600dpi', 'caution'],
  ])('on %s by %s is a %s', (material, machine, severity) => {
    for (const host of ['localhost:5180', '192.168.4.1', 'nas.local', 'nas', '[fd00::1]'])
      expect([host, severityOn(material, machine, `https://${host}/x`)]).toEqual([host, severity]);
    expect(severityOn(material, machine, 'https://ternquay.example/x')).toBeUndefined();
  });

  it('can be let pass with a reason', () => {
    const job = newJob({
      message: { kind: 'web', address: 'https://192.168.4.1/x' },
      pair: findPair('black-anodised-aluminium', 'co2-laser'),
    });
    const held = runJob(job).heldBackBy.map(({ kind }) => kind);
    expect(held).toContain('address-private');
    const about = { on: 'code' as const, id: job.codes[0]!.id };
    const overrides = [
      { kind: 'address-private', about, reason: 'only for the crew', at: '2026-11-27T08:00:00.000Z' },
    ];
    expect(runJob({ ...job, overrides }).heldBackBy.map(({ kind }) => kind)).not.toContain('address-private');
  });
});

describe('a job', () => {
  it('gives the same bytes after any other job as in a run of its own', async () => {
    const shared = newLibrary();
    let last: JobResult | undefined;
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        await shared.load(job);
        last = runJob(job, last, shared);
        const library = newLibrary();
        await library.load(job);
        const fresh = runJob(structuredClone(job), undefined, library);
        expect((await bytesOf(job, last)) === (await bytesOf(job, fresh))).toBe(true);
        expect(last.findings).toEqual(fresh.findings);
      }),
      { seed: 17, numRuns: 14 },
    );
  });

  it('keeps its shadow out of the field of the code, whatever stood there before', async () => {
    const library = newLibrary();
    const sticker = newJob({
      message: { kind: 'web', address: 'https://ternquay.example' },
      pair: findPair('white-vinyl', 'ink-jet-600dpi'),
      codeWidthMm: 20,
      pieceSizeMm: { width: 60, height: 60 },
    });
    const shadow = { rightMm: 1, downMm: 1, blurMm: 1, opacity: 0.5 };
    const items = itemsOf([{ kind: 'words', text: 'SLIPWAY', yMm: 46, capitalMm: 6 }]);
    const small: Job = { ...sticker, piece: { ...sticker.piece, shadow, items } };
    const wide = withPlacement(small, { widthMm: 27 });
    await library.load(small);
    const afterSmall = runJob(wide, runJob(small, undefined, library), library);
    // What was drawn is taken over, what is cut out of it is not.
    expect(afterSmall.made!.plan.shadow!.picture!.png).toBe(
      runJob(small, afterSmall, library).made!.plan.shadow!.picture!.png,
    );
    expect(await bytesOf(wide, afterSmall)).toBe(await bytesOf(wide, runJob(wide, undefined, library)));
  });
});

describe('what is marked light around a logo', () => {
  it('is nowhere covered twice, on whatever side of the logo outlines touch it', async () => {
    const square = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><path d="M0 0h8v8h-8z"/></svg>';
    const library = createLibrary(logoAssets(() => Promise.resolve(new TextEncoder().encode(square))));
    const tag = newJob({
      message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
      pair: findPair('black-anodised-aluminium', 'co2-laser'),
      codeWidthMm: 20,
    });
    const logo: LogoSettings = {
      ...newLogo({ kind: 'drawing', file: 'a'.repeat(64), fileName: 'hatch.svg' }),
      marginModules: 0,
      knockOut: { shape: 'box', wholeModules: false },
    };
    for (const share of [0.2, 0.22, 0.24, 0.26]) {
      const job = withFirst(tag, {
        logo: { ...logo, share },
        style: { ...presets.find(({ id }) => id === 'tile')!.style, alignment: 'modules' },
      });
      await library.load(job);
      const [mark] = runJob(job, undefined, library).made!.plan.sheet().operations;
      const area = isLine(mark!) ? [] : mark!.area;
      expect(area.length).toBeGreaterThan(20);
      // Outlines that overlap count twice here and once where they are united.
      expect(regionArea(uniteRegion(area, 0.0005))).toBeCloseTo(regionArea(area), 2);
    }
  });
});

describe('every fix that is offered', () => {
  it('leads to a valid job without its finding, or with a lesser one where nothing ends it, and brings none that is worse', async () => {
    const library = newLibrary();
    let offered = 0;
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        await library.load(job);
        const before = withTriedFixes(runJob(job, undefined, library), library);
        const known = new Map(
          before.findings.map((finding) => [findingKey(finding), severityRank[finding.severity]]),
        );
        for (const { kind, about, severity, fixes } of findingLines(before)) {
          if (severity === 'fine') expect(fixes).toEqual([]);
          const ended: boolean[] = [];
          for (const { label, changes } of fixes) {
            offered++;
            const mended = applyChanges(job, changes);
            expect([label, parseJob(mended)]).toEqual([label, { job: mended }]);
            const after = runJob(mended, undefined, library, 'none');
            const left = after.findings.find(
              (finding) => findingKey(finding) === findingKey({ kind, about }),
            );
            const now = left?.severity ?? 'fine';
            ended.push(now === 'fine');
            expect([label, severityRank[now] < severityRank[severity]]).toEqual([label, true]);
            const worse = after.findings
              .filter(
                (finding) =>
                  severityRank[finding.severity] >
                  Math.max(severityRank[severity], known.get(findingKey(finding)) ?? 0),
              )
              .map((finding) => finding.kind);
            expect([kind, label, worse]).toEqual([kind, label, []]);
          }
          // Never one that ends it beside one that does not.
          expect(new Set(ended).size).toBeLessThan(2);
        }
      }),
      { seed: 17, numRuns: 10 },
    );
    // It is no property of nothing.
    expect(offered).toBeGreaterThan(30);
  });

  it('is left out when it only moves the trouble: a logo in the middle that is too large there', async () => {
    const library = newLibrary();
    const [code] = newJob({ message: { kind: 'text', text: 'qqqq' } }).codes;
    const logo = { ...newLogo({ kind: 'icon', icon: 'anchor' }), share: 0.3, place: { columns: 4, rows: 4 } };
    const job = withFirst(newJob({ message: { kind: 'text', text: 'qqqq' } }), { ...code!, logo });
    await library.load(job);
    const result = runJob(job, undefined, library);
    const labels = (of: JobResult) =>
      findingLines(of)
        .find(({ kind }) => kind === 'covered-patterns')!
        .fixes.map(({ label }) => label);
    expect(labels(result)).toContain('Put it in the middle');
    expect(labels(withTriedFixes(result, library))).not.toContain('Put it in the middle');
  });
});
