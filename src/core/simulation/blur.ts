/** What a lens and a moving hand take from a picture. */
import type { Lens } from './shot';

/** Half of a symmetric kernel, its middle first. */
export type Kernel = Float64Array;

/** A lens's Gaussian blur, and the way that the picture moves, along the rows of the sensor and across them. */
export function kernelsOf({ blurPx, motionPx, moves }: Lens): {
  readonly along: Kernel;
  readonly across: Kernel;
} {
  const still = kernelOf(blurPx, 0);
  const moving = motionPx === 0 ? still : kernelOf(blurPx, motionPx);
  return moves === 'along rows' ? { along: moving, across: still } : { along: still, across: moving };
}

/** A Gaussian cut at three deviations, and drawn out over a way. */
function kernelOf(blurPx: number, wayPx: number): Kernel {
  const reach = Math.max(2, Math.ceil(2.5 * blurPx + wayPx / 2));
  const parts = Math.max(1, Math.round(2 * wayPx));
  const weights = Float64Array.from({ length: reach + 1 }, (_, away) => {
    let sum = 0;
    for (let part = 0; part < parts; part++) {
      const from = away - wayPx * ((part + 0.5) / parts - 0.5);
      sum += Math.exp(-(from * from) / (2 * blurPx * blurPx));
    }
    return sum;
  });
  const total = 2 * weights.reduce((sum, weight) => sum + weight, 0) - weights[0]!;
  return weights.map((weight) => weight / total);
}

/** Blurs along a row that goes on beyond its ends. */
export function blurAlong(light: Float32Array, blurred: Float32Array, kernel: Kernel): void {
  const reach = kernel.length - 1;
  const [middle, near, far] = kernel as unknown as readonly [number, number, number];
  if (reach === 2) {
    // Each value is fetched once and handed on.
    let [left2, left1, here, right1] = [light[0]!, light[1]!, light[2]!, light[3]!];
    for (let at = 0; at < blurred.length; at++) {
      const right2 = light[at + 4]!;
      blurred[at] = here * middle + (left1 + right1) * near + (left2 + right2) * far;
      left2 = left1;
      left1 = here;
      here = right1;
      right1 = right2;
    }
  } else
    for (let at = 0; at < blurred.length; at++) {
      let sum = light[at + reach]! * middle;
      for (let away = 1; away <= reach; away++)
        sum += (light[at + reach - away]! + light[at + reach + away]!) * kernel[away]!;
      blurred[at] = sum;
    }
}

/** Blurs a row across those above and below it, as many as the kernel reaches. */
export function blurAcross(rows: readonly Float32Array[], kernel: Kernel, blurred: Float32Array): void {
  const reach = kernel.length - 1;
  const [middle, near, far] = kernel as unknown as readonly [number, number, number];
  if (reach === 2) {
    const [above2, above1, here, below1, below2] = rows as FiveRows;
    for (let at = 0; at < blurred.length; at++)
      blurred[at] =
        here[at]! * middle + (above1[at]! + below1[at]!) * near + (above2[at]! + below2[at]!) * far;
    return;
  }
  const here = rows[reach]!;
  for (let at = 0; at < blurred.length; at++) blurred[at] = here[at]! * middle;
  for (let away = 1; away <= reach; away++) {
    const [above, below, weight] = [rows[reach - away]!, rows[reach + away]!, kernel[away]!];
    for (let at = 0; at < blurred.length; at++)
      blurred[at] = blurred[at]! + (above[at]! + below[at]!) * weight;
  }
}
export type FiveRows = readonly [Float32Array, Float32Array, Float32Array, Float32Array, Float32Array];
