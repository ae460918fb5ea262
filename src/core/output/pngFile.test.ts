/**
 * PNG files of pictures of every kind, opened by programs that did not write them: libvips with zlib (sharp), and zlib of Node (pngjs).
 * ISO/IEC 15948; ZLIB is RFC 1950, DEFLATE RFC 1951.
 */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { startPng, type PngHeader } from './pngFile';

interface Picture {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue and alpha. */
  readonly rows: readonly Uint8Array[];
}

/** As rows of designs follow each other: alike for a while, then changed here and there, over a stretch, or again and again. */
function pictureOf(seed: number): Picture {
  let state = seed >>> 0 || 1;
  const random = (): number => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state;
  };
  const between = (from: number, to: number): number => from + (random() % (to - from + 1));
  for (let warm = 0; warm < 8; warm++) random();
  const width = between(100, 3000);
  const height = Math.min(3000, Math.floor((between(1, 6) * 1e6) / (4 * width)));
  const bytes = 4 * width;
  const rows: Uint8Array[] = [];
  let [mode, left, from, to, tones] = [0, 0, 0, 0, 1];
  let again: Uint8Array | null = null;
  let before = new Uint8Array(bytes);
  for (let y = 0; y < height; y++) {
    if (left-- <= 0) {
      mode = between(0, 4);
      left = between(1, 200);
      from = between(0, bytes - 1);
      to = between(from, bytes);
      tones = [1, 3, 15, 255][between(0, 3)]!;
      again = null;
    }
    const row = before.slice();
    if (mode === 1)
      for (let index = from; index < to; index += between(1, 40)) row[index]! += random() & tones;
    if (mode === 2) for (let index = from; index < to; index++) row[index]! += random() & tones;
    if (mode === 3) {
      if (again === null || random() % 9 === 0) {
        again = new Uint8Array(bytes);
        for (let index = from; index < to; index++) again[index] = random() & tones;
      }
      for (let index = from; index < to; index++) row[index]! += again[index]!;
    }
    if (mode === 4) for (let index = from; index < to; index++) row[index]! += ((index * 7) >> 3) & tones;
    rows.push(row);
    before = row;
  }
  return { width, height, rows };
}

function pngOf(header: Omit<PngHeader, 'pxPerM' | 'title'>, rows: readonly Uint8Array[]): Buffer {
  const file = startPng({ ...header, pxPerM: 11_811, title: 'Ternquay' });
  for (const row of rows) file.add(row);
  return Buffer.from(file.end());
}

/** Both programs see the same pixels. */
async function expectPixels(png: Buffer, pixels: Buffer, { width, height }: Picture): Promise<void> {
  const bySharp = await sharp(png).ensureAlpha().raw().toBuffer();
  expect(Buffer.compare(bySharp, pixels)).toBe(0);
  const byPngjs = PNG.sync.read(png, { checkCRC: true });
  expect([byPngjs.width, byPngjs.height]).toEqual([width, height]);
  expect(Buffer.compare(byPngjs.data, pixels)).toBe(0);
}
const expectSound = (picture: Picture): Promise<void> =>
  expectPixels(
    pngOf({ ...picture, pixels: { kind: 'rgba' } }, picture.rows),
    Buffer.concat(picture.rows),
    picture,
  );

describe('PNG files', () => {
  // Of these a compressor that lost its window between two rows made files that no program opens.
  it.each([19, 204, 225, 380])('of the picture %i hold every pixel', (seed) => expectSound(pictureOf(seed)));

  it('of whatever picture hold every pixel', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1000, max: 2 ** 31 - 1 }), (seed) => expectSound(pictureOf(seed))),
      { numRuns: 40, seed: 32 },
    );
  });

  it('of two tones hold every pixel, in every width of the last byte', async () => {
    for (let width = 1; width <= 17; width++) {
      const rows = Array.from({ length: 5 }, (_, y) =>
        Uint8Array.from({ length: Math.ceil(width / 8) }, (_, index) => (y * 37 + index * 91 + width) & 0xff),
      );
      const colours = [
        [255, 255, 255, 0],
        [20, 31, 42, 255],
      ] as const;
      const pixels = rows.flatMap((row) =>
        Array.from({ length: width }, (_, x) => colours[(row[x >> 3]! >> (7 - (x & 7))) & 1]!).flat(),
      );
      const picture = { width, height: rows.length, rows };
      const png = pngOf({ ...picture, pixels: { kind: 'two-tones', colours } }, rows);
      await expectPixels(png, Buffer.from(pixels), picture);
    }
  });
});
