/** Rows as a CSV file. It begins with a mark by which spreadsheets know UTF-8. */
import { csvText } from '../../core/tables';
import { downloadBytes } from './download';

export function downloadCsv(name: string, rows: readonly object[]): void {
  downloadBytes({ name, mediaType: 'text/csv', bytes: new TextEncoder().encode(`\ufeff${csvText(rows)}`) });
}
