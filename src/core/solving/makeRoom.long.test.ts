/** Usual additions start without red or amber: every one, on new jobs of every material with each of its machines. */
import { describe, expect, it } from '@jest/globals';
import { pairs, templates } from '../../content';
import { logoAssets } from '../../node/logoAssets';
import { findingKey, severityRank } from '../finding';
import { hostOf, newJob, type Job } from '../job';
import { createLibrary, runJob } from '../run';
import { type FreeSizes, makeRoom, newThing, type Start, startNames } from '.';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const message = { kind: 'web', address: 'https://ternquay.example/berth/17' } as const;
const starts = Object.keys(startNames) as Start[];

/**
 * Knives, blast masks, stamps and what is cut through make no strokes as thin as the letters and icons of a small piece
 * need: what is put on stands with its finding there, which says so and offers to remove it.
 */
const tooCoarse: Readonly<Record<string, readonly Start[]>> = {
  'knife-plotter': ['host', 'art', 'frame'],
  'knife-plotter-camera': ['host', 'art', 'frame'],
  'blast-mask': ['host', 'art', 'frame'],
  'rubber-stamp': ['host'],
  'co2-laser-through': ['host'],
  'metal-laser-through': ['host'],
};

const wrongIn = (job: Job): ReadonlyMap<string, number> =>
  new Map(
    runJob(job, undefined, library, 'none')
      .findings.filter(({ severity, isAwaited }) => severity !== 'fine' && !isAwaited)
      .map((finding) => [findingKey(finding), severityRank[finding.severity]]),
  );

/** What is worse with an addition than without; null when it was put on as it is and nothing was done. */
async function worseWith(job: Job, start: Start, free: FreeSizes): Promise<readonly string[]> {
  await library.load(job);
  const { made } = runJob(job, undefined, library, 'none');
  const thing = newThing(start, job, made!.codes[0]!.placed);
  const put = { ...job, piece: { ...job.piece, items: [...job.piece.items, thing] } };
  await library.load(put);
  const before = wrongIn(job);
  const roomy = (await makeRoom(put, thing.id, job.codes[0]!.id, library, free)) ?? put;
  return [...wrongIn(roomy)].flatMap(([key, rank]) => (rank > (before.get(key) ?? 0) ? [key] : []));
}

describe('usual additions to a new job', () => {
  it.each(starts)('make nothing worse: %s', async (start) => {
    const worse: string[] = [];
    for (const pair of pairs) {
      if (tooCoarse[pair.machine.id]?.includes(start)) continue;
      const found = await worseWith(newJob({ message, pair }), start, { piece: true, code: true });
      if (found.length > 0) worse.push(`${pair.material.id}, ${pair.machine.id}: ${found.join('; ')}`);
    }
    expect(worse).toEqual([]);
  });
});

// Templates are full: where holes, a contour or other words leave no place, and a longer piece makes none, nothing of what
// their designer laid out is moved; the readout says what is in the way. The list may get shorter, not longer.
describe('usual additions to templates', () => {
  it.each(starts)('make nothing worse where there is room or the piece may grow: %s', async (start) => {
    const worse: string[] = [];
    for (const { id, job } of templates) {
      // Where it leads is offered only where it leads somewhere.
      if (start === 'host' && hostOf(job.codes[0]!.message) === '') continue;
      const found = await worseWith(job, start, { piece: true, code: true });
      if (found.length > 0) worse.push(`${id}: ${found.join('; ')}`);
    }
    expect(worse).toMatchSnapshot();
  });
});
