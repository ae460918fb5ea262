/** Make it fit: complete changes that keep what has to stay, remove every stop, and need different things of the job. */
import { describe, expect, it } from '@jest/globals';
import { findPair, pairs } from '../../content';
import { applyChanges, newJob, type Job } from '../job';
import { emptyLibrary, runJob } from '../run';
import { keepable, makeItFit, type FitCandidate, type Kept } from './makeFit';

const long = `https://ternquay.example/${'harbour-office/winter-berths/'.repeat(5)}17`;
/** A long address on a small plywood tag: no width of the code satisfies the laser and the quiet zone. */
const impossible: Job = newJob({
  message: { kind: 'web', address: long },
  pair: findPair('birch-plywood', 'co2-laser')!,
  pieceSizeMm: { width: 40, height: 40 },
});
const fit = (job: Job, keep: readonly Kept[] = []): Promise<readonly FitCandidate[]> =>
  makeItFit(job, emptyLibrary, { keep, pairs });
const stopsOf = (job: Job) => runJob(job).heldBackBy;

describe('an impossible job', () => {
  it('stops as it is', () => {
    expect(stopsOf(impossible).length).toBeGreaterThan(0);
    expect(runJob(impossible).made!.codes[0]!.fitRanges().length).toBeGreaterThan(0);
  });

  it('is solved in up to three ways, each without a stop, each of other things, the cheapest first', async () => {
    const candidates = await fit(impossible);
    expect(candidates.length).toBeGreaterThan(1);
    expect(candidates.length).toBeLessThanOrEqual(3);
    for (const { job, changes, severity, touches } of candidates) {
      expect(stopsOf(job)).toEqual([]);
      expect(severity).not.toBe('stop');
      expect(applyChanges(impossible, changes)).toEqual(job);
      const others = candidates.filter((other) => other.touches !== touches);
      expect(others.some((other) => other.touches.join() === touches.join())).toBe(false);
    }
  });

  it.each(keepable)('keeps its %s when it has to stay', async (kept) => {
    const partOf: Readonly<Record<Kept, (job: Job) => unknown>> = {
      size: ({ piece }) => [piece.widthMm, piece.heightMm, piece.outline],
      message: ({ codes }) => codes.map(({ message }) => message),
      style: ({ codes }) => codes.map(({ style, symbol, logo }) => [style, symbol, logo]),
      distance: ({ reading }) => reading.distanceM,
      machine: ({ making }) => making.pair,
    };
    const candidates = await fit(impossible, [kept]);
    for (const { job, touches } of candidates) {
      expect(partOf[kept](job)).toEqual(partOf[kept](impossible));
      expect(touches).not.toContain(kept);
    }
    expect(candidates.length).toBeGreaterThan(0);
  });

  it('has no way out when all of it has to stay', async () => {
    expect(await fit(impossible, keepable)).toEqual([]);
  });
});

describe('a job that fits', () => {
  it('needs nothing', async () => {
    const job = newJob({ message: { kind: 'text', text: 'tide' } });
    expect(await fit(job)).toEqual([]);
  });
});

describe('the search', () => {
  it('may go on until it found something, and lets others in meanwhile', async () => {
    let turns = 0;
    const timer = setInterval(() => turns++, 0);
    const candidates = await makeItFit(impossible, emptyLibrary, {
      keep: [],
      pairs,
      isOver: (ways) => ways > 0,
    });
    clearInterval(timer);
    expect(candidates).toHaveLength(1);
    expect(candidates).toEqual((await fit(impossible)).slice(0, 1));
    expect(turns).toBeGreaterThan(0);
  });

  it('ends when it is told to, and gives the same again', async () => {
    expect(await makeItFit(impossible, emptyLibrary, { keep: [], isOver: () => true })).toEqual([]);
    const steps = (candidates: readonly FitCandidate[]) => candidates.map(({ changes }) => changes);
    expect(steps(await fit(impossible))).toEqual(steps(await fit(impossible)));
  });
});
