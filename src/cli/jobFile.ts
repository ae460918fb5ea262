/** Job documents from files, and what they are when they have run. */
import { dirname } from 'node:path';
import { parseJob, type Job } from '../core/job';
import { createLibrary, runJob, type JobResult, type Library } from '../core/run';
import { logoAssets } from '../node/logoAssets';
import { UsageError, type Values } from './command';
import { readJson } from './input';
import { uploadsIn } from './uploads';

export async function readJob(positionals: readonly string[]): Promise<Job> {
  const [path, ...more] = positionals;
  if (path === undefined || more.length > 0) throw new UsageError('give one job document.');
  const document = await readJson(path);
  const parsed = parseJob(document);
  if ('problems' in parsed)
    throw new UsageError(`${path} is not a job document:\n${parsed.problems.join('\n')}`);
  return parsed.job;
}

/** A job document run with the logos and pictures that lie beside it, or in the folder that `--files` names. */
export async function runFile(
  values: Values,
  positionals: readonly string[],
): Promise<{ job: Job; result: JobResult; library: Library }> {
  const job = await readJob(positionals);
  const folder = (values.files as string | undefined) ?? dirname(positionals[0]!);
  const pictureFolders = values.pictures === undefined ? [] : [String(values.pictures)];
  const library = createLibrary(logoAssets(uploadsIn(folder, ...pictureFolders)));
  await library.load(job);
  return { job, result: runJob(job, undefined, library), library };
}
