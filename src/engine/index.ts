/** engine: job documents come in from the page; what to draw, files and proofs come back, all off the page's thread. */
import { hosted, type Answers, type Hosted, type Limits, type Started } from './hosted';
import type { FontFile } from '../core/words';
import type { Maker } from './maker';
import type { Press } from './press';
import type { Prover } from './prover';

export { startQuickProof, type QuickProof, type Shooter } from './quickProof';
export { sharedShots } from './sharedShots';
export { startHarms, startMap, type MapShooter, type Survey, type ToleranceMap } from './toleranceMap';
export type { WhichShot } from './prover';
export { EngineProblem, GivenUp, TookTooLong } from './hosted';
export type { CouponView } from './couponView';
export type { RowAtHand, RowView, SeriesView } from './seriesView';
export type { SheetJob, SheetPageView, SheetView } from './sheetView';
export type { Progress, TakenFile, TakenSheet, TakenFiles, TakeRequest } from './maker';
export type { Arrangement, PictureChoice } from '../core/run';
export type { ReadOutline } from '../core/piece';
export type { FinishedPart, MadeView, PiecePicture, PressView, Swatch, WeakModule } from './pressView';
export type { LogoView } from './logoView';
export type { OperationView } from './marksView';
export type { AroundView, MarkingWays } from './pieceViews';
export type { WishesView } from './wishesView';
export type { LogoWayView, OtherBars, TriedFixes, WhatIfCharts } from './press';
export type { CodeView, StandView, ThingView } from './thingViews';

/** Addresses of the fonts that ship with the page, by file. */
export const loadFontUrls = async (): Promise<Readonly<Record<FontFile, string>>> =>
  (await import('./fontUrls')).fontUrls;

/** What the bench asks at every key, apart from what it asks now and then: nothing slow stands before a key. */
type Live = Pick<Press, 'load' | 'press' | 'pressAtHand' | 'announce'>;
type Desk = Omit<Press, 'press' | 'pressAtHand' | 'announce'>;

export interface Engine {
  readonly live: Answers<Live>;
  readonly desk: Answers<Desk>;
  /** Writes files; can be given up. */
  readonly maker: Hosted<Maker>;
  readonly prover: Answers<Prover>;
  /** A second one, for shots that are shared out. */
  readonly otherProver: Answers<Prover>;
}

/** Loading waits for our own server; what is computed within it has a limit of its own. */
const loadingMs = 20_000;
const liveLoadingMs = 8000;
/** Drawing a piece takes milliseconds; one that takes this long would take for ever. */
const drawingMs = 2000;
const searchingMs = 30_000;
/** The largest pictures take minutes; whoever waits sees how far they are and may give up. */
const writingMs = 600_000;
/** A file from elsewhere, with the renderer that is loaded for it. */
const fileMs = 4000;

function started(worker: Worker): Started {
  return {
    endpoint: worker,
    onBreak: (tell) => {
      worker.addEventListener('error', tell);
      worker.addEventListener('messageerror', tell);
    },
    end: () => worker.terminate(),
  };
}

const newPress = (): Worker =>
  new Worker(new URL('./press.worker.ts', import.meta.url), { type: 'module', name: 'press' });
const startDesk = (): Started =>
  started(new Worker(new URL('./press.worker.ts', import.meta.url), { type: 'module', name: 'desk' }));
const startProver = (): Started =>
  started(new Worker(new URL('./prover.worker.ts', import.meta.url), { type: 'module', name: 'prover' }));

const startMaker = (): Started =>
  started(new Worker(new URL('./maker.worker.ts', import.meta.url), { type: 'module', name: 'maker' }));

const proverLimits: Limits<Prover> = {
  warmUp: loadingMs,
  prove: 120_000,
  planMap: searchingMs,
  cell: 60_000,
  harm: 60_000,
  callOffMaps: 60_000,
  look: 60_000,
  fixesIn: 120_000,
  checkPhoto: 60_000,
  readCoupon: 120_000,
  grade: searchingMs,
  gradePhoto: searchingMs,
  checkByHand: searchingMs,
  shoot: 120_000,
  callOff: 60_000,
  explain: 120_000,
  glance: 60_000,
  fitness: 120_000,
  readPicture: searchingMs,
};

/** Workers start when they are first asked; `takeEarly` gives the press that the page has started before. */
export const startEngine = (takeEarly: () => Worker | null = () => null): Engine => ({
  otherProver: hosted<Prover>(startProver, proverLimits),
  maker: hosted<Maker>(startMaker, {
    take: writingMs,
    watch: searchingMs,
    layCoupon: searchingMs,
    drawCoupon: searchingMs,
    takeCoupon: writingMs,
    fitCoupon: searchingMs,
    laySheet: searchingMs,
    leastWidth: searchingMs,
    sizedFor: searchingMs,
    takeSheet: writingMs,
    readTable: searchingMs,
    unpackPictures: searchingMs,
    measureSeries: writingMs,
    rowAtHand: searchingMs,
  }),
  live: hosted<Live>(() => started(takeEarly() ?? newPress()), {
    load: liveLoadingMs,
    press: drawingMs,
    pressAtHand: drawingMs,
    announce: drawingMs,
  }),
  desk: hosted<Desk>(startDesk, {
    load: loadingMs,
    picture: loadingMs,
    swatches: loadingMs,
    ruler: loadingMs,
    settle: drawingMs,
    fill: drawingMs,
    arrangements: searchingMs,
    largestSafeShare: searchingMs,
    logoWays: searchingMs,
    wishes: searchingMs,
    pictureChoices: searchingMs,
    palette: loadingMs,
    outline: fileMs,
    fixes: searchingMs,
    mend: searchingMs,
    fit: searchingMs,
    view: loadingMs,
    ways: loadingMs,
    around: loadingMs,
    bars: searchingMs,
    whatIf: searchingMs,
  }),
  prover: hosted<Prover>(startProver, proverLimits),
});
