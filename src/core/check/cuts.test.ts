import { describe, expect, it } from '@jest/globals';
import { applyChanges, newJob, type Job } from '../job';
import { plainPiece, type HoleSettings, type OutlineSettings } from '../piece';
import { findPair } from '../../content';
import { runJob } from '../run';
import { findingLines } from '../../testing/findings';

const kerfMm = findPair('birch-plywood', 'co2-laser')!.process.kerfMm;

/** A plate of 90 by 60 with a slit from above and a narrow opening at its left, where they are wanted. */
function drawn(slitMm: number | null, openingMm: number | null): OutlineSettings {
  const slit =
    slitMm === null
      ? []
      : [
          { x: 80, y: 0 },
          { x: 80, y: 20 },
          { x: 80 + slitMm, y: 20 },
          { x: 80 + slitMm, y: 0 },
        ];
  const edge = [{ x: 0, y: 0 }, ...slit, { x: 90, y: 0 }, { x: 90, y: 60 }, { x: 0, y: 60 }];
  const opening = (width: number) => [
    { x: 5, y: 20 },
    { x: 5 + width, y: 20 },
    { x: 5 + width, y: 40 },
    { x: 5, y: 40 },
  ];
  return {
    kind: 'drawn',
    contours: [edge, ...(openingMm === null ? [] : [opening(openingMm)])],
  } as unknown as OutlineSettings;
}

const jobWith = (outline: OutlineSettings, material = 'birch-plywood', machine = 'co2-laser'): Job => {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine),
    codeWidthMm: 29,
  });
  return { ...job, piece: { ...plainPiece(90, 60, 0), outline } };
};
const cutsOf = (job: Job) => findingLines(runJob(job)).filter(({ title }) => title === 'Width of the cut');

describe('the width of the cut', () => {
  it('is not spoken of where it closes nothing up', () => {
    expect(cutsOf(jobWith(drawn(0.3, 0.3)))).toEqual([]);
    expect(cutsOf(jobWith({ kind: 'shield' }))).toEqual([]);
    expect(cutsOf(jobWith({ kind: 'burgee', notchMm: 20 } as OutlineSettings))).toEqual([]);
  });

  it('is not asked for where nothing is cut by the machine', () => {
    expect(cutsOf(jobWith(drawn(0.05, 0.05), 'white-vinyl', 'ink-jet-600dpi'))).toEqual([]);
  });

  it('cautions a gap that closes up, and a larger piece opens it', () => {
    const job = jobWith(drawn(0.1, null));
    const [finding, ...more] = cutsOf(job);
    expect(more).toEqual([]);
    expect(finding).toMatchObject({ severity: 'caution', required: { value: kerfMm } });
    expect(Math.abs(finding!.measured.value - 0.1)).toBeLessThan(0.01);
    expect(finding!.fixes).toHaveLength(1);
    expect(cutsOf(applyChanges(job, finding!.fixes[0]!.changes))).toEqual([]);
  });

  it('stops an opening that would not be there', () => {
    const job = jobWith(drawn(null, 0.12));
    const [finding] = cutsOf(job);
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.text).toContain('too narrow to be cut');
    expect(finding!.text).toContain(`${kerfMm} mm`);
    const cut = runJob(job)
      .made!.plan.sheet()
      .operations.filter(({ kind }) => kind === 'cut');
    expect(cut.map((operation) => ('lines' in operation ? operation.lines.length : 0))).toEqual([1]);
  });

  it('tells of a gap and of an opening apart, so that one can be let pass without the other', () => {
    const both = cutsOf(jobWith(drawn(0.1, 0.12)));
    expect(both.map(({ severity }) => severity)).toEqual(['caution', 'stop']);
    expect(new Set(both.map(({ kind, about }) => JSON.stringify([kind, about]))).size).toBe(2);
  });

  it('stops a hole that is no wider, by its own id, and takes it away', () => {
    const hole: HoleSettings = {
      id: 'hole-1',
      shape: { kind: 'slot', lengthMm: 8, widthMm: 0.15, upright: false },
      pattern: 'one',
      xMm: 8,
      yMm: 8,
      keepOutMm: 0,
    };
    const plain = jobWith(drawn(null, null));
    const job = { ...plain, piece: { ...plain.piece, holes: [hole] } };
    const [finding] = cutsOf(job);
    expect(finding).toMatchObject({ severity: 'stop', about: { on: 'hole', id: 'hole-1' } });
    expect(applyChanges(job, finding!.fixes[0]!.changes).piece.holes).toEqual([]);
  });
});
