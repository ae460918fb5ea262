/** Fixes that were tried on the whole job: each removes its finding and brings none that is worse. */
import { findingKey, type Finding, type Fix, type Severity } from '../finding';
import { applyChanges } from '../job';
import type { Library } from './library';
import { runJob, type JobResult } from './runJob';

const rank: Readonly<Record<Severity, number>> = { fine: 0, caution: 1, stop: 2 };

/** More would be a list to study instead of a click. */
const mostOffered = 3;

/** What a job ran to, with the fixes of its findings tried; those that only move the trouble elsewhere are left out. */
export function withTriedFixes(result: JobResult, library: Library): JobResult {
  const known = new Map(result.findings.map((finding) => [findingKey(finding), rank[finding.severity]]));

  function helps(finding: Finding, { changes }: Fix): boolean {
    const after = runJob(applyChanges(result.job, changes), result, library, false).findings;
    const own = findingKey(finding);
    return after.every((other) => {
      const key = findingKey(other);
      if (key === own) return other.severity === 'fine';
      return rank[other.severity] <= Math.max(rank[finding.severity], known.get(key) ?? 0);
    });
  }

  const tried = new Map<Finding, Finding>();
  for (const finding of result.findings) {
    const fixes: Fix[] = [];
    for (const fix of finding.fixes) {
      if (fixes.length >= mostOffered) break;
      if (helps(finding, fix)) fixes.push(fix);
    }
    tried.set(finding, { ...finding, fixes });
  }
  return {
    ...result,
    findings: result.findings.map((finding) => tried.get(finding)!),
    heldBackBy: result.heldBackBy.map((finding) => tried.get(finding)!),
  };
}
