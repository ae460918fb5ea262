/**
 * How long the machine takes, from its speeds: an estimate, as good as they are. Areas are marked in lines that lie one interval
 * apart; a gantry runs along the whole width of an area at the speed of marking, with a run-up at both ends, mirrors jump
 * over what is not marked; printers feed the sheet.
 */
import { boundsOf, regionArea, regionLength, type Box } from '../geometry';
import { machineKinds } from './machines';
import { isLine, type Heights, type Operation } from './operation';
import type { PairValues } from './pair';

export interface Work {
  /** Null where the machine's speeds say nothing about it. */
  readonly seconds: number | null;
  /** Of the lines that are followed, in millimetres; 0 for areas. */
  readonly lengthMm: number;
  /** Closed outlines. */
  readonly paths: number;
}

/** Seconds for an area within a box; null for machines that print the whole sheet at once. */
export function areaSeconds(
  { process }: Pick<PairValues, 'process'>,
  box: Box,
  areaMm2: number,
): number | null {
  const { lineIntervalMm, markMmPerS, overscanMm, travelMmPerS } = process;
  if (lineIntervalMm === null) return null;
  const lines = Math.ceil(box.height / lineIntervalMm - 1e-9);
  if (overscanMm !== null && overscanMm > 0) return (lines * (box.width + 2 * overscanMm)) / markMmPerS;
  const marked = areaMm2 / lineIntervalMm;
  const between = Math.max(0, lines * box.width - marked);
  return marked / markMmPerS + between / (travelMmPerS ?? markMmPerS);
}

/** Seconds that a printer feeds the sheet; null for other machines. */
export const feedSeconds = (
  { process, machine }: Pick<PairValues, 'process' | 'machine'>,
  heightMm: number,
): number | null =>
  process.lineIntervalMm === null && machineKinds[machine.kind].feedsPaper
    ? heightMm / process.markMmPerS
    : null;

/** Layers that an area is built of; what lies on the surface is one. */
const layersOf = (heights: Heights | undefined, { machine }: Pick<PairValues, 'machine'>): number =>
  heights === undefined || machine.layerMm === null ? 1 : (heights.toMm - heights.fromMm) / machine.layerMm;

/** What one operation takes. */
export function workOf(operation: Operation, pair: Pick<PairValues, 'process' | 'machine'>): Work {
  if (isLine(operation)) {
    const lengthMm = regionLength(operation.lines, operation.isOpen);
    const { cutMmPerS } = pair.process;
    return {
      seconds: cutMmPerS === null || lengthMm === 0 ? null : lengthMm / cutMmPerS,
      lengthMm,
      paths: operation.lines.length,
    };
  }
  const box = boundsOf(operation.area);
  const seconds = box === null ? null : areaSeconds(pair, box, regionArea(operation.area));
  return {
    seconds: seconds === null ? null : seconds * layersOf(operation.heights, pair),
    lengthMm: 0,
    paths: operation.area.length,
  };
}
