/** Surveys of a job beside its proof: the same job in another size, and what would make it read in a condition. */
import type { Fix } from '../finding';
import { applyChanges, type Job } from '../job';
import { emptyCell, openStudio, shootCell, stateOfCell, type Condition, type ProofSetup } from '../proof';
import type { Reader } from '../readers';
import { type Library, runJob } from '../run';
import { proofSetup } from './proveJob';
import { candidates } from './quickProof';

/** A code of another size on a piece that grows with it, without what lies beside: how it reads is all that is asked. */
export function resizedJob(job: Job, size: number): Job {
  if (size === 1) return job;
  const { piece, codes } = job;
  const times = <Place extends number | 'middle'>(mm: Place): Place =>
    (mm === 'middle' ? mm : Number((Number(mm) * size).toFixed(3))) as Place;
  return {
    ...job,
    piece: {
      ...piece,
      widthMm: times(piece.widthMm),
      heightMm: times(piece.heightMm),
      holes: [],
      items: [],
      stand: null,
    },
    codes: codes.map((code) => ({
      ...code,
      placement: {
        ...code.placement,
        widthMm: times(code.placement.widthMm),
        xMm: times(code.placement.xMm),
        yMm: times(code.placement.yMm),
      },
    })),
  };
}

/** What a proof needs of a job in a size; null when it gives no file. */
export async function setupInSize(job: Job, size: number, library: Library): Promise<ProofSetup | null> {
  const resized = resizedJob(job, size);
  await library.load(resized);
  return proofSetup(resized, runJob(resized, undefined, library, 'none'), null);
}

/** Shots that tell whether a fix helps. */
const triedShots = 8;
const mostFixes = 2;

/** Of what costs reading, that without which the job reads in a condition; null when it became stale. */
export async function fixesIn(
  job: Job,
  condition: Condition,
  readers: readonly Reader[],
  library: Library,
  isStale: () => boolean = () => false,
): Promise<readonly Fix[] | null> {
  const result = runJob(job, undefined, library, 'none');
  if (result.made === null) return [];
  const fixes: Fix[] = [];
  for (const { fix } of candidates(job, result.made)) {
    // The distance is part of the condition, and stays as it is asked.
    const { reading } = applyChanges(job, fix.changes);
    if (reading.distanceM !== job.reading.distanceM) continue;
    const setup = await setupInSize(applyChanges(job, fix.changes), condition.size, library);
    if (setup === null) continue;
    const cell = await shootCell(
      openStudio(setup),
      readers,
      emptyCell(condition, readers.length),
      triedShots,
      isStale,
    );
    if (cell === null) return null;
    if (stateOfCell(cell) === 'good') fixes.push(fix);
    if (fixes.length === mostFixes) break;
  }
  return fixes;
}
