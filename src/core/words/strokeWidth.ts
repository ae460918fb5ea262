/** How thick the strokes of a sign are at their thinnest. */
import { largestHolding } from '../numbers';
import { growRegion, regionArea, type Region } from '../geometry';

/** Ink that may be lost before a stroke counts as lost: the tips of pointed corners are. */
const lostShare = 0.02;
const thickestEm = 0.6;
const toleranceEm = 1 / 1500;

/**
 * The widest line that still fits every stroke, in the units of the area: what is left when the outlines move in by half
 * of it and out again is, but for a fiftieth of the ink, what was there. Infinite for an area without ink.
 */
export function strokeWidth(area: Region): number {
  const whole = regionArea(area);
  if (whole <= 0) return Infinity;
  const isKept = (width: number): boolean => {
    const inset = growRegion(area, -width / 2, toleranceEm, 'mitre');
    if (inset.length === 0) return false;
    return whole - regionArea(growRegion(inset, width / 2, toleranceEm, 'mitre')) <= lostShare * whole;
  };
  return largestHolding(0, thickestEm, thickestEm / 512, isKept);
}
