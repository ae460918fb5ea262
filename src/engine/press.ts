/** Runs jobs and keeps the last result, so that stages whose input did not change are not run again. */
import {
  arrangements,
  type Arrangement,
  libraryPalette,
  type Library,
  makeFiles,
  type MadeFiles,
  measureMessage,
  type MessageRuler,
  runJob,
  safestShare,
  type JobResult,
} from '../core/run';
import type { Job } from '../core/job';
import type { FormatId } from '../core/output';
import { readOutlineFile, type ReadOutline } from '../core/piece';
import {
  pictureOf,
  presetSwatches,
  pressView,
  type PiecePicture,
  type PressView,
  type Swatch,
} from './pressView';

export interface Press {
  /** `atHand` is the code that was exchanged with the first. */
  press(job: Job, atHand?: number): Promise<PressView>;
  /** A job beside the one on the bench, drawn small with what its limits say. */
  picture(job: Job): Promise<PiecePicture>;
  /** The upper left corner of the job's symbol in every shipped style. */
  swatches(job: Job): Promise<Swatch[]>;
  /** What the message costs; slower than a key, so it is asked for in pauses. */
  ruler(job: Job): MessageRuler;
  /** Masks, levels and versions by what the logo takes of them, the best first; empty without a logo. */
  arrangements(job: Job): Promise<Arrangement[]>;
  /** The largest share of the symbol's side that is safe for the logo at its place; null when none is. */
  largestSafeShare(job: Job): Promise<number | null>;
  /** Colours of the job's logo and of its ground picture. */
  palette(job: Job): Promise<string[]>;
  /** The outline of a piece from an SVG or DXF file, or one sentence on why not. */
  outline(bytes: Uint8Array, fileName: string): Promise<ReadOutline>;
  files(job: Job, revision: number, formats: readonly FormatId[]): Promise<MadeFiles>;
}

export function createPress(library: Library, renderer: () => Promise<ArrayBuffer>): Press {
  let last: JobResult | undefined;
  const run = async (job: Job, atHand = 0): Promise<JobResult> => {
    await library.load(job);
    return (last = runJob(job, last, library, atHand));
  };
  const runBeside = async (job: Job): Promise<JobResult> => {
    await library.load(job);
    return runJob(job, undefined, library);
  };
  return {
    press: async (job, atHand) => pressView(await run(job, atHand)),
    picture: async (job) => pictureOf(await runBeside(job)),
    swatches: async (job) => presetSwatches(await run(job)),
    ruler: measureMessage,
    arrangements: async (job) => {
      await library.load(job);
      return arrangements(job, library);
    },
    largestSafeShare: async (job) => safestShare(await runBeside(job)),
    palette: async (job) => {
      await library.load(job);
      return libraryPalette(job, library);
    },
    outline: (bytes, fileName) => readOutlineFile(bytes, fileName, renderer),
    files: async (job, revision, formats) => makeFiles(job, await run(job), revision, formats),
  };
}
