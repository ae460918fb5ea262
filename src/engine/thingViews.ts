/** What lies on a piece, as the page takes hold of it; and the piece in its base. */
import type { Box } from '../core/geometry';
import { pathData } from '../core/output';
import {
  layStand,
  standPicture,
  type Piece,
  type PlacedCode,
  type PlacedItem,
  type Stand,
  type StandPicture,
} from '../core/piece';
import type { JobResult } from '../core/run';

/** Something on the piece that can be taken hold of. */
export interface ThingView {
  readonly id: string;
  readonly kind: PlacedItem['kind'];
  readonly name: string;
  /** The upright box by which it is placed. */
  readonly box: Box;
  readonly size: { readonly width: number; readonly height: number };
  readonly turnDegrees: number;
  readonly capitalMm: number | null;
}

/** A code on the piece. */
export interface CodeView {
  readonly id: string;
  /** The upright box around it. */
  readonly box: Box;
  readonly code: Box;
  readonly quietZone: Box;
  /** In radians. */
  readonly turn: number;
}

export interface StandView {
  readonly faces: readonly {
    readonly path: string;
    readonly shade: number;
    readonly part: 'base' | 'plate';
  }[];
  readonly front: StandPicture['front'];
  readonly frontPath: string;
  readonly bounds: Box;
  readonly layers: readonly {
    readonly widthMm: number;
    readonly depthMm: number;
    readonly hasSlot: boolean;
  }[];
  readonly slot: Stand['slot'];
  readonly depthMm: number;
}

export function thingsOf({ job }: JobResult, { items }: Piece): ThingView[] {
  return items.map(({ id, kind, name, box, size, capitalMm }, index) => {
    const settings = job.piece.items[index]!;
    const turnDegrees = 'turnDegrees' in settings ? settings.turnDegrees : 0;
    return { id, kind, name, box, size, turnDegrees, capitalMm };
  });
}

export const codeView = ({ id, bounds, code, quietZone, turn }: PlacedCode): CodeView => ({
  id,
  box: bounds,
  code,
  quietZone,
  turn,
});

export function standView({ job }: JobResult, piece: Piece): StandView | null {
  const { stand } = job.piece;
  const laid = stand && layStand(stand, piece);
  if (!stand || !laid) return null;
  const picture = standPicture(laid, piece, stand);
  return {
    faces: picture.faces.map(({ outline, shade, part }) => ({ path: pathData(outline), shade, part })),
    front: picture.front,
    frontPath: pathData(picture.visibleFront),
    bounds: picture.bounds,
    layers: laid.layers.map(({ widthMm, depthMm, slot }) => ({ widthMm, depthMm, hasSlot: slot !== null })),
    slot: laid.slot,
    depthMm: laid.depthMm,
  };
}
