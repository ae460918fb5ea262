/** A job for a use: the piece of the use with the job's message, its code at the best width, and its call to action with room. */
import { codeOf, withCode, type Job } from '../job';
import { writeMessage } from '../message';
import type { PairValues } from '../plan';
import { type Library, runJob } from '../run';
import { newThing } from './additions';
import { makeRoom } from './makeRoom';
import { suitedJob } from './suitedJob';

/** As long as addresses usually are: a code that is laid out before its message is typed then has room for it. */
const usualMessage = { kind: 'web', address: 'https://www.ternquay.example/berths/17/tides' } as const;

/** `job` has the piece of the use already. */
export async function jobForUse(
  job: Job,
  codeId: string,
  library: Library,
  pairs: readonly PairValues[],
  hasCall: boolean,
): Promise<Job> {
  const { message } = codeOf(job, codeId);
  const withMessage = (from: Job, set: typeof message): Job =>
    withCode(from, codeId, (code) => ({ ...code, message: set }));
  const isEmpty = writeMessage(message) === '';
  const laid = isEmpty ? withMessage(job, usualMessage) : job;
  const suited = await suitedJob(laid, codeId, library, pairs, true);
  const done = hasCall ? await withCall(suited, codeId, library) : suited;
  return isEmpty ? withMessage(done, message) : done;
}

async function withCall(job: Job, codeId: string, library: Library): Promise<Job> {
  const code = runJob(job, undefined, library, 'none').made?.codes.find(({ id }) => id === codeId);
  const thing = newThing('call', job, code?.placed ?? null);
  const put = { ...job, piece: { ...job.piece, items: [...job.piece.items, thing] } };
  return (await makeRoom(put, thing.id, codeId, library, { piece: false, code: true })) ?? put;
}
