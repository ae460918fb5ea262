/** Runs jobs and keeps the last result, so that stages whose input did not change are not run again. */
import {
  arrangements,
  type Arrangement,
  logoOptions,
  mendAll,
  type LogoOption,
  type FitCandidate,
  type Kept,
  makeItFit,
  measureMessage,
  type MessageRuler,
  versionOfLength,
  whatIf,
} from '../core/solving';
import {
  type PictureChoice,
  libraryPalette,
  type Library,
  keptOf,
  runJob,
  safestShare,
  type KeptRun,
  type JobResult,
  withSymbolsSolved,
  withTriedFixes,
} from '../core/run';
import { roomFix, type FitRange, type MessageRange } from '../core/check';
import { writeMessage } from '../core/message';
import { findingKey, type Change, type Fix } from '../core/finding';
import { codeOf, type CodeSettings, type Job } from '../core/job';
import { newestOf } from '../core/tasks';
import type { PairValues } from '../core/plan';
import { readOutlineFile, type ReadOutline } from '../core/piece';
import {
  pictureOf,
  presetSwatches,
  pressView,
  type PiecePicture,
  type PressView,
  type Swatch,
} from './pressView';
import { type WishesView, wishesView } from './wishesView';
import { aroundView, type AroundView, type MarkingWays, waysOf } from './pieceViews';

export interface OtherBars {
  readonly distance: readonly FitRange[];
  readonly message: readonly MessageRange[];
  /** Of the message as it is. */
  readonly characters: number;
}
export type WhatIfCharts = ReturnType<typeof whatIf>;

/** One of the ways, with the piece as it would be. */
export interface LogoWayView extends Omit<LogoOption, 'result'> {
  readonly picture: PiecePicture;
}

export type TriedFixes = Readonly<Record<string, readonly Fix[]>>;

export interface Press {
  /** Loads what a job refers to: fonts, logos, pictures. */
  load(job: Job): Promise<void>;
  /**
   * The job as it is drawn, with what belongs to the code at hand, and what the machine does where that is looked at. What
   * it refers to has been loaded.
   */
  press(job: Job, codeId: string, showsMarks?: boolean): PressView;
  /**
   * The same in one question; null while something that the job refers to has to be loaded first. A picture that modules draw is solved in
   * turns, and given up once a newer question is announced.
   */
  pressAtHand(job: Job, codeId: string, showsMarks?: boolean): Promise<PressView | 'given-up' | null>;
  /** A newer question is on its way. */
  announce(): void;
  /** Fixes of the findings of a job, by `findingKey`, each tried on the whole job. */
  fixes(job: Job): Promise<TriedFixes>;
  /** Fixes, in order, after which nothing is wrong with a job; none when one says it or when it does not come out. */
  mend(job: Job): Promise<readonly Fix[]>;
  /** Complete changes after which nothing stops any more, and that keep what has to stay. The next question ends this one. */
  fit(job: Job, keep: readonly Kept[], pairs: readonly PairValues[]): Promise<readonly FitCandidate[]>;
  /** A job beside the one on the bench, drawn like it. */
  view(job: Job, codeId: string): Promise<PressView>;
  /** A job beside the one on the bench, drawn small with what its limits say. */
  picture(job: Job, codeId?: string): Promise<PiecePicture>;
  /** The upper left corner of a code's symbol in every shipped style. */
  swatches(job: Job, codeId: string): Promise<Swatch[]>;
  /** What the message costs; slower than a key, so it is asked for in pauses. */
  ruler(code: CodeSettings): MessageRuler;
  /** Masks, levels and versions by what the logo takes of them, the best first; empty without a logo. */
  arrangements(job: Job, codeId: string): Promise<Arrangement[]>;
  /** What puts an item that was just put on where there is room; nothing when it lies well, or when it cannot be moved. */
  settle(job: Job, itemId: string): Promise<readonly Change[]>;
  /** What makes a code as wide as its piece allows; nothing when no width fits. */
  fill(job: Job, codeId: string): Promise<readonly Change[]>;
  /** The largest share of the symbol's side that is safe for the logo at its place; null when none is. */
  largestSafeShare(job: Job, codeId: string): Promise<number | null>;
  /** The ways in which a logo can come about, drawn small, each with what it gives and costs; none without a logo. */
  logoWays(job: Job, codeId: string): Promise<readonly LogoWayView[]>;
  /** What is wished of each module for the logo, and what became of it; null where modules do not draw it. */
  wishes(job: Job, codeId: string): Promise<WishesView | null>;
  /** Versions in which modules could draw the logo, with what each gives and costs. */
  pictureChoices(job: Job, codeId: string): Promise<readonly PictureChoice[]>;
  /** Colours of a code's logo and of its ground picture. */
  palette(job: Job, codeId: string): Promise<string[]>;
  /** The outline of a piece from an SVG or DXF file, or one sentence on why not. */
  outline(bytes: Uint8Array, fileName: string): Promise<ReadOutline>;
  /** Fit bars for the distance and for the message of a code; null when there is no piece. */
  bars(job: Job, codeId: string): Promise<OtherBars | null>;
  /** The widths that fit as message, level, machine and distance change. */
  whatIf(job: Job, codeId: string, pairs: readonly PairValues[]): Promise<WhatIfCharts>;
  /** The finished piece on what it goes around; null for a flat one. */
  around(job: Job): Promise<AroundView | null>;
  /** What the machine has to do for each way to mark; null when there is no piece. */
  ways(job: Job): Promise<MarkingWays | null>;
}

/** After so many states the ways that were found will do; without one it is searched on. */
const enoughFitRuns = 80;

export function createPress(library: Library, renderer: () => Promise<ArrayBuffer>): Press {
  let last: KeptRun | undefined;
  const [fits, presses] = [newestOf(), newestOf()];
  const run = async (job: Job): Promise<JobResult> => {
    await library.load(job);
    const result = runJob(job, last, library);
    last = keptOf(result);
    return result;
  };
  const runBeside = async (job: Job): Promise<JobResult> => {
    await library.load(job);
    return runJob(job, undefined, library, 'none');
  };
  const press: Press['press'] = (job, codeId, showsMarks = false) => {
    const result = runJob(job, last, library, 'none');
    last = keptOf(result);
    return pressView(result, codeId, showsMarks);
  };
  return {
    load: (job) => library.load(job),
    press,
    pressAtHand: async (job, codeId, showsMarks) => {
      if (!library.isAtHand(job)) return null;
      const isNewest = presses.asIs();
      const solved = last && (await withSymbolsSolved(last, job, library, () => !isNewest()));
      if (solved === null) return 'given-up';
      last = solved;
      return press(job, codeId, showsMarks);
    },
    announce: presses.forget,
    fixes: async (job) => {
      const { findings } = withTriedFixes(await run(job), library);
      return Object.fromEntries(
        findings.flatMap((finding) =>
          finding.fixes.length === 0 ? [] : [[findingKey(finding), finding.fixes]],
        ),
      );
    },
    mend: (job) => mendAll(job, library),
    fit: async (job, keep, pairs) => {
      const isNewest = fits.ask();
      await library.load(job);
      return makeItFit(job, library, {
        keep,
        pairs,
        isOver: (ways, runs) => !isNewest() || (ways > 0 && runs > enoughFitRuns),
      });
    },
    view: async (job, codeId) => pressView(await runBeside(job), codeId, false),
    picture: async (job, codeId) => pictureOf(await runBeside(job), codeId),
    swatches: async (job, codeId) => presetSwatches(await run(job), codeId),
    ruler: measureMessage,
    arrangements: async (job, codeId) => {
      await library.load(job);
      return arrangements(job, codeId, library);
    },
    settle: async (job, itemId) => {
      const { made } = await runBeside(job);
      const item = made?.piece.items.find(({ id }) => id === itemId);
      if (!made || item === undefined) return [];
      return roomFix({ piece: made.piece, settings: job.piece }, item)?.changes ?? [];
    },
    fill: async (job, codeId) => {
      const { made } = await runBeside(job);
      return made?.codes.find(({ id }) => id === codeId)?.fill() ?? [];
    },
    largestSafeShare: async (job, codeId) => safestShare(await runBeside(job), codeId),
    logoWays: async (job, codeId) => {
      await library.load(job);
      return logoOptions(job, codeId, library).map(({ result, ...option }) => ({
        ...option,
        picture: pictureOf(result, codeId),
      }));
    },
    wishes: async (job, codeId) => {
      const code = (await runBeside(job)).codes.find(({ settings }) => settings.id === codeId);
      return code === undefined ? null : wishesView(code);
    },
    pictureChoices: async (job, codeId) =>
      (await runBeside(job)).codes.find(({ settings }) => settings.id === codeId)?.picture?.choices() ?? [],
    palette: async (job, codeId) => {
      await library.load(job);
      return libraryPalette(codeOf(job, codeId), library);
    },
    outline: (bytes, fileName) => readOutlineFile(bytes, fileName, renderer),
    bars: async (job, codeId) => {
      const code = (await runBeside(job)).made?.codes.find(({ id }) => id === codeId);
      return code === undefined
        ? null
        : {
            distance: code.distanceRanges(),
            message: code.messageRanges(versionOfLength(job, codeId)),
            characters: [...writeMessage(codeOf(job, codeId).message)].length,
          };
    },
    whatIf: async (job, codeId, pairs) => {
      await library.load(job);
      return whatIf(job, codeId, library, pairs);
    },
    around: async (job) => aroundView(await runBeside(job)),
    ways: async (job) => waysOf(await runBeside(job)),
  };
}
