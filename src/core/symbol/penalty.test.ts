import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../numbers';
import { maskPenalty } from './penalty';

/** The rules of ISO/IEC 18004:2015, 7.8.3, module by module: slow, and free of the tricks that are tested. */
function penaltyByTheBook(size: number, dark: (row: number, column: number) => boolean): number {
  let penalty = 0;
  const at = (row: number, column: number): boolean =>
    row >= 0 && column >= 0 && row < size && column < size && dark(row, column);
  for (const cell of [at, (row: number, column: number) => at(column, row)]) {
    for (let row = 0; row < size; row++) {
      for (let column = 0, run = 1; column < size; column++) {
        if (column + 1 < size && cell(row, column) === cell(row, column + 1)) run++;
        else {
          if (run >= 5) penalty += 3 + run - 5;
          run = 1;
        }
      }
      for (let column = 0; column + 7 <= size; column++) {
        const pattern = [0, 1, 2, 3, 4, 5, 6].map((step) => cell(row, column + step));
        const light = (from: number): boolean => ![0, 1, 2, 3].some((step) => cell(row, from + step));
        if (
          pattern.join() === 'true,false,true,true,true,false,true' &&
          (light(column - 4) || light(column + 7))
        )
          penalty += 40;
      }
    }
  }
  let darkCount = 0;
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++) {
      if (at(row, column)) darkCount++;
      const square = [at(row, column), at(row + 1, column), at(row, column + 1), at(row + 1, column + 1)];
      if (row + 1 < size && column + 1 < size && new Set(square).size === 1) penalty += 3;
    }
  return penalty + 10 * Math.floor(Math.abs((darkCount / size ** 2) * 100 - 50) / 5);
}

function pack(size: number, dark: (row: number, column: number) => boolean): Int32Array {
  const wordsPerRow = Math.ceil(size / 32);
  const words = new Int32Array(size * wordsPerRow);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      if (dark(row, column)) words[row * wordsPerRow + (column >> 5)]! |= 1 << (column & 31);
  return words;
}

describe('maskPenalty', () => {
  it.each([21, 25, 29, 33, 61, 65, 97, 177])(
    'agrees with the rules counted one by one, %i modules wide',
    (size) => {
      for (const darkShare of [0.5, 0.2, 0.85]) {
        const random = seededRandom(size);
        const cells = Array.from({ length: size * size }, () => random() < darkShare);
        // Finder-like rows and columns across word borders, at the edges and in the middle.
        for (const start of [0, 10, 26, size - 7])
          for (let step = 0; step < 7 && start >= 0; step++) {
            const dark = [true, false, true, true, true, false, true][step]!;
            if (start + step < size) {
              cells[5 * size + start + step] = dark;
              cells[(start + step) * size + 9] = dark;
            }
          }
        const dark = (row: number, column: number): boolean => cells[row * size + column]!;
        expect(maskPenalty(pack(size, dark), size, Math.ceil(size / 32))).toBe(penaltyByTheBook(size, dark));
      }
    },
  );
});
