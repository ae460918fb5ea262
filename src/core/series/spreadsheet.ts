/** Spreadsheet files (ISO/IEC 29500): the first sheet as a table, by a package that is loaded when one comes. */
import { zipSync } from 'fflate';
import { tableLimits, tableOf, type ReadTable } from './table';
import { unzipBounded } from './unzipBounded';

/** A ZIP file, as all of them are. */
export const isSpreadsheet = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/** What an honest one unpacks to, at most; its parts are many small files and a few large ones. */
const most = { unpackedBytes: 200e6, fileBytes: 150e6, files: 5000 } as const;

/** As it stands in the cell: numbers with all of their digits, days as ISO 8601 has them. */
function textOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, '');
  return String(value);
}

export async function readSpreadsheet(bytes: Uint8Array): Promise<ReadTable> {
  if (bytes.length > tableLimits.bytes)
    return {
      problem: `The spreadsheet has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${tableLimits.bytes / 1e6} MB are read.`,
    };
  const unzipped = unzipBounded(bytes, { ...most, wants: () => true });
  if ('refused' in unzipped)
    return {
      problem:
        unzipped.refused === 'damaged'
          ? 'The spreadsheet is damaged. Open it once more and save it, or save it as CSV.'
          : `The spreadsheet unpacks to more than ${most.unpackedBytes / 1e6} MB or ${most.files} parts, the most that is read. Save the one sheet as CSV.`,
    };
  const { readSheet } = await import('read-excel-file/universal');
  let cells: unknown[][];
  try {
    // What was counted is what is read, whatever else the file may hold.
    cells = await readSheet(zipSync(Object.fromEntries(unzipped.files), { level: 0 }).slice().buffer);
  } catch {
    return { problem: 'The spreadsheet cannot be read: it has no sheet of cells. Save it as CSV.' };
  }
  const filled = cells.map((row) => row.map(textOf)).filter((row) => row.some((cell) => cell.trim() !== ''));
  return tableOf(filled, new Set(), 'utf-8', ',');
}
