/** The rows of a series as they were measured last, and which of them were made before. */
import { shallowRef } from 'vue';
import type { Job } from '../../core/job';
import type { SeriesDocument } from '../../core/series';
import { Stopped, type Engine, type SeriesView } from '../../engine';
import type { MadeBefore } from '../../wire';

export type SeriesMaker = Pick<Engine['maker'], 'measureSeries' | 'stop'>;

export class SeriesMeasuring {
  /** Null where the series was changed since, or was not measured yet. */
  readonly view = shallowRef<SeriesView | null>(null);
  /** Rows whose message stands on a piece already, with the last run that made it. */
  readonly madeBefore = shallowRef<ReadonlyMap<number, MadeBefore>>(new Map());
  /** Share of the rows that are measured; null where nothing is under way. */
  readonly share = shallowRef<number | null>(null);
  /** How many measurements were begun or called off: an older one says nothing any more. */
  private begun = 0;

  constructor(
    private readonly maker: () => SeriesMaker,
    private readonly fetchMadeBefore: (payloads: readonly string[]) => Promise<readonly MadeBefore[]>,
  ) {}

  /** What is known holds no longer; what is under way is ended. */
  forget(): void {
    this.callOff();
    this.view.value = null;
    this.madeBefore.value = new Map();
  }

  /** What is under way is of no use any more: the worker is ended and begins anew. */
  callOff(): void {
    this.begun++;
    if (this.share.value === null) return;
    this.share.value = null;
    this.maker().stop();
  }

  /** Leaves what is known alone where it was called off, or `isCurrent` says that the series is another by then. */
  async measure(job: Job, series: SeriesDocument, isCurrent: () => boolean): Promise<void> {
    const view = await this.measured(job, series);
    if (view === null || !isCurrent()) return;
    this.view.value = view;
    await this.lookUpMadeBefore();
  }

  async lookUpMadeBefore(): Promise<void> {
    const view = this.view.value;
    if (view === null) return;
    const asked = view.rows.flatMap(({ state, payload }, row) =>
      state === 'made' ? [{ row, payload }] : [],
    );
    const found = await this.fetchMadeBefore(asked.map(({ payload }) => payload));
    if (this.view.value === view)
      this.madeBefore.value = new Map(found.map((made) => [asked[made.index]!.row, made]));
  }

  /** Null where it was called off. */
  private async measured(job: Job, series: SeriesDocument): Promise<SeriesView | null> {
    const number = ++this.begun;
    const isNewest = (): boolean => number === this.begun;
    this.share.value = 0;
    try {
      const view = await this.maker().measureSeries(job, series, (share) => {
        if (isNewest()) this.share.value = share;
      });
      return isNewest() ? view : null;
    } catch (error) {
      if (error instanceof Stopped || !isNewest()) return null;
      throw error;
    } finally {
      if (isNewest()) this.share.value = null;
    }
  }
}
