/** Keeps a drawn view beside a job: runs the press on every change, always ending with the newest. */
import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../core/job';
import type { PressView } from '../../engine';
import { useEngine } from './engine';

/** What is to be drawn. */
export interface Drawn {
  readonly jobId: string;
  readonly job: Job;
  readonly codeId: string;
}

export interface Live {
  /** The newest view of the job; null before the first. */
  readonly view: ShallowRef<PressView | null>;
  /** Why the job as it stands could not be drawn; empty when it could. The view is then of an earlier state. */
  readonly problem: Ref<string>;
  readonly tryAgain: () => void;
}

export function useLive(source: () => Drawn | null): Live {
  const { live } = useEngine();
  const view = shallowRef<PressView | null>(null);
  const problem = ref('');
  let waiting: Drawn | null = null;
  let running = false;

  /** Whether an answer is still wanted: not when another job was opened meanwhile. */
  const isWanted = ({ jobId }: Drawn): boolean => source()?.jobId === jobId;

  async function draw(asked: Drawn): Promise<void> {
    try {
      await live.load(asked.job);
      const drawn = await live.press(asked.job, asked.codeId);
      if (!isWanted(asked)) return;
      view.value = drawn;
      problem.value = '';
    } catch (error) {
      if (isWanted(asked)) problem.value = (error as Error).message;
    }
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
      }
      waiting = now;
      void run();
    },
    { immediate: true },
  );
  const tryAgain = (): void => {
    waiting = source();
    void run();
  };
  return { view, problem, tryAgain };
}
