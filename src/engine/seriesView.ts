/** A series as the page shows it: what became of each row, and the piece of the row at hand. */
import { shownTitle, type Job } from '../core/job';
import type { OutputBinary } from '../core/output';
import type { ReadBinary } from '../core/readback';
import type { Reader } from '../core/readers';
import {
  measureSeries,
  readSeries,
  runJob,
  seriesIndex,
  seriesPages,
  writeSeries,
  type Library,
  type OutputFile,
  type SeriesRow,
  type WrongCode,
} from '../core/run';
import { rowsOf, type RowProblem, type SeriesDocument } from '../core/series';
import type { SheetDocument } from '../core/sheet';
import { pictureOf, type PiecePicture } from './pressView';

/** What the page lists of a row. */
export interface RowView {
  readonly state: SeriesRow['state'];
  readonly problems: readonly RowProblem[];
  /** Titles of the limits that stop it. */
  readonly stops: readonly string[];
  readonly repeats: number | null;
  readonly payload: string;
  readonly quantity: number;
}

export interface SeriesView {
  readonly rows: readonly RowView[];
  readonly look: { readonly version: number; readonly forcedBy: number } | null;
}

/** Lets others in after so many rows. */
const breatheEvery = 25;
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

export type TellShare = (share: number) => void;

async function measured(job: Job, series: SeriesDocument, library: Library, tell: TellShare) {
  const table = rowsOf(series);
  return measureSeries(
    { job, table, match: series.match, oneLook: series.oneLook },
    library,
    async (done) => {
      if (done % breatheEvery !== 0) return;
      tell(done / table.rows.length);
      await breathe();
    },
  );
}

export async function seriesView(
  job: Job,
  series: SeriesDocument,
  library: Library,
  tell: TellShare,
): Promise<SeriesView> {
  const { rows, look } = await measured(job, series, library, tell);
  return {
    look,
    rows: rows.map(({ state, problems, stops, repeats, payload, quantity }) => ({
      state,
      problems,
      stops: stops.map(({ title }) => title),
      repeats,
      payload,
      quantity,
    })),
  };
}

/** The piece of one row, in the look that all of them share. */
export async function rowPicture(
  job: Job,
  series: SeriesDocument,
  row: number,
  library: Library,
): Promise<PiecePicture> {
  const table = rowsOf(series);
  const own = await measureSeries(
    {
      job,
      // The look follows from all rows, the piece from this one.
      table: { columns: table.columns, rows: table.rows },
      match: series.match,
      oneLook: series.oneLook,
      only: row,
    },
    library,
  );
  return pictureOf(runJob(own.jobOf(row), undefined, library, false));
}

export type TakenSeries =
  | {
      readonly files: readonly OutputFile[];
      readonly made: number;
      readonly heldBack: number;
      readonly pages: number;
      readonly codes: number;
      readonly wrong: readonly WrongCode[];
    }
  | { readonly problem: string };

export interface SeriesProgress {
  readonly doing: 'measuring' | 'writing' | 'reading back';
  readonly share: number;
}

/** One document with an index, after every code was read from its own place on its page. */
export async function takeSeries(
  job: Job,
  series: SeriesDocument,
  sheet: SheetDocument | null,
  library: Library,
  readers: readonly Reader[],
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
  tell: (progress: SeriesProgress) => void,
): Promise<TakenSeries> {
  const rows = await measured(job, series, library, (share) => tell({ doing: 'measuring', share }));
  const pages = seriesPages(rows, sheet, library);
  if ('problem' in pages) return pages;
  const { laid } = pages;
  const written = await writeSeries(rows, laid, sheet, job, library, async (done) => {
    tell({ doing: 'writing', share: done / laid.pages.length });
    await breathe();
  });
  const wrong = await readSeries(written, readers, binary, async (done) => {
    tell({ doing: 'reading back', share: done / written.codes.length });
    await breathe();
  });
  const stem =
    shownTitle(job)
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'job';
  const name = `${stem}_series.pdf`;
  const index = await seriesIndex(rows, written, rowsOf(series), name);
  return {
    files:
      wrong.length > 0
        ? []
        : [
            { name, mediaType: 'application/pdf', bytes: written.bytes },
            { name: `${stem}_series_index.csv`, mediaType: 'text/csv', bytes: index },
          ],
    made: rows.rows.filter(({ state }) => state === 'made').length,
    heldBack: rows.rows.filter(({ state }) => state === 'held back').length,
    pages: laid.pages.length,
    codes: written.codes.length,
    wrong,
  };
}
