/** The settings of a symbol as they stand in the job document. */
import { z } from '../schema';
import { largestVersion, levels, modes, smallestVersion } from './tables';

export const symbolSchema = z.strictObject({
  /** The least error correction level wanted. */
  level: z.enum(levels),
  /** Take a higher level when the same version has room for it. */
  raiseLevel: z.boolean(),
  /** A version, or the smallest that holds the message. */
  version: z.union([z.literal('smallest'), z.int().min(smallestVersion).max(largestVersion)]),
  /** A mask, or the one of least penalty. */
  mask: z.union([z.literal('least-penalty'), z.int().min(0).max(7)]),
  /** One mode for the whole message, or the shortest mix. */
  mode: z.enum(['shortest', ...modes]),
  /** Announce UTF-8 by an ECI designator (assignment 26). */
  eci: z.boolean(),
});
export type SymbolSettings = Readonly<z.infer<typeof symbolSchema>>;

/** What the encoder is told besides the text. */
export interface EncodeSettings extends SymbolSettings {
  /** Every character of the text is one byte (0 to 255) to be held as it is, instead of text to be held as UTF-8. */
  readonly isBytes?: boolean;
}

export const defaultSymbolSettings: SymbolSettings = {
  level: 'M',
  raiseLevel: true,
  version: 'smallest',
  mask: 'least-penalty',
  mode: 'shortest',
  eci: false,
};
