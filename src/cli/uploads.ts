/** Logos and pictures for the command line: files of a folder, found by the hash of what is kept of them. */
import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { cleanUpload, type CleanUpload, type LogoAssets } from '../core/logo';

/** A file as the server would keep it, with its hash. */
export async function readUpload(
  path: string,
): Promise<Extract<CleanUpload, { bytes: Uint8Array }> & { hash: string }> {
  const clean = cleanUpload(await readFile(path));
  if ('problem' in clean) throw new Error(clean.problem);
  return { ...clean, hash: createHash('sha256').update(clean.bytes).digest('hex') };
}

/** Looks through the drawings and pictures of a folder, once. */
export function uploadsIn(folder: string): LogoAssets['upload'] {
  let known: Promise<Map<string, Uint8Array>> | undefined;
  return async (hash) => (await (known ??= readAll(folder))).get(hash) ?? null;
}

async function readAll(folder: string): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>();
  for (const name of (await readdir(folder)).filter((entry) => /\.(svg|png)$/i.test(entry)))
    try {
      const { hash, bytes } = await readUpload(join(folder, name));
      files.set(hash, bytes);
    } catch {
      // Not a file that a job could refer to.
    }
  return files;
}
