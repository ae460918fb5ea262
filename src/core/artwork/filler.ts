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
      const at = row * side + column;
      const [y, x] = [row - before, column - before];
      if (x >= 0 && y >= 0 && x < size && y < size) {
        cells[at] = modules[y * size + x]!;
        continue;
      }
      const far = Math.hypot(
        Math.max(Math.abs(row - middle), Math.abs(row + 1 - middle)),
        Math.max(Math.abs(column - middle), Math.abs(column + 1 - middle)),
      );
      const gap = Math.max(-x - 1, x - size, -y - 1, y - size);
      if (far > radius || gap < quietModules - 1e-9) continue;
      isFiller[at] = 1;
      cells[at] = bit() ? 1 : 0;
    }
  const grid = { side, before, cells, isFiller, radius };
  breakImitations(grid);
  return grid;
}

/** Turns cells of the decoration over until no line has the proportions of a finder pattern with decoration in it. */
function breakImitations(grid: FillerGrid): void {
  const { cells, isFiller } = grid;
  for (let round = 0; round < 400; round++) {
    const found = imitations(grid);
    if (found.length === 0) return;
    for (const line of found) {
      // The middle of the widest run first; it takes the proportions away most surely.
      const places = line.filter((at) => isFiller[at] === 1);
      const at = places[(places.length + round) >> 1] ?? places[0];
      if (at !== undefined) cells[at] = 1 - cells[at]!;
    }
  }
  // What still imitates is left light.
  for (const line of imitations(grid)) for (const at of line) if (isFiller[at] === 1) cells[at] = 0;
}

/** How far a run may be off its share of 1:1:3:1:1, in units; readers take half of one (common practice). */
const tolerance = 0.5;

/** Lines along rows, columns and both diagonals with runs of dark and light as 1:1:3:1:1, decoration among them. */
export function imitations({ side, cells, isFiller }: FillerGrid): number[][] {
  const found: number[][] = [];
  const look = (line: readonly number[]): void => {
    const runs: { from: number; length: number; dark: boolean }[] = [];
    line.forEach((at, place) => {
      const dark = cells[at] === 1;
      const last = runs.at(-1);
      if (last?.dark === dark) last.length++;
      else runs.push({ from: place, length: 1, dark });
    });
    for (let first = 0; first + 5 <= runs.length; first++) {
      const five = runs.slice(first, first + 5);
      if (!five[0]!.dark) continue;
      const total = five.reduce((sum, { length }) => sum + length, 0);
      const unit = total / 7;
      const isLike = five.every(
        ({ length }, index) =>
          Math.abs(length - (index === 2 ? 3 : 1) * unit) <= (index === 2 ? 3 : 1) * tolerance * unit,
      );
      if (!isLike) continue;
      const places = line.slice(five[0]!.from, five[0]!.from + total);
      if (places.some((at) => isFiller[at] === 1)) found.push(places);
    }
  };
  for (let index = 0; index < side; index++) {
    look(Array.from({ length: side }, (_, along) => index * side + along));
    look(Array.from({ length: side }, (_, along) => along * side + index));
  }
  for (let offset = -side + 1; offset < side; offset++) {
    const falling: number[] = [];
    const rising: number[] = [];
    for (let row = 0; row < side; row++) {
      const column = row + offset;
      if (column < 0 || column >= side) continue;
      falling.push(row * side + column);
      rising.push(row * side + (side - 1 - column));
    }
    look(falling);
    look(rising);
  }
  return found;
}

/** The decoration in the style of the modules, in the symbol's coordinates. */
export function drawFiller(modules: Uint8Array, size: number, round: RoundStyle, style: ModuleStyle): Filler {
  const { side, before, cells, isFiller, radius } = fillerGrid(modules, size, round);
  const decoration = cells.map((cell, at) => (isFiller[at] === 1 ? cell : 0));
  return { region: placeRegion(drawModules(decoration, side, style), 1, -before, -before), radius };
}
