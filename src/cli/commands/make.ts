/** `binarus limits` and `binarus make`: what a job measures, and its files. */
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { outputFormats, type FormatId } from '../../core/output';
import { bestWidth, commonBand, type FitRange } from '../../core/check';
import type { Finding } from '../../core/finding';
import type { Job } from '../../core/job';
import { pairs } from '../../content';
import { valuesOf } from '../../core/plan';
import {
  isLetPass,
  keepable,
  type Kept,
  makeItFit,
  runJob,
  makeFiles,
  proofFinding,
  proofSetup,
  withTriedFixes,
  type JobResult,
} from '../../core/run';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell, wording } from '../findings';
import { required } from '../input';
import { runFile } from '../jobFile';

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
  const found = makeItFit(job, library, { keep: keep as Kept[], pairs: pairs.map(valuesOf) });
  const words = wording(job.codes);
  const ways: object[] = [];
  for (const { steps, changes, touches, severity, job: changed } of found) {
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

/** What the quick proof says of the file; null when there is none. */
async function quickFinding(job: Job, result: JobResult): Promise<Finding | null> {
  const setup = proofSetup(job, result, null);
  if (setup === null) return null;
  const { isDecided, proveUntil, startProof, voting } = await import('../../core/proof');
  const { loadProofBinaries } = await import('../../node/proofBinaries');
  const readers = voting(await startProof(await loadProofBinaries()));
  const report = await proveUntil(setup, readers, { isEnough: isDecided });
  return report && proofFinding(report);
}

export async function writeFiles(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const out = required(values, 'out');
  const formats = ((values.formats as string | undefined) ?? 'svg').split(',').map((format) => format.trim());
  const known = outputFormats.map(({ id }) => id as string);
  const unknown = formats.filter((format) => !known.includes(format));
  if (unknown.length > 0)
    throw new UsageError(`there is no format “${unknown.join('”, “')}”; there is ${known.join(', ')}.`);
  const { job, result } = await runFile(values, positionals);
  const made = makeFiles(job, result, null, formats as FormatId[]);
  if ('heldBackBy' in made) {
    tell(made.heldBackBy, job.codes);
    return { output: { files: [], heldBackBy: printed(made.heldBackBy, job.codes) }, stops: true };
  }
  if (values.unproved !== true) {
    const proof = await quickFinding(job, result);
    if (proof !== null && proof.severity !== 'fine') tell([proof], job.codes);
    if (proof?.severity === 'stop' && !isLetPass(proof, job.overrides))
      return { output: { files: [], heldBackBy: printed([proof], job.codes) }, stops: true };
  }
  try {
    await mkdir(out, { recursive: true });
    for (const { name, bytes } of made.files) {
      const path = join(out, name);
      await writeFile(`${path}.part`, bytes);
      await rename(`${path}.part`, path);
    }
  } catch (error) {
    throw new UsageError(`cannot write to ${out}: ${(error as Error).message}`);
  }
  return { output: { files: made.files.map(({ name }) => name) }, stops: false };
}
