/** Whether a drawn finder pattern still shows dark and light in the proportions 1:1:3:1:1 (ISO/IEC 18004:2015, 6.3.3). */
import { crossingsOf, type Region } from '../geometry';
import { drawFinder } from './finders';
import type { FinderStyle } from './style';

export interface Proportions {
  /** The largest difference of a run from its 1 or 3 modules, as a share of it, on any line; Infinity where a line has other runs. */
  readonly worst: number;
  /** The line on which it was found: degrees from the horizontal, and modules off the middle. */
  readonly angleDegrees: number;
  readonly offsetModules: number;
}

const wanted = [1, 1, 3, 1, 1];

/** Rows and columns over the whole width of the centre, and lines through the middle in ten more directions. */
const lines: readonly (readonly [angleDegrees: number, offsetModules: number])[] = [
  ...[0, 90].flatMap((angle) => [-1, -0.5, 0, 0.5, 1].map((offset) => [angle, offset] as const)),
  ...[15, 30, 45, 60, 75, 105, 120, 135, 150, 165].map((angle) => [angle, 0] as const),
];

/** Measures the drawn pattern along all the lines. */
export function finderProportions(style: FinderStyle): Proportions {
  const { ring, centre } = drawFinder(style, 0);
  const region: Region = [...ring, ...centre];
  let worst: Proportions = { worst: 0, angleDegrees: 0, offsetModules: 0 };
  for (const [angleDegrees, offsetModules] of lines) {
    const difference = differenceAlong(region, (angleDegrees * Math.PI) / 180, offsetModules);
    if (difference > worst.worst) worst = { worst: difference, angleDegrees, offsetModules };
  }
  return worst;
}

function differenceAlong(region: Region, angle: number, offset: number): number {
  const point = { x: -Math.sin(angle) * offset, y: Math.cos(angle) * offset };
  const crossings = crossingsOf(region, point, { x: Math.cos(angle), y: Math.sin(angle) });
  if (crossings.length !== 6) return Infinity;
  const total = crossings[5]! - crossings[0]!;
  return Math.max(
    ...wanted.map((modules, run) => {
      const drawn = ((crossings[run + 1]! - crossings[run]!) * 7) / total;
      return Math.abs(drawn - modules) / modules;
    }),
  );
}
