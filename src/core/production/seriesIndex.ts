/** A table of what was made: a line for each code, with a digest of what was read back from its place. */
import { csvText } from '../tables';
import { firstRowOf, rowsOf, type SeriesDocument } from '../series';

/** A code that was read where it stands. */
export interface ReadCode {
  readonly row: number;
  readonly copy: number;
  /** Of the codes of a piece. */
  readonly id: string;
  readonly payload: string;
  readonly file: string;
  /** Counted from 0; null in a file of its own. */
  readonly page: number | null;
  readonly place: number | null;
}

export async function seriesIndex(series: SeriesDocument, codes: readonly ReadCode[]): Promise<Uint8Array> {
  const { columns, rows } = rowsOf(series);
  const first = firstRowOf(series);
  const lines = [];
  for (const { row, copy, page, place, id, payload, file } of codes)
    lines.push({
      row: row + first,
      ...Object.fromEntries(columns.map((column, index) => [`table: ${column}`, rows[row]![index]])),
      code: id,
      message: payload,
      copy,
      file,
      page: page === null ? '' : page + 1,
      place: place === null ? '' : place + 1,
      'read back, SHA-256': await digestOf(payload),
    });
  return new TextEncoder().encode(csvText(lines));
}

async function digestOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
