/** What logos are made from, in the browser: fonts and renderer that ship with the page, files from our own server. */
import resvgUrl from '@resvg/resvg-wasm/index_bg.wasm?url';
import type { FontName, LogoAssets } from '../core/artwork';

const emojiFonts = import.meta.glob<string>(
  '/node_modules/@fontsource/noto-emoji/files/noto-emoji-*-400-normal.woff',
  { query: '?url', import: 'default', eager: true },
);
const wordFonts = import.meta.glob<string>(
  '/node_modules/@fontsource/archivo/files/archivo-latin*-700-normal.woff',
  { query: '?url', import: 'default', eager: true },
);

/** The bytes of one of our own files. */
export const bytesOf = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();

function fontUrl(name: FontName): string {
  const url = name.startsWith('emoji-')
    ? emojiFonts[`/node_modules/@fontsource/noto-emoji/files/noto-${name}-400-normal.woff`]
    : wordFonts[
        `/node_modules/@fontsource/archivo/files/archivo-${name.replace('words-', '')}-700-normal.woff`
      ];
  if (url === undefined) throw new Error(`There is no font ${name}.`);
  return url;
}

export const browserAssets: LogoAssets = {
  font: (name) => bytesOf(fontUrl(name)),
  renderer: () => bytesOf(resvgUrl),
  upload: async (hash) => {
    const response = await fetch(`/api/files/${hash}`);
    return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
  },
};
