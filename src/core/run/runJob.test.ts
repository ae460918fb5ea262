import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { logoAssets } from '../../node/logoAssets';
import { told, withFirst, withPlacement } from '../../testing/findings';
import { randomJobs } from '../../testing/randomJobs';
import { findingKey, type Severity } from '../finding';
import { applyChanges, newJob, parseJob, itemsOf, type Job } from '../job';
import { findPair } from '../plan';
import { newLogo } from '../logo';
import { createLibrary } from './library';
import { makeFiles } from './makeFiles';
import { runJob, type JobResult } from './runJob';
import { withTriedFixes } from './triedFixes';

const newLibrary = () => createLibrary(logoAssets(() => Promise.resolve(null)));

/** The bytes of every file, stops or not. */
function bytesOf(job: Job, result: JobResult): string {
  const made = makeFiles(job, { ...result, heldBackBy: [] }, 1, ['svg']);
  return 'files' in made
    ? made.files.map(({ bytes }) => Buffer.from(bytes).toString('latin1')).join('')
    : 'none';
}

describe('a job', () => {
  it('gives the same bytes after any other job as in a run of its own', async () => {
    const shared = newLibrary();
    let last: JobResult | undefined;
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        await shared.load(job);
        last = runJob(job, last, shared);
        const own = newLibrary();
        await own.load(job);
        const fresh = runJob(structuredClone(job), undefined, own);
        expect(bytesOf(job, last) === bytesOf(job, fresh)).toBe(true);
        expect(last.findings).toEqual(fresh.findings);
      }),
      { seed: 17, numRuns: 25 },
    );
  }, 120_000);

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
    expect(bytesOf(wide, afterSmall)).toBe(bytesOf(wide, runJob(wide, undefined, library)));
  });
});

describe('every fix that is offered', () => {
  const rank: Readonly<Record<Severity, number>> = { fine: 0, caution: 1, stop: 2 };

  it('leads to a valid job without its finding, and brings none that is worse', async () => {
    const library = newLibrary();
    let offered = 0;
    await fc.assert(
      fc.asyncProperty(randomJobs, async (job) => {
        await library.load(job);
        const before = withTriedFixes(runJob(job, undefined, library), library);
        const known = new Map(
          before.findings.map((finding) => [findingKey(finding), rank[finding.severity]]),
        );
        for (const { kind, about, severity, fixes } of told(before)) {
          if (severity === 'fine') expect(fixes).toEqual([]);
          for (const { label, changes } of fixes) {
            offered++;
            const mended = applyChanges(job, changes);
            expect([label, parseJob(mended)]).toEqual([label, { job: mended }]);
            const after = runJob(mended, undefined, library, false);
            const left = after.findings.find(
              (finding) => findingKey(finding) === findingKey({ kind, about }),
            );
            expect([label, left?.severity ?? 'fine']).toEqual([label, 'fine']);
            const worse = after.findings
              .filter(
                (finding) =>
                  rank[finding.severity] > Math.max(rank[severity], known.get(findingKey(finding)) ?? 0),
              )
              .map((finding) => finding.kind);
            expect([kind, label, worse]).toEqual([kind, label, []]);
          }
        }
      }),
      { seed: 17, numRuns: 15 },
    );
    // It is no property of nothing.
    expect(offered).toBeGreaterThan(30);
  }, 240_000);

  it('is left out when it only moves the trouble: a logo in the middle that is too large there', async () => {
    const library = newLibrary();
    const [code] = newJob({ message: { kind: 'text', text: 'qqqq' } }).codes;
    const logo = { ...newLogo({ kind: 'icon', icon: 'anchor' }), share: 0.3, place: { columns: 4, rows: 4 } };
    const job = withFirst(newJob({ message: { kind: 'text', text: 'qqqq' } }), { ...code!, logo });
    await library.load(job);
    const result = runJob(job, undefined, library);
    const labels = (of: JobResult) =>
      told(of)
        .find(({ kind }) => kind === 'covered-patterns')!
        .fixes.map(({ label }) => label);
    expect(labels(result)).toContain('Put it in the middle');
    expect(labels(withTriedFixes(result, library))).not.toContain('Put it in the middle');
  });
});
