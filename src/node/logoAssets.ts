/** What logos are made from, for server, command line and tests: fonts and renderer from the installed packages. */
import type { FontName, LogoAssets } from '../core/artwork';
import { packageFile } from './packageFiles';

const fontFile = (name: FontName): string =>
  name === 'emoji'
    ? '@fontsource/noto-emoji/files/noto-emoji-emoji-400-normal.woff'
    : `@fontsource/archivo/files/archivo-${name.replace('words-', '')}-700-normal.woff`;

export const logoAssets = (upload: LogoAssets['upload']): LogoAssets => ({
  font: (name) => packageFile(fontFile(name)),
  renderer: () => packageFile('@resvg/resvg-wasm/index_bg.wasm'),
  upload,
});
