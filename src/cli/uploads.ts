/** Logos and pictures for the command line: files of a folder, found by the hash of what is kept of them. */
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pictureLimits, type LogoAssets } from '../core/logo';
import { checkedFile, type CheckedFile } from '../node/carriedFiles';
import { readBounded } from '../node/readBounded';
import type { NamedPicture } from '../core/series';

/** A file as the server would keep it, with its hash. */
export async function readUpload(path: string): Promise<CheckedFile> {
  const file = checkedFile(await readBounded(path, pictureLimits.bytes));
  if ('problem' in file) throw new Error(file.problem);
  return file;
}

/** Looks through the drawings and pictures of folders, once. */
export function uploadsIn(...folders: readonly string[]): LogoAssets['upload'] {
  let known: Promise<Map<string, Uint8Array>> | undefined;
  const read = async (): Promise<Map<string, Uint8Array>> => {
    const all = await Promise.all(folders.map(readAll));
    return new Map(all.flat().map(({ hash, bytes }) => [hash, bytes]));
  };
  return async (hash) => (await (known ??= read())).get(hash) ?? null;
}

/** Drawings and pictures of a folder, as cells of a table name them. */
export const picturesIn = async (folder: string): Promise<readonly NamedPicture[]> =>
  (await readAll(folder)).map(({ name, hash, mediaType }) => ({
    name,
    hash,
    kind: mediaType === 'image/png' ? 'picture' : 'drawing',
  }));

async function readAll(folder: string) {
  const files: (Awaited<ReturnType<typeof readUpload>> & { readonly name: string })[] = [];
  for (const name of (await readdir(folder)).filter((entry) => /\.(svg|png)$/i.test(entry)))
    try {
      files.push({ name, ...(await readUpload(join(folder, name))) });
    } catch {
      // Not a file that a job could refer to.
    }
  return files;
}
