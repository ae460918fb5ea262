/** Runs jobs and keeps the last result, so that stages whose input did not change are not run again. */
import type { Job } from '../core/job';
import { makeFiles, type MadeFiles } from '../core/makeFiles';
import type { FormatId } from '../core/output';
import { measureMessage, type MessageRuler } from '../core/ruler';
import { runJob, type JobResult } from '../core/runJob';
import { presetSwatches, pressView, type PressView, type Swatch } from './pressView';

export interface Press {
  press(job: Job): PressView;
  /** The upper left corner of the job's symbol in every shipped style. */
  swatches(job: Job): Swatch[];
  /** What the message costs; slower than a key, so it is asked for in pauses. */
  ruler(job: Job): MessageRuler;
  files(job: Job, revision: number, formats: readonly FormatId[]): MadeFiles;
}

export function createPress(): Press {
  let last: JobResult | undefined;
  const run = (job: Job): JobResult => (last = runJob(job, last));
  return {
    press: (job) => pressView(run(job)),
    swatches: (job) => presetSwatches(run(job)),
    ruler: measureMessage,
    files: (job, revision, formats) => makeFiles(job, run(job), revision, formats),
  };
}
