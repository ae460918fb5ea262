/** Job documents from files, and what they are when they have run. */
import { dirname } from 'node:path';
import type { Job } from '../core/job';
import { createLibrary, runJob, type JobResult, type Library } from '../core/run';
import { openJobFile, type OpenedJobFile } from '../node/carriedFiles';
import { logoAssets } from '../node/logoAssets';
import { UsageError, type Values } from './command';
import { readJson } from './input';
import { uploadsIn } from './uploads';

async function openedFile(
  positionals: readonly string[],
): Promise<Exclude<OpenedJobFile, { problem: string }>> {
  const [path, ...more] = positionals;
  if (path === undefined || more.length > 0) throw new UsageError('give one job file.');
  const opened = openJobFile(await readJson(path));
  if ('problem' in opened) throw new UsageError(`cannot open ${path}. ${opened.problem}`);
  return opened;
}

export const readJob = async (positionals: readonly string[]): Promise<Job> =>
  (await openedFile(positionals)).job;

/**
 * A job file run with the logos and pictures that it brings, or that lie beside it or in the folders that `--files` and `--pictures`
 * name.
 */
export async function runFile(
  values: Values,
  positionals: readonly string[],
): Promise<{ job: Job; result: JobResult; library: Library }> {
  const { job, files } = await openedFile(positionals);
  const folder = (values.files as string | undefined) ?? dirname(positionals[0]!);
  const pictureFolders = values.pictures === undefined ? [] : [String(values.pictures)];
  const brought = new Map(files.map(({ hash, bytes }) => [hash, bytes]));
  const nearby = uploadsIn(folder, ...pictureFolders);
  const library = createLibrary(logoAssets(async (hash) => brought.get(hash) ?? nearby(hash)));
  await library.load(job);
  return { job, result: runJob(job, undefined, library), library };
}
