/** A round outline: decorative modules between the quiet zone of a symbol and a circle around it. */
import { drawModules } from './modules';
import type { ModuleStyle, RoundStyle } from './style';
import { placeRegion, type Region } from '../geometry';

export interface Filler {
  readonly region: Region;
  /** Radius of the circle in modules, from the middle of the symbol. */
  readonly radius: number;
}

/** Seeded bits, the same on every machine (mulberry32; common practice, no source). */
function seededBits(seed: number): () => boolean {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let value = Math.imul(state ^ (state >>> 15), 1 | state);
    value ^= value + Math.imul(value ^ (value >>> 7), 61 | value);
    return ((value ^ (value >>> 14)) & 1) === 1;
  };
}

/** Cells of a square around the symbol: 1 dark, row by row; `isFiller` tells which of them are decoration. */
export interface FillerGrid {
  readonly side: number;
  /** Cells from the grid's edge to the symbol's. */
  readonly before: number;
  readonly cells: Uint8Array;
  readonly isFiller: Uint8Array;
  readonly radius: number;
}

/** Circle through the corners of the symbol with its quiet zone; every cell wholly within it and beyond the zone is decoration. */
export function fillerGrid(
  modules: Uint8Array,
  size: number,
  { seed, quietModules }: RoundStyle,
): FillerGrid {
  const radius = (size / 2 + quietModules) * Math.SQRT2;
  const before = Math.ceil(radius - size / 2);
  const side = size + 2 * before;
  const cells = new Uint8Array(side * side);
  const isFiller = new Uint8Array(side * side);
  const bit = seededBits(seed);
  const middle = side / 2;
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const index = row * side + column;
      const [y, x] = [row - before, column - before];
      if (x >= 0 && y >= 0 && x < size && y < size) {
        cells[index] = modules[y * size + x]!;
        continue;
      }
      const far = Math.hypot(
        Math.max(Math.abs(row - middle), Math.abs(row + 1 - middle)),
        Math.max(Math.abs(column - middle), Math.abs(column + 1 - middle)),
      );
      const gap = Math.max(-x - 1, x - size, -y - 1, y - size);
      if (far > radius || gap < quietModules - 1e-9) continue;
      isFiller[index] = 1;
      cells[index] = bit() ? 1 : 0;
    }
  const grid = { side, before, cells, isFiller, radius };
  breakImitations(grid);
  return grid;
}

/** Turns cells of the decoration over until no line has the proportions of a finder pattern with decoration in it. */
function breakImitations(grid: FillerGrid): void {
  const { cells, isFiller } = grid;
  for (let round = 0; round < 400; round++) {
    const patterns = imitations(grid);
    if (patterns.length === 0) return;
    for (const line of patterns) {
      // The middle of the widest run first; it takes the proportions away most surely.
      const places = line.filter((index) => isFiller[index] === 1);
      const index = places[(places.length + round) >> 1] ?? places[0];
      if (index !== undefined) cells[index] = 1 - cells[index]!;
    }
  }
  // What still imitates is left light.
  for (const line of imitations(grid)) for (const index of line) if (isFiller[index] === 1) cells[index] = 0;
}

/** How far a run may be off its share of 1:1:3:1:1, in units; readers take half of one (common practice). */
const tolerance = 0.5;

const linesBySide = new Map<number, readonly Int32Array[]>();

/** Places along rows, columns and both diagonals of a square grid. */
function linesOf(side: number): readonly Int32Array[] {
  const kept = linesBySide.get(side);
  if (kept !== undefined) return kept;
  const lines: Int32Array[] = [];
  for (let index = 0; index < side; index++) {
    lines.push(Int32Array.from({ length: side }, (_, along) => index * side + along));
    lines.push(Int32Array.from({ length: side }, (_, along) => along * side + index));
  }
  for (let offset = -side + 7; offset <= side - 7; offset++) {
    const first = Math.max(0, -offset);
    const length = side - Math.abs(offset);
    lines.push(
      Int32Array.from({ length }, (_, along) => (first + along) * side + first + along + offset),
      Int32Array.from({ length }, (_, along) => (first + along) * side + side - 1 - (first + along + offset)),
    );
  }
  linesBySide.set(side, lines);
  return lines;
}

/** Stretches of rows, columns and diagonals with runs of dark and light as 1:1:3:1:1, decoration among them. */
export function imitations({ side, cells, isFiller }: FillerGrid): number[][] {
  const groups: number[][] = [];
  const starts = new Int32Array(side + 1);
  for (const line of linesOf(side)) {
    let runs = 0;
    for (let place = 0; place < line.length; place++)
      if (place === 0 || cells[line[place]!] !== cells[line[place - 1]!]) starts[runs++] = place;
    starts[runs] = line.length;
    for (let first = cells[line[0]!] === 1 ? 0 : 1; first + 5 <= runs; first += 2) {
      const total = starts[first + 5]! - starts[first]!;
      if (!hasProportions(starts, first, total / 7)) continue;
      const places = [...line.subarray(starts[first], starts[first + 5])];
      if (places.some((index) => isFiller[index] === 1)) groups.push(places);
    }
  }
  return groups;
}

function hasProportions(starts: Int32Array, first: number, unit: number): boolean {
  for (let run = 0; run < 5; run++) {
    const share = (run === 2 ? 3 : 1) * unit;
    const length = starts[first + run + 1]! - starts[first + run]!;
    if (Math.abs(length - share) > tolerance * share) return false;
  }
  return true;
}

/** The decoration in the style of the modules, in the symbol's coordinates. */
export function drawFiller(modules: Uint8Array, size: number, round: RoundStyle, style: ModuleStyle): Filler {
  const { side, before, cells, isFiller, radius } = fillerGrid(modules, size, round);
  const decoration = cells.map((cell, index) => (isFiller[index] === 1 ? cell : 0));
  return { region: placeRegion(drawModules(decoration, side, style), 1, -before, -before), radius };
}
