/** Files beside the page's own thread: written, then read back from their bytes. Whoever waits may end the worker. */
import type { Job } from '../core/job';
import { startRenderer } from '../core/logo';
import { loadedOnce } from '../core/tasks';
import {
  fitCoupon,
  layCoupon,
  type Coupon,
  type CouponFit,
  type CouponWish,
  type LaidCoupon,
  type PatchReading,
} from '../core/coupon';
import type { FormatId, OutputBinary } from '../core/output';
import type { PairValues } from '../core/plan';
import { startProof, type ProofBinaries } from '../core/proof';
import type { Reader } from '../core/readers';
import {
  isSpreadsheet,
  readSpreadsheet,
  readTable,
  unpackPictures,
  type ReadSetting,
  type ReadTable,
  type SeriesDocument,
} from '../core/series';
import type { SheetDocument } from '../core/sheet';
import { couponFiles, makeFiles, type FileRequest, type MadeFile, type Refused } from '../core/files';
import { checkedSheetFiles, type CheckedSheetFiles, jobForCount, type SheetPart } from '../core/imposition';
import { runJob, type Library } from '../core/run';
import type { SeriesLook } from '../core/production';
import { startReadBack, watchMachine, type ReadBack, type Watched } from '../core/proving';
import type { Finding } from '../core/finding';
import type { ReadBinary } from '../core/readback';
import { couponView, type CouponView } from './couponView';
import { rowAtHand, seriesView, type RowAtHand, type SeriesView } from './seriesView';
import { laid, leastWidth, sheetView, type SheetJob, type SheetView } from './sheetView';

/** What is asked for; everything else is the worker's own. */
export interface DownloadRequest extends Omit<FileRequest, 'library' | 'binary' | 'progress'> {
  /** Measured only, where the readers do not load and the files are wanted nevertheless. */
  readonly unread: boolean;
}

export interface DownloadFile extends Pick<MadeFile, 'format' | 'name' | 'mediaType' | 'bytes'> {
  /** Null for what holds no drawing. */
  readonly readBack: ReadBack | null;
}

export type DownloadFiles =
  | { readonly files: readonly DownloadFile[]; readonly refused: readonly Refused[] }
  | { readonly heldBackBy: readonly Finding[] };

export interface Progress {
  /** What is done now, for people. */
  readonly doing: 'writing' | 'reading-back';
  readonly share: number;
}

export type SheetDownload = CheckedSheetFiles | { readonly problem: string };

export interface Maker {
  /** Where the patches of a test piece lie, or why they cannot. */
  layCoupon(values: PairValues, wish: CouponWish, seed: number, at: string): Promise<LaidCoupon>;
  drawCoupon(coupon: Coupon): Promise<CouponView>;
  couponFiles(coupon: Coupon, format: FormatId): ReturnType<typeof couponFiles>;
  laySheet(document: SheetDocument, jobs: readonly SheetJob[]): Promise<SheetView>;
  /** The job in the largest size that gives a count on a sheet; null where none does. */
  sizedFor(document: SheetDocument, job: Job, count: number): Promise<Job | null>;
  /** The narrowest piece of a job that no limit stops. */
  leastWidth(job: Job): Promise<number | null>;
  /** Every code of every sheet is read back from the bytes; a mix-up holds the files back. */
  sheetFiles(
    document: SheetDocument,
    jobs: readonly SheetJob[],
    wish: { readonly format: FormatId; readonly part: SheetPart },
    tell: (progress: Progress) => void,
  ): Promise<SheetDownload>;
  /** CSV, TSV or a spreadsheet file, from its bytes. */
  readTable(bytes: Uint8Array, setting: ReadSetting): Promise<ReadTable>;
  /** Pictures of a ZIP file. */
  unpackPictures(bytes: Uint8Array): Promise<ReturnType<typeof unpackPictures>>;
  measureSeries(job: Job, series: SeriesDocument, tell: (share: number) => void): Promise<SeriesView>;
  rowAtHand(job: Job, series: SeriesDocument, row: number, look: SeriesLook | null): Promise<RowAtHand>;
  fitCoupon(coupon: Coupon, readings: readonly PatchReading[]): Promise<CouponFit>;
  /** Files that do not read back as they were meant are refused. */
  makeFiles(job: Job, request: DownloadRequest, tell: (progress: Progress) => void): Promise<DownloadFiles>;
  /** What the machine does in order; null where it works all at once. */
  watch(job: Job): Promise<Watched | null>;
}

export function createMaker(
  load: () => Promise<ProofBinaries>,
  renderer: () => Promise<ArrayBuffer>,
  binary: (name: OutputBinary | ReadBinary) => Promise<ArrayBuffer>,
  library: Library,
): Maker {
  const loaded = loadedOnce<readonly Reader[]>();
  return {
    layCoupon: async (values, wish, seed, time) => layCoupon(values, wish, seed, time),
    drawCoupon: (coupon) => couponView(coupon, library),
    couponFiles: (coupon, format) => couponFiles(coupon, { format, words: library.words, binary }),
    laySheet: (document, jobs) => sheetView(document, jobs, library),
    sizedFor: async (document, job, count) => {
      await library.load(job);
      return jobForCount(document, runJob(job, undefined, library, 'none'), count, library);
    },
    leastWidth: (job) => leastWidth(job, library),
    sheetFiles: async (document, jobs, { format, part }, tell) => {
      const sheets = await laid(document, jobs, library);
      const stop = sheets.notes.find(({ severity }) => severity === 'stop');
      if (stop !== undefined) return { problem: stop.text };
      const checked = await checkedSheetFiles(document, sheets, {
        formats: [format],
        part,
        binary,
        readers: () => loaded(() => load().then(startProof)),
        tell,
      });
      const [refused] = checked.refused;
      return refused === undefined ? checked : { problem: refused.problem };
    },
    readTable: async (bytes, setting) =>
      isSpreadsheet(bytes) ? readSpreadsheet(bytes) : readTable(bytes, setting),
    unpackPictures: async (bytes) => unpackPictures(bytes),
    measureSeries: (job, series, tell) => seriesView(job, series, library, tell),
    rowAtHand: (job, series, row, look) => rowAtHand(job, series, row, look, library),
    fitCoupon: async (coupon, readings) => fitCoupon(coupon, readings),
    watch: async (job) => {
      await library.load(job);
      return watchMachine(job, runJob(job, undefined, library), library, binary);
    },
    makeFiles: async (job, request, tell) => {
      // The renderer is needed by writers of pictures, too.
      const readers = request.unread
        ? await startRenderer(renderer)
            .catch(() => undefined)
            .then(() => [])
        : await loaded(() => load().then(startProof));
      await library.load(job);
      const result = runJob(job, undefined, library);
      const made = await makeFiles(job, result, {
        ...request,
        library,
        binary,
        progress: (share) => tell({ doing: 'writing', share }),
      });
      if ('heldBackBy' in made) return made;
      const back = startReadBack(job, result, readers, binary);
      const files: DownloadFile[] = [];
      const refused: Refused[] = [...made.refused];
      for (const [index, file] of made.files.entries()) {
        tell({ doing: 'reading-back', share: index / made.files.length });
        const read = await back.read(file);
        const { format, name, mediaType, bytes } = file;
        if (read !== null && read.problem !== null)
          refused.push({ format, problem: `${name} was written and does not read back. ${read.problem}` });
        else files.push({ format, name, mediaType, bytes, readBack: read });
      }
      return { files, refused };
    },
  };
}
