/** What follows from an edit, worked out a moment after it. */
import type { Job } from '../../core/job';
import { useBench } from '../stores/bench';

/**
 * Asks what follows from the last edit, of the job as it is now. It becomes one step back with that edit; nothing is changed
 * where it is null, where it cannot be worked out, or where something was touched meanwhile.
 */
export async function followUp(step: string, ask: (placed: Job) => Promise<Job | null>): Promise<void> {
  const bench = useBench();
  const placed = bench.document;
  if (placed === null) return;
  try {
    const next = await ask(placed);
    if (next !== null && bench.document === placed) bench.follow(next, step);
  } catch {
    // The edit stands as it was made, and the readout says what it lacks.
  }
}
