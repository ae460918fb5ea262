/** A job made to suit what it is for: a code as wide as is best for the piece and the distance, by a machine that takes the piece. */
import { bestWidth } from '../check';
import { withCode, type Job } from '../job';
import { valuesOf, type PairValues } from '../plan';
import { type Library, runJob } from '../run';

/**
 * The job with the code at its best width. Where something stops it, by the first machine of the same kind for the same
 * material that nothing stops; as it is where there is none. `pairs` are those that there are.
 */
export async function suitedJob(
  job: Job,
  codeId: string,
  library: Library,
  pairs: readonly PairValues[],
  isCodeFree: boolean,
): Promise<Job> {
  await library.load(job);
  const { material, machine } = job.making.pair;
  const sized = (tried: Job): Job => (isCodeFree ? withBestWidth(tried, codeId, library) : tried);
  const suited = sized(job);
  if (!isStopped(suited, library)) return suited;
  for (const pair of pairs) {
    const isAlike = pair.material.id === material.id && pair.machine.kind === machine.kind;
    if (!isAlike || pair.machine.id === machine.id) continue;
    const other = sized({ ...job, making: { ...job.making, pair: valuesOf(pair) } });
    if (!isStopped(other, library)) return other;
  }
  return isStopped(job, library) ? suited : job;
}

function withBestWidth(job: Job, codeId: string, library: Library): Job {
  const code = runJob(job, undefined, library, 'none').made?.codes.find(({ id }) => id === codeId);
  const widthMm = code === undefined ? null : bestWidth(code.fitRanges()).widthMm;
  return widthMm === null
    ? job
    : withCode(job, codeId, (settings) => ({ ...settings, placement: { ...settings.placement, widthMm } }));
}

const isStopped = (job: Job, library: Library): boolean =>
  runJob(job, undefined, library, 'none').findings.some(
    ({ severity, isAwaited }) => severity === 'stop' && !isAwaited,
  );
