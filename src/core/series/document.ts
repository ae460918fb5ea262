/** A series as it is kept with its job: a table or numbers, what a row sets, and how the pieces are laid. */
import { DocumentKind } from '../document';
import { z } from '../schema';
import { columnsIn, matchSchema } from './match';
import { numbersSchema } from './numbers';
import { namedPictureSchema, pictureLimit } from './pictures';
import { tableLimits } from './table';
import { withIds } from './withIds';

/** 2: pictures by name, fixes, rows that are left out. 3: ids instead of words. */
export const seriesFormatVersion = 3;

const cell = z.string().max(8192);
const columns = z.array(z.string().min(1).max(200)).min(1).max(tableLimits.columns);
const row = z.int().min(0).max(tableLimits.rows);

export const seriesSourceSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('table'),
      /** Of the file; empty for cells that were pasted. */
      name: z.string().max(200),
      columns,
      rows: z.array(z.array(cell)).min(1).max(tableLimits.rows),
    })
    .refine(({ columns: names, rows }) => rows.every((row) => row.length === names.length), {
      message: 'A row has more or fewer cells than there are columns.',
    }),
  /** The numbers are kept, too: those that are drawn by lot are never drawn again. */
  z.strictObject({
    kind: z.literal('numbers'),
    wish: numbersSchema,
    numbers: z.array(z.string().max(200)).min(1).max(tableLimits.rows),
  }),
]);
export type SeriesSource = Readonly<z.infer<typeof seriesSourceSchema>>;

const fields = z.record(z.string().max(60), z.unknown());
const changeSchema = z.union([
  z.strictObject({
    on: z.literal('code'),
    id: z.string().max(60),
    part: z.enum(['message', 'symbol', 'style', 'logo', 'placement']),
    set: fields.nullable(),
    whole: z.literal(true).optional(),
  }),
  z.strictObject({ on: z.enum(['piece', 'making', 'reading']), set: fields }),
  z.strictObject({ on: z.enum(['item', 'hole']), id: z.string().max(60), set: fields.nullable() }),
]);

const newestSchema = z.strictObject({
  formatVersion: z.literal(seriesFormatVersion),
  source: seriesSourceSchema,
  match: matchSchema,
  /** What cells of the target `logo` name. */
  pictures: z.array(namedPictureSchema).max(pictureLimit),
  /** Changes to the pieces of the series, not to the job: of one row, or of all where the row is null. */
  fixes: z.array(z.strictObject({ row: row.nullable(), changes: z.array(changeSchema).max(50) })).max(500),
  /** Rows of which none is made, because the maker says so. */
  leftOut: z.array(row).max(tableLimits.rows),
  oneLook: z.boolean(),
  /** Laid as the job's sheet is; a page for each piece without. */
  onSheet: z.boolean(),
});

export const seriesKind = new DocumentKind({
  noun: 'the series',
  schema: newestSchema,
  newestVersion: seriesFormatVersion,
  steps: {
    // Until version 1 there were no pictures, and no fixes of rows.
    1: (document) => ({ ...document, formatVersion: 2, pictures: [], fixes: [], leftOut: [] }),
    2: withIds,
  },
});
export const seriesDocumentSchema = seriesKind.anySchema;
export type SeriesDocument = Readonly<z.infer<typeof seriesDocumentSchema>>;

/** A series as it begins. */
export const newSeries = (source: SeriesSource, change: Partial<SeriesDocument> = {}): SeriesDocument => ({
  formatVersion: seriesFormatVersion,
  source,
  match: [],
  pictures: [],
  fixes: [],
  leftOut: [],
  oneLook: true,
  onSheet: false,
  ...change,
});

/** Of numbers, a column of that name. */
export const numberColumn = 'number';

export interface Rows {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export const rowsOf = ({ source }: Pick<SeriesDocument, 'source'>): Rows =>
  source.kind === 'table'
    ? source
    : { columns: [numberColumn], rows: source.numbers.map((number) => [number]) };

/** What people call the first row: the head of a table is row 1. */
export const firstRowOf = ({ source }: Pick<SeriesDocument, 'source'>): number =>
  source.kind === 'numbers' ? 1 : 2;

/** The column by which people know a row: what becomes the serial number, or else what the message is told by. */
export function namingColumn({ source, match }: Pick<SeriesDocument, 'source' | 'match'>): string {
  const by = (on: 'serial' | 'message'): string | undefined =>
    match.flatMap(({ target, text }) => (target.on === on ? columnsIn(text) : []))[0];
  const { columns: names } = rowsOf({ source });
  const column = by('serial') ?? by('message');
  return column !== undefined && names.includes(column) ? column : names[0]!;
}
