import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../../node/logoAssets';
import { applyChanges, newJob, itemsOf, type Job } from '../job';
import { findPair } from '../../content';
import { createLibrary, runJob } from '../run';
import { findingLines } from '../../testing/findings';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));

/** A plywood board with an anchor at its left. */
const anchored = (widthMm: number): Job => {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair('birch-plywood', 'co2-laser'),
    codeWidthMm: 29,
    pieceSizeMm: { width: 120, height: 70 },
  });
  const items = itemsOf([
    { kind: 'art', source: { kind: 'icon', icon: 'anchor' }, xMm: 8, yMm: 20, widthMm },
  ]);
  return { ...job, piece: { ...job.piece, items } };
};
const detailOf = async (job: Job) => {
  await library.load(job);
  return findingLines(runJob(job, undefined, library)).find(({ kind }) => kind === 'piece-detail');
};

describe('detail of a picture on the piece', () => {
  it('is not spoken of while the machine can draw it', async () => {
    expect(await detailOf(anchored(20))).toBeUndefined();
  });

  it('has a caution where its lines are finer than a mark, and is larger or gone in one click', async () => {
    const job = anchored(1.2);
    const found = (await detailOf(job))!;
    expect(found).toMatchObject({ severity: 'caution', about: { on: 'item' }, required: { value: 5 } });
    expect(found.measured.value).toBeGreaterThan(5);
    expect(found.fixes.map(({ label }) => label)).toEqual([
      expect.stringMatching(/^Make the icon anchor \d+ % of its size$/),
      'Remove the icon anchor',
    ]);
    for (const { changes } of found.fixes) expect(await detailOf(applyChanges(job, changes))).toBeUndefined();
  });

  it('is offered at the smallest size in quarters more that helps', async () => {
    const offered: number[] = [];
    for (const widthMm of [1.2, 1.3, 1.4, 1.45, 1.5, 1.55, 1.6, 1.65, 1.7]) {
      const found = await detailOf(anchored(widthMm));
      const percent = Number(/(\d+) %/.exec(found?.fixes[0]?.label ?? '')?.[1] ?? NaN);
      if (Number.isNaN(percent)) continue;
      offered.push(percent);
      expect(percent % 25).toBe(0);
      // A quarter less is not enough.
      if (percent > 125) expect(await detailOf(anchored((widthMm * (percent - 25)) / 100))).toBeDefined();
      expect(await detailOf(anchored((widthMm * percent) / 100))).toBeUndefined();
    }
    expect(offered).toContain(125);
  });
});
