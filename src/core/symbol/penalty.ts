/**
 * Mask penalty (ISO/IEC 18004:2015, 7.8.3, Table 11), computed 32 modules at a time: shifting a row onto itself, or
 * laying a row over the next ones, leaves a set bit where a whole window of modules fulfils the condition.
 */

/** Set bits of a word. */
function ones(word: number): number {
  word -= (word >>> 1) & 0x55555555;
  word = (word & 0x33333333) + ((word >>> 2) & 0x33333333);
  return Math.imul((word + (word >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

const windowCache = new Map<number, Int32Array>();

/** One row of words in which bit i is set when a window of `length` modules that starts at column i stays inside. */
function windowsInside(size: number, length: number): Int32Array {
  const key = size * 16 + length;
  let words = windowCache.get(key);
  if (words === undefined) {
    words = new Int32Array(Math.ceil(size / 32));
    for (let column = 0; column + length <= size; column++) words[column >> 5]! |= 1 << (column & 31);
    windowCache.set(key, words);
  }
  return words;
}

/**
 * Penalty of a packed matrix: `size` rows of `wordsPerRow` words, unused bits zero.
 * N1: five or more in line of one tone, 3, and 1 more for each beyond five. N2: each 2 by 2 block of one tone, 3.
 * N3: each dark-light-dark-light-dark pattern of 1:1:3:1:1 with four light modules before or after it, 40; the
 * quiet zone counts as light. N4: 10 for every whole 5 % by which the dark share is off 50 %. The count ends early
 * once it has reached `limit`.
 */
export function maskPenalty(words: Int32Array, size: number, wordsPerRow: number, limit = Infinity): number {
  const alongRows = penaltyAlongRows(words, size, wordsPerRow);
  return alongRows >= limit ? alongRows : alongRows + penaltyDownColumns(words, size, wordsPerRow);
}

/** N1 and N3 along the rows. */
function penaltyAlongRows(words: Int32Array, size: number, wordsPerRow: number): number {
  const fiveInside = windowsInside(size, 5);
  const sevenInside = windowsInside(size, 7);
  let penalty = 0;
  for (let rowStart = 0; rowStart < words.length; rowStart += wordsPerRow) {
    let runGoesOn = 0;
    for (let word = 0; word < wordsPerRow; word++) {
      const here = words[rowStart + word]!;
      const next = word + 1 < wordsPerRow ? words[rowStart + word + 1]! : 0;
      const by1 = (here >>> 1) | (next << 31);
      const by2 = (here >>> 2) | (next << 30);
      const by3 = (here >>> 3) | (next << 29);
      const by4 = (here >>> 4) | (next << 28);
      const middle = by2 & by3 & by4;
      const fives = ((here & by1 & middle) | ~(here | by1 | by2 | by3 | by4)) & fiveInside[word]!;
      penalty += ones(fives) + 2 * ones(fives & ~((fives << 1) | runGoesOn));
      runGoesOn = fives >>> 31;
      const by5 = (here >>> 5) | (next << 27);
      const by6 = (here >>> 6) | (next << 26);
      let finderLike = here & ~by1 & middle & ~by5 & by6 & sevenInside[word]!;
      while (finderLike !== 0) {
        const column = word * 32 + 31 - Math.clz32(finderLike & -finderLike);
        if (lightInRow(words, rowStart, size, column - 4) || lightInRow(words, rowStart, size, column + 7))
          penalty += 40;
        finderLike &= finderLike - 1;
      }
    }
  }
  return penalty;
}

/** Whether the four modules from `column` on are light; what lies outside is. */
function lightInRow(words: Int32Array, rowStart: number, size: number, column: number): boolean {
  const end = Math.min(column + 4, size);
  for (let index = Math.max(column, 0); index < end; index++)
    if (((words[rowStart + (index >> 5)]! >>> (index & 31)) & 1) === 1) return false;
  return true;
}

/** N1 and N3 down the columns, N2 and N4. */
function penaltyDownColumns(words: Int32Array, size: number, wordsPerRow: number): number {
  const oneInside = windowsInside(size, 1);
  const pairInside = windowsInside(size, 2);
  const total = words.length;
  const lastFive = total - 4 * wordsPerRow;
  const lastSeven = total - 6 * wordsPerRow;
  let penalty = 0;
  let blocks = 0;
  let darkCount = 0;
  for (let word = 0; word < wordsPerRow; word++) {
    const inside = oneInside[word]!;
    const pairs = pairInside[word]!;
    const isLast = word + 1 === wordsPerRow;
    let above = 0;
    let equalRightAbove = 0;
    let fivesAbove = 0;
    let row1 = words[word + wordsPerRow]!;
    let row2 = words[word + 2 * wordsPerRow]!;
    let row3 = words[word + 3 * wordsPerRow]!;
    let here = words[word]!;
    for (let index = word; index < total; index += wordsPerRow) {
      darkCount += ones(here);
      const right = (here >>> 1) | (isLast ? 0 : words[index + 1]! << 31);
      const equalRight = ~(here ^ right) & pairs;
      const block = equalRight & equalRightAbove & ~(here ^ above);
      if (block !== 0) blocks += ones(block);
      const row4 = index < lastFive ? words[index + 4 * wordsPerRow]! : 0;
      if (index < lastFive) {
        const middle = row2 & row3 & row4;
        const fives = ((here & row1 & middle) | ~(here | row1 | row2 | row3 | row4)) & inside;
        if (fives !== 0) penalty += ones(fives) + 2 * ones(fives & ~fivesAbove);
        fivesAbove = fives;
        if (index < lastSeven) {
          const finderLike =
            here & ~row1 & middle & ~words[index + 5 * wordsPerRow]! & words[index + 6 * wordsPerRow]!;
          if (finderLike !== 0) {
            const lightBefore = lightRows(words, index - 4 * wordsPerRow, wordsPerRow);
            const lightAfter = lightRows(words, index + 7 * wordsPerRow, wordsPerRow);
            penalty += 40 * ones(finderLike & (lightBefore | lightAfter));
          }
        }
      }
      above = here;
      equalRightAbove = equalRight;
      here = row1;
      row1 = row2;
      row2 = row3;
      row3 = row4;
    }
  }
  const area = size * size;
  return penalty + 3 * blocks + 10 * Math.floor(Math.abs(darkCount * 20 - area * 10) / area);
}

/** Bits of the columns that are light in the four rows from word `at` on; what lies outside is. */
function lightRows(words: Int32Array, index: number, wordsPerRow: number): number {
  let dark = 0;
  for (let row = 0; row < 4; row++, index += wordsPerRow)
    if (index >= 0 && index < words.length) dark |= words[index]!;
  return ~dark;
}
