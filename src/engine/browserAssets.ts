/** What jobs are made from, in the browser: fonts and renderer that ship with the page, files from our own server. */
import resvgUrl from '@resvg/resvg-wasm/index_bg.wasm?url';
import zbarUrl from '@undecaf/zbar-wasm/dist/zbar.wasm?url';
import zxingUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';
import type { LogoAssets } from '../core/logo';
import type { ProofBinaries } from '../core/proof';
import { FontTypesetter } from '../core/words';
import { fontUrls } from './fontUrls';

/** The bytes of one of our own files. Rejects with a sentence when they cannot be had. */
export async function bytesOf(url: string): Promise<ArrayBuffer> {
  const response = await fetched(url);
  if (!response.ok)
    throw new Error(`A file of this page could not be loaded (${response.status}). Reload the page.`);
  return response.arrayBuffer();
}

async function fetched(url: string): Promise<Response> {
  try {
    return await fetch(url);
  } catch {
    throw new Error('The Binarus server does not answer, and a file is needed from it.');
  }
}

export const browserAssets: LogoAssets = {
  words: new FontTypesetter((file) => bytesOf(fontUrls[file])),
  renderer: () => bytesOf(resvgUrl),
  upload: async (hash) => {
    const response = await fetched(`/api/files/${hash}`);
    if (response.status === 404) return null;
    if (!response.ok) throw new Error(`A logo or picture could not be loaded (${response.status}).`);
    return new Uint8Array(await response.arrayBuffer());
  },
};

/** Renderer and readers of a proof. */
export async function browserProofBinaries(): Promise<ProofBinaries> {
  const [resvg, zbar, zxing] = await Promise.all([
    browserAssets.renderer(),
    bytesOf(zbarUrl),
    bytesOf(zxingUrl),
  ]);
  return { resvg, zbar, zxing };
}
