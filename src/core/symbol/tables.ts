/** Tables of ISO/IEC 18004:2015, model 2 symbols. Each carries the clause it comes from. */

export const levels = ['L', 'M', 'Q', 'H'] as const;
/** Error correction level, weakest first. */
export type Level = (typeof levels)[number];

export const modes = ['numeric', 'alphanumeric', 'byte', 'kanji'] as const;
export type Mode = (typeof modes)[number];

export const smallestVersion = 1;
export const largestVersion = 40;

/** Mode indicators, four bits each (Table 2). */
export const modeIndicator: Readonly<Record<Mode | 'eci', number>> = {
  numeric: 0b0001,
  alphanumeric: 0b0010,
  byte: 0b0100,
  kanji: 0b1000,
  eci: 0b0111,
};

/** Bits of the character count indicator for versions 1-9, 10-26 and 27-40 (Table 3). */
const characterCountBits: Readonly<Record<Mode, readonly [number, number, number]>> = {
  numeric: [10, 12, 14],
  alphanumeric: [9, 11, 13],
  byte: [8, 16, 16],
  kanji: [8, 10, 12],
};

/** The version ranges in which the character count indicator keeps its length (Table 3). */
export const versionRanges: readonly { readonly first: number; readonly last: number }[] = [
  { first: 1, last: 9 },
  { first: 10, last: 26 },
  { first: 27, last: 40 },
];

/** Length in bits of the character count indicator (Table 3). */
export function countBits(mode: Mode, version: number): number {
  return characterCountBits[mode][version <= 9 ? 0 : version <= 26 ? 1 : 2];
}

/** The 45 characters of alphanumeric mode in order of their value (Table 5). */
export const alphanumericCharacters = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:';

/** Error correction codewords in each block, by level, versions 1 to 40 (Table 9). */
const eccPerBlock: Readonly<Record<Level, readonly number[]>> = {
  L: [
    7, 10, 15, 20, 26, 18, 20, 24, 30, 18, 20, 24, 26, 30, 22, 24, 28, 30, 28, 28, 28, 28, 30, 30, 26, 28, 30,
    30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
  M: [
    10, 16, 26, 18, 24, 16, 18, 22, 22, 26, 30, 22, 22, 24, 24, 28, 28, 26, 26, 26, 26, 28, 28, 28, 28, 28,
    28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28,
  ],
  Q: [
    13, 22, 18, 26, 18, 24, 18, 22, 20, 24, 28, 26, 24, 20, 30, 24, 28, 28, 26, 30, 28, 30, 30, 30, 30, 28,
    30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
  H: [
    17, 28, 22, 16, 22, 28, 26, 26, 24, 28, 24, 28, 22, 24, 24, 30, 28, 28, 26, 28, 30, 24, 30, 30, 30, 30,
    30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
};

/** Number of error correction blocks, by level, versions 1 to 40 (Table 9). */
const blockCounts: Readonly<Record<Level, readonly number[]>> = {
  L: [
    1, 1, 1, 1, 1, 2, 2, 2, 2, 4, 4, 4, 4, 4, 6, 6, 6, 6, 7, 8, 8, 9, 9, 10, 12, 12, 12, 13, 14, 15, 16, 17,
    18, 19, 19, 20, 21, 22, 24, 25,
  ],
  M: [
    1, 1, 1, 2, 2, 4, 4, 4, 5, 5, 5, 8, 9, 9, 10, 10, 11, 13, 14, 16, 17, 17, 18, 20, 21, 23, 25, 26, 28, 29,
    31, 33, 35, 37, 38, 40, 43, 45, 47, 49,
  ],
  Q: [
    1, 1, 2, 2, 4, 4, 6, 6, 8, 8, 8, 10, 12, 16, 12, 17, 16, 18, 21, 20, 23, 23, 25, 27, 29, 34, 34, 35, 38,
    40, 43, 45, 48, 51, 53, 56, 59, 62, 65, 68,
  ],
  H: [
    1, 1, 2, 4, 4, 4, 5, 6, 8, 8, 11, 11, 16, 16, 18, 16, 19, 21, 25, 25, 25, 34, 30, 32, 35, 37, 40, 42, 45,
    48, 51, 54, 57, 60, 63, 66, 70, 74, 77, 81,
  ],
};

/** Modules on a side: 21 for version 1, four more for each version (clause 6.3.1). */
export function sizeOfVersion(version: number): number {
  return 17 + 4 * version;
}

/**
 * Row and column coordinates of the alignment pattern centres (Annex E), counted from 0.
 * Computed: evenly spaced by an even step from the last backwards; version 32 alone breaks the rule.
 */
export function alignmentCentres(version: number): readonly number[] {
  if (version === 1) return [];
  const count = Math.floor(version / 7) + 2;
  const last = sizeOfVersion(version) - 7;
  const step = version === 32 ? 26 : Math.ceil((last - 6) / (count - 1) / 2) * 2;
  return [6, ...Array.from({ length: count - 1 }, (_, index) => last - (count - 2 - index) * step)];
}

/** Data and error correction modules together: all but the function patterns, format and version information (clause 7.7.3). */
export function dataModuleCount(version: number): number {
  const size = sizeOfVersion(version);
  const alignmentsPerSide = alignmentCentres(version).length;
  const findersWithSeparators = 3 * 64;
  const formatAndDarkModule = 31;
  const timing = 2 * (size - 16);
  let used = findersWithSeparators + formatAndDarkModule + timing;
  if (alignmentsPerSide > 0) {
    const alignments = alignmentsPerSide ** 2 - 3;
    const onTiming = 2 * (alignmentsPerSide - 2);
    used += alignments * 25 - onTiming * 5;
  }
  if (version >= 7) used += 36;
  return size * size - used;
}

/** How the codewords of a version and level are divided into blocks (Table 9). */
export interface BlockLayout {
  readonly totalCodewords: number;
  readonly dataCodewords: number;
  readonly blockCount: number;
  readonly eccPerBlock: number;
  /** Data codewords of the shorter blocks, which come first; the others have one more. */
  readonly shortDataLength: number;
  readonly shortBlockCount: number;
  /** Codewords that a block may have wrong and still be read, with misdecode protection taken off. */
  readonly correctablePerBlock: number;
}

/** Misdecode protection codewords p, which narrow what a small symbol corrects (Table 9, note). */
export function misdecodeProtection(version: number, level: Level): number {
  if (version === 1) return { L: 3, M: 2, Q: 1, H: 1 }[level];
  if (version === 2 && level === 'L') return 2;
  return version === 3 && level === 'L' ? 1 : 0;
}

const layoutCache = new Map<string, BlockLayout>();

export function blockLayout(version: number, level: Level): BlockLayout {
  const key = `${version}${level}`;
  const cached = layoutCache.get(key);
  if (cached) return cached;
  const totalCodewords = Math.floor(dataModuleCount(version) / 8);
  const blockCount = blockCounts[level][version - 1]!;
  const ecc = eccPerBlock[level][version - 1]!;
  const dataCodewords = totalCodewords - ecc * blockCount;
  const layout: BlockLayout = {
    totalCodewords,
    dataCodewords,
    blockCount,
    eccPerBlock: ecc,
    shortDataLength: Math.floor(dataCodewords / blockCount),
    shortBlockCount: blockCount - (dataCodewords % blockCount),
    correctablePerBlock: Math.floor((ecc - misdecodeProtection(version, level)) / 2),
  };
  layoutCache.set(key, layout);
  return layout;
}

/** Two-bit level indicator in the format information (Table 12). */
const levelIndicator: Readonly<Record<Level, number>> = { L: 0b01, M: 0b00, Q: 0b11, H: 0b10 };

/** The 15 bits of format information: BCH (15,5), then the XOR mask 101010000010010 (clause 7.9.1, Annex C). */
export function formatBits(level: Level, mask: number): number {
  const data = (levelIndicator[level] << 3) | mask;
  return ((data << 10) | bchRemainder(data, 10, 0b10100110111)) ^ 0b101010000010010;
}

/** The 18 bits of version information: BCH (18,6) (clause 7.10, Annex D). Only versions 7 and up carry it. */
export function versionBits(version: number): number {
  return (version << 12) | bchRemainder(version, 12, 0b1111100100101);
}

function bchRemainder(data: number, checkBits: number, generator: number): number {
  let remainder = data;
  for (let i = 0; i < checkBits; i++)
    remainder = (remainder << 1) ^ ((remainder >>> (checkBits - 1)) * generator);
  return remainder;
}

/** Modules of light tone that belong around a symbol on every side (ISO/IEC 18004:2015, 6.3.8). */
export const quietZoneModules = 4;
