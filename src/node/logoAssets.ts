/** What jobs are made from, for server, command line and tests: fonts and renderer from the installed packages. */
import type { LogoAssets } from '../core/logo';
import { FontTypesetter, packagePathOf, type Typesetter } from '../core/words';
import { packageFile } from './packageFiles';

export const typesetter = (): Typesetter => new FontTypesetter((file) => packageFile(packagePathOf(file)));

export const logoAssets = (upload: LogoAssets['upload']): LogoAssets => ({
  words: typesetter(),
  renderer: () => packageFile('@resvg/resvg-wasm/index_bg.wasm'),
  upload,
});
