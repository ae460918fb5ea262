/** Keeps a drawn view beside a document: runs the press on every change, always ending with the newest. */
import { shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../core/job';
import type { PressView } from '../../engine';
import { useEngine } from './engine';

export function useLive(document: Ref<Job | null>, codeId: Ref<string>): ShallowRef<PressView | null> {
  const { press } = useEngine();
  const view = shallowRef<PressView | null>(null);
  let waiting: Job | null = null;
  let running = false;

  async function run(): Promise<void> {
    running = true;
    while (waiting !== null) {
      const job: Job = waiting;
      waiting = null;
      view.value = await press.press(job, codeId.value);
    }
    running = false;
  }

  watch(
    [document, codeId],
    ([job]) => {
      waiting = job;
      if (!running) void run();
    },
    { immediate: true },
  );
  return view;
}
