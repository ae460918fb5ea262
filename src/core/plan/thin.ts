/** Where marks are thinner than what the machine can make. */
import { connectedAreas, cutRegion, growRegion, regionArea, type Region } from '../geometry';
import { isLine, type OperationSheet } from './operation';

/** A mark as wide as the element is wide enough. */
const spared = 0.98;
/** Parts smaller than this share of an element's square are what is left of rounding. */
const leastShare = 0.05;

/**
 * What of the areas is lost when a disc as wide as the element has to fit into it: drawn in by half of that and out again, the
 * rest stays, with its corners. In millimetres; empty where everything is wide enough.
 */
export function thinParts({ operations }: OperationSheet, elementMm: number): Region {
  const tolerance = elementMm / 50;
  const distance = (elementMm / 2) * spared;
  return operations.flatMap((operation) => {
    if (isLine(operation) || operation.kind === 'base' || operation.area.length === 0) return [];
    const kept = growRegion(growRegion(operation.area, -distance, tolerance), distance, tolerance, 'mitre');
    const lost = cutRegion(operation.area, kept, tolerance);
    return connectedAreas(lost)
      .filter((area) => regionArea(area) > leastShare * elementMm ** 2)
      .flat();
  });
}
