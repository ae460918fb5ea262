/** Where tasks are done: in child processes with limits of processor time and memory, or, for tests, right here. */
import type { Severity } from '../../core/finding';
import { shownTitle, type Job } from '../../core/job';
import type { CarriedFile, CleanUpload } from '../../core/logo';
import type { CheckedFiles, OpenedJobFile } from '../../node/carriedFiles';
import { LimitedProcess, type Asked, type LongWork } from '../limited';
import type { LogPaths, LogPart } from '../links';
import type { ArchiveNote, Staged, StagePaths } from '../archive';
import type { FilesByHash, SentRevisions } from '../jobs';
import { tasks } from './tasks';

export interface Workshop {
  readonly severity: (job: Job, files: FilesByHash) => Promise<Severity>;
  readonly clean: (bytes: Uint8Array) => Promise<CleanUpload>;
  /** Of a style. */
  readonly carried: (files: readonly CarriedFile[]) => Promise<CheckedFiles>;
  readonly jobFile: (bytes: Uint8Array) => Promise<OpenedJobFile>;
  readonly revisions: (bytes: Uint8Array) => Promise<SentRevisions>;
  readonly archive: (
    paths: StagePaths,
    long?: LongWork<ArchiveNote>,
  ) => Promise<Staged | { readonly problem: string }>;
  readonly readLog: (
    paths: LogPaths,
    long: LongWork<LogPart>,
  ) => Promise<null | { readonly problem: string }>;
  readonly close: () => Promise<void>;
}

/**
 * In seconds of processor time. Ordinary drawings take 0.1 s, the slowest jobs that were met 2 s; what is stopped here would take minutes.
 * Archives and logs have no limit of their own: each of their files or lines has.
 */
const processorSeconds = {
  severity: 30,
  clean: 10,
  carried: 60,
  jobFile: 60,
  revisions: 60,
  archive: null,
  readLog: null,
} as const;

/** On the thread that calls. */
export const workshopHere: Workshop = {
  severity: tasks.severity,
  clean: tasks.clean,
  carried: tasks.carried,
  jobFile: tasks.jobFile,
  revisions: tasks.revisions,
  archive: (paths, { onNote } = {}) => tasks.archive(paths, async (note) => onNote?.(note as ArchiveNote)),
  readLog: (paths, { onNote }) => tasks.readLog(paths, async (note) => onNote?.(note as LogPart)),
  close: () => Promise.resolve(),
};

/** In processes of their own, so that nobody waits for what somebody else sent. */
export function workshopInProcesses(childFile: string, threadFile: string): Workshop {
  const start = (memoryMb: number): LimitedProcess => new LimitedProcess(childFile, threadFile, memoryMb);
  const [measuring, reading, unpacking, counting] = [start(1024), start(1024), start(4096), start(512)];
  async function run<Result>(
    process: LimitedProcess,
    name: keyof typeof processorSeconds,
    args: readonly unknown[],
    what: string,
    long: Pick<Asked, 'onNote' | 'signal'> = {},
  ): Promise<Result> {
    return (await process.run(name, args, {
      what,
      processorSeconds: processorSeconds[name],
      ...long,
    })) as Result;
  }
  return {
    severity: (job, files) => run(measuring, 'severity', [job, files], `Measuring “${shownTitle(job)}”`),
    clean: (bytes) => run(reading, 'clean', [bytes], 'Reading this file'),
    carried: (files) => run(reading, 'carried', [files], 'Reading the pictures of this style'),
    jobFile: (bytes) => run(reading, 'jobFile', [bytes], 'Reading this job'),
    revisions: (bytes) => run(reading, 'revisions', [bytes], 'Reading these jobs'),
    archive: (paths, long = {}) =>
      run(unpacking, 'archive', [paths], 'Reading the archive', long as Pick<Asked, 'onNote' | 'signal'>),
    readLog: (paths, long) =>
      run(counting, 'readLog', [paths], 'Reading the log', long as Pick<Asked, 'onNote' | 'signal'>),
    close: async () => {
      await Promise.all([measuring, reading, unpacking, counting].map((process) => process.close()));
    },
  };
}
