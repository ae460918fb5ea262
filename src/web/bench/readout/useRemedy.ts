/** What one click would put right, looked for when typing pauses and more than one thing is wrong. */
import { useTimeoutFn } from '@vueuse/core';
import { shallowRef, watch, type ShallowRef } from 'vue';
import type { Fix } from '../../../core/finding';
import type { Job } from '../../../core/job';
import { useEngine } from '../../shared/engine';

const pauseMs = 600;

/** The steps for the job as it stands; empty when there are none, and until they were found. */
export function useRemedy(
  source: () => { readonly job: Job; readonly wrong: number },
): ShallowRef<readonly Fix[]> {
  const steps = shallowRef<readonly Fix[]>([]);
  const pause = useTimeoutFn(
    (job: Job) =>
      useEngine()
        .desk.mend(job)
        .then((fixes) => {
          if (source().job === job) steps.value = fixes;
        })
        // Each finding still has its own fixes.
        .catch(() => {}),
    pauseMs,
    { immediate: false },
  );
  watch(
    () => [source().job, source().wrong > 1] as const,
    ([job, isMany]) => {
      pause.stop();
      steps.value = [];
      if (isMany) pause.start(job);
    },
    { immediate: true },
  );
  return steps;
}
