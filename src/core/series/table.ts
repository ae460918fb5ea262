/** A table as people bring it: its encoding and separator found out, what a spreadsheet spoilt pointed out, and nothing dropped. */
import Papa from 'papaparse';

export interface Table {
  readonly columns: readonly string[];
  /** As many cells as there are columns. */
  readonly rows: readonly (readonly string[])[];
  readonly encoding: Encoding;
  readonly separator: Separator;
  readonly notes: readonly TableNote[];
}

export const encodings = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252'] as const;
export type Encoding = (typeof encodings)[number];
export const separators = [',', ';', '\t', '|'] as const;
export type Separator = (typeof separators)[number];

/** Rows are counted as people see them in the file: the head is row 1. */
export type TableNote =
  | { readonly kind: 'ragged'; readonly row: number; readonly cells: number; readonly columns: number }
  | { readonly kind: 'same-name'; readonly column: string; readonly renamed: string }
  | { readonly kind: 'no-name'; readonly renamed: string }
  | { readonly kind: 'quotes'; readonly row: number }
  | { readonly kind: 'formula'; readonly row: number; readonly column: string; readonly value: string }
  | {
      readonly kind: 'spoilt';
      readonly row: number;
      readonly column: string;
      readonly value: string;
      readonly by: 'exponent' | 'leading-zeros' | 'date';
    };

export const tableLimits = { bytes: 20e6, rows: 20_000, columns: 200 } as const;

export interface ReadSetting {
  readonly encoding?: Encoding;
  readonly separator?: Separator;
}

const hasBom = (bytes: Uint8Array, ...mark: number[]): boolean =>
  mark.every((byte, index) => bytes[index] === byte);

/** By its mark, or as UTF-8 where it is that, or else as what spreadsheets write without asking. */
export function encodingOf(bytes: Uint8Array): Encoding {
  if (hasBom(bytes, 0xff, 0xfe)) return 'utf-16le';
  if (hasBom(bytes, 0xfe, 0xff)) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** A sentence with the measured and the allowed value where it is no table. */
export type ReadTable = { readonly table: Table } | { readonly problem: string };

export function readTable(bytes: Uint8Array, setting: ReadSetting = {}): ReadTable {
  if (bytes.length > tableLimits.bytes)
    return {
      problem: `The table has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${tableLimits.bytes / 1e6} MB are read.`,
    };
  const encoding = setting.encoding ?? encodingOf(bytes);
  const text = new TextDecoder(encoding).decode(bytes).replace(/^\ufeff/, '');
  if (/[\0-\x08\x0e-\x1f]/.test(text.slice(0, 4096)))
    return { problem: 'This is no table of text: it holds bytes that no text has. Save it as CSV first.' };
  return parsed(text, encoding, setting.separator);
}

/** Cells that were pasted: a spreadsheet puts tabs between them. */
export const readPasted = (text: string): ReadTable => parsed(text, 'utf-8');

function parsed(text: string, encoding: Encoding, separator?: Separator): ReadTable {
  const { data, errors, meta } = Papa.parse<string[]>(text, {
    delimiter: separator ?? '',
    delimitersToGuess: [...separators],
    skipEmptyLines: 'greedy',
    preview: tableLimits.rows + 2,
  });
  const openQuotes = errors.flatMap(({ row, type }) =>
    type === 'Quotes' && row !== undefined ? [row + 1] : [],
  );
  return tableOf(data, new Set(openQuotes), encoding, meta.delimiter as Separator);
}

/** Of cells, the first row the head. `openQuotes` are rows with a quotation mark that does not end. */
export function tableOf(
  [head, ...body]: readonly (readonly string[])[],
  openQuotes: ReadonlySet<number>,
  encoding: Encoding,
  separator: Separator,
): ReadTable {
  if (head === undefined || (head.length === 1 && head[0]!.trim() === ''))
    return { problem: 'The table is empty.' };
  if (body.length === 0)
    return {
      problem: `The table has one row, its head: ${head.slice(0, 5).join(', ')}. Rows follow below it.`,
    };
  if (body.length > tableLimits.rows)
    return {
      problem: `The table has more than ${tableLimits.rows} rows, the most that are read at once. Part it.`,
    };
  if (head.length > tableLimits.columns)
    return { problem: `The table has ${head.length} columns; at most ${tableLimits.columns} are read.` };
  const notes: TableNote[] = [];
  const columns = namedColumns(head, notes);
  const rows = body.map((cells, index) => {
    const row = index + 2;
    if (cells.length !== columns.length)
      notes.push({ kind: 'ragged', row, cells: cells.length, columns: columns.length });
    return columns.map((_, column) => (cells[column] ?? '').trim());
  });
  for (const row of openQuotes) notes.push({ kind: 'quotes', row });
  notes.push(...spoilt(columns, rows));
  return { table: { columns, rows, encoding, separator, notes } };
}

/** Every column has a name of its own. */
function namedColumns(head: readonly string[], notes: TableNote[]): readonly string[] {
  const taken = new Set<string>();
  return head.map((cell, index) => {
    const name = cell.trim();
    let unique = name === '' ? `column ${index + 1}` : name;
    for (let number = 2; taken.has(unique); number++) unique = `${name} (${number})`;
    if (name === '') notes.push({ kind: 'no-name', renamed: unique });
    else if (unique !== name) notes.push({ kind: 'same-name', column: name, renamed: unique });
    taken.add(unique);
    return unique;
  });
}

const isExponent = /^\d(?:[.,]\d+)?E\+\d{2,3}$/i;
const isDate =
  /^(?:\d{1,2}[-. ](?:jan|feb|m[aä]r|apr|ma[iy]|jun|jul|aug|sep|o[ck]t|nov|de[cz])|(?:jan|feb|m[aä]r|apr|ma[iy]|jun|jul|aug|sep|o[ck]t|nov|de[cz])[-. ]\d{2,4})\.?$/i;
const isFormula = /^[=@]|^[+-](?![\d.,\s()/-]*$)/;

/** What a spreadsheet made of numbers, where the rest of the column tells what they were. */
function spoilt(columns: readonly string[], rows: readonly (readonly string[])[]): TableNote[] {
  const notes: TableNote[] = [];
  columns.forEach((column, place) => {
    const cells = rows.map((row) => row[place]!);
    const filled = cells.filter((cell) => cell !== '');
    const digits = filled.filter((cell) => /^\d+$/.test(cell));
    const longest = Math.max(0, ...digits.map(({ length }) => length));
    // One that kept its zero says how long all of them are.
    const hasZeros = digits.some((cell) => cell.length === longest && cell.startsWith('0'));
    cells.forEach((value, index) => {
      const row = index + 2;
      if (isFormula.test(value)) notes.push({ kind: 'formula', row, column, value });
      if (isExponent.test(value)) notes.push({ kind: 'spoilt', row, column, value, by: 'exponent' });
      else if (
        isDate.test(value) &&
        digits.length + filled.filter((cell) => /^\d+[-./]\d+$/.test(cell)).length > 0
      )
        notes.push({ kind: 'spoilt', row, column, value, by: 'date' });
      else if (hasZeros && /^[1-9]\d*$/.test(value) && value.length < longest)
        notes.push({ kind: 'spoilt', row, column, value, by: 'leading-zeros' });
    });
  });
  return notes;
}
