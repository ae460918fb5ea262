/** Work that can take long, or is done on bytes from elsewhere: done in child processes, where a limit can end it. */
import type { Severity } from '../core/finding';
import { type Job } from '../core/job';
import { problemsOf } from '../core/document';
import { cleanUpload, type CleanUpload } from '../core/logo';
import { createLibrary, runJob } from '../core/run';
import { logoAssets } from '../node/logoAssets';
import { reviseJobsSchema } from '../wire';
import { stageArchive } from './archive/stage';
import { readLog } from './links';
import { runPart } from './runTask';

/** Files that a job refers to, by their hashes. */
export type Files = Readonly<Record<string, Uint8Array>>;

export interface Revision {
  readonly id: string;
  readonly baseRevision: number;
  readonly document: Job;
}

/** What the shelf says of the limits of a job; a stop that was let pass counts as a caution. */
async function severity(job: Job, files: Files): Promise<Severity> {
  const library = createLibrary(logoAssets((hash) => Promise.resolve(files[hash] ?? null)));
  await library.load(job);
  const result = runJob(job, undefined, library, 'none');
  return result.severity === 'stop' && result.heldBackBy.length === 0 ? 'caution' : result.severity;
}

const clean = (bytes: Uint8Array): Promise<CleanUpload> => Promise.resolve(cleanUpload(bytes));

/** Revisions of many jobs as they were sent, or what is wrong with them. */
export type SentRevisions = { readonly revisions: readonly Revision[] } | { readonly problem: string };

function revisions(bytes: Uint8Array): Promise<SentRevisions> {
  let body: unknown;
  try {
    body = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return Promise.resolve({ problem: 'The request is not valid JSON.' });
  }
  const parsed = reviseJobsSchema.safeParse(body);
  return Promise.resolve(
    parsed.success ? { revisions: parsed.data.jobs } : { problem: problemsOf(parsed.error).join(' ') },
  );
}

export const tasks = { severity, clean, revisions, archive: stageArchive, readLog, runPart } as const;
export type Tasks = typeof tasks;
