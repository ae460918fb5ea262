/**
 * Work that nobody waits for: timers, what is measured after a save, the end of a run. Whatever becomes of it ends here, so that a
 * full disk or a locked database never ends the server.
 */
import { storageTroubleOf } from '../db';

export interface Log {
  readonly error: (error: unknown, message?: string) => void;
  readonly info: (message: string) => void;
}

export const silentLog: Log = { error: () => undefined, info: () => undefined };

/** Pauses before the second, third, … try; the last one repeats. */
const againMs = [50, 250, 1000, 5000, 30_000] as const;

export class Background {
  private readonly timers = new Set<NodeJS.Timeout>();
  private readonly running = new Set<Promise<void>>();
  private isClosed = false;
  /** What was logged last of each kind of work, so that a full disk is not logged every second. */
  private readonly logged = new Map<string, string>();

  constructor(
    private readonly log: Log = silentLog,
    private readonly pauses: readonly number[] = againMs,
  ) {}

  /** Does work once; what goes wrong is logged. Never rejects. */
  async once(name: string, work: () => unknown): Promise<void> {
    await this.attempt(name, work);
  }

  /** Does work until the disk and the database take it; gives up on any other error, which is logged. Never rejects. */
  async untilKept(name: string, work: () => unknown): Promise<void> {
    for (let turn = 0; !this.isClosed; turn++) {
      const error = await this.attempt(name, work);
      if (error === null || storageTroubleOf(error) === null) return;
      await this.pause(this.pauses[Math.min(turn, this.pauses.length - 1)]!);
    }
  }

  /** Does work now and then, in milliseconds, for as long as the server runs. */
  every(name: string, ms: number, work: () => unknown): void {
    const timer = setInterval(() => void this.once(name, work), ms);
    timer.unref();
    this.timers.add(timer);
  }

  /** When nothing is under way any more. */
  async settled(): Promise<void> {
    while (this.running.size > 0) await Promise.all(this.running);
  }

  close(): void {
    this.isClosed = true;
    for (const timer of this.timers) clearTimeout(timer);
    this.timers.clear();
  }

  /** Null when it went well. */
  private async attempt(name: string, work: () => unknown): Promise<unknown> {
    let failure: unknown = null;
    const attempt = (async () => {
      try {
        await work();
        this.logged.delete(name);
      } catch (error) {
        failure = error ?? new Error('It failed without saying why.');
        this.report(name, failure);
      }
    })();
    this.running.add(attempt);
    await attempt;
    this.running.delete(attempt);
    return failure;
  }

  /** Logs what went wrong with work of a name, once until it goes well or goes wrong otherwise. */
  report(name: string, error: unknown): void {
    const said = error instanceof Error ? error.message : String(error);
    if (this.isClosed || this.logged.get(name) === said) return;
    this.logged.set(name, said);
    const trouble = storageTroubleOf(error);
    // What the disk refuses is told in words, not with the place in the program.
    this.log.error(
      trouble === null ? error : { disk: trouble, code: (error as { code?: string }).code },
      name,
    );
  }

  private async pause(ms: number): Promise<void> {
    await new Promise<void>((resolve) => {
      const timer = setTimeout(() => {
        this.timers.delete(timer);
        resolve();
      }, ms);
      timer.unref();
      this.timers.add(timer);
    });
  }
}
