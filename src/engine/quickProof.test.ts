import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { loadProofBinaries } from '../node/proofBinaries';
import { plainStyle, squareModules } from '../core/artwork';
import { applyChanges, newJob, type Job } from '../core/job';
import { findPair } from '../content';
import { createLibrary, runJob } from '../core/run';
import { inWords, withFirst, withPlacement } from '../testing/findings';
import { PanelProver } from './prover';
import { startQuickProof, type Shooter } from './quickProof';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
/** A prover as in a worker: every answer comes later. */
function newProver(): Shooter {
  const prover = new PanelProver(loadProofBinaries, library);
  return {
    shoot: (...shots) => prover.shoot(...shots),
    explain: (...shown) => prover.explain(...shown),
    callOff: () => Promise.resolve(prover.callOff()),
  };
}
const sticker = newJob({
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
  pair: findPair('white-vinyl', 'ink-jet-600dpi'),
  codeWidthMm: 30,
  pieceSizeMm: { width: 50, height: 50 },
});

describe('a quick proof', () => {
  it('shares its shots out, tells how many are taken and ends when the rest cannot change the verdict', async () => {
    const progress: number[] = [];
    const finding = await startQuickProof([newProver(), newProver()], sticker, (shots) =>
      progress.push(shots),
    ).verdict;
    expect(finding).toMatchObject({
      kind: 'quick-proof',
      severity: 'fine',
      measured: { value: 3, of: 3 },
      fixes: [],
    });
    expect([...progress].sort((a, b) => a - b)).toEqual(progress);
    // Sixteen of twenty read by all are prompt whatever the others are.
    expect(progress.at(-1)).toBeGreaterThanOrEqual(16);
    expect(progress.at(-1)).toBeLessThanOrEqual(20);
  });

  it('says the same with one prover as with two', async () => {
    const far = { ...sticker, reading: { distanceM: 0.6, heightM: null } };
    const [one, two] = [
      await startQuickProof([newProver()], far, () => {}).verdict,
      await startQuickProof([newProver(), newProver()], far, () => {}).verdict,
    ];
    expect(one!.severity).toBe(two!.severity);
  });

  it('is nothing once it is called off, and for a job that gives no file', async () => {
    const proof = startQuickProof([newProver(), newProver()], sticker, () => proof.callOff());
    expect(await proof.verdict).toBeNull();
    expect(await proof.explain()).toBeNull();
    const unmakeable = withFirst(sticker, { message: { kind: 'text', text: 'q'.repeat(3000) } });
    expect(await startQuickProof([newProver()], unmakeable, () => {}).verdict).toBeNull();
  });

  it('fails when a prover does', async () => {
    const broken: Shooter = { ...newProver(), shoot: () => Promise.reject(new Error('no worker')) };
    await expect(startQuickProof([broken, newProver()], sticker, () => {}).verdict).rejects.toThrow(
      'no worker',
    );
  });

  it('names what costs the reading where the limits do not stop it, with fixes that make it read', async () => {
    const { finders, ...style } = plainStyle;
    const ringed = {
      ...style,
      finders: finders.map(({ ring, centre }) => ({
        ring: { ...ring, cornerModules: 3.5 },
        centre: { ...centre, cornerModules: 1.5 },
      })) as unknown as typeof finders,
      modules: { ...squareModules, join: 'none' as const, fill: 0.8, cornerSize: 0.5 },
    };
    const job: Job = withFirst(sticker, { style: ringed });
    expect(runJob(job).severity).toBe('caution');
    const prover = newProver();
    const proof = startQuickProof([prover], job, () => {});
    expect(await proof.verdict).toMatchObject({ severity: 'stop', fixes: [] });
    const finding = (await proof.explain())!;
    expect(finding.severity).toBe('stop');
    expect(inWords(finding.text)).toMatch(
      /in three read only .* of \d+ shots\. It would read with square finder patterns/,
    );
    const mended = applyChanges(job, finding.fixes[0]!.changes);
    expect((await startQuickProof([prover], mended, () => {}).verdict)!.severity).not.toBe('stop');
  });

  it('leaves it to the limits where they say as much', async () => {
    const small = {
      ...withPlacement(sticker, { widthMm: 30 }),
      reading: { distanceM: 1.2, heightM: null },
    };
    const proof = startQuickProof([newProver()], small, () => {});
    expect(await proof.verdict).toMatchObject({ severity: 'stop', fixes: [] });
    expect(await proof.explain()).toMatchObject({ severity: 'stop', fixes: [] });
  });
});
