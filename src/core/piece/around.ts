/** A piece around something round, seen from far in front: what lies beside the middle turns away and is narrowed. */
import { flattenRegion, type Region, type Vertex } from '../geometry';
import type { BendSettings } from './schema';

/** How far a flattened arc may be off, and the longest piece of a line that is drawn straight, in millimetres. */
const toleranceMm = 0.02;
const longestMm = 1.5;

/** Moves the points of a flat piece to where they are seen; what lies beyond the edge of the thing is on its edge. */
export function aroundThing(
  region: Region,
  { around, diameterMm, otherDiameterMm }: BendSettings,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): Region {
  const isWidth = around === 'width';
  const [middle, length] = isWidth ? [widthMm / 2, heightMm] : [heightMm / 2, widthMm];
  const seen = ({ x, y }: Vertex): Vertex => {
    const [across, along] = isWidth ? [x, y] : [y, x];
    const radius = (diameterMm + ((otherDiameterMm - diameterMm) * along) / length) / 2;
    const angle = Math.min(Math.max((across - middle) / radius, -Math.PI / 2), Math.PI / 2);
    const position = middle + radius * Math.sin(angle);
    return isWidth ? { x: position, y } : { x, y: position };
  };
  return flattenRegion(region, toleranceMm).map((contour) =>
    contour.flatMap((from, index) => {
      const to = contour[(index + 1) % contour.length]!;
      const parts = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / longestMm));
      return Array.from({ length: parts }, (_, part) =>
        seen({ x: from.x + ((to.x - from.x) * part) / parts, y: from.y + ((to.y - from.y) * part) / parts }),
      );
    }),
  );
}
