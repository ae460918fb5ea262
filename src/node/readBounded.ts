/** Files that are read whole, within limits that are looked at before anything is read. */
import { open } from 'node:fs/promises';

/** A sentence for the user with the measured and the allowed value. */
export class FileTooLarge extends Error {}

/** Rejects with `FileTooLarge` beyond `mostBytes`, however large the file says it is: it may be a pipe. */
export async function readBounded(path: string, mostBytes: number): Promise<Buffer> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    if (size > mostBytes) throw tooLarge(path, size, mostBytes);
    const parts: Buffer[] = [];
    let total = 0;
    for await (const part of file.createReadStream({ autoClose: false })) {
      total += (part as Buffer).length;
      if (total > mostBytes) throw tooLarge(path, total, mostBytes);
      parts.push(part as Buffer);
    }
    return Buffer.concat(parts);
  } finally {
    await file.close();
  }
}

const inMb = (bytes: number): string => `${Number((bytes / 1e6).toFixed(1))} MB`;
const tooLarge = (path: string, bytes: number, most: number): FileTooLarge =>
  new FileTooLarge(`${path} has ${inMb(bytes)} or more; at most ${inMb(most)} are read.`);
