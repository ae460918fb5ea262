/** Every row of a series is made and measured; parts of the rows can be measured by several at once. */
import type { Finding } from '../finding';
import type { Job } from '../job';
import { holdsBytes, writeMessage } from '../message';
import { applyRow, namingColumn, rowsOf, type RowJob, type RowProblem, type SeriesDocument } from '../series';
import { smallestVersions } from '../symbol';
import { type Library, keptOf, runJob, type KeptRun } from '../run';

/** A job, and what becomes of it row by row. */
export interface SeriesOfJob {
  readonly job: Job;
  readonly series: SeriesDocument;
}

/** Why no piece of a row is made although nothing is wrong with it. */
export type LeftOut = 'quantity-zero' | 'made-before';

export interface SeriesRow {
  /** Counted from 0. */
  readonly row: number;
  /** The cell that people know it by. */
  readonly name: string;
  readonly state: 'made' | 'held-back' | 'left-out';
  /** Null where it is not left out. */
  readonly why: LeftOut | null;
  readonly problems: readonly RowProblem[];
  /** Limits that stop it. */
  readonly stops: readonly Finding[];
  /** An earlier row that holds the same message; null for none. */
  readonly repeats: number | null;
  readonly payload: string;
  readonly isBytes: boolean;
  readonly version: number | null;
  readonly quantity: number;
  readonly fileName: string | null;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Of the symbols, with the row that needs it. */
export interface SeriesLook {
  readonly version: number;
  readonly forcedBy: number;
}

export interface MeasuredSeries {
  readonly rows: readonly SeriesRow[];
  /** Null where each row has its own. */
  readonly look: SeriesLook | null;
}

/** With the version that all rows share; a level that would be raised stays where it is, so that all have the same. */
function inLook(job: Job, look: SeriesLook | null): Job {
  if (look === null) return job;
  const [first, ...others] = job.codes;
  return {
    ...job,
    codes: [{ ...first!, symbol: { ...first!.symbol, version: look.version, raiseLevel: false } }, ...others],
  };
}

/** The smallest version that holds the message of the first code at its level. */
function versionOf({ codes: [first] }: Job): number | null {
  const { message, symbol } = first!;
  if (symbol.version !== 'smallest') return symbol.version;
  return smallestVersions(writeMessage(message), { ...symbol, isBytes: holdsBytes(message) })[symbol.level];
}

/** The job of a row as it is made, in the look that all share. */
export function rowJob({ job, series }: SeriesOfJob, row: number, look: SeriesLook | null): RowJob {
  const applied = applyRow(job, series, rowsOf(series), row);
  return { ...applied, job: inLook(applied.job, look) };
}

/** The version that all rows share, of the row that needs the largest; null where each has its own, or none can be made. */
export function lookOf(wish: SeriesOfJob): SeriesLook | null {
  if (!wish.series.oneLook) return null;
  let look: SeriesLook | null = null;
  for (const row of rowsOf(wish.series).rows.keys()) {
    const { job, problems, quantity } = rowJob(wish, row, null);
    if (problems.length > 0 || quantity === 0) continue;
    const version = versionOf(job);
    if (version !== null && (look === null || version > look.version)) look = { version, forcedBy: row };
  }
  return look;
}

/** What a job of a row refers to is at hand after this. */
export async function loadRow(job: Job, library: Library): Promise<void> {
  if (!library.isAtHand(job)) await library.load(job);
}

/** Hears how many are done, and lets others in. */
export type TellDone = (done: number) => Promise<void> | void;

/** Some rows, without regard to which of them say the same. */
export async function measureRows(
  wish: SeriesOfJob,
  rows: Iterable<number>,
  look: SeriesLook | null,
  library: Library,
  tell: TellDone = () => undefined,
): Promise<readonly SeriesRow[]> {
  const table = rowsOf(wish.series);
  const column = table.columns.indexOf(namingColumn(wish.series));
  const measured: SeriesRow[] = [];
  let kept: KeptRun | undefined;
  for (const row of rows) {
    const { job, problems, quantity, fileName } = rowJob(wish, row, look);
    const { message } = job.codes[0]!;
    const common = {
      row,
      name: table.rows[row]![column]!,
      problems,
      repeats: null,
      payload: writeMessage(message),
      isBytes: holdsBytes(message),
      quantity,
      fileName,
      widthMm: job.piece.widthMm,
      heightMm: job.piece.heightMm,
    };
    // Of what is not made nothing is measured: one piece that is made again has thousands of such rows beside it.
    if (quantity === 0)
      measured.push({ ...common, state: 'left-out', why: 'quantity-zero', stops: [], version: null });
    else {
      await loadRow(job, library);
      const result = runJob(job, kept, library, 'none');
      kept = keptOf(result);
      const isHeld = problems.length > 0 || result.heldBackBy.length > 0;
      const version = result.made?.codes[0]?.symbol.version ?? null;
      const state = isHeld ? 'held-back' : 'made';
      measured.push({ ...common, state, why: null, stops: result.heldBackBy, version });
    }
    await tell(measured.length);
  }
  return measured;
}

/** All rows in their order: those that say what an earlier one says, know which. */
export function withRepeats(rows: readonly SeriesRow[]): readonly SeriesRow[] {
  const seen = new Map<string, number>();
  return rows.map((measured) => {
    if (measured.payload === '') return measured;
    const repeats = seen.get(measured.payload) ?? null;
    if (repeats === null) seen.set(measured.payload, measured.row);
    return { ...measured, repeats };
  });
}

/** Rows whose message stands on a piece already are left out, so that no number is given twice. */
export const withoutMade = (rows: readonly SeriesRow[], isMade: ReadonlySet<string>): readonly SeriesRow[] =>
  rows.map((measured) =>
    measured.state === 'made' && isMade.has(measured.payload)
      ? { ...measured, state: 'left-out', why: 'made-before' }
      : measured,
  );

/** Every row, in the look that all of them share. */
export async function measureSeries(
  wish: SeriesOfJob,
  library: Library,
  tell: TellDone = () => undefined,
): Promise<MeasuredSeries> {
  await library.load(wish.job);
  const look = lookOf(wish);
  const rows = await measureRows(wish, rowsOf(wish.series).rows.keys(), look, library, tell);
  return { rows: withRepeats(rows), look };
}
