/** Files of sheets that were measured, and whose codes were read, before they are handed over. */
import type { OutputFile } from '../files';
import type { FormatId, OutputBinary } from '../output';
import { measureFile, toolOf, type ReadBinary } from '../readback';
import type { Reader } from '../readers';
import type { SheetDocument } from '../sheet';
import { sheetFiles, unreadCodes, type UnreadCode } from './sheetFiles';
import type { LaidSheets, SheetPart } from './sheetPages';

export interface CheckedSheetRequest {
  readonly formats: readonly FormatId[];
  readonly part: SheetPart;
  readonly binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>;
  readonly readers: () => Promise<readonly Reader[]>;
  readonly tell?: (progress: SheetProgress) => void;
}

export interface SheetProgress {
  readonly doing: 'reading-back' | 'writing';
  /** Of all codes that are read; 0 while files are written. */
  readonly share: number;
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
      const read = (done: number): void => tell({ doing: 'reading-back', share: (before + done) / all });
      unread.push(...(await unreadCodes(bytes, page, laid, panel, read)));
      codes += page.codes.length;
    }
    if (unread.length > 0) return { files: [], codes, unread, measures: 0, refused };
  }
  tell({ doing: 'writing', share: 0 });
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
      if (problem !== null) {
        refused.push({ format, problem: `${file.name} was written and does not read back. ${problem}` });
        continue;
      }
      files.push(file);
      measures += checks.length;
    }
  }
  return { files, codes, unread, measures, refused };
}
