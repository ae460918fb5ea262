/** Which points of a grid lie in an area. */
import { flattenRegion } from './booleans';
import { arcCentre, type Box, type Region, type Vertex } from './contour';

/** `columns * rows` points, `step` apart; the first lies half a step inside the corner. */
export interface SampleGrid {
  readonly x: number;
  readonly y: number;
  readonly step: number;
  readonly columns: number;
  readonly rows: number;
}

/** 1 for points inside (non-zero winding), row by row. Arcs are taken as straight edges within a twentieth of a step. */
export function sampleRegion(region: Region, grid: SampleGrid): Uint8Array {
  const { x, y, step, columns, rows } = grid;
  const crossings: { at: number; direction: number }[][] = Array.from({ length: rows }, () => []);
  for (const contour of flattenRegion(region, step / 20))
    contour.forEach((a, index) => {
      const b = contour[(index + 1) % contour.length]!;
      const direction = b.y > a.y ? 1 : -1;
      const [top, bottom] = direction > 0 ? [a, b] : [b, a];
      const first = Math.max(0, Math.ceil((top.y - y) / step - 0.5));
      for (let row = first; row < rows; row++) {
        const level = y + (row + 0.5) * step;
        if (level >= bottom.y) break;
        const share = (level - top.y) / (bottom.y - top.y);
        crossings[row]!.push({ at: top.x + share * (bottom.x - top.x), direction });
      }
    });
  const inside = new Uint8Array(columns * rows);
  crossings.forEach((row, index) => {
    row.sort((a, b) => a.at - b.at);
    let winding = 0;
    row.forEach(({ at, direction }, place) => {
      winding += direction;
      if (winding === 0) return;
      const end = row[place + 1]?.at ?? at;
      const from = Math.max(0, Math.ceil((at - x) / step - 0.5));
      const to = Math.min(columns, Math.ceil((end - x) / step - 0.5));
      if (to > from) inside.fill(1, index * columns + from, index * columns + to);
    });
  });
  return inside;
}

/** The box around all vertices and arcs, exactly; null for an empty region. */
export function boundsOf(region: Region): Box | null {
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (const contour of region)
    for (let index = 0; index < contour.length; index++) {
      const from = contour[index]!;
      left = Math.min(left, from.x);
      right = Math.max(right, from.x);
      top = Math.min(top, from.y);
      bottom = Math.max(bottom, from.y);
      if (!from.bulge) continue;
      const to = contour[index + 1 === contour.length ? 0 : index + 1]!;
      const centre = arcCentre(from, to, from.bulge);
      const radius = Math.hypot(from.x - centre.x, from.y - centre.y);
      if (arcReaches(from, from.bulge, centre, Math.PI)) left = Math.min(left, centre.x - radius);
      if (arcReaches(from, from.bulge, centre, 0)) right = Math.max(right, centre.x + radius);
      if (arcReaches(from, from.bulge, centre, -Math.PI / 2)) top = Math.min(top, centre.y - radius);
      if (arcReaches(from, from.bulge, centre, Math.PI / 2)) bottom = Math.max(bottom, centre.y + radius);
    }
  return left > right ? null : { x: left, y: top, width: right - left, height: bottom - top };
}

/** Whether an arc passes the direction of an angle, as seen from its centre. */
function arcReaches(from: Vertex, bulge: number, centre: Vertex, angle: number): boolean {
  const whole = 2 * Math.PI;
  const sign = Math.sign(bulge);
  const start = Math.atan2(from.y - centre.y, from.x - centre.x);
  const along = (angle - start) * sign;
  return along - whole * Math.floor(along / whole) <= Math.abs(4 * Math.atan(bulge));
}
