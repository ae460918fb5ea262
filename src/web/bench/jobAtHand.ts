/** The job on the bench and the code at hand, from one place for all that shows them. */
import { computed, inject, provide, type ComputedRef, type InjectionKey } from 'vue';
import type { CodeSettings, Job } from '../../core/job';

export interface JobAtHand {
  readonly job: ComputedRef<Job>;
  readonly code: ComputedRef<CodeSettings>;
  /** Fixes that were tried on an earlier state of the job cannot be used. */
  readonly areFixesCurrent: ComputedRef<boolean>;
}

const key: InjectionKey<JobAtHand> = Symbol('the job on the bench');

/** What was there last, while a screen that shows it is on its way out. */
function lastOf<Value>(source: () => Value | null): ComputedRef<Value> {
  let last: Value | null = null;
  return computed(() => (last = source() ?? last)!);
}

/** For all components below; they are shown once there is a job. */
export const provideJobAtHand = (
  job: () => Job | null,
  code: () => CodeSettings | null,
  areFixesCurrent: ComputedRef<boolean>,
): void => provide(key, { job: lastOf(job), code: lastOf(code), areFixesCurrent });

export function useJobAtHand(): JobAtHand {
  const atHand = inject(key);
  if (atHand === undefined) throw new Error('No job is at hand here: the bench provides it.');
  return atHand;
}
