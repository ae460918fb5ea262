/**
 * What is lost when a picture is kept as quantised cosines of 8 by 8 blocks (ITU-T T.81, A.3), without the coding, which
 * loses nothing. Brightness alone: readers look at nothing else, and colour differences stay as they are.
 */

import type { Sensor } from './sensor';

/** Luminance quantisation, row by row (ITU-T T.81, table K.1). */
const tableK1 = [
  16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22,
  29, 51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103,
  121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99,
];

/** What the fast transform leaves each row and column too large by (Arai, Agui and Nakajima 1988). */
const scaleOf = (frequency: number): number =>
  frequency === 0 ? 1 : Math.SQRT2 * Math.cos((frequency * Math.PI) / 16);
const scales = Float64Array.from({ length: 64 }, (_, index) => scaleOf(index >> 3) * scaleOf(index & 7) * 8);

/** What a block is multiplied by on its way to whole steps and on its way back. */
interface Steps {
  readonly to: Float32Array;
  readonly from: Float32Array;
}
/** Steps of a share of the table; pictures that are sent on are kept in about half of it [from memory]. */
function stepsOf(share: number): Steps {
  // On the way between both transforms rows and columns are exchanged.
  const exchanged = (index: number): number => (index & 7) * 8 + (index >> 3);
  const size = (index: number): number => share * tableK1[exchanged(index)]!;
  return {
    to: Float32Array.from(scales, (scale, index) => 1 / (scale * size(index))),
    from: Float32Array.from(scales, (scale, index) => (scale * size(index)) / 64),
  };
}

/** Takes the loss in place, from a byte a pixel in the sensor's memory; steps of 0 take nothing. Blocks that reach over the edge repeat its last pixels. */
export function loseBlocks(
  sensor: Sensor,
  grey: number,
  width: number,
  height: number,
  stepShare: number,
): void {
  if (stepShare <= 0) return;
  const { to, from } = stepsOf(stepShare);
  // Room for a block, and for the same with rows and columns exchanged.
  const block = sensor.takeRow(128);
  sensor.arithmetic.loseBlocks(grey, width, height, sensor.keep(to), sensor.keep(from), block);
}

/** An 8 by 8 block to cosines, to whole steps, and back. */
export function quantise(sensor: Sensor, block: Float32Array, stepShare = 0.5): void {
  const { to, from } = stepsOf(stepShare);
  const place = sensor.takeRow(128);
  const [toPlace, fromPlace] = [sensor.keep(to), sensor.keep(from)];
  sensor.row(place, 64).set(block);
  sensor.arithmetic.quantise(place, toPlace, fromPlace);
  block.set(sensor.row(place, 64));
}
