/** Rows as a CSV file, in which no spreadsheet takes a name for a formula. */
import { csvText } from '../../core/numbers';
import { downloadBytes } from './download';

export function downloadCsv(name: string, rows: readonly object[]): void {
  downloadBytes({ name, mediaType: 'text/csv', bytes: new TextEncoder().encode(csvText(rows)) });
}
