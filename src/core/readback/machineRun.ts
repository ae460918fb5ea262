/** What a machine does of a file, way by way: programs as they run, drawings as they lie in the file. */
import { flattenRegion } from '../geometry';
import type { PairValues } from '../plan';
import type { ReadPath } from './drawing';
import { runGcode, type Move } from './gcodeFile';
import type { ReadSetting } from './readFile';

/** Ways one after the other; five numbers each: where it begins and ends in millimetres, and 1 where the tool marks. */
export interface MachineRun {
  readonly ways: Float32Array;
  /** When each way ends, in seconds from the start. */
  readonly ends: Float64Array;
  /** Parts of the run by name, each with its first way. */
  readonly parts: readonly { readonly name: string; readonly first: number }[];
}

export const numbersPerWay = 5;

function packed(moves: readonly Move[]): MachineRun {
  const ways = new Float32Array(moves.length * numbersPerWay);
  const ends = new Float64Array(moves.length);
  const parts: { name: string; first: number }[] = [];
  let seconds = 0;
  moves.forEach(({ from, to, marks, mmPerS, layer }, index) => {
    ways.set([from.x, from.y, to.x, to.y, marks ? 1 : 0], index * numbersPerWay);
    seconds += Math.hypot(to.x - from.x, to.y - from.y) / mmPerS;
    ends[index] = seconds;
    if (layer !== '' && parts.at(-1)?.name !== layer) parts.push({ name: layer, first: index });
  });
  return { ways, ends, parts };
}

export const runOfProgram = (bytes: Uint8Array, setting: ReadSetting): MachineRun =>
  packed(runGcode(new TextDecoder().decode(bytes), setting));

/** Outlines in the order of the file, for machines that follow all that they make. */
export function runOfDrawing(
  paths: readonly ReadPath[],
  { process }: Pick<PairValues, 'process'>,
): MachineRun {
  const { markMmPerS, cutMmPerS, travelMmPerS } = process;
  const cut = cutMmPerS ?? markMmPerS;
  const travel = travelMmPerS ?? cut;
  const moves: Move[] = [];
  let head = { x: 0, y: 0 };
  const go = (to: { x: number; y: number }, marks: boolean, layer: string): void => {
    moves.push({ from: head, to, marks, mmPerS: marks ? cut : travel, layer });
    head = to;
  };
  for (const { layer, contour } of paths) {
    const [points] = flattenRegion([contour], 0.02);
    go(points![0]!, false, layer);
    for (let corner = 1; corner <= points!.length; corner++)
      go(points![corner % points!.length]!, true, layer);
  }
  return packed(moves);
}
