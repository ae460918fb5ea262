/** A look at a condition in which a piece does not read: the picture, and what a reader lacks in it. */
import type { Reader } from '../readers';
import { modulesSeen, type Shot } from '../simulation';
import { trialOf, type Condition } from './conditions';
import { lossesOf, type Losses } from './losses';
import type { CodeToRead } from './setup';
import { pixelsOf, shoot, shotFor, type SamplePicture, type Studio } from './studio';

/** What is missing first. */
export const lacks = ['frame', 'glare', 'pixels', 'contrast', 'light', 'codewords', 'patterns'] as const;
export type Lack = (typeof lacks)[number];

export interface Look extends SamplePicture {
  readonly condition: Condition;
  readonly codeId: string;
  readonly shot: number;
  /** How it was held. */
  readonly tiltDegrees: number;
  readonly turnDegrees: number;
  /** Pixels of a module where it is seen the most narrowly. */
  readonly narrowestPixels: number;
  readonly losses: Losses;
  /** Null where every voting reader read it. */
  readonly lack: Lack | null;
}

/** Below so many pixels a module readers begin to fail; with so little between light and dark, too [simulated shots]. */
const leastPixels = 2.6;
const leastContrastSteps = 45;
/** Noise beside the contrast from which the first reader is lost [simulated shots]. */
const mostNoiseShare = 0.06;
/** A spot of glare that covers so much costs a third of the shots [simulated shots]. */
const mostBlownShare = 0.04;

/** One shot of a condition. */
export async function lookAt(
  studio: Studio,
  readers: readonly Reader[],
  condition: Condition,
  number: number,
  codeId?: string,
): Promise<Look> {
  const { codes, seed } = studio.setup;
  const code = codes.find(({ id }) => id === codeId) ?? codes[0]!;
  const trial = trialOf(studio.setup, condition);
  const shot = shotFor(code, trial.setting, seed, number);
  const picture = await shoot(studio, code, readers, trial, shot, true);
  const seen = modulesSeen(
    studio.subject(code, trial),
    shot,
    picture.frame,
    code.toModules,
    code.symbol.size,
  );
  const losses = lossesOf(code.symbol, seen);
  const narrowestPixels = narrowestOf(code, shot, pixelsOf(code, trial.setting).pixels);
  return {
    ...picture,
    condition,
    codeId: code.id,
    shot: number,
    tiltDegrees: Math.round((shot.tilt * 180) / Math.PI),
    turnDegrees: Math.round((shot.turn * 180) / Math.PI) % 360,
    narrowestPixels,
    losses,
    lack: lackOf(picture, losses, narrowestPixels, shot),
  };
}

/** The same for the first of so many shots that the most readers fail to read. */
export async function worstLook(
  studio: Studio,
  readers: readonly Reader[],
  condition: Condition,
  ofShots: number,
): Promise<Look> {
  let worst: Look | null = null;
  let most = -1;
  for (let number = 1; number <= ofShots; number++)
    for (const { id } of studio.setup.codes) {
      const look = await lookAt(studio, readers, condition, number, id);
      const failed = look.readings.filter(({ votes, read }) => votes && !read).length;
      if (failed > most) [worst, most] = [look, failed];
      if (failed === look.readings.filter(({ votes }) => votes).length) return look;
    }
  return worst!;
}

/** What leans is narrowed, and what goes around something is narrowed towards its edges. */
function narrowestOf({ bend, quietZone }: CodeToRead, { tilt }: Shot, pixels: number): number {
  const turned = bend === null ? 0 : Math.min(quietZone.width / 2 / bend.radiusMm, Math.PI / 2);
  return pixels * Math.cos(Math.min(tilt + turned, Math.PI / 2));
}

function lackOf(
  { readings }: SamplePicture,
  losses: Losses,
  narrowestPixels: number,
  { lens }: Shot,
): Lack | null {
  if (readings.every(({ votes, read }) => read || !votes)) return null;
  if (losses.unseenShare > 0) return 'frame';
  if (losses.blownShare > mostBlownShare) return 'glare';
  if (narrowestPixels < leastPixels) return 'pixels';
  if (losses.contrastSteps < leastContrastSteps) return 'contrast';
  if (losses.worst > losses.correctable / 2) return 'codewords';
  return lens.noiseSteps > mostNoiseShare * losses.contrastSteps ? 'light' : 'patterns';
}
