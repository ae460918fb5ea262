/** The two ways to mark a piece beside each other: what the machine has to do for each. */
import { regionArea, regionLength } from '../geometry';
import type { OperationSheet } from './operation';
import type { PairValues } from './pair';

export interface Way {
  readonly areaMm2: number;
  /** Closed outlines. */
  readonly paths: number;
  /** What the tool travels while it marks: lines that fill areas, or edges; null where all is marked at once. */
  readonly lengthMm: number | null;
}

const areaKinds = new Set(['print', 'mark', 'raise', 'sink', 'kiss', 'open']);

/** Of what is marked on a sheet; not what is scored or cut around it. */
export function wayOf({ operations }: OperationSheet, { process }: Pick<PairValues, 'process'>): Way {
  let [areaMm2, paths, edgesMm, isEdges] = [0, 0, 0, false];
  for (const operation of operations) {
    if (!areaKinds.has(operation.kind)) continue;
    const region = 'lines' in operation ? operation.lines : operation.area;
    areaMm2 += Math.abs(regionArea(region));
    paths += region.length;
    if ('lines' in operation) [edgesMm, isEdges] = [edgesMm + regionLength(region), true];
  }
  const { lineIntervalMm } = process;
  return {
    areaMm2,
    paths,
    lengthMm: isEdges ? edgesMm : lineIntervalMm === null ? null : areaMm2 / lineIntervalMm,
  };
}
