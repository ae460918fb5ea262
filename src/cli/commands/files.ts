/** `binarus make`: the files of a job, each read back before it is handed over. */
import type { Finding } from '../../core/finding';
import { nameFields, unknownFields } from '../../core/output';
import { isLetPass } from '../../core/run';
import { downloads, makeFiles, type MadeFile, type DownloadId } from '../../core/files';
import { startReadBack } from '../../core/proving';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell, wording } from '../findings';
import { required } from '../input';
import { runFile } from '../jobFile';
import { loadReaders, quickFinding } from '../quick';
import { writeInto } from '../writeInto';

export async function writeFiles(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const out = required(values, 'out');
  const asked = ((values.formats as string | undefined) ?? 'svg').split(',').map((format) => format.trim());
  const known = downloads.map(({ id }) => id as string);
  const unknown = asked.filter((format) => !known.includes(format));
  if (unknown.length > 0)
    throw new UsageError(`there is no format “${unknown.join('”, “')}”; there is ${known.join(', ')}.`);
  const pattern = values.name as string | undefined;
  const strange = pattern === undefined ? [] : unknownFields(pattern);
  if (strange.length > 0)
    throw new UsageError(
      `there is no field {${strange.join('}, {')}}; there is {${nameFields.join('}, {')}}.`,
    );
  const { job, result, library } = await runFile(values, positionals);
  const heldBack = (findings: readonly Finding[]): Outcome => {
    tell(findings, job.codes);
    return { output: { files: [], heldBackBy: printed(findings, job.codes) }, stops: true };
  };
  if (result.heldBackBy.length > 0 || result.made === null) return heldBack(result.heldBackBy);
  const { outputBinary } = await import('../../node/outputBinaries');
  const readers = await loadReaders();
  let proved: string | undefined;
  if (values.unproved !== true) {
    const proof = await quickFinding(job, result);
    if (proof !== null && proof.severity !== 'fine') tell([proof], job.codes);
    if (proof?.severity === 'stop' && !isLetPass(proof, job.overrides)) return heldBack([proof]);
    proved = proof === null ? undefined : wording(job.codes)(proof.text);
  }
  const made = await makeFiles(job, result, {
    revision: null,
    formats: asked as DownloadId[],
    pattern,
    library,
    binary: outputBinary,
    proof: proved,
  });
  if ('heldBackBy' in made) return heldBack(made.heldBackBy);
  const refused = [...made.refused];
  const files: MadeFile[] = [];
  // Without the readers the bytes are measured all the same.
  const back = startReadBack(job, result, values.unproved === true ? [] : readers, outputBinary);
  for (const file of made.files) {
    const read = await back.read(file);
    const problem = read?.problem ?? null;
    if (problem === null) files.push(file);
    else refused.push({ format: file.format, problem: `${file.name} does not read back. ${problem}` });
  }
  for (const { format, problem } of refused) process.stderr.write(`not written: ${format}: ${problem}\n`);
  await writeInto(out, files);
  return {
    output: { files: files.map(({ name }) => name), ...(refused.length === 0 ? {} : { refused }) },
    stops: refused.length > 0,
  };
}
