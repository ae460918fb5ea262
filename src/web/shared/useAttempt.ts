/** Work that may fail, with its failure as a sentence where it happened; the next attempt begins without it. */
import { ref, type Ref } from 'vue';

export interface Attempts {
  /** Why the last attempt failed; empty when it did not. */
  readonly problem: Ref<string>;
  /** Never rejects. */
  readonly attempt: (work: () => Promise<void>) => Promise<void>;
}

export function useAttempt(): Attempts {
  const problem = ref('');
  return {
    problem,
    attempt: async (work) => {
      try {
        problem.value = '';
        await work();
      } catch (error) {
        problem.value = error instanceof Error ? error.message : String(error);
      }
    },
  };
}
