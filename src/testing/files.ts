/** The files of jobs, as tests ask for them. */
import type { Job } from '../core/job';
import { emptyLibrary, type JobResult } from '../core/run';
import { makeFiles, type FileRequest, type MadeFile, type MadeFiles, type DownloadId } from '../core/files';
import { outputBinary } from '../node/outputBinaries';

export const plainRequest = (
  formats: readonly DownloadId[] = ['svg'],
  revision: number | null = null,
): FileRequest => ({
  revision,
  formats,
  library: emptyLibrary,
  binary: outputBinary,
});

/** SVG where nothing else is asked for. */
export const madeOf = (
  job: Job,
  result: JobResult,
  formats: readonly DownloadId[] = ['svg'],
  revision: number | null = null,
): Promise<MadeFiles> => makeFiles(job, result, plainRequest(formats, revision));

/** The files, stops or not. Rejects when something was refused. */
export async function filesOf(
  job: Job,
  result: JobResult,
  formats: readonly DownloadId[] = ['svg'],
  revision: number | null = null,
): Promise<readonly MadeFile[]> {
  const made = await madeOf(job, { ...result, heldBackBy: [] }, formats, revision);
  if (!('files' in made)) throw new Error('The job gives no files.');
  if (made.refused.length > 0) throw new Error(made.refused.map(({ problem }) => problem).join(' '));
  return made.files;
}
