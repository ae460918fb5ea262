/** `binarus limits` and `binarus make`: what a job measures, and its files. */
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { outputFormats, type FormatId } from '../../core/output';
import { makeFiles, withTriedFixes } from '../../core/run';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
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
