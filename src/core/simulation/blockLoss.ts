/**
 * What is lost when a picture is kept as quantised cosines of 8 by 8 blocks (ITU-T T.81, A.3), without the coding, which
 * loses nothing. Brightness alone: readers look at nothing else, and colour differences stay as they are.
 */

/** Luminance quantisation, row by row (ITU-T T.81, table K.1). */
const tableK1 = [
  16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22,
  29, 51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103,
  121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99,
];

/** What the fast transform leaves each row and column too large by (Arai, Agui and Nakajima 1988). */
const scaleOf = (frequency: number): number =>
  frequency === 0 ? 1 : Math.SQRT2 * Math.cos((frequency * Math.PI) / 16);
const scales = Float64Array.from({ length: 64 }, (_, at) => scaleOf(at >> 3) * scaleOf(at & 7) * 8);

/** What a block is multiplied by on its way to whole steps and on its way back. */
interface Steps {
  readonly to: Float64Array;
  readonly from: Float64Array;
}
const known = new Map<number, Steps>();
/** Steps of a share of the table; pictures that are sent on are kept in about half of it [from memory]. */
function stepsOf(share: number): Steps {
  let steps = known.get(share);
  if (steps === undefined) {
    steps = {
      to: scales.map((scale, at) => 1 / (scale * share * tableK1[at]!)),
      from: scales.map((scale, at) => (scale * share * tableK1[at]!) / 64),
    };
    known.set(share, steps);
  }
  return steps;
}

/** Takes the loss in place, from a byte a pixel; steps of 0 take nothing. Blocks that reach over the edge repeat its last pixels. */
export function loseBlocks(grey: Uint8ClampedArray, width: number, height: number, stepShare: number): void {
  if (stepShare <= 0) return;
  const steps = stepsOf(stepShare);
  const block = new Float64Array(64);
  for (let top = 0; top < height; top += 8)
    for (let left = 0; left < width; left += 8) {
      const rows = Math.min(8, height - top);
      const columns = Math.min(8, width - left);
      const start = top * width + left;
      if (rows === 8 && columns === 8)
        for (let at = 0; at < 64; at++) block[at] = grey[start + (at >> 3) * width + (at & 7)]! - 128;
      else
        for (let at = 0; at < 64; at++)
          block[at] =
            grey[start + Math.min(at >> 3, rows - 1) * width + Math.min(at & 7, columns - 1)]! - 128;
      quantise(block, steps);
      for (let row = 0; row < rows; row++)
        for (let column = 0; column < columns; column++)
          grey[start + row * width + column] = block[row * 8 + column]! + 128;
    }
}

/** An 8 by 8 block to cosines, to whole steps, and back. */
export function quantise(block: Float64Array, steps = stepsOf(0.5)): void {
  for (let row = 0; row < 64; row += 8) toCosines(block, row, 1);
  for (let column = 0; column < 8; column++) toCosines(block, column, 8);
  for (let at = 0; at < 64; at++) block[at] = Math.floor(block[at]! * steps.to[at]! + 0.5) * steps.from[at]!;
  for (let column = 0; column < 8; column++) fromCosines(block, column, 8);
  for (let row = 0; row < 64; row += 8) fromCosines(block, row, 1);
}

const [cos2, cos4, cos6] = [2, 4, 6].map((sixteenths) => Math.cos((sixteenths * Math.PI) / 16)) as [
  number,
  number,
  number,
];

/** Eight values to cosines of rising frequency, each too large by its scale. */
function toCosines(values: Float64Array, at: number, step: number): void {
  const [at1, at2, at3, at4] = [at + step, at + 2 * step, at + 3 * step, at + 4 * step];
  const [at5, at6, at7] = [at + 5 * step, at + 6 * step, at + 7 * step];
  const sum0 = values[at]! + values[at7]!;
  const sum1 = values[at1]! + values[at6]!;
  const sum2 = values[at2]! + values[at5]!;
  const sum3 = values[at3]! + values[at4]!;
  const odd0 = values[at]! - values[at7]!;
  const odd1 = values[at1]! - values[at6]! + odd0;
  const odd2 = values[at2]! - values[at5]! + values[at1]! - values[at6]!;
  const odd3 = values[at3]! - values[at4]! + values[at2]! - values[at5]!;

  const even0 = sum0 + sum3;
  const even1 = sum1 + sum2;
  const even2 = sum0 - sum3;
  const turned = (sum1 - sum2 + even2) * cos4;
  values[at] = even0 + even1;
  values[at4] = even0 - even1;
  values[at2] = even2 + turned;
  values[at6] = even2 - turned;

  const common = (odd3 - odd1) * cos6;
  const low = odd3 * (cos2 - cos6) + common;
  const high = odd1 * (cos2 + cos6) + common;
  const middle = odd2 * cos4;
  const plus = odd0 + middle;
  const minus = odd0 - middle;
  values[at5] = minus + low;
  values[at3] = minus - low;
  values[at1] = plus + high;
  values[at7] = plus - high;
}

/** The way back. */
function fromCosines(values: Float64Array, at: number, step: number): void {
  const [at1, at2, at3, at4] = [at + step, at + 2 * step, at + 3 * step, at + 4 * step];
  const [at5, at6, at7] = [at + 5 * step, at + 6 * step, at + 7 * step];
  const plus = values[at]! + values[at4]!;
  const minus = values[at]! - values[at4]!;
  const sum = values[at2]! + values[at6]!;
  const turned = (values[at2]! - values[at6]!) * 2 * cos4 - sum;
  const even0 = plus + sum;
  const even3 = plus - sum;
  const even1 = minus + turned;
  const even2 = minus - turned;

  const sum35 = values[at5]! + values[at3]!;
  const difference53 = values[at5]! - values[at3]!;
  const sum17 = values[at1]! + values[at7]!;
  const difference17 = values[at1]! - values[at7]!;
  const odd0 = sum17 + sum35;
  const common = (difference53 + difference17) * 2 * cos2;
  const odd1 = common - difference53 * 2 * (cos2 + cos6) - odd0;
  const odd2 = (sum17 - sum35) * 2 * cos4 - odd1;
  const odd3 = common - difference17 * 2 * (cos2 - cos6) - odd2;
  values[at] = even0 + odd0;
  values[at7] = even0 - odd0;
  values[at1] = even1 + odd1;
  values[at6] = even1 - odd1;
  values[at2] = even2 + odd2;
  values[at5] = even2 - odd2;
  values[at3] = even3 + odd3;
  values[at4] = even3 - odd3;
}
