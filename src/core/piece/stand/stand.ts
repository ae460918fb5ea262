/** A base in steps with a slot for a standing piece. All sizes are those of the finished parts; kerf is the plan's. */
import { flattenRegion, roundedRectangle, type Box, type Contour } from '../../geometry';
import type { StandSettings } from './schema';

/** What of a piece matters to its stand. */
export interface StandingPiece {
  readonly outline: Contour;
  readonly heightMm: number;
}

export interface StandLayer {
  /** Its upper left corner at 0. */
  readonly edge: Contour;
  /** Null in the lowest of several layers, which carries the plate. */
  readonly slot: Contour | null;
  readonly widthMm: number;
  readonly depthMm: number;
}

export interface Stand {
  /** From the lowest upwards. */
  readonly layers: readonly StandLayer[];
  readonly slot: { readonly lengthMm: number; readonly widthMm: number };
  /** How deep the plate stands in the base. */
  readonly depthMm: number;
  /** Width of the straight foot of the plate. */
  readonly footMm: number;
}

/**
 * Layers for a piece. The slot is as long as the piece is wide as far as it stands in the base, and as wide as the piece is
 * thick, each with its play. Null when the piece has no straight foot to stand on.
 */
export function layStand(
  { plateMm, layerMm, steps, stepMm, shoulderMm, cornerMm, fitMm }: StandSettings,
  piece: StandingPiece,
): Stand | null {
  const footMm = footOf(piece);
  if (footMm === null) return null;
  const depthMm = layerMm * Math.max(1, steps - 1);
  const slot = { lengthMm: widthWithin(piece, depthMm) + fitMm, widthMm: plateMm + fitMm };
  const layers = Array.from({ length: steps }, (_, fromBottom): StandLayer => {
    const reach = shoulderMm + (steps - 1 - fromBottom) * stepMm;
    const widthMm = slot.lengthMm + 2 * reach;
    const layerDepthMm = slot.widthMm + 2 * reach;
    const box = { x: 0, y: 0, width: widthMm, height: layerDepthMm };
    return {
      edge: roundedRectangle(box, Math.min(cornerMm, layerDepthMm / 2)),
      slot: steps > 1 && fromBottom === 0 ? null : slotIn(box, slot),
      widthMm,
      depthMm: layerDepthMm,
    };
  });
  return { layers, slot, depthMm, footMm };
}

const slotIn = (layer: Box, { lengthMm, widthMm }: Stand['slot']): Contour =>
  roundedRectangle(
    {
      x: (layer.width - lengthMm) / 2,
      y: (layer.height - widthMm) / 2,
      width: lengthMm,
      height: widthMm,
    },
    0,
  );

/** Least width of a foot that a piece stands on safely. */
const leastFootMm = 5;

/** The straight edge along the bottom of an outline; null without one. */
function footOf({ outline, heightMm }: StandingPiece): number | null {
  let foot = 0;
  outline.forEach((vertex, index) => {
    const next = outline[(index + 1) % outline.length]!;
    if (vertex.bulge) return;
    if (Math.abs(vertex.y - heightMm) < 0.01 && Math.abs(next.y - heightMm) < 0.01)
      foot = Math.max(foot, Math.abs(next.x - vertex.x));
  });
  return foot < leastFootMm ? null : foot;
}

/** Width of what lies no higher than a distance above the foot. */
function widthWithin({ outline, heightMm }: StandingPiece, depthMm: number): number {
  const level = heightMm - depthMm;
  const [flat] = flattenRegion([outline], 1e-3);
  const xs = flat!.flatMap((a, index) => {
    const b = flat![(index + 1) % flat!.length]!;
    const inside = a.y >= level ? [a.x] : [];
    return a.y < level === b.y < level
      ? inside
      : [...inside, a.x + ((level - a.y) / (b.y - a.y)) * (b.x - a.x)];
  });
  return Math.max(...xs) - Math.min(...xs);
}
