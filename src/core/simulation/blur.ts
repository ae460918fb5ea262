/** What a lens and a moving hand take from a picture. */
import type { Lens } from './shot';

/** Half of a symmetric kernel, its middle first. */
export type Kernel = Float32Array;

/** A lens's Gaussian blur, and the way that the picture moves, along the rows of the sensor and across them. */
export function kernelsOf({ blurPx, motionPx, moves }: Lens): {
  readonly along: Kernel;
  readonly across: Kernel;
} {
  const still = kernelOf(blurPx, 0);
  const moving = motionPx === 0 ? still : kernelOf(blurPx, motionPx);
  return moves === 'along-rows' ? { along: moving, across: still } : { along: still, across: moving };
}

/** A Gaussian cut at three deviations, and drawn out over a way. */
function kernelOf(blurPx: number, wayPx: number): Kernel {
  const reach = Math.max(2, Math.ceil(2.5 * blurPx + wayPx / 2));
  const parts = Math.max(1, Math.round(2 * wayPx));
  const weights = Float32Array.from({ length: reach + 1 }, (_, away) => {
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
