/**
 * proof: the bytes of a file come in; a verdict goes out. The file is rendered by an outside program, aged by a model
 * of the machine, photographed by a model of a camera and read by independent decoders.
 */
import { breathe } from '../tasks';
import { startRenderer } from '../logo';
import { startReaders, type Reader } from '../readers';
import { plainCondition, trialOf, type Condition } from './conditions';
import type { ProofBinaries, ProofSetup } from './setup';
import {
  openStudio,
  ownPixels,
  shoot,
  shotFor,
  type Reading,
  type SamplePicture,
  type Studio,
  type Trial,
} from './studio';
import { fullShotCount, readerState, verdictOf, type ProofReport } from './verdict';

/** Numbers of the shots to take. */
export interface ShotNumbers {
  readonly first: number;
  readonly step: number;
  /** The last of them; a full proof takes every number up to it. */
  readonly ofShots: number;
}

/** Shots after which a verdict is reported, and after every such number again. */
const reportEvery = 4;
/** Loads renderer and readers ahead of the first proof. */
export async function startProof(binaries: ProofBinaries): Promise<readonly Reader[]> {
  await startRenderer(async () => binaries.resvg);
  return startReaders(binaries);
}

/**
 * Photographs and reads seeded shots, turned all ways, from the first to the last of their numbers and by a step; yields a
 * verdict early and refines it.
 */
export async function* prove(
  setup: ProofSetup,
  readers: readonly Reader[],
  { first = 1, step = 1, ofShots = fullShotCount }: Partial<ShotNumbers> = {},
  condition: Condition = plainCondition(setup.distanceM),
): AsyncGenerator<ProofReport> {
  const studio = openStudio(setup);
  const trial = trialOf(setup, condition);
  const pixels = Math.min(...setup.codes.map((code) => ownPixels(code, trial.setting)));
  const counts = readers.map(() => ({ read: 0, wrong: 0 }));
  let shots = 0;
  for (let number = first; number <= ofShots; number += step) {
    shots++;
    const seen = await shootAll(studio, readers, trial, number);
    readers.forEach((_, index) => count(counts[index]!, seen, index));
    if (shots % reportEvery === 0 || number + step > ofShots)
      yield reportOf(condition, readers, counts, { shots, ofShots }, pixels);
  }
}

/** How long a proof goes on, where, and who is told. */
export interface ProofCourse extends Partial<ShotNumbers> {
  /** Without it as the limits on reading were measured. */
  readonly condition?: Condition;
  readonly tell?: (report: ProofReport) => void;
  /** Ends it with the report at hand; without it all shots are taken. */
  readonly isEnough?: (report: ProofReport) => boolean;
  /** Ends it without a report: something newer is wanted. */
  readonly isStale?: () => boolean;
}

/** The last report of a proof; null when it became stale. Between reports others are let in. */
export async function proveUntil(
  setup: ProofSetup,
  readers: readonly Reader[],
  { tell, isEnough, isStale, condition, ...numbers }: ProofCourse = {},
): Promise<ProofReport | null> {
  let last: ProofReport | null = null;
  for await (const report of prove(setup, readers, numbers, condition)) {
    await breathe();
    if (isStale?.()) return null;
    last = report;
    tell?.(report);
    if (isEnough?.(report)) break;
  }
  return last;
}

/** Every code of the piece in the shot of a number, with what each reader makes of it. */
export async function shootAll(
  studio: Studio,
  readers: readonly Reader[],
  trial: Trial,
  number: number,
): Promise<readonly (readonly Reading[])[]> {
  const { codes, seed } = studio.setup;
  const seen: (readonly Reading[])[] = [];
  for (const code of codes)
    seen.push(
      (await shoot(studio, code, readers, trial, shotFor(code, trial.setting, seed, number))).readings,
    );
  return seen;
}

/** What a reader made of the shots so far. */
export interface Count {
  read: number;
  wrong: number;
}

/** A shot counts as read when all codes were; some other text is worse than none. */
export function count(counts: Count, seen: readonly (readonly Reading[])[], reader: number): void {
  const readingsOfReader = seen.map((readings) => readings[reader]!);
  if (readingsOfReader.every(({ read }) => read)) counts.read++;
  else if (readingsOfReader.some(({ read, text }) => !read && text !== null && text !== '')) counts.wrong++;
}

/** One photograph of a code, straight and in even light, turned by an angle in radians, with what each reader makes of it. */
export async function takePicture(
  setup: ProofSetup,
  readers: readonly Reader[],
  turn: number,
  codeId: string,
): Promise<SamplePicture> {
  const code = setup.codes.find(({ id }) => id === codeId) ?? setup.codes[0]!;
  const trial = trialOf(setup, plainCondition(setup.distanceM));
  const shot = { ...shotFor(code, trial.setting, setup.seed, 0), turn };
  return shoot(openStudio(setup), code, readers, trial, shot, true);
}

function reportOf(
  { distanceM }: Condition,
  readers: readonly Reader[],
  counts: readonly { read: number; wrong: number }[],
  { shots, ofShots }: Pick<ProofReport, 'shots' | 'ofShots'>,
  pixels: number,
): ProofReport {
  const reports = readers.map(({ id, name, votes }, index) => ({
    id,
    name,
    votes,
    ...counts[index]!,
    state: readerState(counts[index]!.read, shots),
  }));
  return {
    verdict: verdictOf(reports),
    shots,
    ofShots,
    readers: reports,
    distanceM,
    pixelsPerModule: Number(pixels.toFixed(2)),
  };
}
