/** A plywood board with a code in its middle, for tests of what lies on a piece. */
import { type Pair, valuesOf } from '../core/plan';
import { logoAssets } from '../node/logoAssets';
import { itemsOf, newJob, type ItemDraft, type Job } from '../core/job';
import type { CodePlacement, HoleSettings, PieceSettings } from '../core/piece';
import { findPair, pairs } from '../content';
import { createLibrary, runJob, type JobResult } from '../core/run';
import { findingLines, withPlacement, type Told } from './findings';

export const boardLibrary = createLibrary(logoAssets(() => Promise.resolve(null)));
export const boardAddress = 'https://ternquay.example/berth/17';

/** 90 by 70 mm with a version 3 code of 29 mm, its field 37 mm, in its middle. */
export function board(
  things: readonly ItemDraft[] = [],
  piece: Partial<PieceSettings> = {},
  placement: Partial<CodePlacement> = {},
): Job {
  const job = newJob({
    message: { kind: 'web', address: boardAddress },
    pair: findPair('birch-plywood', 'co2-laser'),
    codeWidthMm: 29,
    pieceSizeMm: { width: 90, height: 70 },
  });
  return withPlacement({ ...job, piece: { ...job.piece, items: itemsOf(things), ...piece } }, placement);
}

/** What a board runs to, with all that it needs loaded. */
export async function runBoard(job: Job): Promise<JobResult> {
  await boardLibrary.load(job);
  return runJob(job, undefined, boardLibrary);
}

/** The first finding of a kind, of one thing where its id is given. */
export const findOn = async (job: Job, kind: string, id?: string): Promise<Told | undefined> =>
  findingLines(await runBoard(job)).find(
    (finding) =>
      finding.kind === kind && (id === undefined || ('id' in finding.about && finding.about.id === id)),
  );

export const roundHole: HoleSettings = {
  id: 'h',
  shape: { kind: 'round', diameterMm: 4 },
  pattern: 'one',
  xMm: 8,
  yMm: 8,
  keepOutMm: 2,
};
export const words = (text: string, change: object = {}): ItemDraft => ({ kind: 'words', text, ...change });

/** The same job on another material by another machine. */
export const onPair = (job: Job, material: string, machine: string): Job => ({
  ...job,
  making: { ...job.making, pair: valuesOf(findPair(material, machine)!) },
});

const some = [
  'direct-thermal-paper.label-printer-203dpi',
  'white-vinyl.ink-jet-600dpi',
  'birch-plywood.co2-laser',
  'black-anodised-aluminium.co2-laser',
  'clear-acrylic-dark-ground.co2-laser',
  'natural-slate.co2-laser',
  'white-card.laser-printer-600dpi',
  'laminate-black-white.rotary-engraver',
  'kraft-paper.rubber-stamp',
];
/** One pair for each kind of machine and of mark: where all of them would take minutes. */
export const somePairs: readonly Pair[] = pairs.filter(({ profile }) => some.includes(profile));
