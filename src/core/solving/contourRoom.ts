/** Room for a contour: the sheet that a sticker is cut from grows until the cut line lies on it, with its bleed. */
import { applyChanges, type Job } from '../job';
import { runJob, type Library } from '../run';

/** Growing makes the code's place another; twice is enough where anything is. */
const mostSteps = 3;

/** The job on a sheet that holds its contour; null where it does already, or nothing makes it so. */
export async function roomForContour(job: Job, library: Library): Promise<Job | null> {
  await library.load(job);
  let roomy = job;
  for (let step = 0; step <= mostSteps; step++) {
    const { findings } = runJob(roomy, undefined, library);
    const lacks = findings.find(({ kind, severity }) => kind === 'piece-contour' && severity === 'stop');
    if (lacks === undefined) return roomy === job ? null : roomy;
    const [fix] = lacks.fixes;
    if (fix === undefined) return null;
    roomy = applyChanges(roomy, fix.changes);
  }
  return null;
}
