/** The row at hand: its piece, what of its limits is not fine, and how it reads. */
import { shallowRef, watch, type ShallowRef } from 'vue';
import { toRaw } from 'vue';
import { Stopped, type RowAtHand } from '../../engine';
import { useEngine } from '../shared/engine';
import type { Attempts } from '../shared/useAttempt';
import { useQuickProof, type ReadsControl } from '../shared/useQuickProof';
import type { SeriesAtHand } from './useSeries';

export interface RowShown {
  /** Null until it is drawn. */
  readonly own: ShallowRef<RowAtHand | null>;
  readonly reads: ReadsControl['reads'];
}

export function useRow(
  { job, document, view, row }: Pick<SeriesAtHand, 'job' | 'document' | 'view' | 'row'>,
  attempt: Attempts['attempt'],
): RowShown {
  const atHand = shallowRef<RowAtHand | null>(null);
  let looks = 0;
  async function look(): Promise<void> {
    const [series, of, found] = [document.value, job.value, view.value];
    if (series === null || of === null || found === null) return;
    const mine = ++looks;
    try {
      const shown = await useEngine().maker.rowAtHand(
        structuredClone(toRaw(of)),
        JSON.parse(JSON.stringify(series)) as typeof series,
        row.value,
        found.look,
      );
      if (mine === looks) atHand.value = shown;
    } catch (error) {
      if (mine === looks && !(error instanceof Stopped)) throw error;
    }
  }
  watch([view, row], () => void attempt(look), { immediate: true });
  const { reads } = useQuickProof(
    () => {
      const shown = atHand.value;
      const state = view.value?.rows[row.value]?.state;
      return shown === null || state === undefined || state === 'held-back'
        ? null
        : { job: shown.job, drawn: null };
    },
    () => {
      const { prover, otherProver } = useEngine();
      return [prover, otherProver];
    },
  );
  return { own: atHand, reads };
}
