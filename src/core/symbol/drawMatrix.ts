/** Codewords into modules, with the mask. */
import { maskPenalty } from './penalty';
import type { Level } from './tables';
import { finishingPattern, versionTemplate } from './template';

/** Places the codewords, chooses the mask and gives the modules, one byte each. */
export function drawMatrix(
  codewords: Uint8Array,
  version: number,
  level: Level,
  wantedMask: number | 'least-penalty',
): { mask: number; modules: Uint8Array; size: number } {
  const template = versionTemplate(version);
  const { size, wordsPerRow, placement } = template;
  const words = template.dark.slice();
  for (let index = 0, position = 0; index < codewords.length; index++) {
    const codeword = codewords[index]!;
    for (let bit = 7; bit >= 0; bit--, position++) {
      const place = placement[position]!;
      words[place >> 5]! |= ((codeword >>> bit) & 1) << (place & 31);
    }
  }
  const masked = new Int32Array(words.length);
  let mask = wantedMask === 'least-penalty' ? 0 : wantedMask;
  if (wantedMask === 'least-penalty') {
    let least = Infinity;
    for (let candidate = 0; candidate < 8; candidate++) {
      layOver(words, finishingPattern(template, level, candidate), masked);
      const penalty = maskPenalty(masked, size, wordsPerRow, least);
      if (penalty < least) {
        least = penalty;
        mask = candidate;
      }
    }
  }
  layOver(words, finishingPattern(template, level, mask), masked);
  const modules = new Uint8Array(size * size);
  for (let row = 0, index = 0; row < size; row++)
    for (let word = row * wordsPerRow, column = 0; column < size; word++)
      for (let bits = masked[word]!, end = Math.min(column + 32, size); column < end; column++, bits >>>= 1)
        modules[index++] = bits & 1;
  return { mask, modules, size };
}

function layOver(words: Int32Array, pattern: Int32Array, into: Int32Array): void {
  for (let index = 0; index < words.length; index++) into[index] = words[index]! ^ pattern[index]!;
}
