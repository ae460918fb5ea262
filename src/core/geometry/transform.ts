/** Areas turned about a point and stretched. */
import { flattenRegion } from './booleans';
import type { Box, Region, Vertex } from './contour';
import { fitArcs } from './fitArcs';

export function turnPoint({ x, y }: Vertex, centre: Vertex, turn: number): { x: number; y: number } {
  const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
  const [dx, dy] = [x - centre.x, y - centre.y];
  return { x: centre.x + dx * cosine - dy * sine, y: centre.y + dx * sine + dy * cosine };
}

/** Turned about a point by radians, clockwise on screen. Quarter turns keep right angles exact. */
export function turnRegion(region: Region, centre: Vertex, turn: number): Region {
  if (turn === 0) return region;
  const quarters = turn / (Math.PI / 2);
  const isQuarter = Math.abs(quarters - Math.round(quarters)) < 1e-9;
  const cosine = isQuarter ? Math.round(Math.cos(turn)) : Math.cos(turn);
  const sine = isQuarter ? Math.round(Math.sin(turn)) : Math.sin(turn);
  return region.map((contour) =>
    contour.map(({ x, y, bulge }) => {
      const [dx, dy] = [x - centre.x, y - centre.y];
      return { x: centre.x + dx * cosine - dy * sine, y: centre.y + dx * sine + dy * cosine, bulge };
    }),
  );
}

/** The upright box around a box that is turned about its middle. */
export function turnedBounds(width: number, height: number, turn: number): { width: number; height: number } {
  const [cosine, sine] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))];
  const clean = (value: number): number => Number(value.toFixed(9));
  return { width: clean(width * cosine + height * sine), height: clean(width * sine + height * cosine) };
}

/** Stretched so that one box becomes another. Arcs are kept when both directions are stretched alike, else fitted again. */
export function stretchRegion(region: Region, from: Box, to: Box, tolerance: number): Region {
  const across = to.width / (from.width || 1);
  const down = to.height / (from.height || 1);
  const isEven = Math.abs(across - down) < 1e-6 * Math.max(across, down);
  const source = isEven ? region : flattenRegion(region, tolerance / (2 * Math.max(across, down)));
  const stretched = source.map((contour) =>
    contour.map(({ x, y, bulge }) => ({
      x: to.x + (x - from.x) * across,
      y: to.y + (y - from.y) * down,
      bulge,
    })),
  );
  return isEven ? stretched : fitArcs(stretched, tolerance);
}
