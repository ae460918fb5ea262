/**
 * A reserve on the disk. A database with a write-ahead log needs a few kilobytes beside itself even to be read (sqlite.org, Write-Ahead
 * Logging, 5): on a full disk the reserve is given up, so that the server starts, reads and forwards.
 */
import { randomBytes } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

const reserveBytes = 1024 * 1024;
const fileIn = (folder: string): string => join(folder, 'binarus.reserve');

/** Makes the reserve where there is none. Throws what the disk says when there is no room for it. */
export function keepReserve(folder: string): void {
  const file = fileIn(folder);
  if (existsSync(file)) return;
  const part = `${file}.part`;
  try {
    const opened = openSync(part, 'w');
    try {
      // Nothing that a file system could squeeze or leave out.
      let left = randomBytes(reserveBytes);
      while (left.length > 0) left = left.subarray(writeSync(opened, left));
      fsyncSync(opened);
    } finally {
      closeSync(opened);
    }
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** False where there was none. */
export function giveUpReserve(folder: string): boolean {
  const file = fileIn(folder);
  if (!existsSync(file)) return false;
  rmSync(file, { force: true });
  return true;
}
