/** Files from users: told by their content, within limits, without metadata. */
import { Unzlib } from 'fflate';
import { Adler32, crc32, joinedBytes } from '../bytes';
import { fileKind } from './fileKinds';
import { drawingLimits, sanitiseDrawing } from './sanitise';
import { isPng, pngProblem } from './png';

export type CleanUpload =
  | {
      readonly mediaType: 'image/svg+xml' | 'image/png';
      readonly bytes: Uint8Array;
      /** Names of what was taken out. */
      readonly removed: readonly string[];
    }
  | { readonly problem: string };

/** The file as it is kept, or one sentence on why it is not. The name of the file plays no part. */
export function cleanUpload(bytes: Uint8Array): CleanUpload {
  if (isPng(bytes)) return cleanPng(bytes);
  const other = fileKind(bytes);
  if (other !== null)
    return { problem: `The file is ${other.name}; SVG drawings and PNG pictures are kept. ${other.advice}` };
  return cleanDrawing(bytes);
}

function cleanDrawing(bytes: Uint8Array): CleanUpload {
  if (bytes.length > drawingLimits.bytes)
    return {
      problem: `The drawing has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${drawingLimits.bytes / 1e6} MB are read.`,
    };
  const text = new TextDecoder().decode(bytes);
  if (!/^\s*</.test(text))
    return { problem: 'The file is neither an SVG drawing nor a picture that is known.' };
  const sane = sanitiseDrawing(text);
  if ('problem' in sane) return sane;
  return { mediaType: 'image/svg+xml', bytes: new TextEncoder().encode(sane.svg), removed: sane.removed };
}

/** Chunks that the picture needs (ISO/IEC 15948, 11.2 and 11.3.2.1); all others, texts and places among them, are left out. */
const neededChunks = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND']);

function cleanPng(bytes: Uint8Array): CleanUpload {
  const problem = pngProblem(bytes);
  if (problem !== null) return { problem };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const kept: Uint8Array[] = [bytes.subarray(0, 8)];
  const pixels: Uint8Array[] = [];
  let dropped = false;
  let last = '';
  for (let index = 8; index + 12 <= bytes.length && last !== 'IEND';) {
    const length = view.getUint32(index);
    const type = String.fromCharCode(...bytes.subarray(index + 4, index + 8));
    const end = index + 12 + length;
    if (end > bytes.length) return tooShort;
    if (crc32(bytes.subarray(index + 4, end - 4)) !== view.getUint32(end - 4))
      return {
        problem: `The PNG file is damaged: the check sum of its part ${type} is wrong. Save the picture again.`,
      };
    // One header, at the beginning; the pixels without anything between (ISO/IEC 15948, 5.6).
    if ((type === 'IHDR') !== (index === 8))
      return { problem: 'The PNG file has more than one header. It is refused.' };
    if (type === 'acTL')
      return { problem: 'The file is an animated PNG picture. Save the one picture that you want.' };
    if (type === 'IDAT' && pixels.length > 0 && last !== 'IDAT')
      return { problem: 'The PNG file is damaged: its pixels are not in one piece. Save the picture again.' };
    if (neededChunks.has(type)) kept.push(bytes.subarray(index, end));
    else dropped = true;
    if (type === 'IDAT') pixels.push(bytes.subarray(index + 8, end - 4));
    last = type;
    index = end;
  }
  if (last !== 'IEND') return tooShort;
  const needed = unpackedSize(view);
  const unpacked = unpacksTo(pixels, needed);
  if (unpacked === null || unpacked < needed)
    return { problem: 'The PNG file is damaged: a part of its pixels is missing. Save the picture again.' };
  if (unpacked > needed)
    return { problem: 'The PNG file unpacks to more than its picture needs. It is refused.' };
  return { mediaType: 'image/png', bytes: joinedBytes(kept), removed: dropped ? ['metadata'] : [] };
}

const tooShort = { problem: 'The PNG file is damaged: it ends too early. Save the picture again.' } as const;

/** Where the passes of an interlaced picture begin, and how far apart their pixels are (ISO/IEC 15948, 8.2). */
const passes = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const;

/** Bytes of the pixels, with one filter byte a row (ISO/IEC 15948, 7.2 and 8). */
function unpackedSize(view: DataView): number {
  const [width, height, depth, colourType, interlace] = [
    view.getUint32(16),
    view.getUint32(20),
    view.getUint8(24),
    view.getUint8(25),
    view.getUint8(28),
  ];
  const channels = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }[colourType] ?? 4;
  const sizeOf = (wide: number, high: number): number =>
    wide === 0 || high === 0 ? 0 : (Math.ceil((wide * channels * depth) / 8) + 1) * high;
  if (interlace === 0) return sizeOf(width, height);
  return passes.reduce(
    (sum, [x, y, right, down]) =>
      sum + sizeOf(Math.ceil((width - x) / right), Math.ceil((height - y) / down)),
    0,
  );
}

/** How far the data unpacks, counted without keeping it and given up beyond `most`; null where it is damaged. */
function unpacksTo(chunks: readonly Uint8Array[], most: number): number | null {
  class TooMuch extends Error {}
  let [count, isWhole] = [0, false];
  const sum = new Adler32();
  const unzlib = new Unzlib((data, isLast) => {
    count += data.length;
    isWhole ||= isLast;
    if (count > most) throw new TooMuch();
    sum.add(data);
  });
  try {
    for (const [index, chunk] of chunks.entries())
      // Small pieces, so that a bomb is noticed early.
      for (let from = 0; from < Math.max(1, chunk.length); from += 4096)
        unzlib.push(
          chunk.subarray(from, Math.min(from + 4096, chunk.length)),
          index === chunks.length - 1 && from + 4096 >= chunk.length,
        );
  } catch (error) {
    return error instanceof TooMuch ? count : null;
  }
  const stream = joinedBytes(chunks);
  const statedSize = stream.length < 6 ? null : new DataView(stream.buffer).getUint32(stream.length - 4);
  return isWhole && statedSize === sum.value ? count : null;
}
