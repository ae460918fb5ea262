/** Keeps a drawn view beside a job: runs the press on every change, always ending with the newest. */
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../core/job';
import { findingKey, type Finding } from '../../core/finding';
import { isSteered } from '../../core/logo';
import type { PressView, TriedFixes } from '../../engine';
import { useEngine } from './engine';

/** What is to be drawn. */
export interface Drawn {
  readonly jobId: string;
  readonly job: Job;
  readonly codeId: string;
  /** Whether what the machine does is looked at, beside the finished piece. */
  readonly showsMarks?: boolean;
}

export interface Live {
  /** The newest view of the job; null before the first. */
  readonly view: ShallowRef<PressView | null>;
  /** Why the job as it stands could not be drawn; empty when it could. The view is then of an earlier state. */
  readonly problem: Ref<string>;
  /** Whether fixes for the newest view are still being tried. */
  readonly isTrying: Ref<boolean>;
  /** Whether the fixes that are shown were tried on the job as it is now: older ones would change it to what nobody tried. */
  readonly areFixesCurrent: ComputedRef<boolean>;
  readonly tryAgain: () => void;
}

/** Fixes are tried once a drawing has been painted: on two cores they would stand in its way. */
const paintMs = 50;

export function useLive(source: () => Drawn | null, fixesAfterMs = paintMs): Live {
  const { live, desk } = useEngine();
  const view = shallowRef<PressView | null>(null);
  const problem = ref('');
  let waiting: Drawn | null = null;
  let running = false;
  let fixes: TriedFixes = {};
  const triedOn = shallowRef<Job | null>(null);
  const isTrying = ref(false);
  let toTry: { readonly asked: Drawn; readonly drawn: PressView } | null = null;

  /** Whether an answer is still wanted: not when another job was opened meanwhile. */
  const isWanted = ({ jobId }: Drawn): boolean => source()?.jobId === jobId;

  /** Loads only what is not at hand: one question and answer a key, seldom three. */
  async function pressed({ job, codeId, showsMarks }: Drawn): Promise<PressView | 'given-up'> {
    const atHand = await live.pressAtHand(job, codeId, showsMarks);
    if (atHand !== null) return atHand;
    await live.load(job);
    return live.press(job, codeId, showsMarks);
  }

  async function draw(asked: Drawn): Promise<void> {
    try {
      const drawn = await pressed(asked);
      // The newer question that it was given up for follows.
      if (drawn === 'given-up' || !isWanted(asked)) return;
      view.value = withFixes(drawn, fixes);
      problem.value = '';
      void tryFixes({ asked, drawn });
    } catch (error) {
      if (isWanted(asked)) problem.value = (error as Error).message;
    }
  }

  function show(tried: TriedFixes, job: Job): void {
    fixes = tried;
    triedOn.value = job;
    if (view.value !== null) view.value = withFixes(view.value, fixes);
  }

  /** Fixes are tried on the whole job, beside the keys; those of the state before stand until then, and cannot be used. */
  async function tryFixes(newest: NonNullable<typeof toTry>): Promise<void> {
    toTry = newest;
    if (isTrying.value) return;
    isTrying.value = true;
    while (toTry !== null) {
      await new Promise((resolve) => setTimeout(resolve, fixesAfterMs));
      const { asked, drawn } = toTry;
      toTry = null;
      try {
        const tried = drawn.severity === 'fine' || !isWanted(asked) ? {} : await desk.fixes(asked.job);
        if (isWanted(asked)) show(tried, asked.job);
      } catch {
        // A limit without a fix still says what is measured and required.
        if (isWanted(asked)) show({}, asked.job);
      }
    }
    isTrying.value = false;
  }

  async function run(): Promise<void> {
    if (running) return;
    running = true;
    while (waiting !== null) {
      const asked: Drawn = waiting;
      waiting = null;
      await draw(asked);
    }
    running = false;
  }

  watch(
    source,
    (now, before) => {
      if (now?.jobId !== before?.jobId) {
        view.value = null;
        problem.value = '';
        fixes = {};
      }
      waiting = now;
      // Only pictures that modules draw take so long that they can be given up.
      if (running && before?.job.codes.some(({ logo }) => isSteered(logo)) === true)
        void live.announce().catch(() => undefined);
      void run();
    },
    { immediate: true },
  );
  const tryAgain = (): void => {
    waiting = source();
    void run();
  };
  const areFixesCurrent = computed(() => triedOn.value === (source()?.job ?? null));
  return { view, problem, isTrying, areFixesCurrent, tryAgain };
}

/** The view with fixes that were tried; findings for which there are none offer none. */
function withFixes(view: PressView, fixes: TriedFixes): PressView {
  const offered = (finding: Finding): Finding => ({ ...finding, fixes: fixes[findingKey(finding)] ?? [] });
  return {
    ...view,
    findings: view.findings.map(offered),
    heldBackBy: view.heldBackBy.map(offered),
  };
}
