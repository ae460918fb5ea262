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
  type FreeSizes,
  jobForUse,
  makeRoom,
  roomForContour,
  measureMessage,
  type MessageRuler,
  suitedJob,
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
import type { FitRange, MessageRange } from '../core/check';
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
  /** Room for an item that was just put on; null where it lies well, or nothing makes room. */
  makeRoom(job: Job, itemId: string, codeId: string, free: FreeSizes): Promise<Job | null>;
  /** A sheet that holds the contour with its bleed; null where it does, or nothing makes it so. */
  roomForContour(job: Job): Promise<Job | null>;
  /** The job with the code at its best width, by a machine for its material that takes the piece. */
  suit(job: Job, codeId: string, pairs: readonly PairValues[], isCodeFree: boolean): Promise<Job>;
  /** A job with the piece of a use: its code, its machine and its call to action follow from what it is for. */
  forUse(job: Job, codeId: string, pairs: readonly PairValues[], hasCall: boolean): Promise<Job>;
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

/** Keeps the stages of the job at hand from one question to the next; the newest question of a kind ends the one before. */
export class JobPress implements Press {
  readonly ruler = measureMessage;
  private last: KeptRun | undefined;
  private readonly fits = newestOf();
  private readonly presses = newestOf();

  constructor(
    private readonly library: Library,
    private readonly renderer: () => Promise<ArrayBuffer>,
  ) {}

  load(job: Job): Promise<void> {
    return this.library.load(job);
  }

  press(job: Job, codeId: string, showsMarks = false): PressView {
    const result = runJob(job, this.last, this.library, 'none');
    this.last = keptOf(result);
    return pressView(result, codeId, showsMarks);
  }

  async pressAtHand(job: Job, codeId: string, showsMarks = false): Promise<PressView | 'given-up' | null> {
    if (!this.library.isAtHand(job)) return null;
    const isNewest = this.presses.asIs();
    const solved = this.last && (await withSymbolsSolved(this.last, job, this.library, () => !isNewest()));
    if (solved === null) return 'given-up';
    this.last = solved;
    return this.press(job, codeId, showsMarks);
  }

  announce(): void {
    this.presses.forget();
  }

  async fixes(job: Job): Promise<TriedFixes> {
    const { findings } = withTriedFixes(await this.run(job), this.library);
    return Object.fromEntries(
      findings.flatMap((finding) =>
        finding.fixes.length === 0 ? [] : [[findingKey(finding), finding.fixes]],
      ),
    );
  }

  mend(job: Job): Promise<readonly Fix[]> {
    return mendAll(job, this.library);
  }

  async fit(job: Job, keep: readonly Kept[], pairs: readonly PairValues[]): Promise<readonly FitCandidate[]> {
    const isNewest = this.fits.ask();
    await this.library.load(job);
    return makeItFit(job, this.library, {
      keep,
      pairs,
      isOver: (ways, runs) => !isNewest() || (ways > 0 && runs > enoughFitRuns),
    });
  }

  async view(job: Job, codeId: string): Promise<PressView> {
    return pressView(await this.runBeside(job), codeId, false);
  }

  async picture(job: Job, codeId?: string): Promise<PiecePicture> {
    return pictureOf(await this.runBeside(job), codeId);
  }

  async swatches(job: Job, codeId: string): Promise<Swatch[]> {
    return presetSwatches(await this.run(job), codeId);
  }

  async arrangements(job: Job, codeId: string): Promise<Arrangement[]> {
    await this.library.load(job);
    return arrangements(job, codeId, this.library);
  }

  makeRoom(job: Job, itemId: string, codeId: string, free: FreeSizes): Promise<Job | null> {
    return makeRoom(job, itemId, codeId, this.library, free);
  }

  roomForContour(job: Job): Promise<Job | null> {
    return roomForContour(job, this.library);
  }

  suit(job: Job, codeId: string, pairs: readonly PairValues[], isCodeFree: boolean): Promise<Job> {
    return suitedJob(job, codeId, this.library, pairs, isCodeFree);
  }

  forUse(job: Job, codeId: string, pairs: readonly PairValues[], hasCall: boolean): Promise<Job> {
    return jobForUse(job, codeId, this.library, pairs, hasCall);
  }

  async fill(job: Job, codeId: string): Promise<readonly Change[]> {
    const { made } = await this.runBeside(job);
    return made?.codes.find(({ id }) => id === codeId)?.fill() ?? [];
  }

  async largestSafeShare(job: Job, codeId: string): Promise<number | null> {
    return safestShare(await this.runBeside(job), codeId);
  }

  async logoWays(job: Job, codeId: string): Promise<readonly LogoWayView[]> {
    await this.library.load(job);
    return logoOptions(job, codeId, this.library).map(({ result, ...option }) => ({
      ...option,
      picture: pictureOf(result, codeId),
    }));
  }

  async wishes(job: Job, codeId: string): Promise<WishesView | null> {
    const code = (await this.runBeside(job)).codes.find(({ settings }) => settings.id === codeId);
    return code === undefined ? null : wishesView(code);
  }

  async pictureChoices(job: Job, codeId: string): Promise<readonly PictureChoice[]> {
    const { codes } = await this.runBeside(job);
    return codes.find(({ settings }) => settings.id === codeId)?.picture?.choices() ?? [];
  }

  async palette(job: Job, codeId: string): Promise<string[]> {
    await this.library.load(job);
    return libraryPalette(codeOf(job, codeId), this.library);
  }

  outline(bytes: Uint8Array, fileName: string): Promise<ReadOutline> {
    return readOutlineFile(bytes, fileName, this.renderer);
  }

  async bars(job: Job, codeId: string): Promise<OtherBars | null> {
    const code = (await this.runBeside(job)).made?.codes.find(({ id }) => id === codeId);
    return code === undefined
      ? null
      : {
          distance: code.distanceRanges(),
          message: code.messageRanges(versionOfLength(job, codeId)),
          characters: [...writeMessage(codeOf(job, codeId).message)].length,
        };
  }

  async whatIf(job: Job, codeId: string, pairs: readonly PairValues[]): Promise<WhatIfCharts> {
    await this.library.load(job);
    return whatIf(job, codeId, this.library, pairs);
  }

  async around(job: Job): Promise<AroundView | null> {
    return aroundView(await this.runBeside(job));
  }

  async ways(job: Job): Promise<MarkingWays | null> {
    return waysOf(await this.runBeside(job));
  }

  private async run(job: Job): Promise<JobResult> {
    await this.library.load(job);
    const result = runJob(job, this.last, this.library);
    this.last = keptOf(result);
    return result;
  }

  /** Leaves what is kept of the job at hand alone. */
  private async runBeside(job: Job): Promise<JobResult> {
    await this.library.load(job);
    return runJob(job, undefined, this.library, 'none');
  }
}
