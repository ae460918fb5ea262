/** Fixes that were tried on the whole job: each removes its finding, or makes a caution of a stop, and brings none that is worse. */
import { findingKey, severityRank, type Finding, type Fix } from '../finding';
import { applyChanges } from '../job';
import type { Library } from './library';
import { runJob, type JobResult } from './runJob';

/** More would be a list to study instead of a click. */
const mostOffered = 3;

/**
 * What a job ran to, with the fixes of its findings tried. Those that only move the trouble elsewhere are left out; those
 * that bring a lesser trouble come after those that bring none.
 */
export function withTriedFixes(result: JobResult, library: Library): JobResult {
  const known = new Map(
    result.findings.map((finding) => [findingKey(finding), severityRank[finding.severity]]),
  );

  /** What a fix does: how many other findings get worse, and whether it ends its own; null when it does more harm than good. */
  function triedOn({ changes }: Fix, finding: Finding): { trouble: number; ends: boolean } | null {
    const after = runJob(applyChanges(result.job, changes), result, library, 'none').findings;
    const ownKey = findingKey(finding);
    let trouble = 0;
    let ends = true;
    for (const other of after) {
      const key = findingKey(other);
      const before = known.get(key) ?? 0;
      if (
        key === ownKey
          ? severityRank[other.severity] >= severityRank[finding.severity]
          : severityRank[other.severity] > Math.max(severityRank[finding.severity], before)
      )
        return null;
      if (key === ownKey) ends = other.severity === 'fine';
      else if (severityRank[other.severity] > before) trouble++;
    }
    return { trouble, ends };
  }

  const tried = new Map<Finding, Finding>();
  for (const finding of result.findings) {
    const found = finding.fixes.flatMap((fix) => {
      const tries = triedOn(fix, finding);
      return tries === null ? [] : [{ fix, ...tries }];
    });
    // What only lessens the trouble is offered where nothing ends it.
    const ending = found.filter(({ ends }) => ends);
    const fixes = (ending.length > 0 ? ending : found)
      .sort((a, b) => a.trouble - b.trouble)
      .slice(0, mostOffered)
      .map(({ fix }) => fix);
    tried.set(finding, { ...finding, fixes });
  }
  return {
    ...result,
    findings: result.findings.map((finding) => tried.get(finding)!),
    heldBackBy: result.heldBackBy.map((finding) => tried.get(finding)!),
  };
}
