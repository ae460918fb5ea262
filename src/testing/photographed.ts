import { createHash } from 'node:crypto';
import type { Job } from '../core/job';
import { takePicture } from '../core/proof';
import { proofSetup } from '../core/proving';
import type { JobResult } from '../core/run';
import { testReaders } from './readSymbol';

/** A sum of the pixels of a photograph of a job's first code, half turned, with what readers made of it; null when it gives no file. */
export async function photographed(job: Job, result: JobResult): Promise<unknown> {
  const setup = proofSetup(job, result, 1);
  if (setup === null) return null;
  const { frame, readings } = await takePicture(setup, await testReaders(), 0.6, job.codes[0]!.id);
  return [frame.width, frame.height, createHash('sha256').update(frame.rgba).digest('hex'), readings];
}
