/** Runs: series that were asked for, what became of them, and their files; what was begun goes on after a restart. */
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Run, RunWish } from '../../wire';
import type { Background } from '../background';
import { packedName } from '../runTask';
import { RunQueue, type RunPlaces } from './queue';
import type { KeptRun, RunStore } from './store';
import type { RunThreads } from './threads';

export interface Runs extends RunStore {
  /** Begins one when its turn comes; the one that was asked for under the same id before, once. */
  readonly ask: (jobId: string, revision: number, wish: RunWish, id?: string) => Run;
  readonly view: (run: KeptRun) => Run;
  /** Takes up what was not brought to its end. */
  readonly takeUp: () => void;
  /** Deletes files of old runs, and those of runs that are not known; they can be made again. */
  readonly forgetOldFiles: () => void;
  /** Ends one that is under way or waits. */
  readonly giveUp: (id: string) => void;
  /** Where its files lie, as one; null where they are gone. */
  readonly packed: (id: string) => string | null;
  /** When nothing is under way. */
  readonly settled: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/** Files of a run are kept for so long; they can be made again. */
const keptMs = 30 * 24 * 3600 * 1000;

export function createRuns(
  store: RunStore,
  threads: RunThreads,
  places: RunPlaces,
  background: Background,
): Runs {
  const queue = new RunQueue(store, threads, places, background);
  const folderOf = (id: string): string => join(places.folder, id);
  const packed = (id: string): string | null => {
    const path = join(folderOf(id), packedName);
    return existsSync(path) ? path : null;
  };
  const view = (run: KeptRun): Run => ({
    ...run,
    progress: run.state === 'under-way' ? queue.progressOf(run.id) : null,
    hasFiles: run.state === 'made' && packed(run.id) !== null,
  });

  return {
    ...store,
    ask: (jobId, revision, wish, id) => {
      const before = id === undefined ? null : store.find(id);
      if (before !== null) return view(before);
      const run = store.begin(jobId, revision, wish, id);
      queue.add(run.id, wish);
      return view(run);
    },
    view,
    takeUp: () => {
      for (const id of store.underWay()) queue.add(id);
    },
    forgetOldFiles: () => {
      if (!existsSync(places.folder)) return;
      const known = new Set(store.underWay());
      for (const name of readdirSync(places.folder)) {
        const isOld = Date.now() - statSync(folderOf(name)).mtimeMs > keptMs;
        if (!known.has(name) && (isOld || store.find(name) === null))
          rmSync(folderOf(name), { recursive: true, force: true });
      }
    },
    goOn: (id) => {
      if (!store.goOn(id)) return false;
      queue.add(id);
      return true;
    },
    giveUp: (id) => {
      store.end(id, 'given-up', null);
      queue.callOff(id);
    },
    forget: (id) => {
      const isForgotten = store.forget(id);
      queue.callOff(id);
      rmSync(folderOf(id), { recursive: true, force: true });
      return isForgotten;
    },
    packed,
    settled: () => queue.settled(),
    close: () => queue.close(),
  };
}
