/** What is answered where something failed: in words, and once more where a lock is gone. */
import type express from 'express';
import type { ErrorRequestHandler, Express } from 'express';
import type { Logger } from 'pino';
import type { SavedJob } from '../../wire';
import { pausesMs, type StorageTrouble, storageTroubleOf, storageWords } from '../db';
import { Unreadable } from '../documents';
import { OutOfMemory, TooMuchWork, WorkStopped } from '../limited';
import { Problem } from './problem';

/**
 * A request that met a locked database is answered once the lock is gone, without holding this thread. Each write is a transaction that
 * took nothing yet, and the body has been read, so that the request can simply be handled again; those that stream their body wait themselves.
 */
export function againWhenBusy(app: Express): ErrorRequestHandler {
  const tries = new WeakMap<express.Request, number>();
  return (error: unknown, request, response, next) => {
    const tried = tries.get(request) ?? 0;
    const pause = pausesMs[tried];
    const isSpent = request.body === undefined && 'content-type' in request.headers;
    if (storageTroubleOf(error) !== 'busy' || response.headersSent || pause === undefined || isSpent) {
      next(error);
      return;
    }
    tries.set(request, tried + 1);
    setTimeout(() => {
      if (!response.closed) app(request, response, next);
    }, pause);
  };
}

/** Problems become sentences; what nobody foresaw is logged and told without its insides. */
export function answerProblems(log: Logger): ErrorRequestHandler {
  return (error: unknown, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const { status, problem, current, raw } = problemOf(error);
    const trouble = storageTroubleOf(error);
    if (trouble !== null) log.error({ disk: trouble }, storageWords[trouble]);
    else if (status >= 500) log.error(error);
    response.status(status).json({ problem, current, raw });
  };
}

interface Failure {
  readonly status: number;
  readonly problem: string;
  readonly current?: SavedJob | undefined;
  readonly raw?: string;
}

function problemOf(error: unknown): Failure {
  if (error instanceof Problem)
    return { status: error.status, problem: error.message, current: error.current };
  if (error instanceof Unreadable) return { status: 422, problem: error.message, raw: error.text };
  if (error instanceof TooMuchWork || error instanceof OutOfMemory)
    return { status: 422, problem: error.message };
  if (error instanceof WorkStopped) return { status: 503, problem: error.message };
  const trouble = storageTroubleOf(error);
  if (trouble !== null) return { status: troubleStatus[trouble], problem: storageWords[trouble] };
  return (
    requestProblem(error) ?? {
      status: 500,
      problem: 'Something went wrong on the server; its log says what.',
    }
  );
}

/** By what keeps the disk from taking a write (RFC 4918, 11.5: insufficient storage; RFC 9110, 15.6.4: for a while). */
const troubleStatus: Readonly<Record<StorageTrouble, number>> = {
  full: 507,
  failing: 507,
  busy: 503,
  damaged: 500,
};

/** What Express and its readers of bodies say of a request that is wrong in itself (http-errors: a status below 500). */
function requestProblem(error: unknown): Failure | null {
  if (typeof error !== 'object' || error === null) return null;
  const { status, type } = error as { status?: unknown; type?: unknown };
  if (typeof status !== 'number' || status < 400 || status > 499) return null;
  if (status === 413)
    return {
      status,
      problem:
        'That is more than is read at once: 1 MB for a job, 64 MB for a job file with its pictures, 4 MB for a logo or a picture, 256 MB for an archive.',
    };
  if (type === 'entity.parse.failed') return { status, problem: 'The request is not valid JSON.' };
  if (error instanceof URIError)
    return {
      status,
      problem: 'This address is not written correctly: a % is not followed by two hexadecimal digits.',
    };
  if (status === 403 || status === 404) return { status: 404, problem: 'There is nothing at this address.' };
  if (status === 415)
    return { status, problem: 'The request is packed or encoded in a way that is not read.' };
  return { status, problem: 'The request was cut off or is not written correctly.' };
}
