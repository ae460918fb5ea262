/** Runs that wait or are under way: one after the other, each by all threads. */
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { produceSeries, seriesStages, type SeriesProgress } from '../../core/production';
import type { Run, RunWish } from '../../wire';
import type { Background } from '../upkeep';
import { storageTroubleOf } from '../db';
import { packedName } from './task';
import { emptyReport, piecesOf, reportOf } from './report';
import { piecesAtOnce, type NewPiece, type RunStore } from './store';
import { threadWorkers } from './threadWorkers';
import type { RunThreads } from './threads';

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

type Weights = Readonly<Record<SeriesProgress['doing'], number>>;
/** In measured runs of a thousand codes; files of their own are written and read back as one. */
const ofDocuments: Weights = { measuring: 0.15, proving: 0.05, writing: 0.45, 'reading-back': 0.35 };
const ofFiles: Weights = { measuring: 0.05, proving: 0.02, writing: 0, 'reading-back': 0.93 };

/** Where runs lie: the database that threads read, and the folder with a folder for each run. */
export interface RunPlaces {
  readonly database: string;
  readonly folder: string;
}

export class RunQueue {
  private readonly waiting: string[] = [];
  private readonly underWay = new Map<string, Underway>();
  private working: Promise<void> | null = null;
  private isClosed = false;

  constructor(
    private readonly store: RunStore,
    private readonly threads: RunThreads,
    private readonly places: RunPlaces,
    private readonly background: Background,
  ) {}

  /** Begins it when its turn comes; nothing for one that waits already. */
  add(id: string, wish: RunWish | null = null): void {
    if (this.underWay.has(id) || this.isClosed) return;
    this.underWay.set(id, {
      stop: new AbortController(),
      weights: this.store.find(id)?.form === 'document' ? ofDocuments : ofFiles,
      wish,
      progress: { doing: 'measuring', share: 0 },
      since: performance.now(),
    });
    this.waiting.push(id);
    this.working ??= this.work().finally(() => (this.working = null));
  }

  callOff(id: string): void {
    this.underWay.get(id)?.stop.abort();
    this.underWay.delete(id);
  }

  /** Null for one that is not under way. */
  progressOf(id: string): Run['progress'] {
    const running = this.underWay.get(id);
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

  /** When nothing is under way. */
  async settled(): Promise<void> {
    while (this.working !== null) await this.working;
  }

  /** What is under way goes on after the next start. */
  async close(): Promise<void> {
    this.isClosed = true;
    for (const { stop } of this.underWay.values()) stop.abort();
    await this.threads.close();
  }

  private async work(): Promise<void> {
    // Whoever asks is answered first.
    await new Promise((resolve) => setImmediate(resolve));
    const { waiting, underWay, background } = this;
    for (let id = waiting.shift(); id !== undefined && !this.isClosed; id = waiting.shift()) {
      const running = underWay.get(id);
      if (running === undefined) continue;
      const next = id;
      await background.once(`Run ${next} could not be worked on.`, () => this.workOn(next, running));
      if (underWay.get(next) === running) underWay.delete(next);
    }
  }

  private async workOn(id: string, running: Underway): Promise<void> {
    const { store, threads, places, background } = this;
    const { signal } = running.stop;
    const wish = running.wish ?? store.wish(id);
    if (signal.aborted || store.find(id)?.state !== 'under-way') return;
    if (wish === null) return this.end(id, 'broken', null);
    try {
      const where = { here: places.database, run: id, folder: join(places.folder, id) };
      const workers = threadWorkers(threads, where, signal);
      const produced = await produceSeries(wish, workers, {
        tell: (progress) => (running.progress = progress),
        ...(wish.again ? {} : { madeBefore: (payloads) => this.madeOf(payloads) }),
      });
      if (produced.state === 'made') await workers.pack(produced.files);
      if (signal.aborted) return;
      if (produced.state === 'made') await this.register(id, piecesOf(produced), signal);
      await this.end(id, produced.state, reportOf(produced, wish));
      this.sweep(id, produced.state === 'made');
    } catch (error) {
      // Given up, or the server is being ended: then it goes on another time.
      if (signal.aborted) return;
      // What is left of it must not go on beside another attempt.
      running.stop.abort();
      background.report(`Run ${id} broke off.`, error);
      const problem =
        storageTroubleOf(error) === 'full'
          ? 'The disk is full. Free some space, and let it go on.'
          : 'It broke off; the log of the server says why. What was done is kept: let it go on.';
      await this.end(id, 'broken', { ...emptyReport, problem });
    }
  }

  /** Made pieces is only known once the disk takes it; until then the run is under way. */
  private end(...end: Parameters<RunStore['end']>): Promise<void> {
    return this.background.untilKept('The end of a run is not kept yet.', () => {
      if (!this.isClosed) this.store.end(...end);
    });
  }

  /** Others are answered between the parts. */
  private async register(id: string, pieces: readonly NewPiece[], signal: AbortSignal): Promise<void> {
    let from = 0;
    do {
      let isWritten: boolean | null = null;
      await this.background.untilKept('What a run made is not kept yet.', () => {
        if (!this.isClosed)
          isWritten = this.store.piecesOf(id, pieces.slice(from, from + piecesAtOnce), from);
      });
      if (this.isClosed || signal.aborted) return;
      if (isWritten === null) throw new Error('What it made could not be kept.');
      if (isWritten) from += piecesAtOnce;
      await new Promise((resolve) => setImmediate(resolve));
    } while (from < pieces.length);
  }

  private madeOf(payloads: readonly string[]): Promise<ReadonlySet<string>> {
    return Promise.resolve(new Set(this.store.madeBefore(payloads).map(({ index }) => payloads[index]!)));
  }

  /** Parts are of no use once they are packed, or nothing is handed over. */
  private sweep(id: string, keepsPacked: boolean): void {
    const folder = join(this.places.folder, id);
    if (!existsSync(folder)) return;
    if (!keepsPacked) return rmSync(folder, { recursive: true, force: true });
    for (const name of readdirSync(folder))
      if (name !== packedName) rmSync(join(folder, name), { recursive: true, force: true });
  }
}
