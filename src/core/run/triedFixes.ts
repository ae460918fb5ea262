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

  /** How many other findings get worse by a fix; null when it leaves its own as it is or brings one that is worse than it. */
  function troubleBy({ changes }: Fix, finding: Finding): number | null {
    const after = runJob(applyChanges(result.job, changes), result, library, false).findings;
    const own = findingKey(finding);
    let trouble = 0;
    for (const other of after) {
      const key = findingKey(other);
      const before = known.get(key) ?? 0;
      if (
        key === own
          ? severityRank[other.severity] >= severityRank[finding.severity]
          : severityRank[other.severity] > Math.max(severityRank[finding.severity], before)
      )
        return null;
      // What only lessens the trouble comes after what ends it.
      if (key === own && other.severity !== 'fine') trouble += mostOffered;
      if (key !== own && severityRank[other.severity] > before) trouble++;
    }
    return trouble;
  }

  const tried = new Map<Finding, Finding>();
  for (const finding of result.findings) {
    const fixes = finding.fixes
      .map((fix) => ({ fix, trouble: troubleBy(fix, finding) }))
      .filter((tries): tries is { fix: Fix; trouble: number } => tries.trouble !== null)
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
