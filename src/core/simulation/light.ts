/** Light on the rows of a picture: how it falls off, where a shadow's edge lies, and what is mirrored. */
import type { Sensor } from './sensor';
import type { Light } from './shot';

/** The light on a row of the piece, and that which is mirrored in it: rows of the sensor's memory, in steps. */
export interface Lights {
  readonly lit: number;
  readonly shine: number;
  readonly fill: (row: number) => void;
}

/** Half of the width of a shadow's edge, in pixels: the sun has half a degree [geometry, of what stands a metre away]. */
const edgePx = 2;

/** On a picture of a side, in the middle of which lies a code that is so wide. */
export function lightOn(
  sensor: Sensor,
  { leastLight, lightFrom, shadow, glare, veil, white }: Light,
  side: number,
  fieldPx: number,
  steps: number,
): Lights {
  const fall = (1 - leastLight) / fieldPx;
  const [lightRight, lightDown] = [Math.cos(lightFrom) * fall, Math.sin(lightFrom) * fall];
  const veiled = veil * white[1] * steps;
  const across =
    glare === null
      ? null
      : Float32Array.from({ length: side }, (_, column) =>
          fallOff(column - side / 2 - glare.right, glare.spread),
        );
  const [lit, shine] = [sensor.takeRow(side), sensor.takeRow(side)];
  sensor.row(shine, side).fill(veiled);
  return {
    lit,
    shine,
    fill: (row) => {
      const atStart = (1 + leastLight) / 2 + (row - side / 2) * lightDown - (side / 2) * lightRight;
      sensor.arithmetic.evenLight(lit, side, atStart, lightRight, leastLight, steps);
      if (shadow !== null) {
        const [right, down] = [Math.cos(shadow.from), Math.sin(shadow.from)];
        const start = (row - side / 2) * down - (side / 2) * right + shadow.aside * fieldPx;
        const values = sensor.row(lit, side);
        for (let column = 0; column < side; column++) {
          const within = Math.min(Math.max((start + column * right) / (2 * edgePx) + 0.5, 0), 1);
          values[column] = values[column]! * (shadow.light + (1 - shadow.light) * within);
        }
      }
      if (glare === null || across === null) return;
      const peak = glare.peak * steps * white[1] * fallOff(row - side / 2 - glare.down, glare.spread);
      const values = sensor.row(shine, side);
      for (let column = 0; column < side; column++) values[column] = veiled + peak * across[column]!;
    },
  };
}

const fallOff = (away: number, spread: number): number => Math.exp(-(away * away) / (2 * spread * spread));
