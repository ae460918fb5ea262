/** A photograph of a finished piece comes in; what its codes say, how they came out, and what helped goes out. */
import { type Frame, type Brightness, brightnessOf } from '../camera';
import type { Reader } from '../readers';
import type { QrSymbol } from '../symbol';
import { comparePicture, mostUnlike, rebuilt, type Comparison } from './compare';
import { findCodes, type FindCourse, type SeenCode } from './find';
import { fitGrid, placesOf, transposed, type Corners, type Grid, type GridPlaces } from './grid';
import { turnedRound } from './picture';

/** What is known of the code that was made. */
export interface MeantCode {
  readonly id: string;
  readonly payload: string;
  readonly isBytes: boolean;
  readonly symbol: Pick<QrSymbol, 'version' | 'level' | 'mask' | 'size' | 'modules'>;
  /** 1 for modules that a logo covers, row by row; null without one. */
  readonly covered: Uint8Array | null;
}

export interface CheckedCode {
  readonly seen: SeenCode;
  /** The code of the job with the same message; null without one. */
  readonly meantId: string | null;
  /** Built as the job's code is: version, level and mask. */
  readonly isSameSymbol: boolean;
  /** Null where the grid could not be laid, or the symbol is built in a way of its own. */
  readonly comparison: Comparison | null;
  readonly grid: GridPlaces | null;
  /** Pixels of the photograph to a module. */
  readonly pixelsPerModule: number;
}

export interface PhotoCheck {
  readonly codes: readonly CheckedCode[];
  /** What each reader of the panel reads in the whole picture, without any help. */
  readonly readers: readonly {
    readonly name: string;
    readonly votes: boolean;
    readonly text: string | null;
  }[];
}

export async function checkPhoto(
  frame: Frame,
  readers: readonly Reader[],
  meant: readonly MeantCode[],
  course: FindCourse = {},
): Promise<PhotoCheck> {
  const picture = brightnessOf(frame);
  const codes = await findCodes(frame, course);
  const read: { name: string; votes: boolean; text: string | null }[] = [];
  for (const { name, votes, read: readBy } of readers) {
    if (course.isStale?.() === true) break;
    read.push({ name, votes, text: await readBy(frame) });
  }
  const isMeant = (seen: SeenCode): boolean => meant.some((code) => saysTheSame(seen, code));
  const compared = new Set(
    [...codes].sort((a, b) => Number(isMeant(b)) - Number(isMeant(a))).slice(0, mostCompared),
  );
  return { codes: codes.map((seen) => checked(picture, seen, meant, compared.has(seen))), readers: read };
}

/** Of a page of many codes those of the job come first; the rest is read and not compared module by module. */
const mostCompared = 12;

function checked(
  picture: Brightness,
  seen: SeenCode,
  meant: readonly MeantCode[],
  isCompared: boolean,
): CheckedCode {
  const meantCode = meant.find((code) => saysTheSame(seen, code)) ?? null;
  const toned = seen.reversed ? turnedRound(picture) : picture;
  const grid = isCompared ? fitGrid(toned, seen.corners, seen.version) : null;
  const symbols = [meantCode?.symbol ?? null, rebuilt(seen)].flatMap((symbol) =>
    symbol !== null &&
    symbol.version === seen.version &&
    symbol.level === seen.level &&
    symbol.mask === seen.mask
      ? [symbol]
      : [],
  );
  const laid = symbols
    .map((symbol) =>
      grid === null
        ? null
        : bestLaid(toned, grid, symbol, symbol === meantCode?.symbol ? meantCode.covered : null),
    )
    .find((one) => one !== null && one.comparison.wrongCount <= mostUnlike * one.comparison.wrong.length);
  const comparison = laid?.comparison ?? null;
  return {
    seen,
    meantId: meantCode?.id ?? null,
    isSameSymbol: meantCode !== null && comparison !== null && comparison.symbol === meantCode.symbol,
    comparison,
    grid: placesOrNull(laid?.grid ?? grid),
    pixelsPerModule: pixelsOf(seen),
  };
}

/** Byte for byte. */
export function saysTheSame(
  seen: Pick<SeenCode, 'bytes' | 'text'>,
  { payload, isBytes }: Pick<MeantCode, 'payload' | 'isBytes'>,
): boolean {
  if (!isBytes) return seen.text === payload;
  return (
    seen.bytes.length === payload.length &&
    seen.bytes.every((byte, index) => byte === (payload.charCodeAt(index) & 255))
  );
}

function pixelsOf({ corners: [a, b, c, d], version }: SeenCode): number {
  const modules = 17 + 4 * version;
  const length = (from: typeof a, to: typeof a): number => Math.hypot(to.x - from.x, to.y - from.y);
  return (length(a, b) + length(b, c) + length(c, d) + length(d, a)) / 4 / modules;
}

/** What lies under four corners that were set by hand, where nothing reads: compared with the code that was meant. */
export function checkByHand(
  frame: Frame,
  corners: Corners,
  meant: MeantCode,
): Pick<CheckedCode, 'grid' | 'comparison'> {
  const picture = brightnessOf(frame);
  const laid = [picture, turnedRound(picture)].flatMap((toned) => {
    const grid = fitGrid(toned, corners, meant.symbol.version);
    return grid === null ? [] : [bestLaid(toned, grid, meant.symbol, meant.covered)];
  });
  const best = fewestWrong(laid);
  return best === null
    ? { grid: null, comparison: null }
    : { grid: placesOf(best.grid), comparison: best.comparison };
}

interface Laid {
  readonly grid: Grid;
  readonly comparison: Comparison;
}

const fewestWrong = (laid: readonly Laid[]): Laid | null =>
  laid.reduce<Laid | null>(
    (best, one) => (best === null || one.comparison.wrongCount < best.comparison.wrongCount ? one : best),
    null,
  );

const placesOrNull = (grid: Grid | null): GridPlaces | null => grid && placesOf(grid);

/** A symbol may lie left for right: of both ways the one with fewer wrong modules. */
const bestLaid = (
  picture: Brightness,
  grid: Grid,
  symbol: MeantCode['symbol'],
  covered: MeantCode['covered'],
): Laid =>
  fewestWrong(
    [grid, transposed(grid)].map((view) => ({
      grid: view,
      comparison: comparePicture(picture, view, symbol, covered ?? undefined),
    })),
  )!;
