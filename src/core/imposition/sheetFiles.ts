/** Files of sheets, and every code of them read back from the very bytes, each place alone. */
import { shownTitle } from '../job';
import { slug, type FormatId, type OutputBinary } from '../output';
import { rasteriseMarks } from '../readback';
import type { Reader } from '../readers';
import type { SheetDocument } from '../sheet';
import type { LaidSheets, SheetPage, SheetPart } from './sheetPages';
import { operationFiles, nameValues, type WrittenFile } from '../files';
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
