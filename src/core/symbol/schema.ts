/** The settings of a symbol as they stand in the job document. */
import { z } from '../schema';
import type { SymbolSettings } from './settings';
import { largestVersion, levels, modes, smallestVersion } from './tables';

export const symbolSchema: z.ZodType<SymbolSettings> = z.strictObject({
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
