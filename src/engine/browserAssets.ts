/** What logos are made from, in the browser: fonts and renderer that ship with the page, files from our own server. */
import latinExtUrl from '@fontsource/archivo/files/archivo-latin-ext-700-normal.woff?url';
import latinUrl from '@fontsource/archivo/files/archivo-latin-700-normal.woff?url';
import emojiUrl from '@fontsource/noto-emoji/files/noto-emoji-emoji-400-normal.woff?url';
import resvgUrl from '@resvg/resvg-wasm/index_bg.wasm?url';
import type { FontName, LogoAssets } from '../core/artwork';

const fonts: Readonly<Record<FontName, string>> = {
  'words-latin': latinUrl,
  'words-latin-ext': latinExtUrl,
  emoji: emojiUrl,
};

/** The bytes of one of our own files. */
export const bytesOf = async (url: string): Promise<ArrayBuffer> => (await fetch(url)).arrayBuffer();

export const browserAssets: LogoAssets = {
  font: (name) => bytesOf(fonts[name]),
  renderer: () => bytesOf(resvgUrl),
  upload: async (hash) => {
    const response = await fetch(`/api/files/${hash}`);
    return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
  },
};
