/** Where tasks are done: in worker threads that are ended when one takes too long, or, for tests, right here. */
import Piscina from 'piscina';
import { tasks, type Tasks } from './tasks';
import type { Order } from './worker';

export interface Workshop extends Tasks {
  readonly close: () => Promise<void>;
}

/** Longer than this nothing honest takes; the thread is ended and begun anew. */
const limitsMs: { readonly [Name in keyof Tasks]: number } = {
  severity: 2000,
  clean: 2000,
  revisions: 20_000,
  archive: 120_000,
};

export class TooLong extends Error {}

/** On the thread that calls. */
export const workshopHere: Workshop = { ...tasks, close: () => Promise.resolve() };

/** In threads that run a file; what is measured waits in a queue of its own, so that nobody waits for it. */
export function workshopInThreads(file: string): Workshop {
  const pool = (memoryMb = 1024): Piscina =>
    new Piscina({
      filename: file,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: 30_000,
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
    });
  const [measuring, reading, unpacking] = [pool(), pool(), pool(4096)];
  const done = async <Result>(
    threads: Piscina,
    name: keyof Tasks,
    args: readonly unknown[],
  ): Promise<Result> => {
    const signal = AbortSignal.timeout(limitsMs[name]);
    const order: Order = { name, args };
    try {
      return (await threads.run(order, { signal })) as Result;
    } catch (error) {
      if (!signal.aborted) throw error;
      throw new TooLong(`It took longer than ${limitsMs[name] / 1000} s, so it was broken off.`, {
        cause: error,
      });
    }
  };
  return {
    severity: (...args) => done(measuring, 'severity', args),
    clean: (...args) => done(reading, 'clean', args),
    revisions: (...args) => done(reading, 'revisions', args),
    archive: (...args) => done(unpacking, 'archive', args),
    close: async () => {
      await Promise.all([measuring.destroy(), reading.destroy(), unpacking.destroy()]);
    },
  };
}
