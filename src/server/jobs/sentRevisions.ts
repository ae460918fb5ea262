/** Revisions of many jobs, and a job with its pictures: large, so that they are read where nobody waits for it. */
import { problemsOf } from '../../core/document';
import type { Job } from '../../core/job';
import { openJobFile, type OpenedJobFile } from '../../node/carriedFiles';
import { reviseJobsSchema } from '../../wire';

export interface Revision {
  readonly id: string;
  readonly baseRevision: number;
  readonly document: Job;
}

/** Revisions of many jobs as they were sent, or what is wrong with them. */
export type SentRevisions = { readonly revisions: readonly Revision[] } | { readonly problem: string };

export function readSentRevisions(bytes: Uint8Array): Promise<SentRevisions> {
  const body = valueIn(bytes);
  if (body === undefined) return Promise.resolve({ problem: 'The request is not valid JSON.' });
  const parsed = reviseJobsSchema.safeParse(body);
  return Promise.resolve(
    parsed.success ? { revisions: parsed.data.jobs } : { problem: problemsOf(parsed.error).join(' ') },
  );
}

/** A job file with its pictures. */
export function readSentJobFile(bytes: Uint8Array): OpenedJobFile {
  const value = valueIn(bytes);
  return value === undefined
    ? { problem: 'This is not a job file: a job file is JSON, and this is not.' }
    : openJobFile(value);
}

/** Undefined for what is not JSON. */
function valueIn(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return undefined;
  }
}
