/** Files of installed packages: wasm modules and fonts. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** The bytes of a file, named as a package names it. */
export async function packageFile(path: string): Promise<ArrayBuffer> {
  const file = await readFile(require.resolve(path));
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength);
}
