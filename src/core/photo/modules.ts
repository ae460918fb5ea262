/** Which modules of a picture come out wrong, and what lies between light and dark. `luma` is a value a module, row by row; NaN where nothing is seen. */
import type { QrSymbol } from '../symbol';

type Modules = Pick<QrSymbol, 'size' | 'modules'>;

/** Readers compare with what lies around: so many modules to each side. */
const aroundModules = 4;

/** 1 for each module whose tone is not told from its surroundings, by the middle between the lightest and the darkest there. */
export function wrongModules({ size, modules }: Modules, luma: Float32Array): Uint8Array {
  const dark = seenDark(size, luma);
  return modules.map((module, index) => (Number.isNaN(luma[index]!) || dark[index] !== module ? 1 : 0));
}

/** 1 for each module that a reader takes for dark. */
export function seenDark(size: number, luma: Float32Array): Uint8Array {
  const lightest = extremesAround(luma, size, Math.max, -Infinity);
  const darkest = extremesAround(luma, size, Math.min, Infinity);
  return Uint8Array.from(luma, (value, index) => (value < (lightest[index]! + darkest[index]!) / 2 ? 1 : 0));
}

/** Between the means of light and of dark modules. */
export function contrastOf({ modules }: Modules, luma: Float32Array): number {
  const mean = (tone: number): number => {
    let [sum, count] = [0, 0];
    modules.forEach((module, index) => {
      if (module !== tone || Number.isNaN(luma[index]!)) return;
      sum += luma[index]!;
      count++;
    });
    return count === 0 ? 0 : sum / count;
  };
  return mean(0) - mean(1);
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
    const smoothed = new Float32Array(from.length);
    for (let line = 0; line < size; line++)
      for (let position = 0; position < size; position++) {
        let best = none;
        const last = Math.min(size - 1, position + aroundModules);
        for (let other = Math.max(0, position - aroundModules); other <= last; other++)
          best = pick(best, from[line * lineStep + other * step]!);
        smoothed[line * lineStep + position * step] = best;
      }
    return smoothed;
  };
  return along(along(known, 1, size), size, 1);
}
