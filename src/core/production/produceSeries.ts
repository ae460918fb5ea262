/** A series from its table to the files that are handed over: measured, proved, written, and every code read back. */
import type { Finding } from '../finding';
import { type RowFile, type RowFiles, type SeriesWorkers, type SeriesWish, stemOf } from './workers';
import {
  withoutMade,
  withRepeats,
  type MeasuredSeries,
  type SeriesRow,
  type TellDone,
} from './measureSeries';
import type { WrongCode } from './readSeries';
import type { ReadCode } from './seriesIndex';
import { rowsOf } from '../series';

export const seriesStages = ['measuring', 'proving', 'writing', 'reading-back'] as const;
export type SeriesStage = (typeof seriesStages)[number];

export interface SeriesProgress {
  readonly doing: SeriesStage;
  /** Of what is being done. */
  readonly share: number;
}

export interface DownloadFile<Kept> {
  readonly name: string;
  readonly mediaType: string;
  readonly kept: Kept;
}

export type ProducedSeries<Kept> = { readonly series: MeasuredSeries } & (
  | {
      readonly state: 'made';
      readonly files: readonly DownloadFile<Kept>[];
      readonly codes: readonly ReadCode[];
      /** Null for files of their own. */
      readonly pages: number | null;
    }
  /** It cannot be laid or written. */
  | { readonly state: 'refused'; readonly problem: string }
  /** The quick proof of the longest row of a version says that it does not read. */
  | { readonly state: 'unproved'; readonly finding: Finding; readonly row: number }
  /** Something else was read than the row says: nothing is handed over. */
  | { readonly state: 'mixed-up'; readonly codes: number; readonly wrong: readonly WrongRow[] }
);

/** What was read where something else should stand; page and place of a document. */
interface WrongRow extends Pick<WrongCode, 'row' | 'text'> {
  readonly page: number | null;
  readonly place: number | null;
}

/** More would be neither looked through nor kept in an archive. */
const mostPieces = 50_000;

export interface TakeOptions {
  /** Messages that stand on pieces already; pieces of them are left out. */
  readonly madeBefore?: (payloads: readonly string[]) => Promise<ReadonlySet<string>>;
  readonly tell?: (progress: SeriesProgress) => void;
}

/** Rows, and codes, that are one part: little enough that all workers have something to do, and that little is lost with one. */
const [rowsAPart, codesAPart, filesAPart] = [500, 400, 40];

export async function produceSeries<Kept>(
  wish: SeriesWish,
  workers: SeriesWorkers<Kept>,
  { madeBefore, tell = () => undefined }: TakeOptions = {},
): Promise<ProducedSeries<Kept>> {
  const telling = (doing: SeriesStage, of: number): (() => TellDone) => {
    let done = 0;
    tell({ doing, share: 0 });
    return () => {
      let wrongHere = 0;
      return (now) => {
        done += now - wrongHere;
        wrongHere = now;
        tell({ doing, share: Math.min(1, done / Math.max(1, of)) });
      };
    };
  };
  const series = await measured(wish, workers, madeBefore, telling);
  const made = series.rows.filter(({ state }) => state === 'made');
  const [first] = made;
  if (first === undefined) return { series, state: 'refused', problem: whyNone(series) };
  const pieces = made.reduce((sum, { quantity }) => sum + quantity, 0);
  if (pieces > mostPieces)
    return {
      series,
      state: 'refused',
      problem: `The rows make ${pieces} pieces; at most ${mostPieces} are made at once. Part the table.`,
    };
  tell({ doing: 'proving', share: 0 });
  const proving = prove(made, series, workers);
  // One worker alone does not begin what may be in vain.
  if (workers.count === 1) {
    const unread = await proving;
    if (unread !== null) return { series, state: 'unproved', ...unread };
  }
  const [unread, taken, contacts] = await Promise.all([
    proving,
    wish.form === 'document' ? document(wish, series, workers, telling) : files(series, workers, telling),
    wish.contacts ? workers.contacts(series) : null,
  ]);
  if (unread !== null) return { series, state: 'unproved', ...unread };
  if (taken.state !== 'made') return { series, ...taken };
  const stem = stemOf(wish.job);
  const index = await workers.index(taken.codes);
  return {
    series,
    ...taken,
    files: [
      ...taken.files,
      { name: `${stem}_index.csv`, mediaType: 'text/csv', kept: index },
      ...(contacts === null
        ? []
        : [{ name: `${stem}_contact-sheet.pdf`, mediaType: 'application/pdf', kept: contacts }]),
    ],
  };
}

type Telling = (doing: SeriesStage, of: number) => () => TellDone;
type Taken<Kept> =
  ProducedSeries<Kept> extends infer Each ? (Each extends unknown ? Omit<Each, 'series'> : never) : never;

/** Of each version the row with the longest message: the first that does not read, or null. */
async function prove<Kept>(
  made: readonly SeriesRow[],
  { look }: MeasuredSeries,
  workers: SeriesWorkers<Kept>,
): Promise<{ readonly finding: Finding; readonly row: number } | null> {
  const longest = new Map<number | null, SeriesRow>();
  for (const row of made) {
    const other = longest.get(row.version);
    if (other === undefined || row.payload.length > other.payload.length) longest.set(row.version, row);
  }
  const rows = [...longest.values()].map(({ row }) => row);
  const findings = await sharedOut(rows, workers.count, (row) => workers.prove(row, look));
  const index = findings.findIndex((finding) => finding !== null);
  return index < 0 ? null : { finding: findings[index]!, row: rows[index]! };
}

function whyNone({ rows }: MeasuredSeries): string {
  const before = rows.filter(({ why }) => why === 'made-before').length;
  if (before === 0) return 'No row can be made.';
  return `${before === rows.length ? 'All rows were' : `${before} of ${rows.length} rows were`} made before, and ${before === rows.length ? 'none' : 'no other'} can be made.`;
}

async function measured<Kept>(
  { series }: SeriesWish,
  workers: SeriesWorkers<Kept>,
  madeBefore: TakeOptions['madeBefore'],
  telling: Telling,
): Promise<MeasuredSeries> {
  const { length } = rowsOf(series).rows;
  const tell = telling('measuring', length);
  const look = await workers.look();
  const parts = partsOf(
    Array.from({ length }, (_, row) => row),
    rowsAPart,
    workers.count,
  );
  const measured = await sharedOut(parts, workers.count, (rows) => workers.measure(rows, look, tell()));
  const rows = withRepeats(measured.flat());
  if (madeBefore === undefined) return { rows, look };
  const payloads = rows.flatMap(({ state, payload }) => (state === 'made' ? [payload] : []));
  return { rows: withoutMade(rows, await madeBefore(payloads)), look };
}

async function document<Kept>(
  wish: SeriesWish,
  series: MeasuredSeries,
  workers: SeriesWorkers<Kept>,
  telling: Telling,
): Promise<Taken<Kept>> {
  const written = await workers.write(series, telling('writing', 1)());
  if ('problem' in written) return { state: 'refused', problem: written.problem };
  const tell = telling('reading-back', written.codes.length);
  const parts = partsOf(written.codes, codesAPart, workers.count);
  const wrong = await sharedOut(parts, workers.count, (codes) => workers.read(written.kept, codes, tell()));
  if (wrong.flat().length > 0) return { state: 'mixed-up', codes: written.codes.length, wrong: wrong.flat() };
  const name = `${stemOf(wish.job)}.pdf`;
  return {
    state: 'made',
    files: [{ name, mediaType: 'application/pdf', kept: written.kept }],
    codes: written.codes.map(({ row, copy, id, said: payload, page, place }) => ({
      row,
      copy,
      id,
      payload,
      page,
      place,
      file: name,
    })),
    pages: written.pages,
  };
}

async function files<Kept>(
  { rows, look }: MeasuredSeries,
  workers: SeriesWorkers<Kept>,
  telling: Telling,
): Promise<Taken<Kept>> {
  const made = rows.filter(({ state }) => state === 'made');
  const tell = telling('reading-back', made.length);
  const written = await sharedOut(partsOf(made, filesAPart, workers.count), workers.count, (part) =>
    workers.files(part, look, tell()),
  );
  const parts: RowFiles<Kept>[] = [];
  for (const part of written) {
    if ('problem' in part) return { state: 'refused', problem: part.problem };
    parts.push(part);
  }
  const codes = parts.flatMap((part) => part.codes);
  const wrong = parts.flatMap((part) => part.wrong);
  if (wrong.length > 0)
    return {
      state: 'mixed-up',
      codes: codes.length,
      wrong: wrong.map((row) => ({ row, page: null, place: null, text: null })),
    };
  const named = withOwnNames(parts.flatMap((part) => part.files));
  const nameOf = new Map(named.map(({ row, name }) => [row, name]));
  return {
    state: 'made',
    files: named,
    codes: codes.map((code) => ({ ...code, file: nameOf.get(code.row)! })),
    pages: null,
  };
}

/** No two files of one name, also where large and small letters are the same. */
function withOwnNames<Kept>(all: readonly RowFile<Kept>[]): readonly RowFile<Kept>[] {
  const taken = new Set<string>();
  return all.map((file) => {
    let { name } = file;
    for (let number = 2; taken.has(name.toLowerCase()); number++)
      name = file.name.replace(/(\.[^.]+)$/, `_${number}$1`);
    taken.add(name.toLowerCase());
    return { ...file, name };
  });
}

/** In their order, none longer than `most`, and enough of them for all hands. */
function partsOf<Item>(items: readonly Item[], most: number, workers: number): readonly (readonly Item[])[] {
  const size = Math.max(1, Math.min(most, Math.ceil(items.length / workers)));
  const parts: (readonly Item[])[] = [];
  for (let from = 0; from < items.length; from += size) parts.push(items.slice(from, from + size));
  return parts;
}

/** Each part by whoever is free; what is found in the order of the parts. The first failure ends it. */
async function sharedOut<Part, Found>(
  parts: readonly Part[],
  workers: number,
  work: (part: Part) => Promise<Found>,
): Promise<readonly Found[]> {
  const results: Found[] = [];
  let next = 0;
  const one = async (): Promise<void> => {
    for (let index = next++; index < parts.length; index = next++) results[index] = await work(parts[index]!);
  };
  await Promise.all(Array.from({ length: Math.min(workers, parts.length) }, one));
  return results;
}
