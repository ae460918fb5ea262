/** `binarus limits` and `binarus fit`: what a job measures, and where it would be fine. */
import { bestWidth, commonBand, type FitRange } from '../../core/check';
import { pairs } from '../../content';
import { valuesOf } from '../../core/plan';
import { keepable, type Kept, makeItFit } from '../../core/solving';
import { runJob, withTriedFixes } from '../../core/run';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell, wording } from '../findings';
import { runFile } from '../jobFile';
import { quickFinding } from '../quick';

export async function printLimits(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { result, library } = await runFile(values, positionals);
  const { job, severity, findings } = withTriedFixes(result, library);
  tell(
    findings.filter((finding) => finding.severity !== 'fine'),
    job.codes,
  );
  return {
    output: { severity, findings: printed(findings, job.codes) },
    stops: result.heldBackBy.length > 0,
  };
}

/** With `--keep` the ways to make it fit, else the rows of the fit bar of every code. */
export const printFit = (values: Values, positionals: readonly string[]): Promise<Outcome> =>
  values.keep === undefined ? printRanges(values, positionals) : printWays(values, positionals);

/** Complete changes that keep what has to stay; those that readers do not read are left out. */
async function printWays(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const keep = (values.keep as string)
    .split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '');
  const unknown = keep.filter((name) => !(keepable as readonly string[]).includes(name));
  if (unknown.length > 0)
    throw new UsageError(`“${unknown.join('”, “')}” cannot be kept; there is ${keepable.join(', ')}.`);
  const { job, result, library } = await runFile(values, positionals);
  const candidates = await makeItFit(job, library, { keep: keep as Kept[], pairs: pairs.map(valuesOf) });
  const words = wording(job.codes);
  const ways: object[] = [];
  for (const { steps, changes, touches, severity, job: changed } of candidates) {
    await library.load(changed);
    const proof =
      values.unproved === true ? null : await quickFinding(changed, runJob(changed, undefined, library));
    if (proof?.severity === 'stop') continue;
    const reads = proof?.severity ?? null;
    ways.push({ steps: steps.map(({ label }) => words(label)), touches, severity, reads, changes });
  }
  return { output: { keep, ways }, stops: ways.length === 0 && result.heldBackBy.length > 0 };
}

/** The rows of the fit bar of every code. */
async function printRanges(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { result } = await runFile(values, positionals);
  const codes = result.made?.codes ?? [];
  const words = wording(codes);
  const output = codes.map(({ id, fitRanges }) => {
    const ranges = fitRanges();
    const band = commonBand(ranges);
    const best = bestWidth(ranges);
    const named = ({ kind, label, ...range }: FitRange): object => ({
      kind,
      label: words(label),
      ...range,
    });
    return {
      code: id,
      ranges: ranges.map(named),
      band: band && { fromMm: band.fromMm, toMm: band.toMm === Infinity ? null : band.toMm },
      bestMm: best.widthMm,
      between: [best.from?.kind ?? null, best.to?.kind ?? null],
    };
  });
  return { output, stops: output.some(({ bestMm }) => bestMm === null) || result.made === null };
}
