/**
 * Reed-Solomon check codewords over GF(256), polynomial x^8+x^4+x^3+x^2+1, first root 2^0
 * (ISO/IEC 18004:2015, 7.5.2 and Annex A).
 */

const exponential = new Uint8Array(512);
const logarithm = new Uint8Array(256);
for (let power = 0, value = 1; power < 255; power++) {
  exponential[power] = exponential[power + 255] = value;
  logarithm[value] = power;
  value = (value << 1) ^ (value >> 7 ? 0x11d : 0);
}

/** Product in GF(256). */
export function multiply(a: number, b: number): number {
  return a === 0 || b === 0 ? 0 : exponential[logarithm[a]! + logarithm[b]!]!;
}

/** Coefficients of the generator polynomial below the leading 1, highest power first; `degree` of them. */
export function generatorPolynomial(degree: number): Uint8Array {
  const coefficients = new Uint8Array(degree);
  coefficients[degree - 1] = 1;
  for (let root = 0; root < degree; root++) {
    for (let index = 0; index < degree; index++) {
      coefficients[index] =
        multiply(coefficients[index]!, exponential[root]!) ^
        (index + 1 < degree ? coefficients[index + 1]! : 0);
    }
  }
  return coefficients;
}

/** For each of 256 feedback bytes the generator times that byte, packed four coefficients a word, first in the top byte. */
interface FeedbackTable {
  readonly wordCount: number;
  readonly words: Int32Array;
}

const tables: (FeedbackTable | undefined)[] = [];

function feedbackTable(degree: number): FeedbackTable {
  const known = tables[degree];
  if (known) return known;
  const generator = generatorPolynomial(degree);
  const wordCount = Math.ceil(degree / 4);
  const words = new Int32Array(256 * wordCount);
  for (let factor = 0; factor < 256; factor++)
    for (let index = 0; index < degree; index++)
      words[factor * wordCount + (index >> 2)]! |=
        multiply(generator[index]!, factor) << (24 - 8 * (index & 3));
  return (tables[degree] = { wordCount, words });
}

const register = new Int32Array(8);

/**
 * Writes the `degree` check codewords of `data[from..to)` to `into`, `stride` apart from `at` on: the remainder of
 * polynomial division, four coefficients at a time.
 */
export function writeCheckCodewords(
  data: Uint8Array,
  from: number,
  to: number,
  degree: number,
  into: Uint8Array,
  offset: number,
  stride: number,
): void {
  const { wordCount, words } = feedbackTable(degree);
  const last = wordCount - 1;
  register.fill(0);
  for (let position = from; position < to; position++) {
    let entry = (data[position]! ^ (register[0]! >>> 24)) * wordCount;
    for (let word = 0; word < last; word++, entry++)
      register[word] = ((register[word]! << 8) | (register[word + 1]! >>> 24)) ^ words[entry]!;
    register[last] = (register[last]! << 8) ^ words[entry]!;
  }
  for (let index = 0; index < degree; index++)
    into[offset + index * stride] = register[index >> 2]! >>> (24 - 8 * (index & 3));
}
