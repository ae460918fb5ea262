import { describe, expect, it } from '@jest/globals';
import { applyChanges, newJob, type Job } from '../job';
import { somePairs } from '../../testing/board';
import { runJob } from '../run';
import { withFirst, withPlacement } from '../../testing/findings';
import type { FitRange } from './fitRanges';

/** Rows of the fit bar beside the limits they stand for: what the bar shows as good must be good, and what it shows as bad, bad. */
const jobs: readonly (readonly [string, Job])[] = somePairs.flatMap((pair) =>
  [0.08, 0.3, 1.5].map((distanceM) => {
    const job = newJob({
      message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
      pair,
      codeWidthMm: 29,
      pieceSizeMm: { width: 90, height: 60 },
    });
    return [
      `${pair.material.id} at ${distanceM} m`,
      { ...job, reading: { distanceM, heightM: null } },
    ] as const;
  }),
);

const rangesOf = (job: Job): readonly FitRange[] => runJob(job).made!.codes[0]!.fitRanges();
const severityAt = (job: Job, widthMm: number, kind: string) =>
  runJob(withPlacement(job, { widthMm })).findings.find((finding) => finding.kind === kind)?.severity;

describe.each(jobs)('fit ranges on %s', (_, job) => {
  it('end where their limits turn', () => {
    for (const { kind, fromMm, toMm, strength } of rangesOf(job)) {
      if (strength === 'rule') continue;
      // The widest code is offered in steps of the machine: a tenth of a millimetre, or whole dots a module.
      const step = kind === 'quiet-zone' ? 4 : 0.02;
      if (fromMm !== null) {
        expect([kind, severityAt(job, fromMm + 0.02, kind)]).toEqual([kind, 'fine']);
        expect([kind, severityAt(job, fromMm - 0.02, kind)]).not.toEqual([kind, 'fine']);
      }
      if (toMm !== null && toMm > 5) {
        expect([kind, severityAt(job, toMm - 0.02, kind)]).toEqual([kind, 'fine']);
        expect([kind, severityAt(job, toMm + step, kind)]).not.toEqual([kind, 'fine']);
      }
    }
  });
});

describe('filling the piece', () => {
  it('gives the widest code that keeps its quiet zone, where it is or in the middle', () => {
    for (const [name, job] of jobs)
      for (const place of [{}, { xMm: 1, yMm: 1 }]) {
        const small = withPlacement(job, { widthMm: job.codes[0]!.placement.widthMm * 0.6, ...place });
        const filled = applyChanges(small, runJob(small).made!.codes[0]!.fill());
        const { widthMm } = filled.codes[0]!.placement;
        expect(widthMm).toBeGreaterThanOrEqual(small.codes[0]!.placement.widthMm);
        expect([name, severityAt(filled, widthMm, 'quiet-zone')]).toEqual([name, 'fine']);
        expect([name, severityAt(filled, widthMm + 4, 'quiet-zone')]).toEqual([name, 'stop']);
      }
  });
});

describe('single rows', () => {
  const [, plate] = jobs[0]!;

  it('give whole dots as steps on machines with dots, at which the limit is fine', () => {
    for (const [name, job] of jobs) {
      const dots = rangesOf(job).find(({ kind }) => kind === 'whole-dots');
      const { dotMm } = runJob(job).pair.machine;
      expect([name, dots === undefined]).toEqual([name, dotMm === null]);
      if (dots === undefined) continue;
      const modules = runJob(job).made!.codes[0]!.symbol.size;
      expect(dots.stepMm).toBeCloseTo(dotMm! * modules, 9);
      expect(severityAt(job, dots.stepMm! * 7, 'whole-dots')).toBe('fine');
      expect(severityAt(job, dots.stepMm! * 7.5, 'whole-dots')).not.toBe('fine');
    }
  });

  it('have one more for a round outline, which ends where the outline leaves the piece', () => {
    const [code] = plate.codes;
    const round = withFirst(plate, {
      style: { ...code!.style, round: { quietModules: 4, seed: 1 } },
    });
    const range = rangesOf(round).find(({ kind }) => kind === 'round-inside')!;
    expect(severityAt(round, range.toMm! - 0.05, 'round-inside')).toBe('fine');
    expect(severityAt(round, range.toMm! + 0.05, 'round-inside')).toBe('stop');
  });
});
