/** What a reader is to the proof: a picture comes in, the text that it reads goes out. */
import type { Frame } from '../camera';

export interface Reader {
  readonly id: string;
  readonly name: string;
  /** Whether it votes; the others are reported beside. */
  readonly votes: boolean;
  /** The text that it reads, or its bytes with one character each when asked for them; null for none. */
  readonly read: (frame: Frame, asBytes?: boolean) => Promise<string | null>;
}

/** Those that vote. */
export const voting = (readers: readonly Reader[]): readonly Reader[] => readers.filter(({ votes }) => votes);

/** One character a byte. */
export const asCharacters = (bytes: ArrayLike<number>): string =>
  Array.from(bytes, (byte) => String.fromCharCode(byte & 255)).join('');
