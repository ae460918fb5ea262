/** Threads that work on parts of runs, or the thread that calls. */
import Piscina from 'piscina';
import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { runPart, type PartOrder, type RunOrder } from './task';

export interface RunThreads {
  readonly count: number;
  /** Rejects when it is given up. However long a part takes, whoever waits sees how far it is and can stop it. */
  readonly work: (order: RunOrder, tell: (done: number) => void, signal: AbortSignal) => Promise<unknown>;
  readonly close: () => Promise<void>;
}

/** On the thread that calls, for tests. */
export const runHere: RunThreads = {
  count: 1,
  work: async (order, _, signal) => {
    signal.throwIfAborted();
    const done = await runPart(order);
    signal.throwIfAborted();
    return done;
  },
  close: () => Promise.resolve(),
};

const [memoryMb, youngMb] = [1536, 24];
const idleMs = 20_000;

/** As many as there are processors, up to four; they end when nothing has been asked for a while. */
export function runInThreads(file: string): RunThreads {
  const count = Math.min(4, Math.max(1, availableParallelism()));
  const threads = new Piscina({
    filename: file,
    minThreads: 0,
    maxThreads: count,
    idleTimeout: idleMs,
    // Pieces are many and short-lived: with more room for new ones fewer are moved about.
    resourceLimits: { maxOldGenerationSizeMb: memoryMb, maxYoungGenerationSizeMb: youngMb },
  });
  // A thread that ends is told by its task; the pool itself has nobody to tell.
  threads.on('error', () => undefined);
  return {
    count,
    work: async (order, tell, signal) => {
      const { port1: mine, port2: theirs } = new MessageChannel();
      mine.on('message', tell);
      mine.unref();
      try {
        return await threads.run({ order, port: theirs } satisfies PartOrder, {
          signal,
          transferList: [theirs],
        });
      } finally {
        mine.close();
      }
    },
    close: () => threads.destroy(),
  };
}
