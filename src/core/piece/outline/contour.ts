/** The cut line around everything that lies on a piece: closed, in one part, outside all of it. */
import { smallestHolding } from '../../numbers';
import {
  convexHull,
  cutRegion,
  fitArcs,
  growRegion,
  uniteRegion,
  type Contour,
  type Region,
} from '../../geometry';
import { clockwise, largestOf, outlineToleranceMm } from './outlines';
import type { OutlineSettings } from './schema';

export interface StickerContour {
  readonly edge: Contour;
  /** The coloured band, reaching beyond the edge by the bleed. */
  readonly border: Region;
}

const tolerance = outlineToleranceMm / 2;

/** Null when there is nothing to go around. */
export function contourAround(
  covered: Region,
  { paddingMm, borderMm, corner }: Extract<OutlineSettings, { kind: 'contour' }>,
  bleedMm: number,
): StickerContour | null {
  const hull = joined(covered);
  if (hull === null) return null;
  const inner = paddingMm === 0 ? hull : only(growRegion([hull], paddingMm, tolerance, corner));
  const edge = fitted(only(growRegion([hull], paddingMm + borderMm, tolerance, corner)));
  const outer = bleedMm === 0 ? [edge] : growRegion([edge], bleedMm, tolerance);
  const border =
    borderMm + bleedMm === 0 ? [] : fitArcs(cutRegion(outer, [inner], tolerance), outlineToleranceMm);
  return { edge, border };
}

const fitted = (contour: Contour): Contour => fitArcs([contour], outlineToleranceMm)[0]!;

const outers = (region: Region): Region => region.filter((contour) => contour.length > 2 && isOuter(contour));
const isOuter = (contour: Contour): boolean => clockwise(contour) === contour;
const only = (region: Region): Contour => largestOf(outers(region));

/** Coarse enough to look for how far apart things are. */
const searchTolerance = 0.15;

/**
 * Everything covered as one area without holes: gaps are closed by growing until all is one and shrinking back, by as
 * little as is enough.
 */
function joined(covered: Region): Contour | null {
  const whole = outers(uniteRegion(covered, tolerance));
  if (whole.length === 0) return null;
  if (whole.length === 1) return whole[0]!;
  const isOne = (mm: number): boolean => outers(growRegion(whole, mm, searchTolerance)).length === 1;
  let most = 1;
  while (!isOne(most) && most < 2000) most *= 2;
  const touching = smallestHolding(0, most, most / 32, isOne);
  // More than touching, until shrinking back leaves a neck that holds.
  let reach = touching * 1.3 + 2;
  for (let tries = 0; tries < 12; tries++, reach *= 1.5) {
    const grown = outers(growRegion(whole, reach, outlineToleranceMm));
    const back = outers(growRegion(grown, -reach, outlineToleranceMm));
    const filled = outers(uniteRegion([...back, ...whole], tolerance));
    if (filled.length === 1) return filled[0]!;
  }
  // What lies so thinly that no neck holds gets the outline around all of it.
  return convexHull(whole.flat(), tolerance);
}
