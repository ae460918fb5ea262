/** A series: every row of a table is measured, laid on pages, written, and read back from the bytes of the document. */
import Papa from 'papaparse';
import { frameOf, type Brightness, type Frame } from '../camera';
import type { Finding } from '../finding';
import { mirrorBox, type Box } from '../geometry';
import { shownTitle, type Job } from '../job';
import { holdsBytes, writeMessage } from '../message';
import { loadPdfPages } from '../output';
import type { OperationSheet } from '../plan';
import { loadPdfPictures, type ReadBinary } from '../readback';
import type { Reader } from '../readers';
import { applyRow, cellsOf, type Match, type RowJob, type RowProblem, type Rows } from '../series';
import { composeSheet, placedBox, sheetStock, type Place, type SheetDocument } from '../sheet';
import { smallestVersions } from '../symbol';
import { laySheets } from './laySheets';
import { marksOfSheet } from './sheetOperations';
import { croppedSheet, outlineBox } from './sheetPages';
import type { Library } from './library';
import { keptOf, runJob, type JobResult, type KeptRun } from './runJob';

export interface SeriesWish {
  readonly job: Job;
  readonly table: Rows;
  readonly match: Match;
  /** All rows have the version of the one that needs the largest, so that they look alike. */
  readonly oneLook: boolean;
  /** Only this row is measured, in a look that is known; every one without it. */
  readonly only?: { readonly row: number; readonly version: number | null };
}

export interface SeriesRow {
  /** Counted from 0, below the head. */
  readonly row: number;
  /** Rows with a quantity of 0 are left out because the table says so. */
  readonly state: 'made' | 'held back' | 'left out';
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
}

export interface MeasuredSeries {
  readonly rows: readonly SeriesRow[];
  /** Of the symbols, with the row that needs it; null where each has its own. */
  readonly look: { readonly version: number; readonly forcedBy: number } | null;
  /** The job of a row, as it is made. */
  readonly jobOf: (row: number) => Job;
}

/** With the version that all rows share; a level that would be raised stays where it is, so that all have the same. */
function inLook(job: Job, version: number | null): Job {
  if (version === null) return job;
  const [first, ...others] = job.codes;
  return {
    ...job,
    codes: [{ ...first!, symbol: { ...first!.symbol, version, raiseLevel: false } }, ...others],
  };
}

/** The smallest version that holds the message of the first code at its level. */
function versionOf({ codes: [first] }: Job): number | null {
  const { message, symbol } = first!;
  if (symbol.version !== 'smallest') return symbol.version;
  return smallestVersions(writeMessage(message), { ...symbol, isBytes: holdsBytes(message) })[symbol.level];
}

/** Measures every row; `tell` hears how many are done, and lets others in. */
export async function measureSeries(
  { job, table, match, oneLook, only }: SeriesWish,
  library: Library,
  tell: (done: number) => Promise<void> | void = () => undefined,
): Promise<MeasuredSeries> {
  await library.load(job);
  const made = (row: number): RowJob => applyRow(job, match, cellsOf(table, row));
  let look: MeasuredSeries['look'] = null;
  if (oneLook && only === undefined)
    table.rows.forEach((_, row) => {
      const { job: own, problems, quantity } = made(row);
      if (problems.length > 0 || quantity === 0) return;
      const version = versionOf(own);
      if (version !== null && (look === null || version > look.version)) look = { version, forcedBy: row };
    });
  const version = only?.version ?? (look as MeasuredSeries['look'])?.version ?? null;
  const rows: SeriesRow[] = [];
  const seen = new Map<string, number>();
  let kept: KeptRun | undefined;
  for (const row of only === undefined ? table.rows.keys() : [only.row]) {
    const own = made(row);
    const result: JobResult = runJob(inLook(own.job, version), kept, library, false);
    kept = keptOf(result);
    const [code] = result.codes;
    const { payload, isBytes } = code!;
    const repeats = payload === '' ? null : (seen.get(payload) ?? null);
    if (repeats === null) seen.set(payload, row);
    rows.push({
      row,
      state:
        own.quantity === 0
          ? 'left out'
          : own.problems.length > 0 || result.heldBackBy.length > 0
            ? 'held back'
            : 'made',
      problems: own.problems,
      stops: result.heldBackBy,
      repeats,
      payload,
      isBytes,
      version: result.made?.codes[0]?.symbol.version ?? null,
      quantity: own.quantity,
      fileName: own.fileName,
    });
    await tell(row + 1);
  }
  return { rows, look, jobOf: (row) => inLook(made(row).job, version) };
}

/** Where a piece of a row lies. */
export interface PlacedRow {
  readonly row: number;
  /** Which of its quantity, counted from 1. */
  readonly copy: number;
  readonly page: number;
  readonly place: number;
  readonly at: Place;
}

export interface SeriesPages {
  readonly pages: readonly (readonly PlacedRow[])[];
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Without a sheet, a page for each piece. A sentence where they cannot be laid. */
export function seriesPages(
  series: MeasuredSeries,
  document: SheetDocument | null,
  library: Library,
): { readonly laid: SeriesPages } | { readonly problem: string } {
  const queue = series.rows
    .filter(({ state }) => state === 'made')
    .flatMap(({ row, quantity }) => Array.from({ length: quantity }, (_, copy) => ({ row, copy: copy + 1 })));
  const [first] = queue;
  if (first === undefined) return { problem: 'No row can be made.' };
  const result = runJob(series.jobOf(first.row), undefined, library, false);
  const box = outlineBox(result.made!);
  let slots: readonly (readonly Place[])[] = [[{ x: 0, y: 0, quarters: 0 }]];
  let size = { widthMm: box.width, heightMm: box.height };
  if (document !== null) {
    // What is left empty or was put by hand is so on the first sheet.
    const laidOn = (own: SheetDocument) =>
      laySheets({ ...own, pieces: own.pieces.slice(0, 1) }, [{ quantity: null, result }]);
    const [onFirst, onOthers] = [laidOn(document), laidOn({ ...document, empty: [], moved: [] })];
    const stop = onFirst.notes.find(({ severity }) => severity === 'stop');
    if (stop !== undefined) return { problem: stop.text };
    slots = [onFirst.pages[0]!.placed, onOthers.pages[0]!.placed];
    const { widthMm, heightMm } = sheetStock(document.stock.stock);
    size = { widthMm, heightMm };
    const other = queue.find(({ row }) => {
      const { piece } = series.jobOf(row);
      return piece.widthMm !== result.job.piece.widthMm || piece.heightMm !== result.job.piece.heightMm;
    });
    if (other !== undefined)
      return {
        problem: `Row ${other.row + 2} makes a piece of another size; rows of different sizes get a page each.`,
      };
  }
  const pages: PlacedRow[][] = [];
  let next = 0;
  while (next < queue.length) {
    const own = slots[Math.min(pages.length, slots.length - 1)]!;
    const page = pages.length;
    pages.push(
      own.slice(0, queue.length - next).map((at, place) => ({ ...queue[next + place]!, page, place, at })),
    );
    next += own.length;
  }
  return { laid: { pages, ...size } };
}

/** A code as it has to be found on its page. */
export interface WrittenCode {
  readonly row: number;
  readonly copy: number;
  readonly page: number;
  readonly place: number;
  readonly id: string;
  /** With its quiet zone. */
  readonly box: Box;
  readonly moduleMm: number;
  readonly payload: string;
  readonly isBytes: boolean;
  /** Marks are lighter than the piece: the file draws what is marked. */
  readonly isReversed: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface WrittenSeries {
  readonly bytes: Uint8Array;
  readonly codes: readonly WrittenCode[];
}

/** One document of all pages; each is made when its turn comes, and let go. */
export async function writeSeries(
  series: MeasuredSeries,
  laid: SeriesPages,
  document: SheetDocument | null,
  job: Job,
  library: Library,
  tell: (pages: number) => Promise<void> | void = () => undefined,
): Promise<WrittenSeries> {
  const codes: WrittenCode[] = [];
  let kept: KeptRun | undefined;
  async function* sheets(): AsyncGenerator<OperationSheet> {
    for (const [page, placed] of laid.pages.entries()) {
      const pieces = new Map<number, { result: JobResult; places: Place[] }>();
      for (const own of placed) {
        let piece = pieces.get(own.row);
        if (piece === undefined) {
          const result = runJob(series.jobOf(own.row), kept, library, false);
          kept = keptOf(result);
          pieces.set(own.row, (piece = { result, places: [] }));
        }
        piece.places.push(own.at);
        codes.push(...codesOf(piece.result, own, laid));
      }
      const whole = composeSheet(
        [...pieces.values()].map(({ result, places }) => ({ sheet: croppedSheet(result.made!), places })),
        laid,
      );
      const marks =
        document === null
          ? []
          : marksOfSheet(
              document,
              [...pieces.values()].map(({ result }) => result),
              placed.map(({ at }) => at),
            );
      yield { ...whole, operations: [...marks, ...whole.operations] };
      await tell(page + 1);
    }
  }
  const write = await loadPdfPages();
  const pieces = laid.pages.reduce((sum, page) => sum + page.length, 0);
  const bytes = await write(sheets(), {
    title: `${shownTitle(job)}, series of ${pieces}`,
    description: `${pieces} pieces on ${laid.pages.length} pages of ${laid.widthMm} x ${laid.heightMm} mm`,
  });
  return { bytes, codes };
}

function codesOf(
  { made, codes, pair }: JobResult,
  { row, copy, page, place, at }: PlacedRow,
  { widthMm, heightMm }: SeriesPages,
): WrittenCode[] {
  const outline = outlineBox(made!);
  return made!.piece.codes.map(({ id, quietZone, moduleMm }) => {
    const { payload, isBytes } = codes.find(({ settings }) => settings.id === id)!;
    const seen = made!.plan.mirrored ? mirrorBox(quietZone, made!.piece.widthMm) : quietZone;
    const box = placedBox({ ...seen, x: seen.x - outline.x, y: seen.y - outline.y }, outline, at);
    const isReversed = pair.markTone === 'lighter' && !isColoured(pair);
    return { row, copy, page, place, id, box, moduleMm, payload, isBytes, isReversed, widthMm, heightMm };
  });
}

const isColoured = ({ machine }: JobResult['pair']): boolean => machine.inks === 'process';

/** A line of an index: row, its cells, message, page and place of a piece, with a digest of what was read back from there. */
export async function seriesIndex(
  { rows }: MeasuredSeries,
  { codes }: WrittenSeries,
  table: Rows,
  file: string,
): Promise<Uint8Array> {
  const lines = [];
  for (const { row, copy, page, place, payload } of codes)
    lines.push({
      row: row + 2,
      ...Object.fromEntries(table.columns.map((column, at) => [`table: ${column}`, table.rows[row]![at]])),
      message: rows[row]!.payload,
      copy,
      file,
      page: page + 1,
      place: place + 1,
      'read back, SHA-256': await digestOf(payload),
    });
  return new TextEncoder().encode(`${Papa.unparse(lines)}\r\n`);
}

async function digestOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** What was read where something else should stand; null for nothing. */
export interface WrongCode extends Pick<WrittenCode, 'row' | 'copy' | 'page' | 'place' | 'id'> {
  readonly text: string | null;
}

/** Pixels that a module takes in a page that is read. */
const modulePx = 4;
/** Pages are drawn in so many pixels at most. */
const mostPagePx = 60e6;

/** Every code of every page, drawn from the document's own bytes by another program, its place cut out and read alone. */
export async function readSeries(
  { bytes, codes }: WrittenSeries,
  readers: readonly Reader[],
  binary: (name: ReadBinary) => Promise<ArrayBuffer>,
  tell: (done: number) => Promise<void> | void = () => undefined,
): Promise<readonly WrongCode[]> {
  const pages = await (await loadPdfPictures())(bytes, binary);
  const wrong: WrongCode[] = [];
  let [shown, picture, pxPerMm]: [number, Brightness | null, number] = [-1, null, 1];
  for (const [index, code] of codes.entries()) {
    if (code.page !== shown || picture === null) {
      const { widthMm, heightMm } = code;
      pxPerMm = Math.min(modulePx / code.moduleMm, Math.sqrt(mostPagePx / (widthMm * heightMm)));
      shown = code.page;
      picture = pages.picture(shown, pxPerMm);
    }
    const frame = cutOut(picture, code, pxPerMm);
    let text: string | null = null;
    for (const reader of readers) {
      text = await reader.read(frame, code.isBytes);
      if (text === code.payload) break;
    }
    const { row, copy, page, place, id } = code;
    if (text !== code.payload) wrong.push({ row, copy, page, place, id, text });
    if (index % 8 === 7) await tell(index + 1);
  }
  pages.close();
  return wrong;
}

function cutOut(
  { width, height, luma }: Brightness,
  { box, isReversed }: WrittenCode,
  pxPerMm: number,
): Frame {
  const left = Math.max(0, Math.round(box.x * pxPerMm));
  const top = Math.max(0, Math.round(box.y * pxPerMm));
  const right = Math.min(width, Math.round((box.x + box.width) * pxPerMm));
  const bottom = Math.min(height, Math.round((box.y + box.height) * pxPerMm));
  const own = new Uint8ClampedArray((right - left) * (bottom - top));
  for (let row = top, at = 0; row < bottom; row++)
    for (let column = left; column < right; column++, at++) {
      const tone = luma[row * width + column]!;
      own[at] = isReversed ? 255 - tone : tone;
    }
  return frameOf({ width: right - left, height: bottom - top, luma: own });
}
