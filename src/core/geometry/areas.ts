/** The parts of an area that hang together: an outer outline with the holes in it. */
import { boundsOf } from './sample';
import { holdsPoint } from './nearness';
import { signedArea, type Box, type Contour, type Region } from './contour';

interface Outer {
  readonly contour: Contour;
  readonly bounds: Box;
  readonly areaMm2: number;
  readonly holes: Contour[];
}

const within = ({ x, y, width, height }: Box, point: { readonly x: number; readonly y: number }): boolean =>
  point.x >= x - 1e-9 && point.y >= y - 1e-9 && point.x <= x + width + 1e-9 && point.y <= y + height + 1e-9;

/**
 * One region for each outer outline, in their order, holes behind it. Holes belong to the smallest outline around
 * them; one that lies in none is left out, for it bounds nothing.
 */
export function connectedAreas(region: Region): readonly Region[] {
  const outers: Outer[] = [];
  const holes: Contour[] = [];
  for (const contour of region) {
    const areaMm2 = signedArea(contour);
    if (areaMm2 <= 0) holes.push(contour);
    else outers.push({ contour, bounds: boundsOf([contour])!, areaMm2, holes: [] });
  }
  const rising = [...outers].sort((a, b) => a.areaMm2 - b.areaMm2);
  for (const hole of holes) {
    const inside = insideOf(hole);
    rising
      .find(({ contour, bounds }) => within(bounds, inside) && holdsPoint([contour], inside))
      ?.holes.push(hole);
  }
  return outers.map(({ contour, holes: inner }) => [contour, ...inner]);
}

/** A point beside the first straight edge or chord of a hole, within the hole. */
function insideOf(hole: Contour): { x: number; y: number } {
  const [a, b] = [hole[0]!, hole[1]!];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  // Holes run against the clock, so their inside is to the left of their way, which on screen is up from it.
  const step = Math.min(length, 1) * 1e-4;
  const bulge = a.bulge ?? 0;
  // On an arc the middle lies off the chord by half the chord times the bulge.
  const off = (bulge * length) / 2;
  const normal = { x: (b.y - a.y) / length, y: -(b.x - a.x) / length };
  return {
    x: (a.x + b.x) / 2 + normal.x * (off + step),
    y: (a.y + b.y) / 2 + normal.y * (off + step),
  };
}
