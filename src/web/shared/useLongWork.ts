/** Long work of the server that is waited for here: how far it is, and a way to stop it. */
import { onScopeDispose, shallowRef, type ShallowRef } from 'vue';
import { workStateSchema, type WorkState } from '../../wire';
import { get, request } from './http';

const everyMs = 500;

export interface LongWork {
  /** Null while nothing is under way, or before the first news of it. */
  readonly progress: ShallowRef<WorkState | null>;
  readonly isUnderWay: ShallowRef<boolean>;
  /** Runs work that names itself to the server by the query, and ends with the signal. */
  readonly run: <Result>(work: (query: string, signal: AbortSignal) => Promise<Result>) => Promise<Result>;
  readonly stop: () => void;
}

export function useLongWork(): LongWork {
  const progress = shallowRef<WorkState | null>(null);
  const isUnderWay = shallowRef(false);
  let stopping: AbortController | null = null;

  async function look(id: string, isOver: () => boolean): Promise<void> {
    for (;;) {
      await new Promise((resolve) => setTimeout(resolve, everyMs));
      if (isOver()) return;
      // It may not have begun yet, or have ended meanwhile.
      const state = await get(`/api/work/${id}`, workStateSchema).catch(() => null);
      if (!isOver() && state !== null) progress.value = state;
    }
  }

  const stop = (): void => stopping?.abort();
  onScopeDispose(stop);
  return {
    progress,
    isUnderWay,
    stop,
    run: async (work) => {
      const id = crypto.randomUUID();
      const stop = new AbortController();
      stopping = stop;
      let isOver = false;
      isUnderWay.value = true;
      progress.value = null;
      void look(id, () => isOver);
      try {
        return await work(`work=${id}`, stop.signal);
      } catch (error) {
        throw stop.signal.aborted ? new Error('You stopped it. Nothing more of it is done.') : error;
      } finally {
        isOver = true;
        if (stopping === stop) {
          isUnderWay.value = false;
          progress.value = null;
        }
      }
    },
  };
}

/** Bodies that take long to send and to work on. */
export const longRequest = (
  path: string,
  contentType: string,
  body: Blob,
  signal: AbortSignal,
): Promise<Response> =>
  request(path, { method: 'POST', headers: { 'content-type': contentType }, body, signal }, true);
