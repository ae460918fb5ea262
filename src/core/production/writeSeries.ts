/** One document of all pages of a series, and where each code stands in it. */
import type { Box } from '../geometry';
import { shownTitle } from '../job';
import { loadPdfPages } from '../output';
import type { OperationSheet } from '../plan';
import { composeSheet, type Place, type SheetDocument } from '../sheet';
import { type Library, keptOf, runJob, type JobResult, type KeptRun } from '../run';
import { loadCaption, sheetCaption, inCutOrder, marksOfPage, codeBoxAt, croppedSheet } from '../imposition';
import { loadRow, rowJob, type MeasuredSeries, type SeriesOfJob, type TellDone } from './measureSeries';
import type { PageOfRows, PlacedRow, SeriesPages } from './seriesPages';

/** A code as it has to be found on its page. */
export interface WrittenCode {
  readonly row: number;
  readonly copy: number;
  readonly page: number;
  readonly place: number;
  readonly id: string;
  /** With its quiet zone. */
  readonly box: Box;
  readonly moduleMm: number;
  /** What readers get, and what of it the message says. */
  readonly payload: string;
  readonly said: string;
  readonly isBytes: boolean;
  /** Marks are lighter than the piece: the file draws what is marked. */
  readonly isReversed: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface WrittenSeries {
  readonly bytes: Uint8Array;
  readonly codes: readonly WrittenCode[];
}

/** One document of all pages; each is made when its turn comes, and let go. */
export async function writeSeries(
  wish: SeriesOfJob,
  { look }: MeasuredSeries,
  { pages }: SeriesPages,
  document: SheetDocument | null,
  library: Library,
  tell: TellDone = () => undefined,
): Promise<WrittenSeries> {
  const codes: WrittenCode[] = [];
  let kept: KeptRun | undefined;
  async function* sheets(): AsyncGenerator<OperationSheet> {
    for (const [index, page] of pages.entries()) {
      const pieces = new Map<number, { readonly result: JobResult; readonly places: Place[] }>();
      for (const placed of page.placed) {
        let piece = pieces.get(placed.row);
        if (piece === undefined) {
          const { job } = rowJob(wish, placed.row, look);
          await loadRow(job, library);
          const result = runJob(job, kept, library, 'none');
          kept = keptOf(result);
          pieces.set(placed.row, (piece = { result, places: [] }));
        }
        piece.places.push(placed.at);
        codes.push(...codesOf(piece.result, placed, page));
      }
      const results = [...pieces.values()];
      const whole = composeSheet(
        results.map(({ result, places }) => ({ sheet: croppedSheet(result.made!), places })),
        page,
      );
      const marks =
        document === null
          ? []
          : marksOfPage(
              document,
              results.flatMap(({ result, places }) =>
                places.map((place) => ({ made: result.made!, at: place })),
              ),
              sheetCaption(document, { from: index + 1, to: index + 1, of: pages.length }, library.words),
            );
      yield { ...whole, operations: [...marks, ...whole.operations.flatMap(inCutOrder)] };
      await tell(index + 1);
    }
  }
  if (document !== null) await loadCaption(document, library.words);
  const write = await loadPdfPages();
  const pieces = pages.reduce((sum, { placed }) => sum + placed.length, 0);
  const bytes = await write(sheets(), {
    title: `${shownTitle(wish.job)}, series of ${pieces}`,
    description: `${pieces} pieces on ${pages.length} ${pages.length === 1 ? 'page' : 'pages'}`,
  });
  return { bytes, codes };
}

function codesOf(
  { made, codes, pair }: JobResult,
  { row, copy, page, place, at }: PlacedRow,
  { widthMm, heightMm }: PageOfRows,
): WrittenCode[] {
  const isReversed = pair.markTone === 'lighter' && pair.machine.inks !== 'process';
  return made!.piece.codes.map(({ id, quietZone, moduleMm }) => {
    const { payload, said, isBytes } = codes.find(({ settings }) => settings.id === id)!;
    const box = codeBoxAt(made!, quietZone, at);
    return {
      row,
      copy,
      page,
      place,
      id,
      box,
      moduleMm,
      payload,
      said,
      isBytes,
      isReversed,
      widthMm,
      heightMm,
    };
  });
}
