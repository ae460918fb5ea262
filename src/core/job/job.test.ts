import { describe, expect, it } from '@jest/globals';
import { anyJobSchema, applyChanges, parseJob } from './job';
import { newJob } from './newJob';
import { plainPiece } from '../piece';
import { pairs } from '../plan';
import { runJob } from '../run';

const job = newJob({ message: { kind: 'web', address: 'ternquay.example' } });

/** As it was written until version 3. */
const pieceOfVersion3 = {
  widthMm: job.piece.widthMm,
  heightMm: job.piece.heightMm,
  cornerRadiusMm: 0,
  codeWidthMm: job.piece.code.widthMm,
  codePlace: 'centred',
};

describe('a job document', () => {
  it('comes back from JSON as it was', () => {
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual({ job });
  });

  it('is refused with the field named', () => {
    const broken = { ...job, piece: { ...job.piece, widthMm: -3 }, extra: 1 };
    const parsed = parseJob(broken);
    expect('problems' in parsed && parsed.problems.join('\n')).toMatch(/piece\.widthMm: .*\n.*extra/);
    expect(parseJob('x')).toHaveProperty('problems');
  });

  it('of a newer program is refused with both versions', () => {
    const parsed = parseJob({ ...job, formatVersion: 99 });
    expect(parsed).toEqual({
      problems: ['formatVersion: this document is of version 99; this program reads up to 4.'],
    });
  });

  it('of the first format gets an empty note', () => {
    const first: Record<string, unknown> = { ...job, formatVersion: 1, piece: pieceOfVersion3 };
    delete first.note;
    expect(parseJob(first)).toEqual({ job });
    expect(anyJobSchema.safeParse({ ...first, name: '' }).success).toBe(false);
  });

  it('of version 3 keeps its corners and the place of its code', () => {
    const third = {
      ...job,
      formatVersion: 3,
      piece: { ...pieceOfVersion3, cornerRadiusMm: 3, codePlace: { xMm: 2, yMm: 4.5 } },
    };
    const parsed = parseJob(third);
    expect('job' in parsed && parsed.job.piece).toEqual({
      ...plainPiece(job.piece.widthMm, job.piece.heightMm, job.piece.code.widthMm, 3),
      code: { widthMm: job.piece.code.widthMm, xMm: 2, yMm: 4.5, turnDegrees: 0 },
    });
  });

  it('takes the changes of a fix, and none that break it', () => {
    expect(applyChanges(job, [{ path: 'piece.code.widthMm', value: 12 }]).piece.code.widthMm).toBe(12);
    expect(() => applyChanges(job, [{ path: 'piece.code.widthMm', value: 'wide' }])).toThrow();
  });
});

describe('a new job', () => {
  it.each(pairs)(
    'on $material.name is fine from the start, with no stop and no caution but contrast',
    (pair) => {
      const start = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' }, pair });
      const notFine = runJob(start).findings.filter(({ severity }) => severity !== 'fine');
      expect(notFine.map(({ code }) => code)).toEqual(
        pair.material.id === 'natural-slate' ? ['contrast'] : [],
      );
    },
  );

  it('starts clean: no override, no leftover, an empty message stops', () => {
    const empty = newJob({ name: 'New job', message: { kind: 'web', address: '' } });
    expect(empty.overrides).toEqual([]);
    expect(runJob(empty)).toMatchObject({ made: null, heldBackBy: [{ code: 'message-empty' }] });
  });
});

describe('runJob', () => {
  it('takes symbol and artwork over when only the piece changed', () => {
    const first = runJob(job);
    const wider = runJob({ ...job, piece: { ...job.piece, widthMm: 90 } }, first);
    expect(wider.codes[0]!.symbol).toBe(first.codes[0]!.symbol);
    expect(wider.codes[0]!.artwork).toBe(first.codes[0]!.artwork);
    const other = runJob({ ...job, message: { kind: 'web', address: 'x.example' } }, wider);
    expect(other.codes[0]!.artwork).not.toBe(first.codes[0]!.artwork);
  });

  it('stops for a pair that it does not know', () => {
    const unknown = { ...job, making: { ...job.making, machine: 'steam-press' } };
    expect(runJob(unknown).heldBackBy).toMatchObject([{ code: 'pair-unknown' }]);
  });
});
