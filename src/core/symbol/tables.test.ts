import { describe, expect, it } from '@jest/globals';
import { encodeSymbol } from './encode';
import { defaultSymbolSettings } from './settings';
import {
  alignmentCentres,
  blockLayout,
  formatBits,
  levels,
  misdecodeProtection,
  versionBits,
  type Level,
  type Mode,
} from './tables';

describe('format information', () => {
  // ISO/IEC 18004:2015, Table C.1: masked sequences for data bits 00000 to 11111.
  const sequences = [
    0x5412, 0x5125, 0x5e7c, 0x5b4b, 0x45f9, 0x40ce, 0x4f97, 0x4aa0, 0x77c4, 0x72f3, 0x7daa, 0x789d, 0x662f,
    0x6318, 0x6c41, 0x6976, 0x1689, 0x13be, 0x1ce7, 0x19d0, 0x0762, 0x0255, 0x0d0c, 0x083b, 0x355f, 0x3068,
    0x3f31, 0x3a06, 0x24b4, 0x2183, 0x2eda, 0x2bed,
  ];
  it('gives the 32 sequences of Table C.1', () => {
    // Table 12: L 01, M 00, Q 11, H 10.
    const order: Level[] = ['M', 'L', 'H', 'Q'];
    const ours = order.flatMap((level) => Array.from({ length: 8 }, (_, mask) => formatBits(level, mask)));
    expect(ours).toEqual(sequences);
  });
});

describe('version information', () => {
  // ISO/IEC 18004:2015, Table D.1, versions 7 to 40.
  const sequences = [
    0x07c94, 0x085bc, 0x09a99, 0x0a4d3, 0x0bbf6, 0x0c762, 0x0d847, 0x0e60d, 0x0f928, 0x10b78, 0x1145d,
    0x12a17, 0x13532, 0x149a6, 0x15683, 0x168c9, 0x177ec, 0x18ec4, 0x191e1, 0x1afab, 0x1b08e, 0x1cc1a,
    0x1d33f, 0x1ed75, 0x1f250, 0x209d5, 0x216f0, 0x228ba, 0x2379f, 0x24b0b, 0x2542e, 0x26a64, 0x27541,
    0x28c69,
  ];
  it('gives the 34 sequences of Table D.1', () => {
    expect(sequences.map((_, index) => versionBits(index + 7))).toEqual(sequences);
  });
});

describe('alignment patterns', () => {
  // ISO/IEC 18004:2015, Table E.1, versions 1 to 40.
  const centres: readonly (readonly number[])[] = [
    [],
    [6, 18],
    [6, 22],
    [6, 26],
    [6, 30],
    [6, 34],
    [6, 22, 38],
    [6, 24, 42],
    [6, 26, 46],
    [6, 28, 50],
    [6, 30, 54],
    [6, 32, 58],
    [6, 34, 62],
    [6, 26, 46, 66],
    [6, 26, 48, 70],
    [6, 26, 50, 74],
    [6, 30, 54, 78],
    [6, 30, 56, 82],
    [6, 30, 58, 86],
    [6, 34, 62, 90],
    [6, 28, 50, 72, 94],
    [6, 26, 50, 74, 98],
    [6, 30, 54, 78, 102],
    [6, 28, 54, 80, 106],
    [6, 32, 58, 84, 110],
    [6, 30, 58, 86, 114],
    [6, 34, 62, 90, 118],
    [6, 26, 50, 74, 98, 122],
    [6, 30, 54, 78, 102, 126],
    [6, 26, 52, 78, 104, 130],
    [6, 30, 56, 82, 108, 134],
    [6, 34, 60, 86, 112, 138],
    [6, 30, 58, 86, 114, 142],
    [6, 34, 62, 90, 118, 146],
    [6, 30, 54, 78, 102, 126, 150],
    [6, 24, 50, 76, 102, 128, 154],
    [6, 28, 54, 80, 106, 132, 158],
    [6, 32, 58, 84, 110, 136, 162],
    [6, 26, 54, 82, 110, 138, 166],
    [6, 30, 58, 86, 114, 142, 170],
  ];
  it('have their centres where Table E.1 has them, in all 40 versions', () => {
    expect(centres.map((_, index) => alignmentCentres(index + 1))).toEqual(centres);
  });
});

describe('capacity', () => {
  // ISO/IEC 18004:2015, Table 7: numeric, alphanumeric, byte and Kanji characters.
  const rows: readonly [number, Level, number, number, number, number][] = [
    [1, 'L', 41, 25, 17, 10],
    [1, 'M', 34, 20, 14, 8],
    [1, 'Q', 27, 16, 11, 7],
    [1, 'H', 17, 10, 7, 4],
    [5, 'Q', 144, 87, 60, 37],
    [9, 'H', 235, 143, 98, 60],
    [10, 'M', 513, 311, 213, 131],
    [26, 'L', 3283, 1990, 1367, 842],
    [27, 'H', 1501, 910, 625, 385],
    [40, 'L', 7089, 4296, 2953, 1817],
    [40, 'M', 5596, 3391, 2331, 1435],
    [40, 'Q', 3993, 2420, 1663, 1024],
    [40, 'H', 3057, 1852, 1273, 784],
  ];
  const characters: Record<Mode, string> = { numeric: '7', alphanumeric: 'Q', byte: 'q', kanji: '点' };
  it.each(rows)('%i-%s holds %i, %i, %i, %i characters and not one more', (version, level, ...counts) => {
    (Object.keys(characters) as Mode[]).forEach((mode, index) => {
      const settings = { ...defaultSymbolSettings, version, level, mode, raiseLevel: false, mask: 0 };
      const full = encodeSymbol(characters[mode].repeat(counts[index]!), settings);
      const over = encodeSymbol(characters[mode].repeat(counts[index]! + 1), settings);
      expect(full.symbol?.version).toBe(version);
      expect(over.symbol).toBeNull();
    });
  });
});

describe('blocks', () => {
  // ISO/IEC 18004:2015, Table 9: (total, data, correctable) codewords of a block.
  it.each([
    [1, 'L', 26, 19, 2],
    [1, 'M', 26, 16, 4],
    [1, 'Q', 26, 13, 6],
    [1, 'H', 26, 9, 8],
    [2, 'L', 44, 34, 4],
    [3, 'L', 70, 55, 7],
    [3, 'M', 70, 44, 13],
    [5, 'M', 67, 43, 12],
  ] as const)('of %i-%s have c %i, k %i, r %i', (version, level, total, data, correctable) => {
    const layout = blockLayout(version, level);
    expect(layout.totalCodewords / layout.blockCount).toBe(total);
    expect(layout.shortDataLength).toBe(data);
    expect(layout.correctablePerBlock).toBe(correctable);
  });

  it('take misdecode protection off only where Table 9 does', () => {
    const protectedOnes = Array.from({ length: 40 }, (_, index) => index + 1).flatMap((version) =>
      levels
        .filter((level) => misdecodeProtection(version, level) > 0)
        .map((level) => `${version}-${level} ${misdecodeProtection(version, level)}`),
    );
    expect(protectedOnes).toEqual(['1-L 3', '1-M 2', '1-Q 1', '1-H 1', '2-L 2', '3-L 1']);
  });
});
