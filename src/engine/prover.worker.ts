/** Worker entry: proofs with the wasm modules that ship with the page. */
import zbarUrl from '@undecaf/zbar-wasm/dist/zbar.wasm?url';
import { expose } from 'comlink';
import zxingUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';
import { createLibrary } from '../core/run';
import { browserAssets, bytesOf } from './browserAssets';
import { createProver } from './prover';

expose(
  createProver(async () => {
    const [resvg, zbar, zxing] = await Promise.all([
      browserAssets.renderer(),
      bytesOf(zbarUrl),
      bytesOf(zxingUrl),
    ]);
    return { resvg, zbar, zxing };
  }, createLibrary(browserAssets)),
);
