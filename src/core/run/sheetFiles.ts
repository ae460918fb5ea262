/** Files of a sheet, and every code of it read back from the very bytes, each place alone. */
import { shownTitle, type Job } from '../job';
import type { FormatId, OutputBinary } from '../output';
import { rasteriseMarks } from '../readback';
import type { Reader } from '../readers';
import type { OutputFile } from './makeFiles';
import { operationFiles } from './operationFiles';
import type { JobResult } from './runJob';
import type { LaidSheet } from './sheetOf';
import { nameValues } from './takes';

export interface SheetFileRequest {
  readonly format: FormatId;
  /** What the stock is called. */
  readonly stockName: string;
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
}

export const sheetFiles = (
  job: Job,
  result: JobResult,
  { places, operations }: LaidSheet,
  { format, stockName, binary }: SheetFileRequest,
): Promise<{ readonly files: readonly OutputFile[] } | { readonly problem: string }> =>
  operationFiles(operations, {
    format,
    notes: {
      title: `${shownTitle(job)}, ${places.length} on ${stockName}`,
      description: `${places.length} pieces of ${job.piece.widthMm} x ${job.piece.heightMm} mm on ${stockName}, ${operations.widthMm} x ${operations.heightMm} mm; ${result.pair.material.name} by ${result.pair.machine.name}`,
    },
    pair: result.pair,
    pattern: `{collection}_{title}_${places.length}-on-${stockName}_{material}`,
    values: nameValues(job, result, null),
    binary,
  });

export interface UnreadCode {
  readonly piece: number;
  readonly id: string;
  /** What was read instead; null for nothing. */
  readonly text: string | null;
}

/** Of a module, in the picture that is read. */
const pixels = 4;

/**
 * Codes of an SVG of the sheet that do not say what the job's code says. One reader is asked first, and the others only where
 * it fails: what is looked for is a mix-up, not how readily the code is read.
 */
export async function unreadCodes(
  svg: Uint8Array,
  { codes }: LaidSheet,
  { made, pair, codes: runs }: JobResult,
  readers: readonly Reader[],
): Promise<readonly UnreadCode[]> {
  const unread: UnreadCode[] = [];
  for (const { piece, id, box } of codes) {
    const run = runs.find(({ settings }) => settings.id === id)!;
    const { moduleMm } = made!.piece.codes.find((own) => own.id === id)!;
    const { inks, width, height } = rasteriseMarks(svg, box, pixels / moduleMm);
    const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
    inks[0]!.forEach((ink, at) => {
      const tone = pair.markTone === 'darker' ? 255 - ink : ink;
      rgba.fill(tone, 4 * at, 4 * at + 3);
    });
    let text: string | null = null;
    for (const reader of readers) {
      text = await reader.read({ width, height, rgba }, run.isBytes);
      if (text === run.payload) break;
    }
    if (text !== run.payload) unread.push({ piece, id, text });
  }
  return unread;
}
