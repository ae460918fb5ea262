/** Files of sheets, and every code of them read back from the very bytes, each place alone. */
import { shownTitle } from '../job';
import { slug, type FormatId, type OutputBinary } from '../output';
import { measureFile, rasteriseMarks, toolOf, type ReadBinary } from '../readback';
import type { Reader } from '../readers';
import type { SheetDocument } from '../sheet';
import type { LaidSheets, SheetPage, SheetPart } from './sheetPages';
import { type OutputFile, operationFiles, nameValues, type WrittenFile } from '../files';
import type { OperationSheet } from '../plan';

export interface SheetFileRequest {
  readonly format: FormatId;
  readonly part: SheetPart;
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
}

/** What it is called in the name of a file; the whole sheet has no word of its own. */
const partNames: Readonly<Record<SheetPart, string>> = { all: '', print: '_print', cut: '_cut', jig: '_jig' };

export interface SheetFile extends WrittenFile {
  /** What was to be written. */
  readonly operations: OperationSheet;
}

/** A file for each sheet that is not like the one before; a sentence where the format or the machine cannot hold it. */
export async function sheetFiles(
  document: SheetDocument,
  laid: LaidSheets,
  { format, part, binary }: SheetFileRequest,
): Promise<{ readonly files: readonly SheetFile[] } | { readonly problem: string }> {
  const files: SheetFile[] = [];
  const [first] = laid.pieces;
  const { job, pair } = first!.result;
  const { name } = document.stock;
  let sheet = 1;
  for (const page of laid.pages) {
    const operations = laid.operations(page, part);
    const last = sheet + page.sheets - 1;
    const which =
      laid.sheets === 1 ? '' : page.sheets === 1 ? `_sheet-${sheet}` : `_sheets-${sheet}-to-${last}`;
    const written = await operationFiles(operations, {
      format,
      notes: {
        title: `${titlesOf(laid)}, ${page.placed.length} on ${name}`,
        description: `${page.placed.length} pieces on ${name}, ${operations.widthMm} x ${operations.heightMm} mm; sheet ${sheet}${page.sheets === 1 ? '' : ` to ${last}`} of ${laid.sheets}; ${pair.material.name} by ${pair.machine.name}`,
      },
      pair,
      pattern: `{collection}_{title}_${page.placed.length}-on-${slug(name)}${which}${partNames[part]}_{material}`,
      values: nameValues(job, { pair }, null),
      binary,
    });
    if ('problem' in written) return written;
    files.push(...written.files.map((file) => ({ ...file, operations })));
    sheet += page.sheets;
  }
  return { files };
}

const titlesOf = ({ pieces }: LaidSheets): string =>
  pieces.map(({ result }) => shownTitle(result.job)).join(', ');

export interface UnreadCode {
  readonly piece: number;
  readonly slot: number;
  readonly id: string;
  /** What was read instead; null for nothing. */
  readonly text: string | null;
}

/** Of a module, in the picture that is read. */
const pixels = 4;

/**
 * Codes of an SVG of a sheet that do not say what their job's code says. One reader is asked first, and the others only where
 * it fails: what is looked for is a mix-up, not how readily the code is read. `tell` is told how many of them were read.
 */
export async function unreadCodes(
  svg: Uint8Array,
  { codes }: SheetPage,
  { pieces }: LaidSheets,
  readers: readonly Reader[],
  tell: (done: number) => void = () => undefined,
): Promise<readonly UnreadCode[]> {
  const unread: UnreadCode[] = [];
  for (const [done, { piece, slot, id, box }] of codes.entries()) {
    const { codes: runs, made, pair } = pieces[piece]!.result;
    const run = runs.find(({ settings }) => settings.id === id)!;
    const { moduleMm } = made!.piece.codes.find((code) => code.id === id)!;
    const { inks, width, height } = rasteriseMarks(svg, box, pixels / moduleMm);
    const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
    inks[0]!.forEach((ink, index) => {
      const tone = pair.markTone === 'darker' ? 255 - ink : ink;
      rgba.fill(tone, 4 * index, 4 * index + 3);
    });
    let text: string | null = null;
    for (const reader of readers) {
      text = await reader.read({ width, height, rgba }, run.isBytes);
      if (text === run.payload) break;
    }
    if (text !== run.payload) unread.push({ piece, slot, id, text });
    tell(done + 1);
  }
  return unread;
}

export interface CheckedSheetRequest {
  readonly formats: readonly FormatId[];
  readonly part: SheetPart;
  readonly binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>;
  readonly readers: () => Promise<readonly Reader[]>;
  /** Hears which share of the codes was read; 1 when files are written. */
  readonly tell?: (share: number) => void;
}

export interface CheckedSheetFiles {
  /** None where a code says something else than its job. */
  readonly files: readonly OutputFile[];
  /** Codes that were read; 0 for parts that hold none. */
  readonly codes: number;
  readonly unread: readonly UnreadCode[];
  /** Sizes and outlines of the files that were compared with the sheet, and agree. */
  readonly measures: number;
  /** Formats that cannot hold the sheet, or whose file was another than was meant, with why. */
  readonly refused: readonly { readonly format: FormatId; readonly problem: string }[];
}

/** What is cut, and holders for blanks, have no codes. */
export const hasCodes = (part: SheetPart): boolean => part === 'all' || part === 'print';

/**
 * Files of a sheet, each measured from its own bytes before it is handed over. Codes are read from a drawing of the same operations, each
 * place alone.
 */
export async function checkedSheetFiles(
  document: SheetDocument,
  laid: LaidSheets,
  { formats, part, binary, readers, tell = () => undefined }: CheckedSheetRequest,
): Promise<CheckedSheetFiles> {
  const unread: UnreadCode[] = [];
  let codes = 0;
  const refused: { format: FormatId; problem: string }[] = [];
  const whole = hasCodes(part) ? await sheetFiles(document, laid, { format: 'svg', part, binary }) : null;
  if (whole !== null && 'problem' in whole)
    return { files: [], codes, unread, measures: 0, refused: [{ format: 'svg', problem: whole.problem }] };
  if (whole !== null) {
    const panel = await readers();
    const all = laid.pages.reduce((sum, page) => sum + page.codes.length, 0);
    for (const [index, page] of laid.pages.entries()) {
      const before = codes;
      const { bytes } = whole.files[index]!;
      unread.push(...(await unreadCodes(bytes, page, laid, panel, (done) => tell((before + done) / all))));
      codes += page.codes.length;
    }
    if (unread.length > 0) return { files: [], codes, unread, measures: 0, refused };
  }
  tell(1);
  const files: OutputFile[] = [];
  let measures = 0;
  for (const format of formats) {
    const written =
      format === 'svg' && whole !== null ? whole : await sheetFiles(document, laid, { format, part, binary });
    if ('problem' in written) {
      refused.push({ format, problem: written.problem });
      continue;
    }
    for (const { operations, corner, ...file } of written.files) {
      const { pair } = laid.pieces[0]!.result;
      const { checks, problem } = await measureFile(file.bytes, format, operations, {
        corner,
        heightMm: operations.heightMm,
        tool: toolOf(pair),
        groundColour: pair.groundColour,
        wrappedMm: null,
        binary,
      });
      if (problem !== null)
        refused.push({ format, problem: `${file.name} was written and does not read back. ${problem}` });
      else files.push(file);
      measures += checks.length;
    }
  }
  return { files, codes, unread, measures, refused };
}
