/** Runs: one after the other, each by all threads; what was begun goes on after a restart. */
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { codeNamer, metricAmount, wordsOf } from '../../core/finding';
import {
  seriesStages,
  produceSeries,
  type ReadCode,
  type SeriesWorkers,
  type SeriesProgress,
  type ProducedSeries,
} from '../../core/production';
import { problemText } from '../../core/series';
import type { Run, RunReport, RunWish } from '../../wire';
import type { Background } from '../background';
import { storageTroubleOf } from '../db/trouble';
import { piecesAtOnce, type KeptRun, type NewPiece, type RunStore } from './store';
import { packedName, type RunOrder, type RunPart } from '../runTask';
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

interface Underway {
  readonly stop: AbortController;
  /** What each stage takes of the whole. */
  readonly weights: Weights;
  /** As it was asked for; after a restart it is read when its turn comes. */
  readonly wish: RunWish | null;
  progress: SeriesProgress;
  /** When it was begun or taken up, in milliseconds that no clock sets. */
  readonly since: number;
}

/** Files of a run are kept for so long; they can be made again. */
const keptMs = 30 * 24 * 3600 * 1000;
type Weights = Readonly<Record<SeriesProgress['doing'], number>>;
/** In measured runs of a thousand codes; files of their own are written and read back as one. */
const ofDocuments: Weights = { measuring: 0.15, proving: 0.05, writing: 0.45, 'reading-back': 0.35 };
const ofFiles: Weights = { measuring: 0.05, proving: 0.02, writing: 0, 'reading-back': 0.93 };

export function createRuns(
  store: RunStore,
  threads: RunThreads,
  { database, folder }: { readonly database: string; readonly folder: string },
  background: Background,
): Runs {
  const waiting: string[] = [];
  const underWay = new Map<string, Underway>();
  let working: Promise<void> | null = null;
  let isClosed = false;
  const folderOf = (id: string): string => join(folder, id);

  function callOff(id: string): void {
    underWay.get(id)?.stop.abort();
    underWay.delete(id);
  }

  function enqueue(id: string, wish: RunWish | null = null): void {
    if (underWay.has(id) || isClosed) return;
    const stop = new AbortController();
    const weights = store.find(id)?.form === 'document' ? ofDocuments : ofFiles;
    const progress = { doing: 'measuring', share: 0 } as const;
    underWay.set(id, { stop, weights, wish, progress, since: performance.now() });
    waiting.push(id);
    working ??= work().finally(() => (working = null));
  }

  async function work(): Promise<void> {
    // Whoever asks is answered first.
    await new Promise((resolve) => setImmediate(resolve));
    for (let id = waiting.shift(); id !== undefined && !isClosed; id = waiting.shift()) {
      const running = underWay.get(id);
      if (running === undefined) continue;
      await background.once(`Run ${id} could not be worked on.`, () => workOn(id, running));
      if (underWay.get(id) === running) underWay.delete(id);
    }
  }

  async function workOn(id: string, running: Underway): Promise<void> {
    const wish = running.wish ?? store.wish(id);
    if (running.stop.signal.aborted || store.find(id)?.state !== 'under-way') return;
    if (wish === null) return ended(id, 'broken', null);
    try {
      const workers = handsOf(id, running.stop.signal);
      const taken = await produceSeries(wish, workers, {
        tell: (progress) => (running.progress = progress),
        ...(wish.again ? {} : { madeBefore: madeOf }),
      });
      if (taken.state === 'made') await workers.pack(taken.files);
      if (running.stop.signal.aborted) return;
      if (taken.state === 'made') await register(id, piecesOf(taken), running.stop.signal);
      await ended(id, taken.state, reportOf(taken, wish));
      sweep(id, taken.state === 'made');
    } catch (error) {
      // Given up, or the server is being ended: then it goes on another time.
      if (running.stop.signal.aborted) return;
      // What is left of it must not go on beside another attempt.
      running.stop.abort();
      background.report(`Run ${id} broke off.`, error);
      const problem =
        storageTroubleOf(error) === 'full'
          ? 'The disk is full. Free some space, and let it go on.'
          : 'It broke off; the log of the server says why. What was done is kept: let it go on.';
      await ended(id, 'broken', { ...emptyReport, problem });
    }
  }

  /** What was made is only known once the disk takes it; until then the run is under way. */
  const ended = (...end: Parameters<RunStore['end']>): Promise<void> =>
    background.untilKept('The end of a run is not kept yet.', () => {
      if (!isClosed) store.end(...end);
    });

  /** Others are answered between the parts. */
  async function register(id: string, pieces: readonly NewPiece[], signal: AbortSignal): Promise<void> {
    let from = 0;
    do {
      let isWritten: boolean | null = null;
      await background.untilKept('What a run made is not kept yet.', () => {
        if (!isClosed) isWritten = store.piecesOf(id, pieces.slice(from, from + piecesAtOnce), from);
      });
      if (isClosed || signal.aborted) return;
      if (isWritten === null) throw new Error('What it made could not be kept.');
      if (isWritten) from += piecesAtOnce;
      await new Promise((resolve) => setImmediate(resolve));
    } while (from < pieces.length);
  }

  const madeOf = (payloads: readonly string[]): Promise<ReadonlySet<string>> =>
    Promise.resolve(new Set(store.madeBefore(payloads).map(({ index }) => payloads[index]!)));

  function handsOf(
    run: string,
    signal: AbortSignal,
  ): SeriesWorkers<string> & {
    readonly pack: (files: readonly { readonly name: string; readonly kept: string }[]) => Promise<unknown>;
  } {
    const ask = <Found>(part: RunPart, tell: (done: number) => unknown = () => undefined): Promise<Found> => {
      const order: RunOrder = { here: database, run, folder: folderOf(run), part };
      return threads.work(order, (done) => void tell(done), signal) as Promise<Found>;
    };
    return {
      count: threads.count,
      look: () => ask({ do: 'look' }),
      measure: (rows, look, tell) => ask({ do: 'measure', rows, look }, tell),
      prove: (row, look) => ask({ do: 'prove', row, look }),
      write: (series, tell) => ask({ do: 'write', series }, tell),
      read: (document, codes, tell) => ask({ do: 'read', document, codes }, tell),
      files: (rows, look, tell) => ask({ do: 'files', rows, look }, tell),
      index: (codes) => ask({ do: 'index', codes }),
      contacts: (series) => ask({ do: 'contacts', series }),
      pack: (files) => ask({ do: 'pack', files: files.map(({ name, kept }) => ({ name, kept })) }),
    };
  }

  /** Parts are of no use once they are packed, or nothing is handed over. */
  function sweep(id: string, keepsPacked: boolean): void {
    const folder = folderOf(id);
    if (!existsSync(folder)) return;
    if (!keepsPacked) return rmSync(folder, { recursive: true, force: true });
    for (const name of readdirSync(folder))
      if (name !== packedName) rmSync(join(folder, name), { recursive: true, force: true });
  }

  function forgetOldFiles(): void {
    if (!existsSync(folder)) return;
    const known = new Set(store.underWay());
    for (const name of readdirSync(folder)) {
      const isOld = Date.now() - statSync(join(folder, name)).mtimeMs > keptMs;
      if (!known.has(name) && (isOld || store.find(name) === null))
        rmSync(join(folder, name), { recursive: true, force: true });
    }
  }

  const packed = (id: string): string | null => {
    const path = join(folderOf(id), packedName);
    return existsSync(path) ? path : null;
  };

  function progressOf(id: string): Run['progress'] {
    const running = underWay.get(id);
    if (running === undefined) return null;
    const { progress, since, weights } = running;
    let done = weights[progress.doing] * progress.share;
    for (const stage of seriesStages) {
      if (stage === progress.doing) break;
      done += weights[stage];
    }
    const seconds = (performance.now() - since) / 1000;
    return { ...progress, secondsLeft: done < 0.1 ? null : (seconds * (1 - done)) / done };
  }

  const view = (run: KeptRun): Run => ({
    ...run,
    progress: run.state === 'under-way' ? progressOf(run.id) : null,
    hasFiles: run.state === 'made' && packed(run.id) !== null,
  });

  return {
    ...store,
    ask: (jobId, revision, wish, id) => {
      const before = id === undefined ? null : store.find(id);
      if (before !== null) return view(before);
      const run = store.begin(jobId, revision, wish, id);
      enqueue(run.id, wish);
      return view(run);
    },
    view,
    takeUp: () => {
      for (const id of store.underWay()) enqueue(id);
    },
    forgetOldFiles,
    goOn: (id) => {
      if (!store.goOn(id)) return false;
      enqueue(id);
      return true;
    },
    giveUp: (id) => {
      store.end(id, 'given-up', null);
      callOff(id);
    },
    forget: (id) => {
      const isForgotten = store.forget(id);
      callOff(id);
      rmSync(folderOf(id), { recursive: true, force: true });
      return isForgotten;
    },
    packed,
    settled: async () => {
      while (working !== null) await working;
    },
    close: async () => {
      isClosed = true;
      for (const { stop } of underWay.values()) stop.abort();
      await threads.close();
    },
  };
}

const emptyReport: RunReport = {
  made: 0,
  heldBack: 0,
  held: [],
  leftOut: 0,
  madeBefore: 0,
  look: null,
  pages: null,
  codes: 0,
  files: [],
  problem: '',
  problemRow: null,
  wrong: [],
};
/** Told one by one, at most. */
const mostTold = 100;

function reportOf(taken: ProducedSeries<string>, { job }: RunWish): RunReport {
  const { rows, look } = taken.series;
  const count = (test: (row: (typeof rows)[number]) => boolean): number => rows.filter(test).length;
  const held = rows.filter(({ state }) => state === 'held-back');
  const rowsOnly: RunReport = {
    ...emptyReport,
    heldBack: held.length,
    held: held.slice(0, mostTold).map(({ row, problems, stops }) => ({
      row,
      why: [...problems.map(problemText), ...stops.map(({ title }) => title)].join(' '),
    })),
    leftOut: count(({ why }) => why === 'quantity-zero'),
    madeBefore: count(({ why }) => why === 'made-before'),
    look,
  };
  switch (taken.state) {
    case 'refused':
      return { ...rowsOnly, problem: taken.problem };
    case 'unproved': {
      const words = { amount: metricAmount, code: codeNamer(job.codes) };
      return { ...rowsOnly, problem: wordsOf(taken.finding.text, words), problemRow: taken.row };
    }
    case 'mixed-up':
      return {
        ...rowsOnly,
        codes: taken.codes,
        problem: `${taken.wrong.length} of ${taken.codes} codes do not say what their rows say.`,
        wrong: taken.wrong.slice(0, mostTold).map(({ row, text }) => ({ row, text })),
      };
    case 'made':
      return {
        ...rowsOnly,
        made: count(({ state }) => state === 'made'),
        pages: taken.pages,
        codes: taken.codes.length,
        files: taken.files.map(({ name }) => name),
      };
  }
}

/** A line for each piece: of several codes on one, the first tells what it says. */
function piecesOf({
  series,
  codes,
}: ProducedSeries<string> & { readonly codes: readonly ReadCode[] }): NewPiece[] {
  const names = new Map(series.rows.map(({ row, name }) => [row, name]));
  const pieces = new Map<string, NewPiece>();
  for (const { row, copy, payload, file, page, place } of codes) {
    const key = `${row} ${copy}`;
    if (!pieces.has(key))
      pieces.set(key, { row, copy, name: names.get(row)!, payload, file, page, place, note: '' });
  }
  return [...pieces.values()];
}
