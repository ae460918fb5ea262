/** SVG path data of outlines (SVG 1.1, 8.3): absolute commands only, ten-thousandths of a unit. */
import { arcRadius, type Contour, type Region, type Vertex } from '../geometry';

/** A number with at most four decimals and no trailing zeros; the same bytes on every machine. */
export function decimal(value: number): string {
  const rounded = Math.round(value * 10000) / 10000;
  return String(rounded === 0 ? 0 : rounded);
}

/** Closed subpaths, one for each outline. */
export function pathData(region: Region): string {
  return region.map(subpath).join('');
}

function subpath(contour: Contour): string {
  const first = contour[0]!;
  let data = `M${decimal(first.x)} ${decimal(first.y)}`;
  contour.forEach((vertex, index) => {
    const isLast = index === contour.length - 1;
    // Closing draws the last straight edge.
    if (!isLast || vertex.bulge) data += edge(vertex, isLast ? first : contour[index + 1]!);
  });
  return `${data}Z`;
}

function edge(from: Vertex, to: Vertex): string {
  const x = decimal(to.x);
  const y = decimal(to.y);
  if (from.bulge) {
    const radius = decimal(arcRadius(from, to, from.bulge));
    return `A${radius} ${radius} 0 ${Math.abs(from.bulge) > 1 ? 1 : 0} ${from.bulge > 0 ? 1 : 0} ${x} ${y}`;
  }
  if (decimal(from.y) === y) return `H${x}`;
  return decimal(from.x) === x ? `V${y}` : `L${x} ${y}`;
}
