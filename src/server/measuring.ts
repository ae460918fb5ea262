/** Measures the limits of saved jobs one after the other, after they were saved: nobody who saves waits for it. */
import type { Severity } from '../core/finding';
import { filesOfJob, type Job } from '../core/job';
import type { Background } from './background';
import type { FileStore } from './files';
import type { Files } from './tasks';
import type { Workshop } from './workshop';

export interface Measuring {
  /** The newest revision of a job, read when its turn comes; an older one that still waits is forgotten. */
  readonly ask: (id: string, revision: number, document: () => Job | null) => void;
  /** When everything that was asked for has been measured. */
  readonly settled: () => Promise<void>;
}

export interface Measured {
  readonly id: string;
  readonly revision: number;
  readonly severity: Severity;
}

export interface MeasuringTools {
  readonly workshop: Pick<Workshop, 'severity'>;
  readonly files: Pick<FileStore, 'find'>;
  readonly background: Background;
  /** Keeps what was measured, all in one write. */
  readonly keep: (found: readonly Measured[]) => void;
  /** What waits when the data is closed is forgotten. */
  readonly isOpen?: () => boolean;
}

/** While many wait, so many are kept by one write: each write waits for the disk. */
const keptTogether = 25;

/**
 * A job that cannot be measured stays “not measured yet”, and the log says why; it is tried again at the next save and at the next start.
 * What was measured is kept as soon as the disk takes it.
 */
export function createMeasuring({
  workshop,
  files,
  background,
  keep,
  isOpen = () => true,
}: MeasuringTools): Measuring {
  const waiting = new Map<string, { readonly revision: number; readonly document: () => Job | null }>();
  const summaries: Measured[] = [];
  let running: Promise<void> | null = null;

  async function run(): Promise<void> {
    // Whoever saves is answered first.
    await new Promise((resolve) => setImmediate(resolve));
    for (let next = waiting.entries().next(); !next.done; next = waiting.entries().next()) {
      if (!isOpen()) return waiting.clear();
      const [id, { revision, document }] = next.value;
      waiting.delete(id);
      await background.once(`The job ${id} is not measured yet.`, async () => {
        const read = document();
        if (read === null) return;
        summaries.push({ id, revision, severity: await workshop.severity(read, neededFiles(read)) });
      });
      if (summaries.length >= keptTogether) keepFound();
    }
    keepFound();
  }

  /** The next jobs are measured meanwhile, should the disk not take it yet. */
  function keepFound(): void {
    const now = summaries.splice(0);
    if (now.length > 0)
      void background.untilKept('What was measured of jobs is not kept yet.', () => {
        // A server that is being ended closes its database before the last is measured.
        if (isOpen()) keep(now);
      });
  }

  const neededFiles = (document: Job): Files =>
    Object.fromEntries(
      filesOfJob(document).flatMap((hash) => {
        const file = files.find(hash);
        return file === undefined ? [] : [[hash, new Uint8Array(file.bytes)]];
      }),
    );

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
