/** The middle of the cut, half its width outside of what stays. */
import {
  fitArcs,
  flattenRegion,
  growRegion,
  offsetOutlines,
  regionArea,
  uniteRegion,
  type Contour,
  type Region,
} from '../geometry';

/** How far lines that had to be flattened may leave their arcs, in millimetres. */
const toleranceMm = 0.002;

/** Outlines that have not changed are the same objects as before. */
const knownLines = new WeakMap<Contour, { readonly mm: number; readonly lines: Region }>();

/**
 * Every outline of a region moved outwards by a distance in millimetres, inwards when negative. Gaps and openings that are
 * narrower than the cut close up: nothing is left of them.
 */
export function cutLines(region: Region, mm: number): Region {
  if (mm === 0) return region;
  return region.flatMap((contour) => {
    const known = knownLines.get(contour);
    if (known?.mm === mm) return known.lines;
    const lines = movedLines(contour, mm);
    knownLines.set(contour, { mm, lines });
    return lines;
  });
}

/** True arcs and exact corners where every edge can be moved by itself, else what the clipping library leaves. */
function movedLines(contour: Contour, mm: number): Region {
  const grown = growRegion([contour], mm, toleranceMm, 'mitre');
  const moved = offsetOutlines([contour], mm);
  return grown.length === 1 && !crossesItself(moved) && isAlike(moved, grown)
    ? moved
    : fitArcs(grown, 2 * toleranceMm);
}

/** What is counted twice, or the wrong way round, is no longer the sum of its parts once it is united. */
function crossesItself(region: Region): boolean {
  const flat = flattenRegion(region, toleranceMm);
  return Math.abs(regionArea(uniteRegion(flat, toleranceMm)) - regionArea(flat)) > 1e-5;
}

/** What flattening takes off an arc is less than the tolerance all along it, twice: before it is moved and after. */
function isAlike(region: Region, other: Region): boolean {
  const lengthMm = flattenRegion(region, toleranceMm)
    .flatMap((contour) =>
      contour.map((vertex, index) => [vertex, contour[(index + 1) % contour.length]!] as const),
    )
    .reduce((sum, [from, to]) => sum + Math.hypot(to.x - from.x, to.y - from.y), 0);
  return Math.abs(regionArea(region) - regionArea(other)) < 2 * toleranceMm * lengthMm;
}
