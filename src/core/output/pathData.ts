/** SVG path data of outlines (SVG 1.1, 8.3): absolute commands only, ten-thousandths of a unit. */
import { arcRadius, type Contour, type Region, type Vertex } from '../geometry';

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

/** Closed subpaths, one for each outline. */
export function pathData(region: Region): string {
  let data = '';
  for (const contour of region) data += subpath(contour);
  return data;
}

function subpath(contour: Contour): string {
  const first = contour[0]!;
  let x = Math.round(first.x * steps);
  let y = Math.round(first.y * steps);
  let data = `M${ofSteps(x)} ${ofSteps(y)}`;
  for (let index = 0; index < contour.length; index++) {
    const from = contour[index]!;
    const isLast = index === contour.length - 1;
    // Closing draws the last straight edge.
    if (isLast && !from.bulge) break;
    const to = isLast ? first : contour[index + 1]!;
    const toX = Math.round(to.x * steps);
    const toY = Math.round(to.y * steps);
    if (from.bulge) data += `${arc(from, to, from.bulge)} ${ofSteps(toX)} ${ofSteps(toY)}`;
    else if (toY === y) data += `H${ofSteps(toX)}`;
    else if (toX === x) data += `V${ofSteps(toY)}`;
    else data += `L${ofSteps(toX)} ${ofSteps(toY)}`;
    x = toX;
    y = toY;
  }
  return `${data}Z`;
}

/** The arc command without its end point. */
function arc(from: Vertex, to: Vertex, bulge: number): string {
  const radius = decimal(arcRadius(from, to, bulge));
  return `A${radius} ${radius} 0 ${Math.abs(bulge) > 1 ? 1 : 0} ${bulge > 0 ? 1 : 0}`;
}
