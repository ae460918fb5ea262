/** The wasm modules of the proof, read from the installed packages. */
import type { ProofBinaries } from '../core/proof';
import { packageFile } from './packageFiles';

export async function loadProofBinaries(): Promise<ProofBinaries> {
  const [zxing, zbar, resvg] = await Promise.all([
    packageFile('zxing-wasm/reader/zxing_reader.wasm'),
    packageFile('@undecaf/zbar-wasm/dist/zbar.wasm'),
    packageFile('@resvg/resvg-wasm/index_bg.wasm'),
  ]);
  return { zxing, zbar, resvg };
}
