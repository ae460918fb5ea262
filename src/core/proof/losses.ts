/** Why a photograph is not read: what of it a reader had to work with, and which codewords it shows wrong. */
import { lostCodewords, type LostCodewords, type QrSymbol } from '../symbol';
import type { ModulesSeen } from '../simulation';

type Symbol = Pick<QrSymbol, 'version' | 'level' | 'size' | 'modules'>;

export interface Losses extends LostCodewords {
  /** 1 for modules on the wrong side of the threshold around them, or not to be seen at all; row by row. */
  readonly wrong: Uint8Array;
  /** Between the means of light and of dark modules, in steps of 255. */
  readonly contrastSteps: number;
  readonly blownShare: number;
  /** Share of the modules that the picture shows nothing of. */
  readonly unseenShare: number;
}

/** Readers compare with what lies around: so many modules to each side. */
const aroundModules = 4;

export function lossesOf(symbol: Symbol, { luma, blownShare }: ModulesSeen): Losses {
  const wrong = wrongModules(symbol, luma);
  const unseenShare = luma.reduce((sum, value) => sum + (Number.isNaN(value) ? 1 : 0), 0) / luma.length;
  const mean = (tone: number): number => {
    let [sum, count] = [0, 0];
    symbol.modules.forEach((module, at) => {
      if (module !== tone || Number.isNaN(luma[at]!)) return;
      sum += luma[at]!;
      count++;
    });
    return count === 0 ? 0 : sum / count;
  };
  return {
    ...lostCodewords(symbol, wrong),
    wrong,
    contrastSteps: mean(0) - mean(1),
    blownShare,
    unseenShare,
  };
}

/** 1 for each module whose tone is not told from its surroundings, by the middle between the lightest and the darkest there. */
export function wrongModules(
  { size, modules }: Pick<Symbol, 'size' | 'modules'>,
  luma: Float32Array,
): Uint8Array {
  const lightest = extremesAround(luma, size, Math.max, -Infinity);
  const darkest = extremesAround(luma, size, Math.min, Infinity);
  return modules.map((module, at) => {
    const value = luma[at]!;
    if (Number.isNaN(value)) return 1;
    const isDark = value < (lightest[at]! + darkest[at]!) / 2;
    return isDark === (module === 1) ? 0 : 1;
  });
}

/** The most, or the least, of the square around each module: along rows, then down columns. */
function extremesAround(
  luma: Float32Array,
  size: number,
  pick: (a: number, b: number) => number,
  none: number,
): Float32Array {
  const known = luma.map((value) => (Number.isNaN(value) ? none : value));
  const along = (from: Float32Array, step: number, lineStep: number): Float32Array => {
    const found = new Float32Array(from.length);
    for (let line = 0; line < size; line++)
      for (let position = 0; position < size; position++) {
        let best = none;
        const last = Math.min(size - 1, position + aroundModules);
        for (let other = Math.max(0, position - aroundModules); other <= last; other++)
          best = pick(best, from[line * lineStep + other * step]!);
        found[line * lineStep + position * step] = best;
      }
    return found;
  };
  return along(along(known, 1, size), size, 1);
}
