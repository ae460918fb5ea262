/** For tests: draws a symbol as a clean picture and reads it with independent libraries. */
import type { QrSymbol } from '../core/symbol';
import type { Frame } from '../core/camera';
import { startProof } from '../core/proof';
import type { Reader } from '../core/readers';
import { loadProofBinaries } from '../node/proofBinaries';

let started: Promise<readonly Reader[]> | undefined;

export function testReaders(): Promise<readonly Reader[]> {
  return (started ??= loadProofBinaries().then(startProof));
}

/** Black on white, four pixels a module, with the quiet zone or a wider margin in modules. */
export function pictureOf(
  { size, modules }: Pick<QrSymbol, 'size' | 'modules'>,
  pixels = 4,
  margin = 4,
): Frame {
  const side = (size + 2 * margin) * pixels;
  const rgba = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < size * pixels; y++)
    for (let x = 0; x < size * pixels; x++)
      if (modules[Math.floor(y / pixels) * size + Math.floor(x / pixels)] === 1)
        rgba.fill(
          0,
          ((y + margin * pixels) * side + x + margin * pixels) * 4,
          ((y + margin * pixels) * side + x + margin * pixels) * 4 + 3,
        );
  return { width: side, height: side, rgba };
}

/** What the named readers read from a clean picture of the symbol. */
export async function readBack(
  symbol: Pick<QrSymbol, 'size' | 'modules'>,
  readerIds: readonly string[] = ['zxing-plain', 'zbar'],
  asBytes = false,
  margin = 4,
): Promise<(string | null)[]> {
  const readers = (await testReaders()).filter(({ id }) => readerIds.includes(id));
  const frame = pictureOf(symbol, 4, margin);
  const texts: (string | null)[] = [];
  for (const { read } of readers) texts.push(await read(frame, asBytes));
  return texts;
}
