/** The quick proof beside the bench: whenever typing pauses, the job as it stands is photographed and read. */
import { useTimeoutFn } from '@vueuse/core';
import { computed, onScopeDispose, shallowRef, watch, type ComputedRef } from 'vue';
import { isLetPass } from '../../core/run';
import { proofKey } from '../../core/proving';
import { fullShotCount } from '../../core/proof';
import type { Finding } from '../../core/finding';
import type { Job } from '../../core/job';
import { startQuickProof, type PressView, type QuickProof, type Shooter } from '../../engine';

/** What is known of how the job as it stands reads. */
export type Reads =
  /** There is no file to photograph. */
  | { readonly state: 'none' }
  /** It is not checked by itself, and nobody has asked for it. */
  | { readonly state: 'unasked' }
  | { readonly state: 'checking'; readonly shots: number; readonly ofShots: number }
  | { readonly state: 'judged'; readonly finding: Finding }
  | { readonly state: 'failed'; readonly problem: string };

export interface ReadsControl {
  readonly reads: ComputedRef<Reads>;
  /** What was found of the job as it stands, once it is; the state when nothing is being found out. */
  readonly settled: () => Promise<Reads>;
  /** Checks now, without a pause. */
  readonly check: () => void;
}

/** Typing has paused when nothing changed for so long. */
const pauseMs = 500;
/** Verdicts that are kept: of states that undo and redo come back to. */
const mostKept = 24;

/** `drawn` is what was drawn of the job, or null where nobody drew it; null before that and when it could not be drawn. */
export function useQuickProof(
  source: () => { readonly job: Job; readonly drawn: Pick<PressView, 'made'> | null } | null,
  provers: () => readonly Shooter[],
  checksByItself: () => boolean = () => true,
): ReadsControl {
  const kept = new Map<string, Finding>();
  const now = shallowRef<Reads>({ state: 'none' });
  const key = computed(() => {
    const asked = source();
    return asked === null || asked.drawn?.made === null ? null : proofKey(asked.job);
  });
  let running: QuickProof | null = null;

  const pause = useTimeoutFn((job: Job, ofKey: string) => void shoot(job, ofKey), pauseMs, {
    immediate: false,
  });

  function end(): void {
    pause.stop();
    running?.callOff();
    running = null;
  }

  function keep(ofKey: string, finding: Finding): void {
    kept.delete(ofKey);
    kept.set(ofKey, finding);
    if (kept.size > mostKept) kept.delete(kept.keys().next().value!);
    now.value = { state: 'judged', finding };
  }

  async function shoot(job: Job, ofKey: string): Promise<void> {
    const proof = startQuickProof(provers(), job, (shots, ofShots) => {
      if (running === proof) now.value = { state: 'checking', shots, ofShots };
    });
    running = proof;
    try {
      const finding = await proof.verdict;
      if (running !== proof) return;
      if (finding === null) {
        now.value = { state: 'none' };
        return;
      }
      keep(ofKey, finding);
      // Why it does not read is told when it is found; that it cannot be found changes nothing.
      const explained = await proof.explain().catch(() => null);
      if (running === proof && explained !== null) keep(ofKey, explained);
    } catch (error) {
      if (running === proof) now.value = { state: 'failed', problem: (error as Error).message };
    } finally {
      if (running === proof) running = null;
    }
  }

  function begin(isAtOnce = false): void {
    end();
    const ofKey = key.value;
    const asked = source();
    if (ofKey === null || asked === null) {
      now.value = { state: 'none' };
      return;
    }
    const known = kept.get(ofKey);
    if (known !== undefined) {
      now.value = { state: 'judged', finding: known };
      return;
    }
    if (!isAtOnce && !checksByItself()) {
      now.value = { state: 'unasked' };
      return;
    }
    now.value = { state: 'checking', shots: 0, ofShots: fullShotCount };
    if (isAtOnce) void shoot(asked.job, ofKey);
    else pause.start(asked.job, ofKey);
  }

  watch([key, checksByItself], () => begin(), { immediate: true, flush: 'sync' });
  onScopeDispose(end);

  return {
    reads: computed(() => now.value),
    settled: () =>
      new Promise((resolve) => {
        if (now.value.state === 'unasked') begin(true);
        const stop = watch(
          now,
          (reads) => {
            if (reads.state === 'checking') return;
            resolve(reads);
            queueMicrotask(() => stop());
          },
          { immediate: true },
        );
      }),
    check: () => begin(true),
  };
}

/** What was drawn, with what the quick proof found among its findings; a proof that fails holds the files back. */
export function withReads(drawn: PressView, { overrides }: Job, reads: Reads): PressView {
  if (reads.state !== 'judged') return drawn;
  const { finding } = reads;
  const holdsBack = finding.severity === 'stop' && !isLetPass(finding, overrides);
  return {
    ...drawn,
    findings: [finding, ...drawn.findings],
    heldBackBy: holdsBack ? [finding, ...drawn.heldBackBy] : drawn.heldBackBy,
  };
}
