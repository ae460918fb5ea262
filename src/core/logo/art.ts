/** What a source gives before size, place and threshold: shapes with colours, or pixels. Coordinates are its own. */
import type { Region } from '../geometry';

export interface ColouredShape {
  /** `#rrggbb`. */
  readonly colour: string;
  readonly area: Region;
}

export type RawLogo =
  | {
      readonly kind: 'shapes';
      /** In paint order, later ones over earlier ones. */
      readonly shapes: readonly ColouredShape[];
      /** What could not be taken over, as sentences. */
      readonly notes: readonly string[];
      /** Words to be set below, drawn with the same rules; empty for none. */
      readonly title: Region;
    }
  | {
      readonly kind: 'pixels';
      readonly width: number;
      readonly height: number;
      /** Four bytes a pixel, red green blue alpha, row by row. */
      readonly rgba: Uint8ClampedArray;
      /** The file itself, for printing as it is. */
      readonly png: Uint8Array;
      readonly notes: readonly string[];
      readonly title: Region;
    };

/** Finest detail that is kept, as a share of the longer side. */
export const finestShare = 1 / 3000;
