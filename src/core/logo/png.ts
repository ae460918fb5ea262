/** PNG pictures: looked at before they are unpacked, then as red, green, blue and alpha. */
import { decode } from 'fast-png';

/** Limits on a picture; more pixels than this show nothing more at a logo's size. */
export const pictureLimits = { bytes: 4e6, sidePx: 1200 } as const;

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** Four bytes a pixel, row by row. */
  readonly rgba: Uint8ClampedArray;
  /** The file itself. */
  readonly png: Uint8Array;
}

/** The pixels of a PNG file, or one sentence on why it is not read. */
export function readPng(bytes: Uint8Array): Picture | { readonly problem: string } {
  const problem = pngProblem(bytes);
  if (problem !== null) return { problem };
  try {
    const { width, height, data, channels, depth } = decode(bytes);
    const shift = depth === 16 ? 8 : 0;
    const rgba = new Uint8ClampedArray(width * height * 4);
    const isGrey = channels <= 2;
    const hasAlpha = channels % 2 === 0;
    for (let index = 0; index < width * height; index++)
      for (let channel = 0; channel < 4; channel++) {
        const from = channel === 3 ? channels - 1 : isGrey ? 0 : channel;
        rgba[index * 4 + channel] =
          channel === 3 && !hasAlpha ? 255 : data[index * channels + from]! >> shift;
      }
    return { width, height, rgba, png: bytes };
  } catch {
    return { problem: 'The PNG file is damaged.' };
  }
}

const pngSignature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

export const isPng = (bytes: Uint8Array): boolean =>
  pngSignature.every((value, index) => bytes[index] === value);

/** Why a PNG file is not taken, by its size and its header (ISO/IEC 15948, 11.2.2); null when it is. */
export function pngProblem(bytes: Uint8Array): string | null {
  if (!isPng(bytes) || bytes.length < 33) return 'The file is not a PNG picture.';
  if (bytes.length > pictureLimits.bytes)
    return `The picture has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${pictureLimits.bytes / 1e6} MB are read.`;
  const header = new DataView(bytes.buffer, bytes.byteOffset, 33);
  const [width, height] = [header.getUint32(16), header.getUint32(20)];
  if (width === 0 || height === 0 || width > pictureLimits.sidePx || height > pictureLimits.sidePx)
    return `The picture has ${width} × ${height} pixels; at most ${pictureLimits.sidePx} on a side are read.`;
  if (header.getUint8(24) < 8 || header.getUint8(25) === 3)
    return 'The picture has a palette or fewer than 8 bits a channel. Save it with full colours.';
  return null;
}
