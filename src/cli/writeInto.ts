/** Files into a folder, which is made where it is missing. */
import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { OutputFile } from '../core/files';
import { UsageError } from './command';

export async function writeInto(
  folder: string,
  files: readonly Pick<OutputFile, 'name' | 'bytes'>[],
): Promise<void> {
  try {
    await mkdir(folder, { recursive: true });
    for (const { name, bytes } of files) await writeWhole(join(folder, name), bytes);
  } catch (error) {
    throw new UsageError(`cannot write to ${folder}: ${(error as Error).message}`);
  }
}

/** Under another name until all of it is there: no part of a file is left. */
async function writeWhole(path: string, bytes: Uint8Array): Promise<void> {
  try {
    await writeFile(`${path}.part`, bytes);
    await rename(`${path}.part`, path);
  } catch (error) {
    await rm(`${path}.part`, { force: true });
    throw error;
  }
}
