/** What harm a piece survives: where dirt may lie and how large, which corner may be torn off, how many scratches. Tried, not only counted. */
import { breathe } from '../tasks';
import type { Reader } from '../readers';
import { applyMatrix, invertMatrix, type Vertex } from '../geometry';
import { noWear, type Wear } from '../simulation';
import { lostCodewords, quietZoneModules } from '../symbol';
import { plainCondition, trialOf } from './conditions';
import { count, shootAll, type Count } from './prove';
import type { CodeToRead } from './setup';
import type { Studio, Trial } from './studio';
import { readerState } from './verdict';

/** Places of the map of dirt on each side of the symbol. */
export const dirtPlaces = 5;
/** Diameters of discs, and sides of torn corners, as shares of the symbol's width. */
export const harmSteps = [0.06, 0.1, 0.14, 0.18, 0.24, 0.3, 0.38] as const;
export const scratchSteps = [1, 2, 4, 8, 16, 32] as const;
/** How far marks have faded towards the surface, as shares of the light that they take. */
export const fadedSteps = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8] as const;
/** Width of a scratch in modules. */
export const scratchModules = 0.2;
/** Shots of each harm, of the first that are read of an unharmed piece. */
const harmShots = 3;
const mostTried = 16;
const fadedShots = 10;

/** As a reader sees the symbol, which has no finder pattern at its lower right. */
/** Of a code, in words. */
export const cornerNames = {
  'upper-left': 'upper left',
  'upper-right': 'upper right',
  'lower-left': 'lower left',
  'lower-right': 'lower right',
} as const;
export type Corner = keyof typeof cornerNames;
const corners = Object.keys(cornerNames) as readonly Corner[];

export type Harm =
  | { readonly kind: 'dirt'; readonly column: number; readonly row: number }
  | { readonly kind: 'torn'; readonly corner: Corner }
  | { readonly kind: 'scratches' }
  | { readonly kind: 'faded' };

export interface Survived {
  readonly harm: Harm;
  /** The largest that all voting readers read on: a share of the symbol's width or of the marks, or a number of scratches; 0 for none. */
  readonly most: number;
}

/** The middle first, since that is where people touch it. */
export const harms: readonly Harm[] = [
  { kind: 'scratches' },
  { kind: 'faded' },
  ...corners.map((corner): Harm => ({ kind: 'torn', corner })),
  ...Array.from({ length: dirtPlaces * dirtPlaces }, (_, place): Harm => ({
    kind: 'dirt',
    column: place % dirtPlaces,
    row: Math.floor(place / dirtPlaces),
  })),
];

const stepsOf = ({ kind }: Harm): readonly number[] =>
  kind === 'scratches' ? scratchSteps : kind === 'faded' ? fadedSteps : harmSteps;

/** Numbers of shots that all readers read of the piece as it is, in the ways of a hand. What harms it is tried on these. */
export async function readShots(studio: Studio, readers: readonly Reader[]): Promise<readonly number[]> {
  const trial = trialOf(studio.setup, plainCondition(studio.setup.distanceM));
  const places: number[] = [];
  for (let shot = 1; shot <= mostTried && places.length < harmShots; shot++)
    if (await isReadByAll(studio, readers, trial, shot)) places.push(shot);
  return places;
}

async function isReadByAll(
  studio: Studio,
  readers: readonly Reader[],
  trial: Trial,
  shot: number,
): Promise<boolean> {
  const seen = await shootAll(studio, readers, trial, shot);
  return seen.every((readings) => readings.every(({ read }) => read));
}

/** In shots that are read of a piece without harm. Null when it became stale. */
export async function surviveHarm(
  studio: Studio,
  readers: readonly Reader[],
  harm: Harm,
  shots: readonly number[],
  isStale: () => boolean = () => false,
): Promise<Survived | null> {
  const steps = stepsOf(harm);
  // Where more codewords are covered than can be corrected nothing has to be tried.
  let most = steps.filter((size) => studio.setup.codes.every((code) => canSurvive(code, harm, size))).length;
  let least = 0;
  while (least < most) {
    // The more has faded the less is read: halved. Spots and tears are tried from the largest down, since few fit anyway.
    const tried = harm.kind === 'faded' ? Math.ceil((least + most) / 2) : most;
    const survives = await reads(studio, readers, harm, steps[tried - 1]!, shots);
    // Between harms others are let in, who may call it off.
    await breathe();
    if (isStale()) return null;
    if (survives) least = tried;
    else most = tried - 1;
  }
  return { harm, most: most === 0 ? 0 : steps[most - 1]! };
}

async function reads(
  studio: Studio,
  readers: readonly Reader[],
  harm: Harm,
  size: number,
  shots: readonly number[],
): Promise<boolean> {
  const { setup } = studio;
  const trial: Trial = {
    ...trialOf(setup, plainCondition(setup.distanceM)),
    wear: (code) => wearOf(code, harm, size),
  };
  if (harm.kind === 'faded') return isReadPromptly(studio, readers, trial);
  for (const shot of shots) if (!(await isReadByAll(studio, readers, trial, shot))) return false;
  return shots.length > 0;
}

/** All of a faded piece is as hard to read, so that the proof's own rule counts and no single shot. */
async function isReadPromptly(studio: Studio, readers: readonly Reader[], trial: Trial): Promise<boolean> {
  const counts: Count[] = readers.map(() => ({ read: 0, wrong: 0 }));
  for (let shot = 1; shot <= fadedShots; shot++) {
    const seen = await shootAll(studio, readers, trial, shot);
    counts.forEach((readerCount, reader) => count(readerCount, seen, reader));
  }
  return counts.every(({ read }) => readerState(read, fadedShots) === 'prompt');
}

/** A place of the symbol, as shares of its side, in millimetres of the file. */
function inFile({ toModules, symbol: { size } }: CodeToRead, x: number, y: number): Vertex {
  return applyMatrix(invertMatrix(toModules)!, x * size, y * size);
}

const middleOf = (place: number): number => (place + 0.5) / dirtPlaces;

function wearOf(code: CodeToRead, harm: Harm, size: number): Wear {
  switch (harm.kind) {
    case 'dirt': {
      const { x, y } = inFile(code, middleOf(harm.column), middleOf(harm.row));
      const diameterMm = size * code.symbol.size * code.moduleMm;
      return { ...noWear, dirt: [{ xMm: x, yMm: y, diameterMm }] };
    }
    case 'torn': {
      // The quiet zone beside the corner goes with it.
      const beyond = quietZoneModules / code.symbol.size;
      const from = (fromLeft: number, fromTop: number): Vertex =>
        inFile(
          code,
          harm.corner.endsWith('left') ? fromLeft : 1 - fromLeft,
          harm.corner.startsWith('upper') ? fromTop : 1 - fromTop,
        );
      return {
        ...noWear,
        torn: [from(-beyond, -beyond), from(size + beyond, -beyond), from(-beyond, size + beyond)],
      };
    }
    case 'scratches':
      return { ...noWear, scratches: size, scratchMm: scratchModules * code.moduleMm };
    case 'faded':
      return { ...noWear, fading: size };
  }
}

/** Whether the codewords that dirt or a tear surely changes can be corrected. Of scratches nobody knows where they go. */
function canSurvive(code: CodeToRead, harm: Harm, size: number): boolean {
  if (harm.kind === 'scratches' || harm.kind === 'faded') return true;
  const { size: modules, modules: tones } = code.symbol;
  const covered = tones.map((tone, index) => {
    const [column, row] = [index % modules, Math.floor(index / modules)];
    // Half of what is torn off lands on its right side by chance; of dirt all that is light is lost.
    return isWithin(harm, size, (column + 0.5) / modules, (row + 0.5) / modules) && tone === 0 ? 1 : 0;
  });
  const { worst, correctable } = lostCodewords(code.symbol, covered);
  return worst <= correctable;
}

/** Whether a place of the symbol, as shares of its side, lies under the harm. */
function isWithin(
  harm: Exclude<Harm, { kind: 'scratches' | 'faded' }>,
  size: number,
  x: number,
  y: number,
): boolean {
  if (harm.kind === 'dirt') {
    return (x - middleOf(harm.column)) ** 2 + (y - middleOf(harm.row)) ** 2 <= (size / 2) ** 2;
  }
  const fromLeft = harm.corner.endsWith('left') ? x : 1 - x;
  const fromTop = harm.corner.startsWith('upper') ? y : 1 - y;
  return fromLeft + fromTop <= size;
}
