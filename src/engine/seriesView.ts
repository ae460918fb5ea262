/** A series as the page shows it: what became of each row, and the piece of the row at hand. */
import type { Finding } from '../core/finding';
import { shownTitle, type Job } from '../core/job';
import { slug, type FormatId, type OutputBinary } from '../core/output';
import { isDecided, proveUntil } from '../core/proof';
import type { ReadBinary } from '../core/readback';
import type { Reader } from '../core/readers';
import {
  isLetPass,
  makeFiles,
  measureSeries,
  proofFinding,
  proofSetup,
  readSeries,
  runJob,
  seriesIndex,
  seriesPages,
  startReadBack,
  writeSeries,
  type Library,
  type MeasuredSeries,
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

/** What was measured last, so that what is looked at is not measured again to be taken. */
export interface LastMeasured {
  key: string;
  series: MeasuredSeries | null;
}

async function measured(
  job: Job,
  series: SeriesDocument,
  library: Library,
  last: LastMeasured,
  tell: TellShare,
): Promise<MeasuredSeries> {
  const table = rowsOf(series);
  const key = JSON.stringify([job, series]);
  if (last.key === key && last.series !== null) return last.series;
  const found = await measureSeries(
    { job, table, match: series.match, oneLook: series.oneLook },
    library,
    async (done) => {
      if (done % breatheEvery !== 0) return;
      tell(done / table.rows.length);
      await breathe();
    },
  );
  Object.assign(last, { key, series: found });
  return found;
}

export async function seriesView(
  job: Job,
  series: SeriesDocument,
  library: Library,
  last: LastMeasured,
  tell: TellShare,
): Promise<SeriesView> {
  const { rows, look } = await measured(job, series, library, last, tell);
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

/** The piece of one row, in the version that all of them share; null where each has its own. */
export async function rowPicture(
  job: Job,
  series: SeriesDocument,
  row: number,
  version: number | null,
  library: Library,
): Promise<PiecePicture> {
  const { match, oneLook } = series;
  const own = await measureSeries(
    { job, table: rowsOf(series), match, oneLook, only: { row, version } },
    library,
  );
  return pictureOf(runJob(own.jobOf(row), undefined, library, false));
}

/** One document with an index, or a file for each row. */
export type SeriesForm = 'document' | FormatId;

export type TakenSeries =
  | {
      readonly files: readonly OutputFile[];
      readonly made: number;
      readonly heldBack: number;
      /** Null for files of their own. */
      readonly pages: number | null;
      readonly codes: number;
      readonly wrong: readonly Pick<WrongCode, 'row'>[];
    }
  | { readonly problem: string }
  /** The quick proof of the row that needs the largest symbol says that it does not read. */
  | { readonly heldBackBy: Finding; readonly row: number };

export interface SeriesProgress {
  readonly doing: 'measuring' | 'proving' | 'writing' | 'reading back';
  readonly share: number;
}

export interface TakeSeries {
  readonly job: Job;
  readonly series: SeriesDocument;
  /** Null for a page for each piece. */
  readonly sheet: SheetDocument | null;
  readonly form: SeriesForm;
}

/** After every code was read from what was written: of a document each from its own place, of files each file. */
export async function takeSeries(
  wish: TakeSeries,
  library: Library,
  last: LastMeasured,
  readers: readonly Reader[],
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
  tell: (progress: SeriesProgress) => void,
): Promise<TakenSeries> {
  const { job, series, form } = wish;
  const rows = await measured(job, series, library, last, (share) => tell({ doing: 'measuring', share }));
  const made = rows.rows.filter(({ state }) => state === 'made');
  const [first] = made;
  if (first === undefined) return { problem: 'No row can be made.' };
  const worst = made.find(({ row }) => row === rows.look?.forcedBy)?.row ?? first.row;
  const held = await proofOf(rows.jobOf(worst), library, readers, tell);
  if (held !== null) return { heldBackBy: held, row: worst };
  const counts = {
    made: made.length,
    heldBack: rows.rows.filter(({ state }) => state === 'held back').length,
  };
  const taken =
    form === 'document'
      ? await documentOf(wish, rows, library, readers, binary, tell)
      : await filesOfRows(rows, made, form, library, readers, binary, tell);
  return 'problem' in taken ? taken : { ...taken, ...counts };
}

/** What stops a piece from being read; null when nothing does, or it is let pass. */
async function proofOf(
  job: Job,
  library: Library,
  readers: readonly Reader[],
  tell: (progress: SeriesProgress) => void,
): Promise<Finding | null> {
  tell({ doing: 'proving', share: 0 });
  const setup = proofSetup(job, runJob(job, undefined, library, false), null);
  const report = setup && (await proveUntil(setup, readers, { isEnough: isDecided }));
  const finding = report && proofFinding(report);
  return finding?.severity === 'stop' && !isLetPass(finding, job.overrides) ? finding : null;
}

type Written =
  | Omit<Extract<TakenSeries, { readonly files: readonly OutputFile[] }>, 'made' | 'heldBack'>
  | { readonly problem: string };

async function documentOf(
  { job, series, sheet }: TakeSeries,
  rows: MeasuredSeries,
  library: Library,
  readers: readonly Reader[],
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
  tell: (progress: SeriesProgress) => void,
): Promise<Written> {
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
  const name = `${stemOf(job)}_series.pdf`;
  const index = await seriesIndex(rows, written, rowsOf(series), name);
  return {
    files:
      wrong.length > 0
        ? []
        : [
            { name, mediaType: 'application/pdf', bytes: written.bytes },
            { name: `${stemOf(job)}_series_index.csv`, mediaType: 'text/csv', bytes: index },
          ],
    pages: laid.pages.length,
    codes: written.codes.length,
    wrong,
  };
}

/** By the same writers as those of one job, each read back like them. */
async function filesOfRows(
  rows: MeasuredSeries,
  made: readonly SeriesRow[],
  format: FormatId,
  library: Library,
  readers: readonly Reader[],
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
  tell: (progress: SeriesProgress) => void,
): Promise<Written> {
  const files: OutputFile[] = [];
  const wrong: { row: number }[] = [];
  const taken = new Set<string>();
  let codes = 0;
  for (const [done, { row, fileName }] of made.entries()) {
    const job = rows.jobOf(row);
    const result = runJob(job, undefined, library, false);
    const digits = String(rows.rows.length).length;
    const stem = `${fileName ?? `${stemOf(job)}_${String(row + 1).padStart(digits, '0')}`}`;
    const found = await makeFiles(job, result, {
      revision: null,
      takes: [format],
      pattern: stem.replaceAll(/[{}]/g, ''),
      library,
      binary,
    });
    if ('heldBackBy' in found) continue;
    const [refused] = found.refused;
    if (refused !== undefined) return { problem: `Row ${row + 2}: ${refused.problem}` };
    const back = startReadBack(job, result, readers, binary);
    for (const { name, mediaType, bytes, ...file } of found.files) {
      const read = await back.read({ name, mediaType, bytes, ...file });
      if (read?.problem !== null && read !== null) wrong.push({ row });
      let own = name;
      for (let more = 2; taken.has(own.toLowerCase()); more++) own = name.replace(/(\.[^.]+)$/, `_${more}$1`);
      taken.add(own.toLowerCase());
      files.push({ name: own, mediaType, bytes });
    }
    codes += result.codes.length;
    tell({ doing: 'reading back', share: (done + 1) / made.length });
    await breathe();
  }
  return { files: wrong.length > 0 ? [] : files, pages: null, codes, wrong };
}

const stemOf = (job: Job): string => slug(shownTitle(job)) || 'job';
