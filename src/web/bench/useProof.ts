/** Proving the job on the bench. */
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { newestOf } from '../../core/tasks';
import { fullShotCount, joinedReports, type ProofReport } from '../../core/proof';
import { sharedShots } from '../../engine';
import { keepRevision, saveProof } from '../shared/api';
import { useEngine } from '../shared/engine';
import { useBench } from '../stores/bench';

export interface ProofControl {
  readonly running: Ref<boolean>;
  /** The newest verdict: of the run that is under way, else the one kept with the job. */
  readonly report: ComputedRef<ProofReport | null>;
  readonly ofRevision: ComputedRef<number | null>;
  /** The verdict is not of the job as it stands now. */
  readonly stale: ComputedRef<boolean>;
  readonly problem: Ref<string>;
  readonly run: () => Promise<void>;
  /** As many shots again, counted together with those that were taken; of the revision that they were of. */
  readonly more: () => Promise<void>;
}

export function useProof(): ProofControl {
  const bench = useBench();
  const running = ref(false);
  const problem = ref('');
  const early: ShallowRef<{ report: ProofReport; revision: number } | null> = shallowRef(null);
  // What was asked for is kept, whoever has left meanwhile.
  const runs = newestOf();

  const shown = computed(() => early.value ?? bench.proof);

  const run = (): Promise<void> => prove(null);
  const proveMore = (): Promise<void> => prove(bench.proof?.report ?? null);

  /** The shots of a proof, or those that come after the ones of a report. */
  async function prove(before: ProofReport | null): Promise<void> {
    const isNewest = runs.ask();
    problem.value = '';
    running.value = true;
    early.value = null;
    try {
      await bench.flush();
      const { document, revision, id, saveState } = bench;
      if (document === null || saveState !== 'saved') {
        problem.value = 'A proof belongs to a saved revision, and this one is not saved yet.';
        return;
      }
      await keepRevision(id, revision);
      const first = (before?.shots ?? 0) + 1;
      const ofShots = first - 1 + fullShotCount;
      const withBefore = (report: ProofReport): ProofReport =>
        before === null ? report : joinedReports([{ ...report, ofShots }, before]);
      const { prover, otherProver } = useEngine();
      const shot = await sharedShots(
        [prover, otherProver].map(
          (prover) => (numbers, tell) => prover.prove(document, revision, numbers, tell),
        ),
        { first, ofShots },
        {
          tell: (known) => {
            if (isNewest()) early.value = { report: withBefore(known), revision };
          },
        },
      );
      const report = shot && withBefore(shot);
      if (!isNewest()) return;
      if (report === null) problem.value = 'There is nothing to prove: the message gives no symbol.';
      else {
        await saveProof(id, revision, report);
        if (bench.id === id) bench.proof = { revision, report, at: new Date().toISOString() };
      }
    } catch (error) {
      problem.value = (error as Error).message;
    } finally {
      if (isNewest()) {
        early.value = null;
        running.value = false;
      }
    }
  }

  return {
    running,
    problem,
    report: computed(() => shown.value?.report ?? null),
    ofRevision: computed(() => shown.value?.revision ?? null),
    stale: computed(
      () => shown.value !== null && (shown.value.revision !== bench.revision || bench.saveState !== 'saved'),
    ),
    run,
    more: proveMore,
  };
}
