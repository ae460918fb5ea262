/**
 * Free bits, chosen so that modules become what is wished. Readers stop at the terminator; what follows it in the data codewords is free,
 * although ISO/IEC 18004:2015 (7.4.10) fills it with two constants. Check codewords are linear over GF(2) in those bits (Annex A: sums
 * of codewords are codewords), so in a block with f of them up to f modules, data or error correction, are set at will. The message, the
 * function patterns and every syndrome stay as they are.
 */
import { allSteps } from '../tasks';
import { symbolAnatomy, type Anatomy } from './anatomy';
import { blockLayout, type Level } from './tables';
import { maskBit } from './template';
import { multiply, writeCheckCodewords } from './reedSolomon';

/** What each module is to be; `size * size`, row by row. */
export interface Wishes {
  /** 1 dark, 0 light, -1 where it does not matter. */
  readonly wanted: Int8Array;
  /** How much it matters, 1 to 255; 0 where it does not. */
  readonly weight: Uint8Array;
}

export interface Steering {
  /** Bits after the terminator, of all blocks. */
  readonly freeBits: number;
  /** Modules of which something is wished, those of function patterns left out. */
  readonly wished: number;
  /** As many of them can be set whatever the others are: the rank of the wishes. */
  readonly settable: number;
  readonly met: number;
  /** Share of the wishes that are met, by how much they matter; 1 where nothing is wished. */
  readonly match: number;
  /** Modules of function patterns of which something was wished. */
  readonly onPatterns: number;
  /** 1 for modules that nothing can change: function patterns, the message, and blocks that are full of it. */
  readonly fixed: Uint8Array;
}

export interface Steered {
  /** Data codewords, in the order of their blocks. */
  readonly data: Uint8Array;
  readonly mask: number;
  readonly steering: Steering;
}

/** A wish for a bit of a block. */
interface Wish {
  readonly module: number;
  readonly weight: number;
  /** Index of the bit in its block: data first, then check codewords. */
  readonly bit: number;
}

const maskCount = 8;

/** 1 for each bit of the data codewords that follows the message with its terminator. */
export const freeAfter = (usedBits: number, dataBits: number): Uint8Array =>
  new Uint8Array(dataBits).fill(1, Math.min(usedBits, dataBits));

/**
 * `data` are the data codewords as the standard fills them, `free` is 1 for each of their bits that may be turned over. All masks are compared
 * unless one is wanted; the same wishes always give the same bits.
 */
export const steer = (...wanted: Parameters<typeof steerSteps>): Steered => allSteps(steerSteps(...wanted));

/** The same with a step for each block. */
export function* steerSteps(
  data: Uint8Array,
  free: Uint8Array,
  version: number,
  level: Level,
  { wanted, weight }: Wishes,
  wantedMask: number | 'least-penalty',
): Generator<void, Steered> {
  const anatomy = symbolAnatomy(version, level);
  const layout = blockLayout(version, level);
  const { shortBlockCount, shortDataLength, eccPerBlock } = layout;
  const { wishes, onPatterns } = wishesByBlock(anatomy, layout, wanted, weight);
  const blocks: { readonly from: number; readonly bits: FreeBits; readonly solved: Solved }[] = [];
  for (const [block, own] of wishes.entries()) {
    const from = block * shortDataLength + Math.max(0, block - shortBlockCount);
    const length = dataLength(block, layout);
    const bytes = data.slice(from, from + length);
    const bits = freeBitsOf(free.subarray(from * 8, (from + length) * 8));
    blocks.push({ from, bits, solved: solveBlock(bytes, bits, eccPerBlock, own, anatomy.size, wanted) });
    yield;
  }
  const weights = Array.from({ length: maskCount }, (_, mask) =>
    blocks.reduce((sum, { solved }) => sum + solved.weightMet[mask]!, 0),
  );
  const mask = wantedMask === 'least-penalty' ? weights.indexOf(Math.max(...weights)) : wantedMask;
  const steered = data.slice();
  for (const { from, solved } of blocks) steered.set(solved.bytesFor(mask), from);
  const all = wishes.reduce((sum, ofBlock) => sum + ofBlock.reduce((most, wish) => most + wish.weight, 0), 0);
  const sum = (of: (block: Solved) => number): number =>
    blocks.reduce((total, { solved }) => total + of(solved), 0);
  return {
    data: steered,
    mask,
    steering: {
      freeBits: sum(({ freeBits }) => freeBits),
      wished: wishes.reduce((count, ofBlock) => count + ofBlock.length, 0),
      settable: sum(({ rank }) => rank),
      met: sum(({ met }) => met[mask]!),
      match: all === 0 ? 1 : weights[mask]! / all,
      onPatterns,
      fixed: fixedModules(
        anatomy,
        layout,
        blocks.map(({ bits }) => bits),
      ),
    },
  };
}

type BlockLayout = ReturnType<typeof blockLayout>;

const dataLength = (block: number, { shortBlockCount, shortDataLength }: BlockLayout): number =>
  shortDataLength + (block >= shortBlockCount ? 1 : 0);

/** Where a codeword of the symbol stands in its block, data first (7.6). */
function indexInBlock(position: number, block: number, layout: BlockLayout): number {
  const { blockCount, dataCodewords, shortDataLength } = layout;
  if (position >= dataCodewords)
    return dataLength(block, layout) + Math.floor((position - dataCodewords) / blockCount);
  return position >= shortDataLength * blockCount ? shortDataLength : Math.floor(position / blockCount);
}

function wishesByBlock(
  { codeword, bit, blockOfCodeword }: Anatomy,
  layout: BlockLayout,
  wanted: Int8Array,
  weight: Uint8Array,
): { readonly wishes: readonly Wish[][]; readonly onPatterns: number } {
  const wishes = Array.from({ length: layout.blockCount }, (): Wish[] => []);
  let onPatterns = 0;
  for (let module = 0; module < wanted.length; module++) {
    if (wanted[module]! < 0 || weight[module] === 0) continue;
    const position = codeword[module]!;
    if (position < 0) {
      onPatterns++;
      continue;
    }
    const block = blockOfCodeword[position]!;
    const index = indexInBlock(position, block, layout);
    wishes[block]!.push({ module, weight: weight[module]!, bit: index * 8 + 7 - bit[module]! });
  }
  // The first of equals is the upper left one, so that the same wishes give the same symbol.
  for (const ofBlock of wishes) ofBlock.sort((a, b) => b.weight - a.weight || a.module - b.module);
  return { wishes, onPatterns };
}

/** Free bits of a block. */
interface FreeBits {
  readonly count: number;
  /** By bit of the data: which of the free ones it is, -1 for none. */
  readonly index: Int32Array;
}

function freeBitsOf(free: Uint8Array): FreeBits {
  let count = 0;
  return { index: Int32Array.from(free, (isFree) => (isFree === 1 ? count++ : -1)), count };
}

/** What was eliminated with a column as its lowest; none yet where it is undefined. */
type Pivot = { readonly row: Int32Array; readonly right: number } | undefined;

interface Solved {
  readonly freeBits: number;
  readonly rank: number;
  /** By mask. */
  readonly weightMet: readonly number[];
  readonly met: readonly number[];
  readonly bytesFor: (mask: number) => Uint8Array;
}

/**
 * Eliminates the wishes of a block in their order, the most important first. What a mask turns over differs only on the right, so all
 * eight are solved at once: bit m of a right side is that of mask m.
 */
function solveBlock(
  bytes: Uint8Array,
  bits: FreeBits,
  eccPerBlock: number,
  wishes: readonly Wish[],
  size: number,
  wanted: Int8Array,
): Solved {
  const freeBits = bits.count;
  const words = Math.max(1, Math.ceil(freeBits / 32));
  const before = withChecks(bytes, eccPerBlock);
  const checks = checkRows(bytes.length, bits, eccPerBlock, words);
  const pivots: Pivot[] = [];
  const weightMet = Array.from({ length: maskCount }, () => 0);
  const met = Array.from({ length: maskCount }, () => 0);
  let rank = 0;
  for (const { module, weight, bit } of wishes) {
    const [line, column] = [Math.floor(module / size), module % size];
    const is = (before[bit >> 3]! >> (7 - (bit & 7))) & 1;
    let right = 0;
    for (let mask = 0; mask < maskCount; mask++)
      right |= (wanted[module]! ^ maskBit(mask, line, column) ^ is) << mask;
    const row = rowOf(bit, bits, words, checks);
    const left = row === null ? right : reduce(row, right, pivots);
    // What is left over is decided: met by the masks whose right side became 0.
    if (left === null) rank++;
    for (let mask = 0; mask < maskCount; mask++)
      if (left === null || ((left >> mask) & 1) === 0) {
        weightMet[mask]! += weight;
        met[mask]!++;
      }
  }
  return {
    freeBits,
    rank,
    weightMet,
    met,
    bytesFor: (mask) => flipped(bytes, bits, solution(pivots, freeBits, words, mask)),
  };
}

/** The row of a bit over the free bits; null for a bit of the message. */
function rowOf(
  bit: number,
  { index }: FreeBits,
  words: number,
  checks: readonly Int32Array[],
): Int32Array | null {
  if (bit >= index.length) return checks[bit - index.length]!.slice();
  const free = index[bit]!;
  if (free < 0) return null;
  const row = new Int32Array(words);
  row[free >> 5] = 1 << (free & 31);
  return row;
}

/** Takes pivots off until it is one itself, for which null is given, or nothing is left, for which its right side is. */
function reduce(row: Int32Array, rightAtFirst: number, pivots: Pivot[]): number | null {
  let right = rightAtFirst;
  for (let word = 0; word < row.length; word++)
    while (row[word] !== 0) {
      const lowest = row[word]! & -row[word]!;
      const column = word * 32 + 31 - Math.clz32(lowest);
      const pivot = pivots[column];
      if (pivot === undefined) {
        pivots[column] = { row, right };
        return null;
      }
      for (let index = word; index < row.length; index++) row[index]! ^= pivot.row[index]!;
      right ^= pivot.right;
    }
  return right;
}

/** Which free bits are turned over; those that nothing asks of stay as the standard fills them. */
function solution(pivots: readonly Pivot[], freeBits: number, words: number, mask: number): Int32Array {
  const turned = new Int32Array(words);
  for (let column = freeBits - 1; column >= 0; column--) {
    const pivot = pivots[column];
    if (pivot === undefined) continue;
    let sum = 0;
    for (let word = column >> 5; word < words; word++) sum ^= pivot.row[word]! & turned[word]!;
    sum ^= sum >>> 16;
    sum ^= sum >>> 8;
    sum ^= sum >>> 4;
    const parity = (0x6996 >>> (sum & 15)) & 1;
    if ((parity ^ ((pivot.right >> mask) & 1)) === 1) turned[column >> 5]! |= 1 << (column & 31);
  }
  return turned;
}

function flipped(bytes: Uint8Array, { index }: FreeBits, turned: Int32Array): Uint8Array {
  const out = bytes.slice();
  for (let bit = 0; bit < index.length; bit++) {
    const free = index[bit]!;
    if (free < 0) continue;
    out[bit >> 3]! ^= ((turned[free >> 5]! >>> (free & 31)) & 1) << (7 - (bit & 7));
  }
  return out;
}

function withChecks(bytes: Uint8Array, eccPerBlock: number): Uint8Array {
  const whole = new Uint8Array(bytes.length + eccPerBlock);
  whole.set(bytes);
  writeCheckCodewords(bytes, 0, bytes.length, eccPerBlock, whole, bytes.length, 1);
  return whole;
}

/** For each bit of the check codewords, on which free bits it hangs. */
function checkRows(
  length: number,
  { index }: FreeBits,
  eccPerBlock: number,
  words: number,
): readonly Int32Array[] {
  const rows = Array.from({ length: eccPerBlock * 8 }, () => new Int32Array(words));
  const unit = new Uint8Array(length);
  const checks = new Uint8Array(eccPerBlock);
  for (let byte = 0; byte < length; byte++) {
    if (index.subarray(byte * 8, byte * 8 + 8).every((free) => free < 0)) continue;
    unit.fill(0);
    unit[byte] = 1;
    writeCheckCodewords(unit, 0, length, eccPerBlock, checks, 0, 1);
    for (let bit = 0; bit < 8; bit++) {
      const free = index[byte * 8 + bit]!;
      if (free < 0) continue;
      for (let check = 0; check < eccPerBlock; check++) {
        const value = multiply(checks[check]!, 1 << (7 - bit));
        for (let of = 0; of < 8; of++)
          if ((value >> (7 - of)) & 1) rows[check * 8 + of]![free >> 5]! |= 1 << (free & 31);
      }
    }
  }
  return rows;
}

/** 1 for function patterns, the message, and all of a block that holds nothing else. */
function fixedModules(
  { codeword, bit, blockOfCodeword }: Anatomy,
  layout: BlockLayout,
  bits: readonly FreeBits[],
): Uint8Array {
  return Uint8Array.from(codeword, (position, module) => {
    if (position < 0) return 1;
    const block = blockOfCodeword[position]!;
    const { count, index } = bits[block]!;
    const offset = indexInBlock(position, block, layout) * 8 + 7 - bit[module]!;
    return count === 0 || index[offset]! < 0 ? 1 : 0;
  });
}
