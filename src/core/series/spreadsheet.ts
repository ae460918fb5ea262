/** Spreadsheet files (ISO/IEC 29500): the first sheet as a table, by a package that is loaded when one comes. */
import { unzipSync } from 'fflate';
import { tableLimits, tableOf, type ReadTable } from './table';

/** A ZIP file, as all of them are. */
export const isSpreadsheet = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 0x03 && bytes[3] === 0x04;

/** What an honest one unpacks to, at most. */
const mostUnpackedBytes = 200e6;

/** Bytes that a ZIP file says it unpacks to; null where it is none. Nothing is unpacked. */
export function unpackedBytes(bytes: Uint8Array): number | null {
  let sum = 0;
  try {
    unzipSync(bytes, {
      filter: ({ originalSize }) => {
        sum += originalSize;
        return false;
      },
    });
    return sum;
  } catch {
    return null;
  }
}

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
  const size = unpackedBytes(bytes);
  if (size === null)
    return { problem: 'The spreadsheet is damaged. Open it once more and save it, or save it as CSV.' };
  if (size > mostUnpackedBytes)
    return {
      problem: `The spreadsheet unpacks to ${(size / 1e6).toFixed(0)} MB; at most ${mostUnpackedBytes / 1e6} MB are read.`,
    };
  const { readSheet } = await import('read-excel-file/universal');
  let cells: unknown[][];
  try {
    cells = await readSheet(bytes.slice().buffer);
  } catch {
    return { problem: 'The spreadsheet cannot be read: it has no sheet of cells. Save it as CSV.' };
  }
  const filled = cells.map((row) => row.map(textOf)).filter((row) => row.some((cell) => cell.trim() !== ''));
  return tableOf(filled, new Set(), 'utf-8', ',');
}
