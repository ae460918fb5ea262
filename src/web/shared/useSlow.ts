/** Whether the engine takes longer than usual with what somebody waits for, and a way to stop it. */
import { onMounted, shallowRef, type ShallowRef } from 'vue';
import { useEngine } from './engine';
import { onLate } from './http';

export interface Slow {
  readonly isSlow: ShallowRef<boolean>;
  /** The server has not answered for long. */
  readonly isServerLate: ShallowRef<boolean>;
  /** What was being done is told as stopped where it was asked for; the next question begins anew. */
  readonly stop: () => void;
}

export function useSlow(): Slow {
  const [isSlow, isServerLate] = [shallowRef(false), shallowRef(false)];
  const slow = new Set<() => void>();
  onMounted(() => {
    onLate((isNow) => (isServerLate.value = isNow));
    const { live, desk, maker, prover, otherProver } = useEngine();
    for (const part of [live, desk, maker, prover, otherProver])
      part.onSlow((isNow) => {
        if (isNow) slow.add(part.stop);
        else slow.delete(part.stop);
        isSlow.value = slow.size > 0;
      });
  });
  return { isSlow, isServerLate, stop: () => [...slow].forEach((stop) => stop()) };
}
