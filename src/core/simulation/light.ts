/** Light on the rows of a picture: how it falls off, where a shadow's edge lies, and what is mirrored. */
import type { Light } from './shot';

/** Fills a row with the light on the piece, and with that which is mirrored, both in steps. */
type LightRow = (row: number, lit: Float32Array, shine: Float32Array) => void;

/** Half of the width of a shadow's edge, in pixels: the sun has half a degree [geometry, of what stands a metre away]. */
const edgePx = 2;

/** On a picture of a side, in the middle of which lies a code that is so wide. */
export function lightOn(
  { leastLight, lightFrom, shadow, glare, veil, white }: Light,
  side: number,
  fieldPx: number,
  steps: number,
): LightRow {
  const fall = (1 - leastLight) / fieldPx;
  const [lightRight, lightDown] = [Math.cos(lightFrom) * fall, Math.sin(lightFrom) * fall];
  const veiled = veil * white[1] * steps;
  const across =
    glare === null
      ? null
      : Float32Array.from({ length: side }, (_, column) =>
          fallOff(column - side / 2 - glare.right, glare.spread),
        );
  return (row, lit, shine) => {
    const atStart = (1 + leastLight) / 2 + (row - side / 2) * lightDown - (side / 2) * lightRight;
    for (let column = 0; column < side; column++)
      lit[column] = Math.min(Math.max(atStart + column * lightRight, leastLight), 1) * steps;
    if (shadow !== null) {
      const [right, down] = [Math.cos(shadow.from), Math.sin(shadow.from)];
      const start = (row - side / 2) * down - (side / 2) * right + shadow.aside * fieldPx;
      for (let column = 0; column < side; column++) {
        const within = Math.min(Math.max((start + column * right) / (2 * edgePx) + 0.5, 0), 1);
        lit[column] = lit[column]! * (shadow.light + (1 - shadow.light) * within);
      }
    }
    if (glare === null || across === null) {
      if (shine[0] !== veiled) shine.fill(veiled);
      return;
    }
    const peak = glare.peak * steps * white[1] * fallOff(row - side / 2 - glare.down, glare.spread);
    for (let column = 0; column < side; column++) shine[column] = veiled + peak * across[column]!;
  };
}

const fallOff = (away: number, spread: number): number => Math.exp(-(away * away) / (2 * spread * spread));
