import { describe, expect, it } from '@jest/globals';
import { pairs } from '../../content';
import { shiftMmOf } from '../check';
import { newJob, type Job } from '../job';
import type { PairValues } from '../plan';
import { emptyLibrary, runJob } from '../run';
import { roomForContour } from './contourRoom';

/** A contour with a bleed, on a new job of a pair. */
function contoured(pair: PairValues): Job {
  const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example/slip/4' }, pair });
  return {
    ...job,
    piece: {
      ...job.piece,
      outline: { kind: 'contour', paddingMm: 1, borderMm: 3, corner: 'round', colour: '#175e54' },
      bleedMm: shiftMmOf(pair),
    },
  };
}
const unfine = (job: Job): string[] =>
  runJob(job)
    .findings.filter(({ severity }) => severity !== 'fine')
    .map(({ kind }) => kind);

describe('room for a contour', () => {
  const printers = pairs.filter(({ machine }) => machine.kind === 'printer');

  it('is made on every printer, without a caution that was not there', async () => {
    let grown = 0;
    for (const pair of printers) {
      const job = contoured(pair);
      const roomy = (await roomForContour(job, emptyLibrary)) ?? job;
      if (roomy !== job) grown++;
      const plain = {
        ...job,
        piece: { ...job.piece, outline: newJob({ pair, message: job.codes[0]!.message }).piece.outline },
      };
      const before = unfine(plain);
      expect([pair.profile, unfine(roomy).filter((kind) => !before.includes(kind))]).toEqual([
        pair.profile,
        [],
      ]);
    }
    expect(grown).toBeGreaterThan(0);
  });

  it('is not made where there is enough', async () => {
    const job = contoured(printers[0]!);
    const wide = { ...job, piece: { ...job.piece, widthMm: 150, heightMm: 150 } };
    expect(await roomForContour(wide, emptyLibrary)).toBeNull();
  });
});
