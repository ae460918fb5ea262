/**
 * The role of every module: which pattern it belongs to, or which bit of which codeword in which block.
 * This is what makes error-correction budgets exact (ISO/IEC 18004:2015, 6.3, 7.6, 7.7.3).
 */
import { blockLayout, sizeOfVersion, type Level } from './tables';
import { alignmentPlaces, finderCentres, versionTemplate } from './template';

/** In words. */
export const moduleRoleNames = {
  'finder-ring': 'finder ring',
  'finder-centre': 'finder centre',
  'finder-gap': 'finder gap',
  separator: 'separator',
  timing: 'timing',
  alignment: 'alignment',
  format: 'format',
  version: 'version',
  data: 'data',
  'error-correction': 'error correction',
  remainder: 'remainder',
} as const;
export type ModuleRole = keyof typeof moduleRoleNames;
export const moduleRoles = Object.keys(moduleRoleNames) as readonly ModuleRole[];

/** Arrays are `size * size`, row by row. */
export interface Anatomy {
  readonly size: number;
  /** Index into `moduleRoles`. */
  readonly role: Uint8Array;
  /** Position of the codeword in the order of placement, -1 for modules without one. */
  readonly codeword: Int16Array;
  /** Bit of the codeword, 7 the most significant and first placed; -1 without one. */
  readonly bit: Int8Array;
  /** Block by codeword position; `totalCodewords` long. */
  readonly blockOfCodeword: Uint8Array;
}

const cache = new Map<string, Anatomy>();

/** The anatomy of a version and level; the message does not change it. */
export function symbolAnatomy(version: number, level: Level): Anatomy {
  const key = `${version}${level}`;
  let anatomy = cache.get(key);
  if (anatomy === undefined) cache.set(key, (anatomy = buildAnatomy(version, level)));
  return anatomy;
}

const roleIndex = (role: ModuleRole): number => moduleRoles.indexOf(role);

function buildAnatomy(version: number, level: Level): Anatomy {
  const size = sizeOfVersion(version);
  const role = new Uint8Array(size * size).fill(roleIndex('remainder'));
  const codeword = new Int16Array(size * size).fill(-1);
  const bit = new Int8Array(size * size).fill(-1);
  const set = (row: number, column: number, name: ModuleRole): void => {
    if (row >= 0 && row < size && column >= 0 && column < size) role[row * size + column] = roleIndex(name);
  };

  const { placement, wordsPerRow } = versionTemplate(version);
  const layout = blockLayout(version, level);
  placement.forEach((place, index) => {
    const row = Math.floor((place >> 5) / wordsPerRow);
    const module = row * size + ((place >> 5) % wordsPerRow) * 32 + (place & 31);
    const position = index >> 3;
    if (position >= layout.totalCodewords) return;
    codeword[module] = position;
    bit[module] = 7 - (index & 7);
    role[module] = roleIndex(position < layout.dataCodewords ? 'data' : 'error-correction');
  });

  for (let index = 8; index < size - 8; index++) {
    set(6, index, 'timing');
    set(index, 6, 'timing');
  }
  for (const [row, column] of alignmentPlaces(version, size))
    for (let down = -2; down <= 2; down++)
      for (let right = -2; right <= 2; right++) set(row + down, column + right, 'alignment');
  for (let index = 0; index < 9; index++) {
    set(8, index, 'format');
    set(index, 8, 'format');
    if (index < 8) {
      set(8, size - 1 - index, 'format');
      set(size - 1 - index, 8, 'format');
    }
  }
  set(6, 8, 'timing');
  set(8, 6, 'timing');
  if (version >= 7)
    for (let along = 0; along < 6; along++)
      for (let across = size - 11; across < size - 8; across++) {
        set(along, across, 'version');
        set(across, along, 'version');
      }
  const finderRoles: readonly ModuleRole[] = [
    'finder-centre',
    'finder-centre',
    'finder-gap',
    'finder-ring',
    'separator',
  ];
  for (const [row, column] of finderCentres(size))
    for (let down = -4; down <= 4; down++)
      for (let right = -4; right <= 4; right++)
        set(row + down, column + right, finderRoles[Math.max(Math.abs(down), Math.abs(right))]!);

  return { size, role, codeword, bit, blockOfCodeword: blocksOfCodewords(version, level) };
}

/** Codewords go to blocks in turn; the last data codeword exists only in the longer blocks (7.6). */
function blocksOfCodewords(version: number, level: Level): Uint8Array {
  const { totalCodewords, dataCodewords, blockCount, shortBlockCount, shortDataLength } = blockLayout(
    version,
    level,
  );
  const inAllBlocks = shortDataLength * blockCount;
  return Uint8Array.from({ length: totalCodewords }, (_, position) => {
    if (position < inAllBlocks) return position % blockCount;
    if (position < dataCodewords) return shortBlockCount + position - inAllBlocks;
    return (position - dataCodewords) % blockCount;
  });
}
