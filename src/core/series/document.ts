/** A series as it is kept with its job: a table or numbers, what a row sets, and how the pieces are laid. */
import { z } from '../schema';
import { matchSchema } from './match';
import { numbersSchema } from './numbers';
import { tableLimits } from './table';

export const seriesFormatVersion = 1;

const cell = z.string().max(8192);
const columns = z.array(z.string().min(1).max(200)).min(1).max(tableLimits.columns);

export const seriesDocumentSchema = z.strictObject({
  formatVersion: z.literal(seriesFormatVersion),
  source: z.discriminatedUnion('kind', [
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
  ]),
  match: matchSchema,
  oneLook: z.boolean(),
  /** Laid as the job's sheet is; a page for each piece without. */
  onSheet: z.boolean(),
});
export type SeriesDocument = Readonly<z.infer<typeof seriesDocumentSchema>>;

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
