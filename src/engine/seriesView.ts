/** A series as the page shows it: what became of each row, and the piece of the row at hand. */
import { severityRank, type Finding } from '../core/finding';
import type { Job } from '../core/job';
import { breathe } from '../core/tasks';
import { measureSeries, rowJob, type SeriesLook, type SeriesRow } from '../core/production';
import { runJob, type Library } from '../core/run';
import { rowsOf, type SeriesDocument } from '../core/series';
import { pictureOf, type PiecePicture } from './pressView';

/** What the page lists of a row. */
export interface RowView extends Pick<
  SeriesRow,
  'state' | 'why' | 'problems' | 'repeats' | 'payload' | 'quantity'
> {
  /** Titles of the limits that stop it. */
  readonly stops: readonly string[];
}

export interface SeriesView {
  readonly rows: readonly RowView[];
  readonly look: SeriesLook | null;
}

/** Lets others in after so many rows. */
const breatheEvery = 25;

export async function seriesView(
  job: Job,
  series: SeriesDocument,
  library: Library,
  tell: (share: number) => void,
): Promise<SeriesView> {
  const { length } = rowsOf(series).rows;
  const { rows, look } = await measureSeries({ job, series }, library, async (done) => {
    if (done % breatheEvery !== 0) return;
    tell(done / length);
    await breathe();
  });
  return {
    look,
    rows: rows.map(({ state, why, problems, stops, repeats, payload, quantity }) => ({
      state,
      why,
      problems,
      stops: stops.map(({ title }) => title),
      repeats,
      payload,
      quantity,
    })),
  };
}

/** The row at hand: its job, its piece, and what of its limits is not fine. */
export interface RowAtHand {
  readonly job: Job;
  readonly picture: PiecePicture;
  /** The most serious first. */
  readonly findings: readonly Finding[];
}

export async function rowAtHand(
  job: Job,
  series: SeriesDocument,
  row: number,
  look: SeriesLook | null,
  library: Library,
): Promise<RowAtHand> {
  const applied = rowJob({ job, series }, row, look);
  await library.load(applied.job);
  const result = runJob(applied.job, undefined, library);
  return {
    job: applied.job,
    picture: pictureOf(result),
    findings: result.findings
      .filter(({ severity }) => severity !== 'fine')
      .sort((a, b) => severityRank[b.severity] - severityRank[a.severity]),
  };
}
