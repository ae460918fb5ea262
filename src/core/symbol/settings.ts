/** The settings of a symbol. */
import type { Level, Mode } from './tables';

export interface SymbolSettings {
  /** The least error correction level wanted. */
  readonly level: Level;
  /** Take a higher level when the same version has room for it. */
  readonly raiseLevel: boolean;
  /** A version, or the smallest that holds the message. */
  readonly version: number | 'smallest';
  /** A mask, or the one of least penalty. */
  readonly mask: number | 'least-penalty';
  /** One mode for the whole message, or the shortest mix. */
  readonly mode: Mode | 'shortest';
  /** Announce UTF-8 by an ECI designator (assignment 26). */
  readonly eci: boolean;
}

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
