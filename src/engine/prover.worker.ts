/** Worker entry: proofs with the wasm modules that ship with the page. */
import resvgUrl from '@resvg/resvg-wasm/index_bg.wasm?url';
import zbarUrl from '@undecaf/zbar-wasm/dist/zbar.wasm?url';
import { expose } from 'comlink';
import zxingUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';
import { createProver } from './prover';

const bytesOf = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();

expose(
  createProver(async () => {
    const [resvg, zbar, zxing] = await Promise.all([bytesOf(resvgUrl), bytesOf(zbarUrl), bytesOf(zxingUrl)]);
    return { resvg, zbar, zxing };
  }),
);
