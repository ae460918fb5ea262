/** The limits of a job, as the shelf shows them. */
import type { Severity } from '../../core/finding';
import type { Job } from '../../core/job';
import { createLibrary, runJob } from '../../core/run';
import { logoAssets } from '../../node/logoAssets';

/** Files that a job refers to, by their hashes. */
export type FilesByHash = Readonly<Record<string, Uint8Array>>;

/** What the shelf says of the limits of a job; a stop that was let pass counts as a caution. */
export async function severityOf(job: Job, files: FilesByHash): Promise<Severity> {
  const library = createLibrary(logoAssets((hash) => Promise.resolve(files[hash] ?? null)));
  await library.load(job);
  const result = runJob(job, undefined, library, 'none');
  return result.severity === 'stop' && result.heldBackBy.length === 0 ? 'caution' : result.severity;
}
