/** The quick proof beside the bench, with provers that answer when they are told to. */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { effectScope, shallowRef, type EffectScope } from 'vue';
import type { Finding } from '../../core/finding';
import { newJob, withCode, type Job } from '../../core/job';
import type { ProofReport } from '../../core/proof';
import { proofFinding } from '../../core/proving';
import type { PressView, Shooter } from '../../engine';
import { useQuickProof, withReads, type ReadsControl } from './useQuickProof';

const plate = newJob({ message: { kind: 'web', address: 'https://ternquay.example' } });
const wider = (widthMm: number): Job =>
  withCode(plate, 'code-1', (code) => ({ ...code, placement: { ...code.placement, widthMm } }));
const drawn = { made: {}, findings: [], heldBackBy: [] } as unknown as PressView;
const report = (read: number): ProofReport => ({
  verdict: read >= 16 ? 'good' : 'stop',
  shots: 20,
  ofShots: 20,
  distanceM: 0.25,
  pixelsPerModule: 5,
  readers: ['ZXing, plain', 'ZBar', 'jsQR'].map((name) => ({
    id: name,
    name,
    votes: true,
    read,
    wrong: 0,
    state: read >= 16 ? 'prompt' : 'fails',
  })),
});

interface Asked {
  readonly job: Job;
  readonly tell: (report: ProofReport) => void;
  readonly answer: (report: ProofReport | null) => void;
  readonly fail: (reason: Error) => void;
}
let asked: Asked[] = [];
let calledOff = 0;
let explained: Finding | null = null;
const prover: Shooter = {
  shoot: (job, _, tell) =>
    new Promise((resolve, reject) => {
      asked.push({ job, tell, answer: resolve, fail: reject });
    }),
  callOff: () => {
    calledOff++;
    return Promise.resolve();
  },
  explain: () => Promise.resolve(explained),
};
const settle = async (): Promise<void> => {
  for (let turn = 0; turn < 30; turn++) await Promise.resolve();
};
/** Typing pauses. */
const pause = async (): Promise<void> => {
  jest.advanceTimersByTime(550);
  await settle();
};

let scope: EffectScope;
function started(first: Job | null = plate, byItself = shallowRef(true)) {
  const source = shallowRef<{ job: Job; drawn: PressView } | null>(first && { job: first, drawn });
  scope = effectScope();
  const quick = scope.run(() =>
    useQuickProof(
      () => source.value,
      () => [prover],
      () => byItself.value,
    ),
  )!;
  const edit = (job: Job | null, view = drawn): void => {
    source.value = job && { job, drawn: view };
  };
  return { quick, edit };
}
const stateOf = ({ reads }: ReadsControl): string => reads.value.state;
const severityOf = ({ reads }: ReadsControl): string | null =>
  reads.value.state === 'judged' ? reads.value.finding.severity : null;

beforeEach(() => {
  jest.useFakeTimers();
  asked = [];
  calledOff = 0;
  explained = null;
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});

describe('the quick proof beside the bench', () => {
  it('is checking from the first key until the verdict, and shoots only when typing pauses', async () => {
    const { quick, edit } = started();
    expect(quick.reads.value).toEqual({ state: 'checking', shots: 0, ofShots: 20 });
    edit(wider(31));
    edit(wider(32));
    expect(asked).toHaveLength(0);
    await pause();
    expect(asked.map(({ job }) => job.codes[0]!.placement.widthMm)).toEqual([32]);
    asked[0]!.tell({ ...report(8), shots: 8, verdict: 'caution', readers: report(7).readers });
    expect(quick.reads.value).toMatchObject({ state: 'checking', shots: 8 });
    asked[0]!.answer(report(20));
    asked[0]!.tell(report(20));
    await settle();
    expect(severityOf(quick)).toBe('fine');
  });

  it('is called off by the next key, and what it still answers is not shown', async () => {
    const { quick, edit } = started();
    await pause();
    edit(wider(40));
    expect(calledOff).toBe(1);
    expect(stateOf(quick)).toBe('checking');
    asked[0]!.tell(report(20));
    asked[0]!.answer(report(20));
    await settle();
    expect(stateOf(quick)).toBe('checking');
  });

  it('knows the verdict of a state that undo comes back to, and leaves a change of name alone', async () => {
    const { quick, edit } = started();
    await pause();
    asked[0]!.answer(report(20));
    asked[0]!.tell(report(20));
    await settle();
    edit({ ...plate, name: 'Berth 18' });
    expect(severityOf(quick)).toBe('fine');
    edit(wider(40));
    expect(stateOf(quick)).toBe('checking');
    edit(plate);
    expect(severityOf(quick)).toBe('fine');
    await pause();
    expect(asked).toHaveLength(1);
  });

  it('is nothing where nothing was drawn', async () => {
    const { quick, edit } = started(null);
    expect(stateOf(quick)).toBe('none');
    edit(plate, { ...drawn, made: null });
    await pause();
    expect([stateOf(quick), asked.length]).toEqual(['none', 0]);
  });

  it('tells a failure, and tries again when it is asked or when something changes', async () => {
    const { quick, edit } = started();
    await pause();
    asked[0]!.fail(new Error('The part of this page that draws could not be loaded.'));
    await settle();
    expect(quick.reads.value).toEqual({
      state: 'failed',
      problem: 'The part of this page that draws could not be loaded.',
    });
    quick.check();
    await pause();
    expect(asked).toHaveLength(2);
    asked[1]!.fail(new Error('again'));
    await settle();
    edit(wider(33));
    await pause();
    expect([stateOf(quick), asked.length]).toEqual(['checking', 3]);
  });

  it('waits to be asked where it shall not check by itself: by the user, or by a file that is taken', async () => {
    const byItself = shallowRef(false);
    const { quick, edit } = started(plate, byItself);
    await pause();
    expect([stateOf(quick), asked.length]).toEqual(['unasked', 0]);
    const settled = quick.settled();
    expect(asked).toHaveLength(1);
    asked[0]!.tell(report(20));
    asked[0]!.answer(report(20));
    expect(await settled).toMatchObject({ state: 'judged', finding: { severity: 'fine' } });
    edit(wider(33));
    await pause();
    expect([stateOf(quick), asked.length]).toEqual(['unasked', 1]);
    quick.check();
    expect([stateOf(quick), asked.length]).toEqual(['checking', 2]);
    byItself.value = true;
    await pause();
    expect([stateOf(quick), asked.length]).toEqual(['checking', 3]);
  });

  it('adds why it does not read when that is found', async () => {
    const { quick } = started();
    explained = { ...proofFinding(report(3)), title: 'Explained' };
    await pause();
    asked[0]!.tell(report(3));
    await settle();
    expect(quick.reads.value).toMatchObject({ state: 'judged', finding: { title: 'Explained' } });
  });

  it('lets whoever takes a file wait for the verdict', async () => {
    const { quick, edit } = started();
    const waited = quick.settled();
    await pause();
    edit(wider(36));
    await pause();
    asked[1]!.tell(report(3));
    expect(await waited).toMatchObject({ state: 'judged', finding: { severity: 'stop' } });
  });
});

describe('what was drawn with the verdict', () => {
  const stop = proofFinding(report(3));
  const judged = { state: 'judged', finding: stop } as const;
  it('is held back by a proof that fails, until it is let pass', () => {
    expect(withReads(drawn, plate, judged).heldBackBy).toEqual([stop]);
    const passing: Job = {
      ...plate,
      overrides: [{ kind: stop.kind, about: { on: 'piece' }, reason: 'A test.', at: '2026-11-26T10:00:00Z' }],
    };
    expect(withReads(drawn, passing, judged)).toMatchObject({ findings: [stop], heldBackBy: [] });
  });

  it('is itself while there is no verdict', () => {
    expect(withReads(drawn, plate, { state: 'checking', shots: 4, ofShots: 20 })).toBe(drawn);
  });
});
