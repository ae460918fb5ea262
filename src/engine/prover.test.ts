import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { loadProofBinaries } from '../node/proofBinaries';
import { newJob, type Job } from '../core/job';
import { findPair } from '../content';
import { createLibrary } from '../core/run';
import { withFirst } from '../testing/findings';
import { createProver } from './prover';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const prover = createProver(loadProofBinaries, library);
const address = 'https://ternquay.example/berth/17';
const plate = newJob({
  message: { kind: 'web', address },
  pair: findPair('black-anodised-aluminium', 'co2-laser'),
});
const unmakeable: Job = withFirst(plate, { message: { kind: 'text', text: 'q'.repeat(3000) } });

describe('a proof', () => {
  it('tells every verdict as it comes, and ends with the last', async () => {
    const told: number[] = [];
    const report = await prover.prove(plate, 1, ({ shots }) => told.push(shots));
    expect(told).toEqual([4, 8, 12, 16, 20]);
    expect(report).toMatchObject({ verdict: 'good', shots: 20 });
  }, 30_000);

  it('ends when a newer one begins, and is null then', async () => {
    const told: number[] = [];
    const older = prover.prove(plate, 1, ({ shots }) => told.push(shots));
    const newer = prover.prove(plate, 2, () => {});
    expect(await older).toBeNull();
    expect(told.length).toBeLessThan(5);
    expect(await newer).toMatchObject({ shots: 20 });
  }, 30_000);

  it('is null for a job that gives no file', async () => {
    expect(await prover.prove(unmakeable, 1, () => {})).toBeNull();
    expect(await prover.glance(unmakeable)).toBeNull();
    expect(await prover.photograph(unmakeable, 'code-1', 0)).toBeNull();
  });

  it('at a glance has fewer shots and says so', async () => {
    expect(await prover.glance(plate)).toMatchObject({ shots: 8, ofShots: 20, verdict: 'good' });
  }, 30_000);
});

describe('a photograph', () => {
  it('is of the code asked for, turned as asked, and reads as the message', async () => {
    const upright = (await prover.photograph(plate, plate.codes[0]!.id, 0))!;
    const turned = (await prover.photograph(plate, plate.codes[0]!.id, 45))!;
    expect(turned.frame.width).toBeGreaterThan(upright.frame.width);
    expect(turned.readings.filter(({ read }) => read).length).toBeGreaterThan(2);
    expect(await prover.readPicture(upright.frame)).toMatchObject({
      bytes: new TextEncoder().encode(address),
      level: 'M',
    });
  }, 30_000);
});
