/** Files from users: told by their content, within limits, without metadata. */
import { Inflate } from 'fflate';
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
  const other = otherKind(bytes);
  if (other !== null)
    return {
      problem: `The file is ${other}. SVG drawings and PNG pictures are kept; the page makes PNG of others.`,
    };
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

/** Kinds of pictures by their first bytes (from memory). */
function otherKind(bytes: Uint8Array): string | null {
  const starts = (...values: number[]): boolean => values.every((value, index) => bytes[index] === value);
  const ascii = (from: number, text: string): boolean =>
    [...text].every((character, index) => bytes[from + index] === character.charCodeAt(0));
  if (starts(0xff, 0xd8, 0xff)) return 'a JPEG picture';
  if (ascii(0, 'RIFF') && ascii(8, 'WEBP')) return 'a WebP picture';
  if (ascii(0, 'GIF8')) return 'a GIF picture';
  if (ascii(0, '%PDF')) return 'a PDF document';
  if (starts(0x50, 0x4b, 3, 4)) return 'a ZIP archive';
  if (starts(0x1f, 0x8b)) return 'compressed';
  return null;
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
  let ended = false;
  for (let at = 8; at + 12 <= bytes.length && !ended;) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    const end = at + 12 + length;
    if (end > bytes.length) return { problem: 'The PNG file is damaged: it ends too early.' };
    if (neededChunks.has(type)) kept.push(bytes.subarray(at, end));
    else dropped = true;
    if (type === 'IDAT') pixels.push(bytes.subarray(at + 8, end - 4));
    ended = type === 'IEND';
    at = end;
  }
  if (!ended) return { problem: 'The PNG file is damaged: it ends too early.' };
  const most = unpackedSize(view);
  if (unpacksTo(pixels, most) > most)
    return { problem: 'The PNG file unpacks to far more than its picture needs. It is refused.' };
  return { mediaType: 'image/png', bytes: joined(kept), removed: dropped ? ['metadata'] : [] };
}

/** Bytes of the pixels with one filter byte a row; interlaced pictures need a few more. */
function unpackedSize(view: DataView): number {
  const [width, height, depth, colourType] = [
    view.getUint32(16),
    view.getUint32(20),
    view.getUint8(24),
    view.getUint8(25),
  ];
  const channels = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }[colourType] ?? 4;
  return Math.ceil((width * channels * depth) / 8 + 8) * height * 1.1 + 4096;
}

/** How far the data unpacks, counted without keeping it and given up beyond `most`. */
function unpacksTo(chunks: readonly Uint8Array[], most: number): number {
  class TooMuch extends Error {}
  let count = 0;
  // The two bytes of the zlib header are left out: the stream after them is plain deflate (RFC 1950, 2.2).
  const inflate = new Inflate((data) => {
    count += data.length;
    if (count > most) throw new TooMuch();
  });
  let skipped = 0;
  try {
    for (const chunk of chunks) {
      const skip = Math.min(2 - skipped, chunk.length);
      skipped += skip;
      // Small pieces, so that a bomb is noticed early.
      for (let from = skip; from < chunk.length; from += 4096)
        inflate.push(chunk.subarray(from, Math.min(from + 4096, chunk.length)));
    }
  } catch {
    return count > most ? count : most;
  }
  return count;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
