/** The parent's side of a child process that does one piece of work after the other within limits. */
import { fork, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import type { Reply, Request } from './messages';
import { OutOfMemory, TooMuchWork, WorkStopped } from './problems';

/** Hears how far long work is, and can stop it; the work goes on with what comes back, when that is settled. */
export interface LongWork<Note> {
  readonly onNote?: (note: Note) => unknown;
  readonly signal?: AbortSignal;
}

export interface Asked extends LongWork<unknown> {
  /** What the work is, at the beginning of a sentence: “The drawing crest.svg”. */
  readonly what: string;
  /** Of processor time; null for none, where the work is bounded by what it reads. */
  readonly processorSeconds: number | null;
}

/** Whoever answers goes first where both want the processor; beside other programs that are busy it still gets its part. */
const nice = 5;
function giveWay({ pid }: ChildProcess): void {
  try {
    if (pid !== undefined) setPriority(pid, nice);
  } catch {
    // Without it both are as fast.
  }
}

/** It may be started anew at any time; without work it ends by itself. */
const idleMs = 30_000;

export class LimitedProcess {
  private child: ChildProcess | null = null;
  private last: Promise<unknown> = Promise.resolve();
  private lastId = 0;
  private idle: NodeJS.Timeout | undefined;
  private isClosed = false;

  /** `childFile` is the process, `threadFile` what its thread runs. */
  constructor(
    private readonly childFile: string,
    private readonly threadFile: string,
    private readonly memoryMb: number,
  ) {}

  /**
   * Resolves with the result when its turn has come. Rejects with `TooMuchWork`, `OutOfMemory`, `WorkStopped`, or an error with the
   * message that the work itself ended with.
   */
  run(name: string, args: readonly unknown[], asked: Asked): Promise<unknown> {
    const turn = this.last.then(() => this.work(name, args, asked));
    this.last = turn.catch(() => undefined);
    return turn;
  }

  async close(): Promise<void> {
    this.isClosed = true;
    await this.end();
  }

  private work(name: string, args: readonly unknown[], asked: Asked): Promise<unknown> {
    const { what, processorSeconds, onNote, signal } = asked;
    if (this.isClosed || signal?.aborted === true)
      return Promise.reject(new WorkStopped(`${what} was stopped.`));
    clearTimeout(this.idle);
    const child = (this.child ??= this.begin());
    const id = ++this.lastId;
    return new Promise((resolve, reject) => {
      const settle = (how: () => void): void => {
        child.off('message', hear);
        child.off('exit', gone);
        child.off('error', gone);
        signal?.removeEventListener('abort', stop);
        this.rest();
        how();
      };
      const stop = (): void => {
        void this.end();
        settle(() => reject(new WorkStopped(`${what} was stopped.`)));
      };
      const gone = (): void => {
        if (this.child === child) this.child = null;
        settle(() => reject(endedUnder(what)));
      };
      const note = async (value: unknown): Promise<void> => {
        try {
          send(child, { id, kind: 'noted', answer: await onNote?.(value) });
        } catch (error) {
          // Who listens cannot go on, so the work is of no use.
          void this.end();
          settle(() => reject(error as Error));
        }
      };
      const hear = (reply: Reply): void => {
        if (reply.id !== id) return;
        switch (reply.kind) {
          case 'note':
            return void note(reply.note);
          case 'done':
            return settle(() => resolve(reply.value));
          case 'tooMuch':
            return settle(() => reject(new TooMuchWork(processorSeconds ?? 0, what)));
          case 'outOfMemory':
            return settle(() => reject(new OutOfMemory(this.memoryMb, what)));
          case 'ended':
            return settle(() => reject(endedUnder(what)));
          case 'stalled':
            return settle(() =>
              reject(new WorkStopped(`${what} moved no more and was stopped. Trying again may help.`)),
            );
          case 'failed':
            return settle(() =>
              reject(
                Object.assign(new Error(reply.message), reply.code === null ? {} : { code: reply.code }),
              ),
            );
        }
      };
      child.on('message', hear);
      child.once('exit', gone);
      child.once('error', gone);
      signal?.addEventListener('abort', stop, { once: true });
      send(child, { id, name, args, processorSeconds });
    });
  }

  private begin(): ChildProcess {
    const child = fork(this.childFile, [this.threadFile, String(this.memoryMb)], {
      serialization: 'advanced',
      execArgv: [],
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    giveWay(child);
    // Work in progress hears of it by its own listeners; without any it only means that the next begins anew.
    child.on('error', () => undefined);
    child.once('exit', () => {
      if (this.child === child) this.child = null;
    });
    return child;
  }

  private rest(): void {
    clearTimeout(this.idle);
    this.idle = setTimeout(() => void this.end(), idleMs).unref();
  }

  private async end(): Promise<void> {
    const { child } = this;
    this.child = null;
    clearTimeout(this.idle);
    if (child === null || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
  }
}

const endedUnder = (what: string): WorkStopped =>
  new WorkStopped(`${what} was not finished: its process ended. Trying again may help.`);

/** A child that has just ended hears nothing; that it ended is told by its exit. */
function send(child: ChildProcess, request: Request): void {
  if (child.connected) child.send(request, () => undefined);
}
