/** One click for everything that is wrong: the fixes that a person would choose one after the other, tried as a whole. */
import { severityRank, type Change, type Finding, type Fix } from '../finding';
import { applyChanges, type Job } from '../job';
import { type Library, runJob, type JobResult, withTriedFixes } from '../run';

/** More steps than this are no least change. */
const mostSteps = 6;
/** What is wrong now: not what was let pass, and not what merely waits. */
const wrongIn = ({ findings, heldBackBy }: JobResult): Finding[] =>
  findings
    .filter(
      (finding) =>
        !finding.isAwaited &&
        (finding.severity === 'caution' || (finding.severity === 'stop' && heldBackBy.includes(finding))),
    )
    .sort((a, b) => severityRank[b.severity] - severityRank[a.severity]);

/** What somebody has put on is not taken away while anything else helps. */
const takesAway = ({ changes }: Fix): boolean =>
  changes.some((change) => (change.on === 'item' || change.on === 'hole') && change.set === null);

/**
 * Fixes, in order, after which nothing is wrong any more: of the worst finding the first fix, again and again. None when
 * there are fewer than two things wrong, where a fix of its own says the same, and when it does not come out.
 */
export async function mendAll(job: Job, library: Library): Promise<readonly Fix[]> {
  const steps: Fix[] = [];
  let mended = job;
  let wrong = 0;
  for (let step = 0; step <= mostSteps; step++) {
    await library.load(mended);
    const result = withTriedFixes(runJob(mended, undefined, library), library);
    if (result.made === null) return [];
    const left = wrongIn(result);
    if (step === 0) wrong = left.length;
    if (left.length === 0) return wrong < 2 ? [] : needed(job, steps, library);
    const offered = left.map(({ fixes }) => fixes.find((one) => !takesAway(one)) ?? fixes[0]);
    const fix =
      offered.find((one) => one !== undefined && !takesAway(one)) ?? offered.find((one) => one !== undefined);
    if (
      fix === undefined ||
      left.some((finding) => finding.fixes.length === 0 && finding.severity === 'stop')
    )
      return [];
    steps.push(fix);
    mended = applyChanges(mended, fix.changes);
  }
  return [];
}

/** The steps without those that a later one makes needless. */
async function needed(job: Job, steps: readonly Fix[], library: Library): Promise<readonly Fix[]> {
  let left = steps;
  for (const step of steps) {
    const without = left.filter((other) => other !== step);
    const mended = applyChanges(job, changesOf(without));
    await library.load(mended);
    const result = runJob(mended, undefined, library, 'none');
    if (result.made !== null && wrongIn(result).length === 0) left = without;
  }
  return left;
}

/** All that they change, as one step. */
export const changesOf = (fixes: readonly Fix[]): Change[] => fixes.flatMap(({ changes }) => changes);
