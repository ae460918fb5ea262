/** Readers and the quick proof, loaded when a command asks for them. */
import type { Finding } from '../core/finding';
import type { Job } from '../core/job';
import { loadedOnce } from '../core/tasks';
import type { Reader } from '../core/readers';
import { proofFinding, proofSetup } from '../core/proving';
import type { JobResult } from '../core/run';

const once = loadedOnce<readonly Reader[]>();

/** With the renderer, which writers of pictures need, too. */
export const loadReaders = (): Promise<readonly Reader[]> =>
  once(async () => {
    const { startProof } = await import('../core/proof');
    const { loadProofBinaries } = await import('../node/proofBinaries');
    return startProof(await loadProofBinaries());
  });

/** What the quick proof says of a piece; null when there is none. */
export async function quickFinding(job: Job, result: JobResult): Promise<Finding | null> {
  const setup = proofSetup(job, result, null);
  if (setup === null) return null;
  const { isDecided, proveUntil } = await import('../core/proof');
  const { voting } = await import('../core/readers');
  const report = await proveUntil(setup, voting(await loadReaders()), { isEnough: isDecided });
  return report && proofFinding(report);
}
