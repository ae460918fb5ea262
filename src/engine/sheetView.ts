/** A sheet as the page draws it, and what the maker wants to know of it. */
import { boundsOf, type Box } from '../core/geometry';
import { smallestHolding } from '../core/numbers';
import { shownTitle, scaledJob, type Job } from '../core/job';
import { pathData } from '../core/output';
import {
  cutWay,
  laySheets,
  loadCaption,
  roomOf,
  shapeOf,
  type LaidSheets,
  type PlacedPiece,
  type SheetNote,
} from '../core/imposition';
import { runJob, type JobResult, type Library } from '../core/run';
import {
  labelsOf,
  sheetStock,
  sizesByCount,
  type Place,
  type SheetDocument,
  type SizePoint,
} from '../core/sheet';
import { pictureOf, type PiecePicture } from './pressView';

export interface SheetPageView {
  readonly placed: readonly PlacedPiece[];
  readonly empty: readonly Place[];
  readonly sheets: number;
  readonly marksPath: string;
}

export interface SheetView {
  readonly widthMm: number;
  readonly heightMm: number;
  /** What pieces may be laid on. */
  readonly room: Box;
  /** Labels that are cut already; empty on sheets. */
  readonly labels: readonly Box[];
  readonly labelCornerMm: number;
  readonly pages: readonly SheetPageView[];
  readonly perSheet: number;
  readonly sheets: number;
  readonly waste: number;
  readonly notes: readonly SheetNote[];
  readonly cut: ReturnType<typeof cutWay>;
  readonly pieces: readonly {
    readonly title: string;
    readonly picture: PiecePicture;
    /** Where the outline lies in the picture: places are those of its upright box. */
    readonly box: Box;
    /** Drawn as the machine has it, from behind. */
    readonly mirrored: boolean;
  }[];
  /** Each count with the largest size that gives it; of one job on a sheet. */
  readonly chart: readonly SizePoint[];
}

/** A job that was fetched with its quantity. */
export interface SheetJob {
  readonly job: Job;
  readonly quantity: number | null;
}

/** Smaller pieces are not charted. */
const leastWidthMm = 8;

export async function laid(
  document: SheetDocument,
  jobs: readonly SheetJob[],
  library: Library,
): Promise<LaidSheets> {
  const pieces = [];
  for (const { job, quantity } of jobs) {
    await library.load(job);
    pieces.push({ quantity, result: runJob(job, undefined, library) });
  }
  await loadCaption(document, library.words);
  return laySheets(document, pieces, library.words);
}

export async function sheetView(
  document: SheetDocument,
  jobs: readonly SheetJob[],
  library: Library,
): Promise<SheetView> {
  const sheets = await laid(document, jobs, library);
  const { stock } = document.stock;
  const { widthMm, heightMm } = sheetStock(stock);
  const labels = stock.kind === 'sheet' ? null : labelsOf(stock);
  const [first] = sheets.pieces;
  return {
    widthMm,
    heightMm,
    room: roomOf(document),
    labels:
      labels === null
        ? []
        : Array.from({ length: labels.columns * labels.rows }, (_, index) => ({
            x: labels.leftMm + (index % labels.columns) * labels.pitchXMm,
            y: labels.topMm + Math.floor(index / labels.columns) * labels.pitchYMm,
            width: labels.labelWidthMm,
            height: labels.labelHeightMm,
          })),
    labelCornerMm: labels?.cornerMm ?? 0,
    pages: sheets.pages.map((page) => ({
      placed: page.placed,
      empty: page.empty,
      sheets: page.sheets,
      marksPath: pathData(sheets.marks(page)),
    })),
    perSheet: sheets.perSheet,
    sheets: sheets.sheets,
    waste: sheets.waste,
    notes: sheets.notes,
    cut:
      sheets.pages.length === 0 ? { cutMm: 0, travelMm: 0, seconds: null } : cutWay(sheets, sheets.pages[0]!),
    pieces: sheets.pieces.map(({ result }) => ({
      title: shownTitle(result.job),
      picture: pictureOf(result),
      box: boxOf(result),
      mirrored: result.made?.plan.mirrored ?? false,
    })),
    chart: jobs.length === 1 && stock.kind === 'sheet' ? chartOf(document, first!.result) : [],
  };
}

const boxOf = ({ made, job }: JobResult): Box =>
  made === null
    ? { x: 0, y: 0, width: job.piece.widthMm, height: job.piece.heightMm }
    : (boundsOf([made.piece.outline]) ?? { x: 0, y: 0, width: 1, height: 1 });

function chartOf(document: SheetDocument, { made }: JobResult): readonly SizePoint[] {
  if (made === null) return [];
  const { width, height, outline } = shapeOf(made);
  const shape = { width, height, ...(document.layout === 'interlocked' ? { outline } : {}) };
  const most = document.layout === 'interlocked' ? 60 : 300;
  return sizesByCount(roomOf(document), shape, document.gapMm, document.layout, leastWidthMm, most);
}

/** Sizes are looked for from a tenth to four times what it is, to a hundredth. */
const [leastScale, mostScale, scaleStep] = [0.1, 4, 0.01];

/** The narrowest piece of the job that no limit stops; null where none is without a stop. */
export async function leastWidth(job: Job, library: Library): Promise<number | null> {
  await library.load(job);
  const { width } = boxOf(runJob(job, undefined, library, 'none'));
  const isFine = (scale: number): boolean =>
    runJob(scaledJob(job, scale), undefined, library, 'none').heldBackBy.length === 0;
  // Where it is fine now, only smaller ones are looked at.
  const top = isFine(1) ? 1 : mostScale;
  if (top !== 1 && !isFine(top)) return null;
  const scale = smallestHolding(leastScale, top, scaleStep, isFine);
  return scale === null ? null : Number((width * scale).toFixed(2));
}
