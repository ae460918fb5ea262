/**
 * Print quality of one symbol, by ISO/IEC 15415 for what is printed and ISO/IEC 29158 for what is marked directly; both from
 * memory, on one view instead of five. A picture from the front and its grid come in; values, grades and where they are lost
 * go out. What the second standard asks of the light and of the reflectance of a calibrated scanner is left out.
 */
import type { Brightness } from '../camera';
import { linearOfEncoded } from '../colour';
import { growthOf, lumaAt, type Grid } from '../photo';
import { blockLayout, lostCodewords, quietZoneModules, symbolAnatomy, type QrSymbol } from '../symbol';
import { fixedPatternGrade } from './fixedPatterns';
import { gradeLevels, gradeOf, leastModulation, worstGrade, type Grade } from './scale';

export const standards = ['ISO/IEC 15415', 'ISO/IEC 29158'] as const;
export type Standard = (typeof standards)[number];

export interface GradedParameter {
  readonly name: string;
  /** As the standard gives it, mostly a share of 1; null where it has a grade alone. */
  readonly value: number | null;
  readonly grade: Grade;
}

export interface SymbolGrade {
  readonly standard: Standard;
  readonly parameters: readonly GradedParameter[];
  readonly overall: Grade;
  /** Growth of dark on each edge in modules; reported, not graded. */
  readonly growthModules: number;
  /** Grade of the modulation of each module, row by row. */
  readonly modules: Uint8Array;
  readonly size: number;
}

type Symbol = Pick<QrSymbol, 'version' | 'level' | 'size' | 'modules'>;

/** Diameter of the measuring aperture in modules (common practice: eight tenths of the module). */
const apertureModules = 0.8;
const samplesAcross = 7;

/** Samples of the aperture around the middle of a module, in modules. */
const aperture = ((): readonly (readonly [number, number])[] => {
  const places: [number, number][] = [];
  for (let row = 0; row < samplesAcross; row++)
    for (let column = 0; column < samplesAcross; column++) {
      const right = ((column + 0.5) / samplesAcross - 0.5) * apertureModules;
      const down = ((row + 0.5) / samplesAcross - 0.5) * apertureModules;
      if (Math.hypot(right, down) <= apertureModules / 2) places.push([right, down]);
    }
  return places;
})();

export function gradeSymbol(
  picture: Brightness,
  grid: Grid,
  symbol: Symbol,
  standard: Standard,
): SymbolGrade {
  const { size, modules } = symbol;
  const reflectance = (column: number, row: number): number => {
    let sum = 0;
    for (const [right, down] of aperture) {
      const { x, y } = grid.at(column + 0.5 + right, row + 0.5 + down);
      sum += linearOfEncoded(lumaAt(picture, x, y) / 255);
    }
    return sum / aperture.length;
  };
  const light = Float64Array.from({ length: size * size }, (_, index) =>
    reflectance(index % size, Math.floor(index / size)),
  );
  const isDirect = standard === 'ISO/IEC 29158';
  const levels = isDirect ? cellLevels(light) : symbolLevels(light, quietReflectances(size, reflectance));
  const margins = light.map((value, index) => marginOf(value, modules[index] === 1, levels));
  const wrong = Uint8Array.from(margins, (margin) => (margin <= 0 ? 1 : 0));
  const { worst, correctable } = lostCodewords(symbol, wrong);
  const unused = correctable === 0 ? (worst === 0 ? 1 : 0) : Math.max(0, 1 - worst / correctable);
  const { axial, uneven } = spacing(grid);
  const contrastName = isDirect ? 'cellContrast' : 'symbolContrast';
  const parameters: GradedParameter[] = [
    {
      name: isDirect ? 'Cell contrast' : 'Symbol contrast',
      value: levels.contrast,
      grade: gradeOf(contrastName, levels.contrast),
    },
    {
      name: isDirect ? 'Cell modulation' : 'Modulation',
      value: null,
      grade: modulationGrade(symbol, margins),
    },
    { name: 'Fixed pattern damage', value: null, grade: fixedPatternGrade(symbol, margins) },
    { name: 'Axial non-uniformity', value: axial, grade: gradeOf('axialNonuniformity', axial) },
    { name: 'Grid non-uniformity', value: uneven, grade: gradeOf('gridNonuniformity', uneven) },
    { name: 'Unused error correction', value: unused, grade: gradeOf('unusedErrorCorrection', unused) },
  ];
  return {
    standard,
    parameters,
    overall: worstGrade(parameters.map(({ grade }) => grade)),
    growthModules: growthOf(picture, grid),
    modules: Uint8Array.from(margins, (margin) => gradeOf('modulation', Math.max(margin, 0))),
    size,
  };
}

/** What a photograph says nothing of: it leans, and its lens bends. */
const ofScanners: ReadonlySet<string> = new Set(['Axial non-uniformity', 'Grid non-uniformity']);

/**
 * Of a photograph, as far as one tells: light is beside the lightest of the picture instead of a reference, and the spacing of
 * the grid is left out. Of a reversed code the picture has been turned round.
 */
export function gradePhoto(picture: Brightness, grid: Grid, symbol: Symbol, standard: Standard): SymbolGrade {
  const grade = gradeSymbol(picture, grid, symbol, standard);
  const parameters = grade.parameters.filter(({ name }) => !ofScanners.has(name));
  return { ...grade, parameters, overall: worstGrade(parameters.map((parameter) => parameter.grade)) };
}

/** What modules are compared with: a threshold, and how far light and dark lie from it when nothing is lost. */
interface Levels {
  readonly threshold: number;
  readonly aboveIt: number;
  readonly belowIt: number;
  readonly contrast: number;
}

/** Threshold in the middle of the highest and the lowest; modulation is 2 |R - threshold| / SC. */
function symbolLevels(light: Float64Array, quiet: readonly number[]): Levels {
  const highest = Math.max(...light, ...quiet);
  const lowest = Math.min(...light, ...quiet);
  const contrast = highest - lowest;
  return { threshold: (highest + lowest) / 2, aboveIt: contrast / 2, belowIt: contrast / 2, contrast };
}

/** Means of what lies above and below a threshold that lies in their middle; contrast is (light - dark) / light. */
function cellLevels(levels: Float64Array): Levels {
  let threshold = (Math.max(...levels) + Math.min(...levels)) / 2;
  let [light, dark] = [1, 0];
  for (let round = 0; round < 8; round++) {
    const meanOf = (isIn: (value: number) => boolean): number => {
      const values = levels.filter(isIn);
      return values.length === 0 ? threshold : values.reduce((sum, value) => sum + value, 0) / values.length;
    };
    [light, dark] = [meanOf((value) => value >= threshold), meanOf((value) => value < threshold)];
    threshold = (light + dark) / 2;
  }
  return {
    threshold,
    aboveIt: light - threshold,
    belowIt: threshold - dark,
    contrast: light <= 0 ? 0 : (light - dark) / light,
  };
}

/** Modulation of a module on its right side of the threshold; 0 on the wrong one. */
function marginOf(value: number, isDark: boolean, { threshold, aboveIt, belowIt }: Levels): number {
  const away = isDark ? threshold - value : value - threshold;
  const whole = isDark ? belowIt : aboveIt;
  return whole <= 0 || away <= 0 ? 0 : Math.min(away / whole, 1);
}

function quietReflectances(size: number, reflectance: (column: number, row: number) => number): number[] {
  const values: number[] = [];
  for (let away = 1; away <= quietZoneModules; away++)
    for (let along = 0; along < size; along += 2)
      values.push(
        reflectance(along, -away),
        reflectance(along, size - 1 + away),
        reflectance(-away, along),
        reflectance(size - 1 + away, along),
      );
  return values;
}

/** Level by level: codewords below it count as errors, and what is left of the error correction bounds the level. */
function modulationGrade(symbol: Symbol, margins: Float64Array): Grade {
  const { codeword, blockOfCodeword } = symbolAnatomy(symbol.version, symbol.level);
  const { blockCount, correctablePerBlock } = blockLayout(symbol.version, symbol.level);
  const least = new Float64Array(blockOfCodeword.length).fill(1);
  codeword.forEach((place, module) => {
    if (place >= 0) least[place] = Math.min(least[place]!, margins[module]!);
  });
  const bounded = gradeLevels.map((level) => {
    const used = new Array<number>(blockCount).fill(0);
    least.forEach((margin, place) => {
      if (margin < leastModulation(level) || margin === 0) used[blockOfCodeword[place]!]!++;
    });
    const worst = Math.max(...used);
    const unused =
      correctablePerBlock === 0 ? (worst === 0 ? 1 : 0) : Math.max(0, 1 - worst / correctablePerBlock);
    return Math.min(level, gradeOf('unusedErrorCorrection', unused)) as Grade;
  });
  return Math.max(...bounded) as Grade;
}

/** Spacing of columns and rows between the finder patterns, and how far any place of the grid lies from an even one, in modules. */
function spacing({ size, at }: Grid): { readonly axial: number; readonly uneven: number } {
  const [first, last] = [3.5, size - 3.5];
  const [origin, right, down] = [at(first, first), at(last, first), at(first, last)];
  const across = Math.hypot(right.x - origin.x, right.y - origin.y) / (last - first);
  const along = Math.hypot(down.x - origin.x, down.y - origin.y) / (last - first);
  const step = (column: number, row: number) => ({
    x:
      origin.x +
      ((right.x - origin.x) * (column - first) + (down.x - origin.x) * (row - first)) / (last - first),
    y:
      origin.y +
      ((right.y - origin.y) * (column - first) + (down.y - origin.y) * (row - first)) / (last - first),
  });
  let uneven = 0;
  for (let row = 0; row <= size; row++)
    for (let column = 0; column <= size; column++) {
      const [seen, even] = [at(column, row), step(column, row)];
      uneven = Math.max(uneven, Math.hypot(seen.x - even.x, seen.y - even.y));
    }
  const mean = (across + along) / 2;
  return { axial: Math.abs(across - along) / mean, uneven: uneven / mean };
}
