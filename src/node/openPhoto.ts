/** Photographs from files, opened upright and within limits, by a library that reads what cameras write. */
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import type { Frame } from '../core/camera';

/** Limits that no honest photograph reaches, and the side to which it is made smaller. */
const largestFileBytes = 40e6;
const largestPixels = 120e6;
const longestSidePx = 1600;

/** A sentence for the user where it cannot be opened. */
export class NotAPhoto extends Error {}

/** Made smaller where a side is longer than so many pixels. */
export async function openPhoto(path: string, longestPx = longestSidePx): Promise<Frame> {
  const name = basename(path);
  const { default: sharp } = await import('sharp');
  const bytes = await readFile(path).catch((error: Error) => {
    throw new NotAPhoto(`cannot read ${path}: ${error.message}`);
  });
  if (bytes.length > largestFileBytes)
    throw new NotAPhoto(
      `${name} has ${(bytes.length / 1e6).toFixed(0)} MB; at most ${largestFileBytes / 1e6} MB are opened.`,
    );
  try {
    // Of an animation the first picture; what is broken off is not guessed at.
    const { data, info } = await sharp(bytes, {
      limitInputPixels: largestPixels,
      failOn: 'truncated',
      pages: 1,
    })
      .rotate()
      .resize({ width: longestPx, height: longestPx, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, rgba: new Uint8ClampedArray(data) };
  } catch (error) {
    const { message } = error as Error;
    throw new NotAPhoto(
      /pixel limit/i.test(message)
        ? `${name} has more than ${largestPixels / 1e6} million pixels, the most that are opened.`
        : /heif|heic/i.test(message)
          ? `${name} is a HEIC picture, which cannot be opened here. Save it as a JPEG first.`
          : `${name} is not a picture that can be opened: JPEG, PNG, WebP or AVIF, whole and not broken off.`,
    );
  }
}
