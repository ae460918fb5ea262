/** Runs jobs and keeps the last result, so that stages whose input did not change are not run again. */
import type { Job } from '../core/job';
import { makeFiles, type MadeFiles } from '../core/makeFiles';
import type { FormatId } from '../core/output';
import { runJob, type JobResult } from '../core/runJob';
import { pressView, type PressView } from './pressView';

export interface Press {
  press(job: Job): PressView;
  files(job: Job, revision: number, formats: readonly FormatId[]): MadeFiles;
}

export function createPress(): Press {
  let last: JobResult | undefined;
  const run = (job: Job): JobResult => (last = runJob(job, last));
  return {
    press: (job) => pressView(job, run(job)),
    files: (job, revision, formats) => makeFiles(job, run(job), revision, formats),
  };
}
