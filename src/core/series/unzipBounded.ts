/** ZIP files from elsewhere (APPNOTE 6.3.10): what they unpack to is counted while it unpacks, whatever they say of themselves. */
import { Unzip, UnzipInflate } from 'fflate';
import { joinedBytes } from '../bytes';

export interface UnzipLimits {
  /** Of all that is wanted together, and of one file. */
  readonly unpackedBytes: number;
  readonly fileBytes: number;
  readonly files: number;
  /** Files that are not wanted are passed over. */
  readonly wants: (name: string) => boolean;
}

export type Unzipped =
  | { readonly files: ReadonlyMap<string, Uint8Array<ArrayBuffer>>; readonly others: number }
  | { readonly refused: 'damaged' }
  | { readonly refused: 'files' | 'unpackedBytes' | 'fileBytes'; readonly name: string };

/** How each file in it begins (4.3.7). */
const signature = [0x50, 0x4b, 3, 4];

/** Bytes that are given to the unpacker at once: they become a thousand times as many at most. */
const atOnce = 16_384;

export function unzipBounded(bytes: Uint8Array, limits: UnzipLimits): Unzipped {
  if (!signature.every((byte, index) => bytes[index] === byte)) return { refused: 'damaged' };
  const files = new Map<string, Uint8Array<ArrayBuffer>>();
  let [others, total, open] = [0, 0, 0];
  let refusal: Unzipped | null = null;
  class Refused extends Error {}
  const refuse = (refused: Unzipped): never => {
    // The unpacker tells of its own what is thrown here; the first reason counts.
    refusal ??= refused;
    throw new Refused();
  };
  const unzip = new Unzip((file) => {
    const { name } = file;
    if (!limits.wants(name)) {
      if (!name.endsWith('/')) others++;
      return;
    }
    if (files.size + open >= limits.files) refuse({ refused: 'files', name });
    open++;
    const parts: Uint8Array[] = [];
    let size = 0;
    file.ondata = (error, data, isLast) => {
      if (error) refuse({ refused: 'damaged' });
      size += data.length;
      total += data.length;
      if (size > limits.fileBytes) refuse({ refused: 'fileBytes', name });
      if (total > limits.unpackedBytes) refuse({ refused: 'unpackedBytes', name });
      parts.push(data);
      if (!isLast) return;
      open--;
      files.set(name, joinedBytes(parts));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let from = 0; from < bytes.length; from += atOnce)
      unzip.push(bytes.subarray(from, from + atOnce), from + atOnce >= bytes.length);
  } catch {
    return refusal ?? { refused: 'damaged' };
  }
  // Some of it never came to its end.
  return open > 0 ? { refused: 'damaged' } : { files, others };
}
