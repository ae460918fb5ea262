/** The quick proof: what its shots say about the job at hand, as a finding beside those of the limits. */
import { isPlainPaint, plainPaint, plainStyle, squareModules } from '../artwork';
import { nearestMm } from '../camera';
import { readFromChange } from '../check';
import {
  severityOfVerdict,
  aboutPiece,
  answerOf,
  listed,
  metres,
  findingKey,
  say,
  severityRank,
  type Change,
  type CodePart,
  type Fields,
  type Finding,
  type Fix,
  type Sentence,
  type Severity,
} from '../finding';
import { applyChanges, type CodeSettings, type Job } from '../job';
import { roundDownTo } from '../numbers';
import { isDecided, proveUntil, type ProofReport } from '../proof';
import { readersThatMissed, voting, type Reader } from '../readers';
import { type Library, quickProofKind, quickProofTitle, runJob, type JobResult, type Made } from '../run';
import { proofSetup } from './proveJob';

/** What a proof depends on: jobs with the same text have the same verdict. */
export const proofKey = ({ codes, piece, making, reading }: Job): string =>
  JSON.stringify([codes, piece, making, reading]);

/** What a report amounts to. Why it is not good is for `causes` to say; null where they were not looked for. */
export function proofFinding(report: ProofReport, causes: readonly Cause[] | null = null): Finding {
  const panel = report.readers.filter(({ votes }) => votes);
  const prompt = panel.filter(({ state }) => state === 'prompt');
  const severity = severityOfVerdict[report.verdict];
  const slower = panel.filter(({ state }) => state !== 'prompt').map(({ read }) => read);
  const from = metres(report.distanceM);
  return {
    kind: quickProofKind,
    about: aboutPiece,
    station: 'piece',
    severity,
    title: quickProofTitle,
    text:
      severity === 'fine'
        ? say`From ${from}, turned all ways, tilted and lit from one side, the ${panel.length} readers of the panel read it promptly.`
        : [
            ...say`From ${from}, turned all ways, tilted and lit from one side, ${readersThatMissed(slower, panel.length, report.shots)}.`,
            ...whatHelps(causes),
          ],
    measured: { value: prompt.length, of: panel.length, unit: '' },
    required: { value: panel.length, unit: '', comparison: '>=' },
    source: {
      tag: 'sim',
      text: `${report.shots} simulated shots of the file: ${panel.map(({ name, read }) => `${name} read ${read}`).join('; ')}`,
    },
    fixes: (causes ?? []).map(({ fix }) => fix),
  };
}

function whatHelps(causes: readonly Cause[] | null): Sentence {
  if (causes === null) return [];
  if (causes.length === 0)
    return [
      ' No single change mends it. Make the code larger, its shapes plainer or its colours further apart, or print a test piece and check a photograph of it.',
    ];
  return say` It would read ${listed(
    causes.map(({ without }) => without),
    ', or ',
  )}.`;
}

/** Whether a proof found more than the limits on reading say, so that nothing else tells why. */
export const isWorseThan = (proof: Finding, limits: readonly Finding[]): boolean =>
  limits.every(
    ({ kind, severity }) =>
      answerOf(kind) !== 'reads' || severityRank[severity] < severityRank[proof.severity],
  );

/** Something without which the job reads better. */
export interface Cause {
  /** Goes on "It would read ...". */
  readonly without: Sentence;
  readonly fix: Fix;
}

/** More would be a list to study instead of a click. */
const mostCauses = 2;

/**
 * What the failing of a job comes from, found by trying: each thing that costs reading is taken away on its own, and those
 * count with which the same shots read better and no limit is worse. Null when `isStale` became true meanwhile.
 */
export async function findCauses(
  { job, findings, made }: JobResult,
  report: ProofReport,
  readers: readonly Reader[],
  library: Library,
  isStale: () => boolean = () => false,
): Promise<readonly Cause[] | null> {
  if (made === null) return [];
  const known = new Map(findings.map((finding) => [findingKey(finding), severityRank[finding.severity]]));
  const causes: { readonly cause: Cause; readonly severity: Severity }[] = [];
  for (const cause of candidates(job, made)) {
    const mended = applyChanges(job, cause.fix.changes);
    await library.load(mended);
    const result = runJob(mended, undefined, library, 'none');
    const isWorse = result.findings.some(
      (finding) => severityRank[finding.severity] > (known.get(findingKey(finding)) ?? 0),
    );
    const setup = isWorse ? null : proofSetup(mended, result, null);
    if (setup === null) continue;
    const again = await proveUntil(setup, voting(readers), { isEnough: isDecided, isStale });
    if (again === null) return null;
    const severity = severityOfVerdict[again.verdict];
    if (severityRank[severity] < severityRank[severityOfVerdict[report.verdict]])
      causes.push({ cause, severity });
    if (causes.filter(({ severity }) => severity === 'fine').length === mostCauses) break;
  }
  return causes
    .sort((a, b) => severityRank[a.severity] - severityRank[b.severity])
    .slice(0, mostCauses)
    .map(({ cause }) => cause);
}

/** What costs reading, in the order of what is given up the most easily. */
export function candidates(job: Job, { piece }: Made): Cause[] {
  const { distanceM } = job.reading;
  const everyCode = (part: CodePart, changed: (code: CodeSettings) => Fields | null | undefined): Change[] =>
    job.codes.flatMap((code) => {
      const set = changed(code);
      return set === undefined ? [] : [{ on: 'code', id: code.id, part, set }];
    });
  const cause = (without: Sentence, label: Sentence, changes: readonly Change[]): Cause[] =>
    changes.length === 0 ? [] : [{ without, fix: { label, changes } }];
  const nearestM = Math.max(...piece.codes.map(({ quietZone }) => nearestMm(quietZone.width))) / 1000;
  const nearer = [0.75, 0.5]
    .map((share) => roundDownTo(distanceM * share, 0.01))
    .filter((nearerM) => nearerM >= nearestM);
  const farther = [1.5, 2].map((share) => roundDownTo(distanceM * share, 0.01));
  const read = (from: number): Cause[] =>
    cause(say`from ${metres(from)}`, say`Read from ${metres(from)}`, [readFromChange(from)]);
  const logoOf = (share: number) => (code: CodeSettings) =>
    code.logo === null ? undefined : { share: Math.max(0.04, Number((code.logo.share * share).toFixed(3))) };
  return [
    ...cause(
      ['with its alignment patterns solid'],
      ['Draw the alignment patterns solid'],
      everyCode('style', ({ style }) => (style.alignment === 'solid' ? undefined : { alignment: 'solid' })),
    ),
    ...cause(
      ['with square finder patterns'],
      ['Make the finder patterns square'],
      everyCode('style', ({ style }) =>
        style.finders.every(({ ring }) => ring.cornerModules === 0)
          ? undefined
          : { finders: plainStyle.finders },
      ),
    ),
    ...cause(
      ['with its modules joined'],
      ['Join the modules'],
      everyCode('style', ({ style }) =>
        style.modules.join === 'all' ? undefined : { modules: squareModules },
      ),
    ),
    ...cause(
      ['with a smaller logo'],
      ['Make the logo smaller by a quarter'],
      everyCode('logo', logoOf(0.75)),
    ),
    ...cause(
      ['without its colours'],
      ['Remove the colours'],
      everyCode('style', ({ style }) => (isPlainPaint(style.paint) ? undefined : { paint: plainPaint })),
    ),
    ...nearer.flatMap(read),
    ...farther.flatMap(read),
    ...[1.25, 1.6].flatMap((share) =>
      cause(
        ['larger'],
        [`Make the code ${Math.round((share - 1) * 100)} % wider`],
        everyCode('placement', ({ placement }) => ({
          widthMm: Number((placement.widthMm * share).toFixed(1)),
        })),
      ),
    ),
    ...cause(
      ['without its logo'],
      ['Remove the logo'],
      everyCode('logo', ({ logo }) => (logo === null ? undefined : null)),
    ),
  ];
}
