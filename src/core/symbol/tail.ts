/** A tail of digits behind an address: free bits in a symbol whose padding is that of the standard. */
import type { Segment } from './segments';
import { countBits } from './tables';

/** Three digits take ten bits (ISO/IEC 18004:2015, 7.4.3); with the first of them 0 the others are free, since 511 is below 1000. */
const [digitsPerGroup, bitsPerGroup] = [3, 10];
const modeBits = 4;

/** Digits that fit into so many bits with their header, in whole groups and as their count can be said. */
export function tailDigits(bits: number, version: number): number {
  const count = countBits('numeric', version);
  const groups = Math.floor((bits - modeBits - count) / bitsPerGroup);
  return Math.max(0, digitsPerGroup * Math.min(groups, Math.floor((2 ** count - 1) / digitsPerGroup)));
}

export const tailSegment = (start: number, digits: number, version: number): Segment => ({
  mode: 'numeric',
  start,
  end: start + digits,
  count: digits,
  bits: modeBits + countBits('numeric', version) + (digits / digitsPerGroup) * bitsPerGroup,
});

/** 1 for the free bits of a tail that ends at a bit of the data. */
export function freeOfTail(endBit: number, digits: number, dataBits: number): Uint8Array {
  const free = new Uint8Array(dataBits);
  for (let group = 1; group <= digits / digitsPerGroup; group++) {
    const from = endBit - group * bitsPerGroup;
    free.fill(1, from + 1, from + bitsPerGroup);
  }
  return free;
}

/** The digits of a tail that ends at a bit of the data. */
export function digitsOfTail(data: Uint8Array, endBit: number, digits: number): string {
  let text = '';
  for (let group = digits / digitsPerGroup; group >= 1; group--) {
    let value = 0;
    for (let bit = endBit - group * bitsPerGroup, last = bit + bitsPerGroup; bit < last; bit++)
      value = value * 2 + ((data[bit >> 3]! >> (7 - (bit & 7))) & 1);
    text += String(value).padStart(digitsPerGroup, '0');
  }
  return text;
}
