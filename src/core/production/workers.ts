/** What is done for a series, each part of it by itself: here, or by several threads at once. */
import type { Finding } from '../finding';
import { shownTitle, type Job } from '../job';
import { loadContactSheet, slug, type FormatId, type OutputBinary } from '../output';
import { isDecided, proveUntil } from '../proof';
import type { ReadBinary } from '../readback';
import { voting, type Reader } from '../readers';
import { firstRowOf, rowsOf } from '../series';
import type { SheetDocument } from '../sheet';
import { isLetPass, keptOf, runJob, type KeptRun, type Library } from '../run';
import { makeFiles } from '../files';
import { proofSetup, proofFinding, startReadBack } from '../proving';
import { croppedSheet } from '../imposition';
import {
  loadRow,
  lookOf,
  measureRows,
  rowJob,
  type MeasuredSeries,
  type SeriesLook,
  type SeriesOfJob,
  type SeriesRow,
  type TellDone,
} from './measureSeries';
import { readSeries, type WrongCode } from './readSeries';
import { seriesIndex, type ReadCode } from './seriesIndex';
import { seriesPages } from './seriesPages';
import { writeSeries, type WrittenCode } from './writeSeries';

/** One document with an index, or a file for each row. */
export type SeriesForm = 'document' | FormatId;

export interface SeriesWish extends SeriesOfJob {
  /** Null for a page for each piece. */
  readonly sheet: SheetDocument | null;
  readonly form: SeriesForm;
  /** With a sheet that shows every piece small. */
  readonly contacts: boolean;
  /** Of pieces that were made before, which another is to look like; without it the rows tell. */
  readonly look?: SeriesLook | null;
}

/** A file of a row that was written, and read back. */
export interface RowFile<Kept> {
  readonly row: number;
  readonly name: string;
  readonly mediaType: string;
  readonly kept: Kept;
}

export interface RowFiles<Kept> {
  readonly files: readonly RowFile<Kept>[];
  readonly codes: readonly Omit<ReadCode, 'file'>[];
  /** Rows whose files do not read back. */
  readonly wrong: readonly number[];
}

/** `Kept` is what was written: bytes, or where they lie. */
export interface SeriesWorkers<Kept> {
  /** How many parts can be worked on at once. */
  readonly count: number;
  look(): Promise<SeriesLook | null>;
  measure(rows: readonly number[], look: SeriesLook | null, tell: TellDone): Promise<readonly SeriesRow[]>;
  /** What the quick proof stops; null when it stops nothing, or that was let pass. */
  prove(row: number, look: SeriesLook | null): Promise<Finding | null>;
  write(
    series: MeasuredSeries,
    /** Hears the share that is done. */
    tell: TellDone,
  ): Promise<
    | { readonly kept: Kept; readonly codes: readonly WrittenCode[]; readonly pages: number }
    | { readonly problem: string }
  >;
  read(document: Kept, codes: readonly WrittenCode[], tell: TellDone): Promise<readonly WrongCode[]>;
  files(
    rows: readonly SeriesRow[],
    look: SeriesLook | null,
    tell: TellDone,
  ): Promise<RowFiles<Kept> | { readonly problem: string }>;
  index(codes: readonly ReadCode[]): Promise<Kept>;
  /** Every piece small, with what it is known by. */
  contacts(series: MeasuredSeries): Promise<Kept>;
}

export interface WorkerTools {
  readonly library: Library;
  readonly readers: readonly Reader[];
  readonly binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>;
}

export const stemOf = (job: Job): string => `${slug(shownTitle(job)) || 'job'}_series`;

/** On the thread that calls. */
export function workersHere(
  wish: SeriesWish,
  { library, readers, binary }: WorkerTools,
): SeriesWorkers<Uint8Array> {
  const table = rowsOf(wish.series);
  let kept: KeptRun | undefined;
  const madeOf = async (row: number, look: SeriesLook | null) => {
    const { job } = rowJob(wish, row, look);
    await loadRow(job, library);
    const result = runJob(job, kept, library, 'none');
    kept = keptOf(result);
    return { job, result };
  };
  return {
    count: 1,
    look: () => Promise.resolve(wish.look === undefined ? lookOf(wish) : wish.look),
    measure: (rows, look, tell) => measureRows(wish, rows, look, library, tell),
    prove: async (row, look) => {
      const { job, result } = await madeOf(row, look);
      const setup = proofSetup(job, result, null);
      const report = setup && (await proveUntil(setup, voting(readers), { isEnough: isDecided }));
      const finding = report && proofFinding(report);
      return finding?.severity === 'stop' && !isLetPass(finding, job.overrides) ? finding : null;
    },
    write: async (series, tell) => {
      const pages = await seriesPages(wish, series, wish.sheet, library);
      if ('problem' in pages) return pages;
      const { laid } = pages;
      const { bytes, codes } = await writeSeries(wish, series, laid, wish.sheet, library, (done) =>
        tell(done / laid.pages.length),
      );
      return { kept: bytes, codes, pages: laid.pages.length };
    },
    read: (bytes, codes, tell) => readSeries({ bytes, codes }, voting(readers), binary, tell),
    files: async (rows, look, tell) => {
      const files: RowFile<Uint8Array>[] = [];
      const codes: Omit<ReadCode, 'file'>[] = [];
      const wrong: number[] = [];
      const digits = String(table.rows.length).length;
      for (const [done, { row, fileName, quantity }] of rows.entries()) {
        const { job, result } = await madeOf(row, look);
        const stem =
          fileName ?? `${slug(shownTitle(wish.job)) || 'job'}_${String(row + 1).padStart(digits, '0')}`;
        const made = await makeFiles(job, result, {
          revision: null,
          formats: [wish.form as FormatId],
          pattern: stem.replaceAll(/[{}]/g, ''),
          library,
          binary,
        });
        const number = row + firstRowOf(wish.series);
        if ('heldBackBy' in made)
          return { problem: `Row ${number}: ${made.heldBackBy[0]?.title ?? 'it is blocked'}.` };
        const [refused] = made.refused;
        if (refused !== undefined) return { problem: `Row ${number}: ${refused.problem}` };
        const back = startReadBack(job, result, voting(readers), binary);
        for (const file of made.files) {
          const read = await back.read(file);
          if (read !== null && read.problem !== null) wrong.push(row);
          const { name, mediaType, bytes } = file;
          files.push({ row, name, mediaType, kept: bytes });
        }
        // What is kept of a piece is what its message says: a tail of digits belongs to the picture.
        for (const { settings, said } of result.codes)
          for (let copy = 1; copy <= quantity; copy++)
            codes.push({ row, copy, id: settings.id, payload: said, page: null, place: null });
        await tell(done + 1);
      }
      return { files, codes, wrong };
    },
    index: (codes) => seriesIndex(wish.series, codes),
    contacts: async ({ rows, look }) => {
      const write = await loadContactSheet();
      async function* cells() {
        for (const { row, name, state } of rows) {
          if (state !== 'made') continue;
          const { result } = await madeOf(row, look);
          yield { sheet: croppedSheet(result.made!), label: `${row + firstRowOf(wish.series)} · ${name}` };
        }
      }
      const title = `${shownTitle(wish.job)}, contact sheet`;
      return write(cells(), { title, description: 'What is marked is black.' }, library.words);
    },
  };
}
