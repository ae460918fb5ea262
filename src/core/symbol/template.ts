/**
 * What a version always looks like: function patterns, where the data bits go, and the mask patterns, packed 32
 * modules a word so that masks are scored a word at a time. Rows start on a word; bit i of a word is column 32w+i.
 */
import {
  alignmentCentres,
  dataModuleCount,
  formatBits,
  levels,
  sizeOfVersion,
  versionBits,
  type Level,
} from './tables';

export interface VersionTemplate {
  readonly version: number;
  readonly size: number;
  readonly wordsPerRow: number;
  /** Function patterns and version information, dark bits set; format information still light. */
  readonly dark: Int32Array;
  /** Bit position (word << 5 | bit) of every data module in placement order, most significant bit first (7.7.3). */
  readonly placement: Uint16Array;
  /** The eight mask patterns on the data modules (Table 10). */
  readonly masks: readonly Int32Array[];
  /** Bit positions of the two copies of the format information, bit 0 (least significant) first (7.9.1, Figure 25). */
  readonly formatPlaces: readonly [Uint16Array, Uint16Array];
  /** Mask pattern and format information together by level and mask, made by `finishingPattern`. */
  readonly finishingPatterns: (Int32Array | undefined)[];
  /** 1 for every module that is not data, error correction or remainder; `size * size`, row by row. */
  readonly reserved: Uint8Array;
}

/** The conditions of Table 10: i is the row, j the column. */
const maskConditions: readonly ((i: number, j: number) => boolean)[] = [
  (i, j) => (i + j) % 2 === 0,
  (i) => i % 2 === 0,
  (_i, j) => j % 3 === 0,
  (i, j) => (i + j) % 3 === 0,
  (i, j) => (Math.floor(i / 2) + Math.floor(j / 3)) % 2 === 0,
  (i, j) => ((i * j) % 2) + ((i * j) % 3) === 0,
  (i, j) => (((i * j) % 2) + ((i * j) % 3)) % 2 === 0,
  (i, j) => (((i + j) % 2) + ((i * j) % 3)) % 2 === 0,
];

/** Whether a mask turns over the module in a row and a column, were it one of data (Table 10). */
export const maskBit = (mask: number, row: number, column: number): 0 | 1 =>
  maskConditions[mask]!(row, column) ? 1 : 0;

const templates: (VersionTemplate | undefined)[] = [];

export function versionTemplate(version: number): VersionTemplate {
  return (templates[version] ??= buildTemplate(version));
}

/** What turns placed codewords into the finished symbol when laid over them by exclusive or: mask and format information. */
export function finishingPattern(template: VersionTemplate, level: Level, mask: number): Int32Array {
  const key = levels.indexOf(level) * 8 + mask;
  const known = template.finishingPatterns[key];
  if (known) return known;
  const words = template.masks[mask]!.slice();
  const format = formatBits(level, mask);
  for (const places of template.formatPlaces)
    places.forEach((place, bit) => (words[place >> 5]! |= ((format >>> bit) & 1) << (place & 31)));
  return (template.finishingPatterns[key] = words);
}

function buildTemplate(version: number): VersionTemplate {
  const size = sizeOfVersion(version);
  const wordsPerRow = Math.ceil(size / 32);
  const dark = new Int32Array(size * wordsPerRow);
  const reserved = new Uint8Array(size * size);
  const place = (row: number, column: number): number =>
    ((row * wordsPerRow + (column >> 5)) << 5) | (column & 31);
  const draw = (row: number, column: number, isDark: boolean): void => {
    reserved[row * size + column] = 1;
    if (isDark) dark[row * wordsPerRow + (column >> 5)]! |= 1 << (column & 31);
  };

  drawFinders(size, draw);
  drawAlignments(version, size, draw);
  for (let index = 8; index < size - 8; index++) {
    draw(6, index, index % 2 === 0);
    draw(index, 6, index % 2 === 0);
  }
  const formatPlaces = formatModules(size).map((copy) => copy.map(([row, column]) => place(row, column)));
  for (const copy of formatModules(size)) for (const [row, column] of copy) draw(row, column, false);
  draw(size - 8, 8, true);
  if (version >= 7) drawVersionInformation(version, size, draw);

  return {
    version,
    size,
    wordsPerRow,
    dark,
    reserved,
    placement: placementOrder(version, size, reserved, place),
    masks: maskConditions.map((condition) => maskWords(size, wordsPerRow, reserved, condition)),
    formatPlaces: [Uint16Array.from(formatPlaces[0]!), Uint16Array.from(formatPlaces[1]!)],
    finishingPatterns: [],
  };
}

type Draw = (row: number, column: number, isDark: boolean) => void;

/** Finder patterns with their separators (6.3.3, 6.3.4). */
function drawFinders(size: number, draw: Draw): void {
  for (const [centreRow, centreColumn] of finderCentres(size))
    for (let down = -4; down <= 4; down++)
      for (let right = -4; right <= 4; right++) {
        const row = centreRow + down;
        const column = centreColumn + right;
        const ring = Math.max(Math.abs(down), Math.abs(right));
        if (row >= 0 && row < size && column >= 0 && column < size)
          draw(row, column, ring !== 2 && ring !== 4);
      }
}

export function finderCentres(size: number): readonly (readonly [number, number])[] {
  return [
    [3, 3],
    [3, size - 4],
    [size - 4, 3],
  ];
}

/** Alignment patterns at every crossing of the centres but the three taken by finder patterns (6.3.6). */
function drawAlignments(version: number, size: number, draw: Draw): void {
  for (const [centreRow, centreColumn] of alignmentPlaces(version, size))
    for (let down = -2; down <= 2; down++)
      for (let right = -2; right <= 2; right++)
        draw(centreRow + down, centreColumn + right, Math.max(Math.abs(down), Math.abs(right)) !== 1);
}

export function alignmentPlaces(version: number, size: number): readonly (readonly [number, number])[] {
  const centres = alignmentCentres(version);
  return centres.flatMap((row) =>
    centres
      .filter(
        (column) =>
          !(row === 6 && (column === 6 || column === size - 7)) && !(row === size - 7 && column === 6),
      )
      .map((column) => [row, column] as const),
  );
}

/** Row and column of each format bit, least significant first, for the copy at the upper left and the split copy. */
function formatModules(size: number): [[number, number][], [number, number][]] {
  const first: [number, number][] = [];
  for (let bit = 0; bit < 6; bit++) first.push([bit, 8]);
  first.push([7, 8], [8, 8], [8, 7]);
  for (let bit = 9; bit < 15; bit++) first.push([8, 14 - bit]);
  const second: [number, number][] = [];
  for (let bit = 0; bit < 8; bit++) second.push([8, size - 1 - bit]);
  for (let bit = 8; bit < 15; bit++) second.push([size - 15 + bit, 8]);
  return [first, second];
}

/** Two copies of the version information, 6 by 3 modules each (7.10, Figure 27). */
function drawVersionInformation(version: number, size: number, draw: Draw): void {
  const bits = versionBits(version);
  for (let bit = 0; bit < 18; bit++) {
    const isDark = ((bits >>> bit) & 1) === 1;
    const along = Math.floor(bit / 3);
    const across = size - 11 + (bit % 3);
    draw(along, across, isDark);
    draw(across, along, isDark);
  }
}

/** Two-module columns from the right, upwards then downwards in turn, passing over the vertical timing pattern (7.7.3). */
function placementOrder(
  version: number,
  size: number,
  reserved: Uint8Array,
  place: (row: number, column: number) => number,
): Uint16Array {
  const order = new Uint16Array(dataModuleCount(version));
  let next = 0;
  let upwards = true;
  for (let right = size - 1; right >= 1; right -= 2) {
    if (right === 6) right = 5;
    for (let step = 0; step < size; step++) {
      const row = upwards ? size - 1 - step : step;
      for (const column of [right, right - 1])
        if (reserved[row * size + column] === 0) order[next++] = place(row, column);
    }
    upwards = !upwards;
  }
  return order;
}

function maskWords(
  size: number,
  wordsPerRow: number,
  reserved: Uint8Array,
  condition: (row: number, column: number) => boolean,
): Int32Array {
  const words = new Int32Array(size * wordsPerRow);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      if (reserved[row * size + column] === 0 && condition(row, column))
        words[row * wordsPerRow + (column >> 5)]! |= 1 << (column & 31);
  return words;
}
