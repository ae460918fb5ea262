/** Where the pieces of a series lie: a page for each, or on sheets as the maker laid them. */
import { type Library, runJob, type JobResult } from '../run';
import { laySheets, outlineBox } from '../imposition';
import { sheetStock, type Place, type SheetDocument } from '../sheet';
import { loadRow, rowJob, type MeasuredSeries, type SeriesOfJob, type SeriesRow } from './measureSeries';

/** Where a piece of a row lies. */
export interface PlacedRow {
  readonly row: number;
  /** Which of its quantity, counted from 1. */
  readonly copy: number;
  readonly page: number;
  readonly place: number;
  readonly at: Place;
}

export interface PageOfRows {
  readonly placed: readonly PlacedRow[];
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface SeriesPages {
  readonly pages: readonly PageOfRows[];
}

export type LaidSeries = { readonly laid: SeriesPages } | { readonly problem: string };

type Piece = Pick<PlacedRow, 'row' | 'copy'>;

/** More sizes on one sheet would be a puzzle, not a sheet. */
const mostSizes = 20;

/** A sentence where they cannot be laid. */
export async function seriesPages(
  wish: SeriesOfJob,
  { rows, look }: MeasuredSeries,
  document: SheetDocument | null,
  library: Library,
): Promise<LaidSeries> {
  const made = rows.filter(({ state }) => state === 'made');
  if (made.length === 0) return { problem: 'No row can be made.' };
  const sizes = new Map<string, { readonly rows: SeriesRow[]; readonly result: JobResult }>();
  for (const row of made) {
    const key = `${row.widthMm} ${row.heightMm}`;
    let size = sizes.get(key);
    if (size === undefined) {
      const { job } = rowJob(wish, row.row, look);
      await loadRow(job, library);
      sizes.set(key, (size = { rows: [], result: runJob(job, undefined, library, 'none') }));
    }
    size.rows.push(row);
  }
  const groups = [...sizes.values()].map((size) => ({ ...size, queue: size.rows.flatMap(piecesOf) }));
  if (document === null) return { laid: { pages: eachItsPage(made, groups) } };
  if (groups.length > mostSizes)
    return {
      problem: `The rows make pieces of ${groups.length} sizes; at most ${mostSizes} are laid on a sheet. Let each have its page.`,
    };
  const sheets = laySheets(
    document,
    groups.map(({ queue, result }) => ({ quantity: queue.length, result })),
  );
  const stop = sheets.notes.find(({ severity }) => severity === 'stop');
  if (stop !== undefined) return { problem: stop.text };
  const { widthMm, heightMm } = sheetStock(document.stock.stock);
  const next = groups.map(() => 0);
  const pages: PageOfRows[] = [];
  // Sheets that are alike as sheets have other rows on them.
  for (const { placed, sheets: alike } of sheets.pages)
    for (let sheet = 0; sheet < alike; sheet++)
      pages.push({
        widthMm,
        heightMm,
        placed: placed.map(({ piece, slot, x, y, quarters }) => ({
          ...groups[piece]!.queue[next[piece]!++]!,
          page: pages.length,
          place: slot,
          at: { x, y, quarters },
        })),
      });
  return { laid: { pages } };
}

const piecesOf = ({ row, quantity }: SeriesRow): readonly Piece[] =>
  Array.from({ length: quantity }, (_, copy) => ({ row, copy: copy + 1 }));

function eachItsPage(
  made: readonly SeriesRow[],
  groups: readonly { readonly rows: readonly SeriesRow[]; readonly result: JobResult }[],
): readonly PageOfRows[] {
  const boxes = new Map(
    groups.flatMap(({ rows, result }) => {
      const { width, height } = outlineBox(result.made!);
      return rows.map(({ row }) => [row, { widthMm: width, heightMm: height }] as const);
    }),
  );
  return made.flatMap(piecesOf).map((piece, page) => ({
    ...boxes.get(piece.row)!,
    placed: [{ ...piece, page, place: 0, at: { x: 0, y: 0, quarters: 0 } }],
  }));
}
