/** A photograph of a finished piece beside the symbol that was meant: what differs, what that costs, how it came out. */
import type { Brightness } from '../camera';
import { linearOfEncoded } from '../colour';
import {
  defaultSymbolSettings,
  encodeSymbol,
  lostCodewords,
  type LostCodewords,
  type QrSymbol,
} from '../symbol';
import type { SeenCode } from './find';
import { sampleGrid, type Grid } from './grid';
import { contrastOf, wrongModules } from './modules';
import { lumaAt } from './picture';

export interface Comparison extends LostCodewords {
  /** The symbol that was compared with. */
  readonly symbol: Pick<QrSymbol, 'version' | 'level' | 'mask' | 'size' | 'modules'>;
  /** 1 for each module that comes out wrong, row by row. */
  readonly wrong: Uint8Array;
  /** Of those, the ones that no logo was meant to cover. */
  readonly wrongCount: number;
  /** 1 for modules that a logo was meant to cover, so that they may come out either way. */
  readonly covered: Uint8Array;
  /** Between light and dark modules, as linear light beside that of the lightest; 0 to 1. */
  readonly contrast: number;
  /** By how much dark modules are larger on each edge than they were meant, in modules; below 0 they are smaller. */
  readonly growthModules: number;
  /** Share of what the worst block can correct that is left. */
  readonly marginLeft: number;
}

type Meant = Pick<QrSymbol, 'version' | 'level' | 'mask' | 'size' | 'modules'>;

const uncovered = ({ size }: Meant): Uint8Array => new Uint8Array(size * size);

/** The symbol of what was read, built as it was read; null where it was built in a way of its own, so that nothing can be compared. */
export function rebuilt(seen: Pick<SeenCode, 'text' | 'version' | 'level' | 'mask'>): Meant | null {
  const { version, level, mask } = seen;
  const { symbol } = encodeSymbol(seen.text, {
    ...defaultSymbolSettings,
    version,
    level,
    mask,
    raiseLevel: false,
  });
  return symbol !== null && symbol.version === seen.version ? symbol : null;
}

/** Dark modules have to be dark: of a reversed code the picture is turned round before. */
export function comparePicture(
  picture: Brightness,
  grid: Grid,
  symbol: Meant,
  covered: Uint8Array = uncovered(symbol),
): Comparison {
  const luma = sampleGrid(picture, grid);
  const wrong = wrongModules(symbol, luma);
  const lost = lostCodewords(symbol, wrong);
  const light = luma.map((value) => linearOfEncoded(value / 255));
  const lightest = Math.max(...light.filter((value) => !Number.isNaN(value)), 1e-6);
  return {
    ...lost,
    symbol,
    wrong,
    wrongCount: wrong.reduce((sum, isWrong, index) => sum + (covered[index] === 1 ? 0 : isWrong), 0),
    covered,
    contrast: Math.max(contrastOf(symbol, light) / lightest, 0),
    growthModules: growthOf(picture, grid),
    marginLeft: lost.correctable === 0 ? 0 : Math.max(0, 1 - lost.worst / lost.correctable),
  };
}

/** Share of the modules that may differ before it is another symbol. */
export const mostUnlike = 0.2;

/** Samples of a module along a timing pattern, and lines of them across it. */
const perModule = 12;
const across = [-0.15, 0, 0.15] as const;
/** Row and column of the timing patterns, and their first module (ISO/IEC 18004:2015, 6.3.5). */
const [timingAt, timingFrom] = [6, 8];

/**
 * Along both timing patterns dark and light modules take turns: of as many of each, the share that is darker than the middle
 * between them is a half and the growth of both edges. Blur takes from both sides alike.
 */
export function growthOf(picture: Brightness, { size, at }: Pick<Grid, 'size' | 'at'>): number {
  const shares = [false, true].map((isDown) => {
    // From the middle of the first dark module to the middle of the last.
    const [from, to] = [timingFrom + 0.5, size - timingFrom - 0.5];
    const values: number[] = [];
    for (let place = from + 0.5 / perModule; place < to; place += 1 / perModule) {
      const sum = across.reduce<number>((total, aside) => {
        const line = timingAt + 0.5 + aside;
        const { x, y } = isDown ? at(line, place) : at(place, line);
        return total + lumaAt(picture, x, y);
      }, 0);
      values.push(sum / across.length);
    }
    return darkShare(values);
  });
  return (shares[0]! + shares[1]!) / 2 - 0.5;
}

/** Share of a wave that lies below the middle between the levels of its own crests and troughs, which may fall off along it. */
function darkShare(values: readonly number[]): number {
  const reach = perModule + 2;
  let dark = 0;
  values.forEach((value, index) => {
    const around = values.slice(Math.max(0, index - reach), index + reach + 1);
    const middle = (Math.max(...around) + Math.min(...around)) / 2;
    if (value < middle) dark++;
  });
  return values.length === 0 ? 0.5 : dark / values.length;
}
