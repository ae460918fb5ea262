/** Measures the limits of saved jobs one after the other, after they were saved: nobody who saves waits for it. */
import type { Severity } from '../core/finding';
import { filesOfJob, type Job } from '../core/job';
import type { FileStore } from './files';
import type { Files } from './tasks';
import type { Workshop } from './workshop';

export interface Measuring {
  /** The newest revision of a job, read when its turn comes; an older one that still waits is forgotten. */
  readonly ask: (id: string, revision: number, document: () => Job | null) => void;
  /** When everything that was asked for has been measured. */
  readonly settled: () => Promise<void>;
}

/** `tell` keeps what was measured; a piece that cannot be measured in its time is stopped. What waits when the data is closed is forgotten. */
export function createMeasuring(
  workshop: Workshop,
  files: FileStore,
  tell: (id: string, revision: number, severity: Severity) => void,
  isOpen: () => boolean = () => true,
): Measuring {
  const waiting = new Map<string, { readonly revision: number; readonly document: () => Job | null }>();
  let running: Promise<void> | null = null;

  async function run(): Promise<void> {
    // Whoever saves is answered first.
    await new Promise((resolve) => setImmediate(resolve));
    for (let next = waiting.entries().next(); !next.done; next = waiting.entries().next()) {
      if (!isOpen()) return waiting.clear();
      const [id, { revision, document }] = next.value;
      waiting.delete(id);
      const read = document();
      if (read === null) continue;
      const severity = await measured(read);
      // A server that is being ended closes its database before the last is measured.
      if (isOpen()) tell(id, revision, severity);
    }
  }

  async function measured(document: Job): Promise<Severity> {
    const needed: Files = Object.fromEntries(
      filesOfJob(document).flatMap((hash) => {
        const file = files.find(hash);
        return file === undefined ? [] : [[hash, new Uint8Array(file.bytes)]];
      }),
    );
    try {
      return await workshop.severity(document, needed);
    } catch {
      return 'stop';
    }
  }

  return {
    ask: (id, revision, document) => {
      waiting.delete(id);
      waiting.set(id, { revision, document });
      running ??= run().finally(() => (running = null));
    },
    settled: async () => {
      while (running !== null) await running;
    },
  };
}
