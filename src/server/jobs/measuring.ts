/** Measures the limits of saved jobs one after the other, after they were saved: nobody who saves waits for it. */
import type { Severity } from '../../core/finding';
import { filesOfJob, type Job } from '../../core/job';
import type { Background } from '../upkeep';
import type { FileStore } from '../documents';
import type { FilesByHash } from './severity';

export interface Measured {
  readonly id: string;
  readonly revision: number;
  readonly severity: Severity;
}

export interface MeasuringTools {
  readonly severity: (job: Job, files: FilesByHash) => Promise<Severity>;
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
export class Measuring {
  private readonly waiting = new Map<
    string,
    { readonly revision: number; readonly document: () => Job | null }
  >();
  private readonly found: Measured[] = [];
  private running: Promise<void> | null = null;

  constructor(private readonly tools: MeasuringTools) {}

  /** The newest revision of a job, read when its turn comes; an older one that still waits is forgotten. */
  ask(id: string, revision: number, document: () => Job | null): void {
    this.waiting.delete(id);
    this.waiting.set(id, { revision, document });
    this.running ??= this.run().finally(() => (this.running = null));
  }

  /** When everything that was asked for has been measured. */
  async settled(): Promise<void> {
    while (this.running !== null) await this.running;
  }

  private async run(): Promise<void> {
    const { waiting, found, tools } = this;
    // Whoever saves is answered first.
    await new Promise((resolve) => setImmediate(resolve));
    for (let next = waiting.entries().next(); !next.done; next = waiting.entries().next()) {
      if (!this.isOpen()) return waiting.clear();
      const [id, { revision, document }] = next.value;
      waiting.delete(id);
      await tools.background.once(`The job ${id} is not measured yet.`, async () => {
        const job = document();
        if (job === null) return;
        found.push({ id, revision, severity: await tools.severity(job, this.filesFor(job)) });
      });
      if (found.length >= keptTogether) this.keepFound();
    }
    this.keepFound();
  }

  /** The next jobs are measured meanwhile, should the disk not take it yet. */
  private keepFound(): void {
    const now = this.found.splice(0);
    if (now.length > 0)
      void this.tools.background.untilKept('What was measured of jobs is not kept yet.', () => {
        // A server that is being ended closes its database before the last is measured.
        if (this.isOpen()) this.tools.keep(now);
      });
  }

  private isOpen(): boolean {
    return this.tools.isOpen?.() ?? true;
  }

  private filesFor(job: Job): FilesByHash {
    return Object.fromEntries(
      filesOfJob(job).flatMap((hash) => {
        const file = this.tools.files.find(hash);
        return file === undefined ? [] : [[hash, new Uint8Array(file.bytes)]];
      }),
    );
  }
}
