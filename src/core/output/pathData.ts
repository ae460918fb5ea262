/** SVG path data of outlines (SVG 1.1, 8.3): absolute commands only, ten-thousandths of a unit. */
import { arcRadius, type Contour, type Region } from '../geometry';

/** Steps to a unit: coordinates are rounded to ten-thousandths. */
const steps = 10000;

/** `.0001` to `.9999` without trailing zeros, and nothing for 0. */
const fractions = Array.from({ length: steps }, (_, step) =>
  step === 0 ? '' : `.${String(step).padStart(4, '0').replace(/0+$/, '')}`,
);

/** A number with at most four decimals and no trailing zeros; the same bytes on every machine. */
export function decimal(value: number): string {
  return ofSteps(Math.round(value * steps));
}

function ofSteps(count: number): string {
  if (count < 0) return `-${ofSteps(-count)}`;
  return Math.floor(count / steps) + fractions[count % steps]!;
}

/** Closed subpaths, one for each outline. Joined at the end: strings grown bit by bit are slow to collect. */
export function pathData(region: Region): string {
  const parts: string[] = [];
  for (const contour of region) addSubpath(parts, contour);
  return parts.join('');
}

function addSubpath(parts: string[], contour: Contour): void {
  const first = contour[0]!;
  let x = Math.round(first.x * steps);
  let y = Math.round(first.y * steps);
  parts.push('M', ofSteps(x), ' ', ofSteps(y));
  for (let index = 0; index < contour.length; index++) {
    const from = contour[index]!;
    const isLast = index === contour.length - 1;
    // Closing draws the last straight edge.
    if (isLast && !from.bulge) break;
    const to = isLast ? first : contour[index + 1]!;
    const toX = Math.round(to.x * steps);
    const toY = Math.round(to.y * steps);
    if (from.bulge) {
      const radius = decimal(arcRadius(from, to, from.bulge));
      const flags = `${Math.abs(from.bulge) > 1 ? ' 0 1 ' : ' 0 0 '}${from.bulge > 0 ? '1 ' : '0 '}`;
      parts.push('A', radius, ' ', radius, flags, ofSteps(toX), ' ', ofSteps(toY));
    } else if (toY === y) parts.push('H', ofSteps(toX));
    else if (toX === x) parts.push('V', ofSteps(toY));
    else parts.push('L', ofSteps(toX), ' ', ofSteps(toY));
    x = toX;
    y = toY;
  }
  parts.push('Z');
}
