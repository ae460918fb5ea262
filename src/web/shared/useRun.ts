/** A run that is looked at: asked for, watched until it ends, given up, taken up again, and its files handed over. */
import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import type { Run } from '../../wire';
import { fetchRun, filesOfRun, giveUpRun, goOnWithRun } from './runsApi';
import type { Attempts } from './useAttempt';

export interface RunAtHand {
  readonly run: ShallowRef<Run | null>;
  /** The server does not answer at the moment. */
  readonly isAway: Ref<boolean>;
  /** Looks at one, and at how it goes on; with `isOwn` its files are handed over when they are there. */
  readonly watch: (run: Run | null, isOwn: boolean) => void;
  readonly download: () => void;
  readonly giveUp: () => Promise<void>;
  readonly goOn: () => Promise<void>;
}

const everyMs = 400;

export function useRun(attempt: Attempts['attempt'], ended: (run: Run) => void = () => undefined): RunAtHand {
  const run = shallowRef<Run | null>(null);
  const isAway = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isOwn = false;

  function download(): void {
    if (run.value === null) return;
    const link = document.createElement('a');
    link.href = filesOfRun(run.value.id);
    link.download = '';
    link.click();
  }

  function show(next: Run | null): void {
    clearTimeout(timer);
    const before = run.value;
    run.value = next;
    if (next === null) return;
    if (next.state === 'under-way') timer = setTimeout(() => void look(next.id), everyMs);
    else if (before?.id === next.id && before.state === 'under-way') {
      if (next.hasFiles && isOwn) download();
      ended(next);
    }
  }

  /** A server that does not answer is asked again: what it was doing it takes up when it is back. */
  async function look(id: string): Promise<void> {
    const next = await fetchRun(id).catch(() => null);
    if (run.value?.id !== id) return;
    isAway.value = next === null;
    if (next === null) timer = setTimeout(() => void look(id), 5 * everyMs);
    else show(next);
  }

  onScopeDispose(() => clearTimeout(timer));

  return {
    run,
    isAway,
    watch: (next, isFromHere) => {
      isOwn = isFromHere;
      run.value = null;
      show(next);
      // One that ended before it was looked at.
      if (isFromHere && next !== null && next.state !== 'under-way') {
        if (next.hasFiles) download();
        ended(next);
      }
    },
    download,
    giveUp: () =>
      attempt(async () => {
        if (run.value !== null) show(await giveUpRun(run.value.id));
      }),
    goOn: () =>
      attempt(async () => {
        if (run.value === null) return;
        isOwn = true;
        show(await goOnWithRun(run.value.id));
      }),
  };
}
