/** `binarus proof`: the very file, photographed and read. */
import { proveUntil, startProof } from '../../core/proof';
import { proofSetup } from '../../core/run';
import { loadProofBinaries } from '../../node/proofBinaries';
import type { Outcome, Values } from '../command';
import { printed, tell } from '../findings';
import { runFile } from '../jobFile';

export async function proveFile(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const { job, result } = await runFile(values, positionals);
  const setup = proofSetup(job, result, null);
  if (setup === null) {
    tell(result.findings, job.codes);
    return { output: { verdict: 'stop', findings: printed(result.heldBackBy, job.codes) }, stops: true };
  }
  const readers = await startProof(await loadProofBinaries());
  const report = await proveUntil(setup, readers, {
    tell: ({ shots, ofShots, verdict }) => process.stderr.write(`${shots} of ${ofShots} shots: ${verdict}\n`),
  });
  return { output: report, stops: report!.verdict === 'stop' };
}
