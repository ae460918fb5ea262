/** The wasm modules of the proof, read from the installed packages. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { ProofBinaries } from '../core/proof';

const require = createRequire(import.meta.url);

async function bytesOf(path: string): Promise<ArrayBuffer> {
  const file = await readFile(require.resolve(path));
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength);
}

export async function loadProofBinaries(): Promise<ProofBinaries> {
  const [zxing, zbar, resvg] = await Promise.all([
    bytesOf('zxing-wasm/reader/zxing_reader.wasm'),
    bytesOf('@undecaf/zbar-wasm/dist/zbar.wasm'),
    bytesOf('@resvg/resvg-wasm/index_bg.wasm'),
  ]);
  return { zxing, zbar, resvg };
}
