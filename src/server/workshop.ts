/** Where tasks are done: in worker threads that are ended when one takes too long, or, for tests, right here. */
import Piscina from 'piscina';
import { coldMs } from '../core/numbers';
import { tasks, type Tasks } from './tasks';
import type { Order } from './worker';

/** Runs have threads of their own. */
type WorkshopTasks = Omit<Tasks, 'runPart'>;

export interface Workshop extends WorkshopTasks {
  readonly close: () => Promise<void>;
}

/** Longer than this nothing honest takes; the thread is ended and begun anew. */
const limitsMs: { readonly [Name in keyof WorkshopTasks]: number } = {
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
  const [measuring, reading, unpacking] = [bench(file), bench(file), bench(file, 4096)];
  return {
    severity: (...args) => measuring.run('severity', args),
    clean: (...args) => reading.run('clean', args),
    revisions: (...args) => reading.run('revisions', args),
    archive: (...args) => unpacking.run('archive', args),
    close: async () => {
      await Promise.all([measuring, reading, unpacking].map(({ close }) => close()));
    },
  };
}

/** One thread with its queue. A task's time begins when its turn comes, and is longer in a thread that is just begun. */
function bench(file: string, memoryMb = 1024) {
  const threads = new Piscina({
    filename: file,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  });
  let before: Promise<unknown> = Promise.resolve();
  async function bounded(order: Order & { readonly name: keyof WorkshopTasks }): Promise<unknown> {
    const isCold = threads.threads.length === 0;
    const limitMs = Math.max(limitsMs[order.name], isCold ? coldMs : 0);
    const signal = AbortSignal.timeout(limitMs);
    try {
      return await threads.run(order, { signal });
    } catch (error) {
      if (!signal.aborted) throw error;
      throw new TooLong(`It took longer than ${limitMs / 1000} s, so it was broken off.`, { cause: error });
    }
  }
  return {
    run: <Name extends keyof WorkshopTasks>(
      name: Name,
      args: Parameters<Tasks[Name]>,
    ): ReturnType<Tasks[Name]> => {
      const turn = before.then(() => bounded({ name, args }));
      before = turn.catch(() => undefined);
      return turn as ReturnType<Tasks[Name]>;
    },
    close: () => threads.destroy(),
  };
}
