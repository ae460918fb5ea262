/** engine: job documents come in from the page; what to draw, files and proofs come back, all off the page's thread. */
import { hosted, type Hosted, type Methods, type Started } from './hosted';
import type { FontFile } from '../core/words';
import type { Maker } from './maker';
import type { Press } from './press';
import type { Prover } from './prover';

export { Slowness } from './slowness';
export { startQuickProof, type QuickProof, type Shooter } from './quickProof';
export { sharedShots } from './sharedShots';
export { startHarms, startMap, type MapShooter, type Survey, type ToleranceMap } from './toleranceMap';
export type { WhichShot } from './prover';
export { EngineProblem, slowAfterMs, Stopped } from './hosted';
export type { CouponView } from './couponView';
export type { RowAtHand, RowView, SeriesView } from './seriesView';
export type { SheetJob, SheetPageView, SheetView } from './sheetView';
export type { Progress, DownloadFile, SheetDownload, DownloadFiles, DownloadRequest } from './maker';
export type { Arrangement } from '../core/solving';
export type { PictureChoice } from '../core/run';
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
  readonly live: Hosted<Live>;
  readonly desk: Hosted<Desk>;
  /** Writes files. */
  readonly maker: Hosted<Maker>;
  readonly prover: Hosted<Prover>;
  /** A second one, for shots that are shared out. */
  readonly otherProver: Hosted<Prover>;
}

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

const proverMethods: Methods<Prover> = {
  warmUp: 'quiet',
  prove: 'quiet',
  planMap: 'quiet',
  cell: 'quiet',
  harm: 'quiet',
  callOffMaps: 'quiet',
  look: 'quiet',
  fixesIn: 'awaited',
  checkPhoto: 'awaited',
  readCoupon: 'awaited',
  grade: 'quiet',
  gradePhoto: 'awaited',
  checkByHand: 'awaited',
  shoot: 'quiet',
  callOff: 'quiet',
  explain: 'quiet',
  glance: 'quiet',
  fitness: 'quiet',
  readPicture: 'awaited',
};

/** Workers start when they are first asked; `takeEarly` gives the press that the page has started before. */
export const startEngine = (takeEarly: () => Worker | null = () => null): Engine => ({
  otherProver: hosted<Prover>(startProver, proverMethods),
  maker: hosted<Maker>(startMaker, {
    makeFiles: 'quiet',
    watch: 'quiet',
    layCoupon: 'awaited',
    drawCoupon: 'awaited',
    couponFiles: 'quiet',
    fitCoupon: 'awaited',
    laySheet: 'awaited',
    leastWidth: 'awaited',
    sizedFor: 'awaited',
    sheetFiles: 'quiet',
    readTable: 'awaited',
    unpackPictures: 'awaited',
    measureSeries: 'quiet',
    rowAtHand: 'quiet',
  }),
  live: hosted<Live>(() => started(takeEarly() ?? newPress()), {
    load: 'awaited',
    press: 'awaited',
    pressAtHand: 'awaited',
    announce: 'quiet',
  }),
  desk: hosted<Desk>(startDesk, {
    load: 'awaited',
    picture: 'quiet',
    swatches: 'quiet',
    ruler: 'awaited',
    makeRoom: 'awaited',
    roomForContour: 'awaited',
    suit: 'awaited',
    forUse: 'awaited',
    fill: 'awaited',
    arrangements: 'awaited',
    largestSafeShare: 'awaited',
    logoWays: 'awaited',
    wishes: 'awaited',
    pictureChoices: 'awaited',
    palette: 'awaited',
    outline: 'awaited',
    fixes: 'quiet',
    mend: 'awaited',
    fit: 'awaited',
    view: 'awaited',
    ways: 'awaited',
    around: 'awaited',
    bars: 'quiet',
    whatIf: 'quiet',
  }),
  prover: hosted<Prover>(startProver, proverMethods),
});
