/** Rows as a CSV file, in which no spreadsheet takes a name for a formula. */
import Papa from 'papaparse';
import { downloadBytes } from './download';

export function downloadCsv(name: string, rows: readonly object[]): void {
  const text = `${Papa.unparse([...rows], { escapeFormulae: true, newline: '\r\n' })}\r\n`;
  downloadBytes({ name, mediaType: 'text/csv', bytes: new TextEncoder().encode(text) });
}
