/** Segments into the codewords of a symbol, in the order of placement. */
import { kanjiValue } from './kanji';
import { writeCheckCodewords } from './reedSolomon';
import { alphanumericValue, type Segment } from './segments';
import type { EncodeSettings } from './settings';
import { blockLayout, countBits, modeIndicator, type Level } from './tables';

/** Data codewords with padding (7.4.9, 7.4.10). */
export function paddedCodewords(
  text: string,
  segments: readonly Segment[],
  version: number,
  level: Level,
  { eci, isBytes }: Pick<EncodeSettings, 'eci' | 'isBytes'>,
): Uint8Array {
  const length = blockLayout(version, level).dataCodewords;
  return dataCodewords(text, segments, version, length, eci, isBytes ? bytesOf : utf8Of);
}

/** Blocks of data codewords with their check codewords, interleaved (7.5, 7.6). */
export function finalCodewords(data: Uint8Array, version: number, level: Level): Uint8Array {
  const layout = blockLayout(version, level);
  const { blockCount, shortBlockCount, shortDataLength, eccPerBlock } = layout;
  if (blockCount === 1) {
    const final = new Uint8Array(layout.totalCodewords);
    final.set(data);
    writeCheckCodewords(data, 0, data.length, eccPerBlock, final, data.length, 1);
    return final;
  }
  const final = new Uint8Array(layout.totalCodewords);
  let from = 0;
  for (let block = 0; block < blockCount; block++) {
    const isLong = block >= shortBlockCount;
    const to = from + shortDataLength + (isLong ? 1 : 0);
    for (let index = 0, position = block; index < shortDataLength; index++, position += blockCount)
      final[position] = data[from + index]!;
    if (isLong) final[shortDataLength * blockCount + block - shortBlockCount] = data[to - 1]!;
    writeCheckCodewords(data, from, to, eccPerBlock, final, layout.dataCodewords + block, blockCount);
    from = to;
  }
  return final;
}

const encoder = new TextEncoder();
const utf8Of = (text: string): Uint8Array => encoder.encode(text);
const bytesOf = (text: string): Uint8Array =>
  Uint8Array.from({ length: text.length }, (_, index) => text.charCodeAt(index));

function dataCodewords(
  text: string,
  segments: readonly Segment[],
  version: number,
  length: number,
  eci: boolean,
  written: (text: string) => Uint8Array,
): Uint8Array {
  const data = new Uint8Array(length);
  let position = 0;
  let pending = 0;
  let pendingBits = 0;
  const put = (value: number, bits: number): void => {
    pending = (pending << bits) | value;
    pendingBits += bits;
    while (pendingBits >= 8) {
      pendingBits -= 8;
      data[position++] = pending >>> pendingBits;
    }
    pending &= (1 << pendingBits) - 1;
  };
  if (eci) {
    put(modeIndicator.eci, 4);
    put(26, 8);
  }
  for (const { mode, start, end, count } of segments) {
    put(modeIndicator[mode], 4);
    put(count, countBits(mode, version));
    if (mode === 'byte') {
      const bytes = written(start === 0 && end === text.length ? text : text.slice(start, end));
      for (let index = 0; index < bytes.length; index++) {
        pending = (pending << 8) | bytes[index]!;
        data[position++] = pending >>> pendingBits;
      }
      pending &= (1 << pendingBits) - 1;
    } else if (mode === 'numeric') {
      for (let position = start; position < end; position += 3) {
        const digits = Math.min(3, end - position);
        let value = 0;
        for (let index = 0; index < digits; index++)
          value = value * 10 + text.charCodeAt(position + index) - 48;
        put(value, digits * 3 + 1);
      }
    } else if (mode === 'alphanumeric') {
      for (let index = start; index < end; index += 2) {
        const first = alphanumericValue[text.charCodeAt(index)]!;
        if (index + 1 < end) put(first * 45 + alphanumericValue[text.charCodeAt(index + 1)]!, 11);
        else put(first, 6);
      }
    } else {
      for (let index = start; index < end; index++) put(kanjiValue(text.charCodeAt(index))!, 13);
    }
  }
  if (pendingBits > 0 || position < length) {
    const terminator = Math.min(4, length * 8 - position * 8 - pendingBits);
    put(0, terminator);
    if (pendingBits > 0) put(0, 8 - pendingBits);
  }
  for (let pad = 0xec; position < length; pad ^= 0xec ^ 0x11) data[position++] = pad;
  return data;
}
