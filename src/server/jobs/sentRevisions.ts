/** Revisions of many jobs in one request: large, so that they are read where nobody waits for it. */
import { problemsOf } from '../../core/document';
import type { Job } from '../../core/job';
import { reviseJobsSchema } from '../../wire';

export interface Revision {
  readonly id: string;
  readonly baseRevision: number;
  readonly document: Job;
}

/** Revisions of many jobs as they were sent, or what is wrong with them. */
export type SentRevisions = { readonly revisions: readonly Revision[] } | { readonly problem: string };

export function readSentRevisions(bytes: Uint8Array): Promise<SentRevisions> {
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
