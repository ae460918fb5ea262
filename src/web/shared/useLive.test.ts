/** The drawing beside a job, with a press that answers when it is told to. */
import { beforeEach, describe, expect, it, jest } from '@jest/globals';
import { effectScope, nextTick, shallowRef } from 'vue';
import { newJob, type Job } from '../../core/job';
import type { PressView } from '../../engine';

interface Asked {
  readonly name: string;
  readonly answer: (view?: Partial<PressView>) => void;
  readonly fail: (reason: Error) => void;
}

let asked: Asked[] = [];
/** Whether nothing has to be loaded for a drawing, and how often something was. */
let isAtHand = true;
let loads = 0;
let fixesAsked: { readonly answer: (fixes: object) => void; readonly fail: () => void }[] = [];
const press = (job: Job): Promise<PressView> =>
  new Promise((resolve, reject) => {
    asked.push({
      name: job.name,
      answer: (view = {}) =>
        resolve({
          summary: job.name,
          severity: 'fine',
          findings: [],
          heldBackBy: [],
          ...view,
        } as unknown as PressView),
      fail: reject,
    });
  });
jest.unstable_mockModule('./engine', () => ({
  useEngine: () => ({
    live: {
      load: () => {
        loads++;
        return Promise.resolve();
      },
      press,
      pressAtHand: (job: Job) => (isAtHand ? press(job) : Promise.resolve(null)),
    },
    desk: {
      fixes: () =>
        new Promise((resolve, reject) => {
          fixesAsked.push({ answer: resolve, fail: () => reject(new Error('broken off')) });
        }),
    },
  }),
}));
const { useLive } = await import('./useLive');

const document = newJob({ message: { kind: 'web', address: 'https://ternquay.example' } });
const drawn = (name: string, jobId = 'a') => ({ jobId, job: { ...document, name }, codeId: 'code-1' });
const settled = async (): Promise<void> => {
  for (let turn = 0; turn < 20; turn++) await Promise.resolve();
  // Fixes are tried after a pause.
  await new Promise((resolve) => setTimeout(resolve, 2));
  await nextTick();
};

function started() {
  const source = shallowRef<ReturnType<typeof drawn> | null>(drawn('first'));
  const live = effectScope().run(() => useLive(() => source.value, 0))!;
  const edit = async (next: ReturnType<typeof drawn> | null): Promise<void> => {
    source.value = next;
    await settled();
  };
  return { live, edit };
}

beforeEach(() => {
  asked = [];
  isAtHand = true;
  loads = 0;
  fixesAsked = [];
});

describe('the drawing', () => {
  it('follows the newest edit, and passes over those between', async () => {
    const { live, edit } = started();
    await settled();
    await edit(drawn('second'));
    await edit(drawn('third'));
    asked[0]!.answer();
    await settled();
    expect(live.view.value!.summary).toBe('first');
    expect(asked.map(({ name }) => name)).toEqual(['first', 'third']);
    asked[1]!.answer();
    await settled();
    expect(live.view.value!.summary).toBe('third');
  });

  it('loads what is not at hand, and nothing else', async () => {
    const { live, edit } = started();
    await settled();
    asked[0]!.answer();
    await settled();
    expect(loads).toBe(0);
    isAtHand = false;
    await edit(drawn('with a font'));
    expect(loads).toBe(1);
    asked[1]!.answer();
    await settled();
    expect(live.view.value!.summary).toBe('with a font');
  });

  it('is never that of a job left behind', async () => {
    const { live, edit } = started();
    await settled();
    await edit(drawn('other job', 'b'));
    expect(live.view.value).toBeNull();
    asked[0]!.answer();
    await settled();
    expect(live.view.value).toBeNull();
    asked[1]!.answer();
    await settled();
    expect(live.view.value!.summary).toBe('other job');
  });

  it('that fails is told, and the next edit is drawn again', async () => {
    const { live, edit } = started();
    await settled();
    asked[0]!.fail(new Error('The font could not be loaded.'));
    await settled();
    expect(live.problem.value).toBe('The font could not be loaded.');
    await edit(drawn('second'));
    asked[1]!.answer();
    await settled();
    expect([live.problem.value, live.view.value!.summary]).toEqual(['', 'second']);
  });

  it('can be tried again as it stands', async () => {
    const { live } = started();
    await settled();
    asked[0]!.fail(new Error('broken off'));
    await settled();
    live.tryAgain();
    await settled();
    asked[1]!.answer();
    await settled();
    expect([live.problem.value, live.view.value!.summary]).toEqual(['', 'first']);
  });
});

describe('fixes', () => {
  const finding = { kind: 'module-size', about: { on: 'code', id: 'code-1' }, severity: 'stop', fixes: [] };
  const stopped = {
    severity: 'stop',
    findings: [finding],
    heldBackBy: [finding],
  } as unknown as Partial<PressView>;

  it('come after the drawing, which does not wait for them', async () => {
    const { findingKey } = await import('../../core/finding');
    const { live } = started();
    await settled();
    asked[0]!.answer(stopped);
    await settled();
    expect([live.view.value!.findings[0]!.fixes, live.isTrying.value]).toEqual([[], true]);
    const fix = { label: ['Make it wider'], changes: [] };
    fixesAsked[0]!.answer({ [findingKey(finding as never)]: [fix] });
    await settled();
    expect(live.view.value!.findings[0]!.fixes).toEqual([fix]);
    expect(live.view.value!.heldBackBy[0]!.fixes).toEqual([fix]);
    expect(live.isTrying.value).toBe(false);
  });

  it('of the state before stand until they were tried again, and are not current meanwhile', async () => {
    const { findingKey } = await import('../../core/finding');
    const { live, edit } = started();
    await settled();
    asked[0]!.answer(stopped);
    await settled();
    const fix = { label: ['Make it wider'], changes: [] };
    fixesAsked[0]!.answer({ [findingKey(finding as never)]: [fix] });
    await settled();
    expect(live.areFixesCurrent.value).toBe(true);
    // From the edit on, before it is drawn, and while its fixes are tried.
    await edit(drawn('second'));
    expect(live.areFixesCurrent.value).toBe(false);
    asked[1]!.answer(stopped);
    await settled();
    expect([live.view.value!.findings[0]!.fixes, live.areFixesCurrent.value]).toEqual([[fix], false]);
    fixesAsked[1]!.answer({});
    await settled();
    expect([live.view.value!.findings[0]!.fixes, live.areFixesCurrent.value]).toEqual([[], true]);
  });

  it('that could not be tried leave the limit without, and later ones are tried again', async () => {
    const { live, edit } = started();
    await settled();
    asked[0]!.answer(stopped);
    await settled();
    fixesAsked[0]!.fail();
    await settled();
    expect([live.view.value!.findings[0]!.fixes, live.isTrying.value, live.problem.value]).toEqual([
      [],
      false,
      '',
    ]);
    await edit(drawn('second'));
    asked[1]!.answer(stopped);
    await settled();
    expect(fixesAsked).toHaveLength(2);
  });
});
