/** Grades of images whose values follow from geometry, drawn by a camera of the tests' own. Thresholds: ISO/IEC 15415:2011 and 29158, from memory. */
import { brightnessOf, type Frame } from '../camera';
import { describe, expect, it } from '@jest/globals';
import { testReaders } from '../../testing/readSymbol';
import { pinhole, warpedPicture, type Warp } from '../../testing/warpedPicture';
import { checkPhoto, fitGrid, gridOfPlaces } from '../photo';
import { defaultSymbolSettings, encodeSymbol, type QrSymbol, symbolAnatomy } from '../symbol';
import { gradePhoto, gradeSymbol, type Standard, type SymbolGrade } from './grade';
import { gradeOf } from './scale';

const symbol = encodeSymbol('https://ternquay.example/berth/17', {
  ...defaultSymbolSettings,
  version: 4,
  level: 'M',
  raiseLevel: false,
}).symbol!;
const [pixels, side] = [8, 380];

function graded(
  change: Partial<Warp> = {},
  standard: Standard = 'ISO/IEC 15415',
  drawn: QrSymbol = symbol,
): SymbolGrade {
  const toModules = pinhole(symbol.size, side, { pixels, distance: 1e6 });
  const picture = brightnessOf(
    warpedPicture(drawn, { width: side, height: side, toModules, dark: 0, light: 255, ...change }),
  );
  const reach = (symbol.size * pixels) / 2;
  const [low, high] = [side / 2 - reach, side / 2 + reach];
  const corners = [
    { x: low, y: low },
    { x: high, y: low },
    { x: high, y: high },
    { x: low, y: high },
  ] as const;
  return gradeSymbol(picture, fitGrid(picture, corners, symbol.version)!, symbol, standard);
}
const parameter = (grade: SymbolGrade, name: string) => grade.parameters.find((one) => one.name === name)!;

describe('a perfect symbol', () => {
  it.each(['ISO/IEC 15415', 'ISO/IEC 29158'] as const)('is of grade A by %s', (standard) => {
    const grade = graded({}, standard);
    expect(grade.overall).toBe(4);
    expect(grade.parameters.map(({ grade: letter }) => letter)).toEqual([4, 4, 4, 4, 4, 4]);
    expect(Math.abs(grade.growthModules)).toBeLessThan(0.02);
  });
});

describe('contrast', () => {
  // Luma and linear light by IEC 61966-2-1: 188 is 0.503, 100 is 0.127, 60 is 0.045.
  it.each([
    [60, 255, 0.955, 4],
    [100, 188, 0.376, 1],
    [60, 188, 0.458, 2],
    [160, 188, 0.149, 0],
  ])('of luma %s on %s is %s', (dark, light, contrast, grade) => {
    const found = parameter(graded({ dark, light }), 'Symbol contrast');
    expect(found.value).toBeCloseTo(contrast, 1);
    expect(found.grade).toBe(grade);
  });

  it('of cells is what they differ by beside the lighter ones', () => {
    // (0.503 - 0.127) / 0.503 = 0.747.
    expect(parameter(graded({ dark: 100, light: 188 }, 'ISO/IEC 29158'), 'Cell contrast').value).toBeCloseTo(
      0.747,
      1,
    );
  });
});

describe('spacing', () => {
  it.each([
    [1, 4],
    [1.07, 3],
    [1.11, 1],
  ])('stretched %s times one way is graded %s', (stretch, grade) => {
    const flat = pinhole(symbol.size, side, { pixels, distance: 1e6 });
    const toModules: Warp['toModules'] = (x, y) => {
      const [column, row] = flat(x, y);
      return [(column - symbol.size / 2) / stretch + symbol.size / 2, row];
    };
    const nonUniformity = parameter(graded({ toModules }), 'Axial non-uniformity');
    // |X - Y| over their mean.
    expect(nonUniformity.value).toBeCloseTo((stretch - 1) / ((stretch + 1) / 2), 1);
    expect(Math.abs(nonUniformity.value! - (stretch - 1) / ((stretch + 1) / 2))).toBeLessThan(0.01);
    expect(nonUniformity.grade).toBe(grade);
  });
});

describe('modulation', () => {
  it('falls where dark grows into light, level by level', () => {
    const grades = [0, 0.14, 0.24, 0.34].map((growth) => parameter(graded({ growth }), 'Modulation').grade);
    expect(grades).toEqual([...grades].sort((a, b) => b - a));
    expect(grades[0]).toBe(4);
    expect(grades[3]).toBeLessThan(3);
  });

  it('is forgiven where error correction makes up for it', () => {
    // Modules of one codeword lie at two fifths of the contrast beyond the threshold: one error of nine is grade A still.
    const { codeword } = symbolAnatomy(symbol.version, symbol.level);
    const flipped = codeword.indexOf(0);
    const one = {
      ...symbol,
      modules: symbol.modules.map((tone, index) => (index === flipped ? 1 - tone : tone)),
    };
    const grade = graded({}, 'ISO/IEC 15415', one);
    expect(parameter(grade, 'Modulation').grade).toBe(4);
    expect(parameter(grade, 'Unused error correction').value).toBeCloseTo(1 - 1 / 9, 6);
    expect(grade.modules[flipped]).toBe(0);
    expect([...grade.modules].filter((module) => module === 0)).toHaveLength(1);
  });
});

describe('errors', () => {
  it.each([
    [3, 0.667, 4],
    [4, 0.556, 3],
    [5, 0.444, 2],
    [6, 0.333, 1],
    [8, 0.111, 0],
  ])('of %s codewords of one block leave %s', (count, left, grade) => {
    const { codeword, blockOfCodeword } = symbolAnatomy(symbol.version, symbol.level);
    const codewords = [...blockOfCodeword.keys()]
      .filter((index) => blockOfCodeword[index] === 0)
      .slice(0, count);
    const flipped = new Set(codewords.map((position) => codeword.indexOf(position)));
    const damaged = {
      ...symbol,
      modules: symbol.modules.map((tone, index) => (flipped.has(index) ? 1 - tone : tone)),
    };
    const unused = parameter(graded({}, 'ISO/IEC 15415', damaged), 'Unused error correction');
    expect(unused.value).toBeCloseTo(left, 2);
    expect(unused.grade).toBe(grade);
  });
});

describe('fixed patterns', () => {
  it.each([
    [0, 4],
    [1, 3],
    [2, 2],
    [3, 1],
    [4, 0],
  ])('with %s modules of a finder pattern damaged', (count, grade) => {
    const flipped = new Set([0, 2, 4, 6].slice(0, count));
    const damaged = {
      ...symbol,
      modules: symbol.modules.map((tone, index) => (flipped.has(index) ? 1 - tone : tone)),
    };
    const found = graded({}, 'ISO/IEC 15415', damaged);
    expect(parameter(found, 'Fixed pattern damage').grade).toBe(grade);
    expect(found.overall).toBe(grade);
  });
});

describe('thresholds', () => {
  it('are met at their values and not below', () => {
    expect([0.7, 0.699, 0.55, 0.4, 0.2, 0.199].map((value) => gradeOf('symbolContrast', value))).toEqual([
      4, 3, 3, 2, 1, 0,
    ]);
    expect([0.06, 0.061, 0.12, 0.121].map((value) => gradeOf('axialNonuniformity', value))).toEqual([
      4, 3, 1, 0,
    ]);
  });
});

describe('a photograph', () => {
  it('that leans is graded without the spacing of its grid, by the places that a check keeps', async () => {
    await testReaders();
    const wide = 520;
    const photo = (change: Partial<Warp>): Frame =>
      warpedPicture(symbol, {
        width: wide,
        height: wide,
        toModules: pinhole(symbol.size, wide, { turn: 0.3, tilt: 0.5, pixels: 9 }),
        dark: 0,
        light: 255,
        ...change,
      });
    const gradeOfPhoto = async (change: Partial<Warp>): Promise<SymbolGrade> => {
      const frame = photo(change);
      const { codes } = await checkPhoto(frame, [], []);
      const grid = gridOfPlaces(codes[0]!.grid!);
      // The corner of the symbol lies where the check has it.
      expect(grid.at(0, 0)).toEqual({ x: codes[0]!.grid!.places[0], y: codes[0]!.grid!.places[1] });
      expect(grid.at(symbol.size, symbol.size).x).toBeCloseTo(codes[0]!.grid!.places.at(-2)!, 6);
      return gradePhoto(brightnessOf(frame), grid, codes[0]!.comparison!.symbol, 'ISO/IEC 15415');
    };
    const clean = await gradeOfPhoto({});
    expect(clean.parameters.map(({ name }) => name)).toEqual([
      'Symbol contrast',
      'Modulation',
      'Fixed pattern damage',
      'Unused error correction',
    ]);
    expect(clean.overall).toBeGreaterThanOrEqual(3);
    const grown = await gradeOfPhoto({ growth: 0.22 });
    expect(parameter(grown, 'Modulation').grade).toBeLessThan(parameter(clean, 'Modulation').grade);
    expect(grown.overall).toBeLessThan(clean.overall);
  });
});
