/** Runs: series that were asked for, what became of them, and their files; what was begun goes on after a restart. */
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { AskRegister, MadeBefore, Register, Run, RunWish } from '../../wire';
import type { Background } from '../upkeep';
import { packedName } from './task';
import { RunQueue, type RunPlaces } from './queue';
import type { KeptRun, RunStore } from './store';
import type { RunThreads } from './threads';

/** Files of a run are kept for so long; they can be made again. */
const keptMs = 30 * 24 * 3600 * 1000;

export class Runs {
  private readonly queue: RunQueue;

  constructor(
    /** Says nothing to the threads: whoever stops, goes on with or forgets a run does it here. */
    readonly store: RunStore,
    threads: RunThreads,
    private readonly places: RunPlaces,
    background: Background,
  ) {
    this.queue = new RunQueue(store, threads, places, background);
  }

  /** Begins a run when its turn comes; one that was asked for under the same id before is begun once. */
  ask(jobId: string, revision: number, wish: RunWish, id?: string): Run {
    const known = id === undefined ? null : this.store.find(id);
    if (known !== null) return this.view(known);
    const run = this.store.begin(jobId, revision, wish, id);
    this.queue.add(run.id, wish);
    return this.view(run);
  }

  view(run: KeptRun): Run {
    return {
      ...run,
      progress: run.state === 'under-way' ? this.queue.progressOf(run.id) : null,
      hasFiles: run.state === 'made' && this.packed(run.id) !== null,
    };
  }

  /** The newest first; of one job, or of all. */
  list(jobId?: string): Run[] {
    return this.store.list(jobId).map((run) => this.view(run));
  }

  find(id: string): KeptRun | null {
    return this.store.find(id);
  }

  /** Null where it cannot be read by this program. */
  wish(id: string): RunWish | null {
    return this.store.wish(id);
  }

  register(ask: AskRegister): Register {
    return this.store.register(ask);
  }

  madeBefore(payloads: readonly string[]): MadeBefore[] {
    return this.store.madeBefore(payloads);
  }

  /** False where there is no such piece. */
  note(runId: string, row: number, copy: number, note: string): boolean {
    return this.store.note(runId, row, copy, note);
  }

  /** Takes up what was not brought to its end. */
  takeUp(): void {
    for (const id of this.store.underWay()) this.queue.add(id);
  }

  /** Once more a run that was stopped or broke off; false for any other. */
  goOn(id: string): boolean {
    if (!this.store.goOn(id)) return false;
    this.queue.add(id);
    return true;
  }

  /** Stops a run that waits or is under way. */
  giveUp(id: string): void {
    this.store.end(id, 'given-up', null);
    this.queue.callOff(id);
  }

  /** Its numbers can be given again, and its files are deleted. False where there is none. */
  forget(id: string): boolean {
    const isForgotten = this.store.forget(id);
    this.queue.callOff(id);
    rmSync(this.folderOf(id), { recursive: true, force: true });
    return isForgotten;
  }

  /** Where its files lie, as one; null where they are gone. */
  packed(id: string): string | null {
    const path = join(this.folderOf(id), packedName);
    return existsSync(path) ? path : null;
  }

  /** Deletes files of old runs, and those of runs that are not known; they can be made again. */
  forgetOldFiles(): void {
    const { folder } = this.places;
    if (!existsSync(folder)) return;
    const unfinished = new Set(this.store.underWay());
    for (const name of readdirSync(folder)) {
      const isOld = Date.now() - statSync(this.folderOf(name)).mtimeMs > keptMs;
      if (!unfinished.has(name) && (isOld || this.store.find(name) === null))
        rmSync(this.folderOf(name), { recursive: true, force: true });
    }
  }

  /** When nothing is under way. */
  settled(): Promise<void> {
    return this.queue.settled();
  }

  /** What is under way goes on after the next start. */
  close(): Promise<void> {
    return this.queue.close();
  }

  private folderOf(id: string): string {
    return join(this.places.folder, id);
  }
}
