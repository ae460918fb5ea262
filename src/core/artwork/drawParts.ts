/** Outlines of modules that are split into parts. */
import type { Region } from '../geometry';
import { partsPerModule } from '../logo';
import { type HalfTone, outerPart } from './halfTone';
import { drawModules, type KeptPlaces } from './modules';
import { type ModuleStyle, squareModules } from './style';

/** A region in parts of modules, in modules. */
export const inModules = (region: Region): Region =>
  region.map((contour) =>
    contour.map((vertex) => ({ ...vertex, x: placeOfPart(vertex.x), y: placeOfPart(vertex.y) })),
  );

/** The middle part is wider than the others, which readers need. */
function placeOfPart(parts: number): number {
  const module = Math.floor(parts / partsPerModule);
  const within = parts - module * partsPerModule;
  const edges = [0, outerPart, 1 - outerPart, 1];
  const place = Math.floor(within);
  return module + edges[place]! + (edges[place + 1]! - edges[place]!) * (within - place);
}

/** Modules that are split as their parts, the others whole. What is joined is joined across both. */
export function drawParts(
  dark: Uint8Array,
  size: number,
  style: ModuleStyle,
  keeps: KeptPlaces,
  { split, dark: darkParts }: HalfTone,
): Region {
  const across = size * partsPerModule;
  const whole = (cell: number): number => Math.floor(cell / partsPerModule);
  const parts = new Uint8Array(across * across);
  const isJoined = style.join === 'all';
  for (let part = 0; part < parts.length; part++) {
    const module = whole(Math.floor(part / across)) * size + whole(part % across);
    parts[part] = split[module] === 1 ? darkParts[part]! : isJoined ? dark[module]! : 0;
  }
  const onGrid = (value: number): boolean => value % partsPerModule === 0;
  const drawn = inModules(
    drawModules(parts, across, style, {
      isSquare: ({ x, y }) =>
        onGrid(x) && onGrid(y) && keeps.isSquare({ x: x / partsPerModule, y: y / partsPerModule }),
      isTaken: (x, y) => keeps.isTaken(whole(x), whole(y)),
    }),
  );
  if (isJoined) return drawn;
  const unsplit = dark.map((isDark, module) => (split[module] === 1 ? 0 : isDark));
  return [...drawModules(unsplit, size, style, keeps), ...drawn];
}

/** Parts in one colour of a picture. */
export interface ColouredArea {
  /** `#rrggbb`. */
  readonly colour: string;
  readonly isDark: boolean;
  readonly area: Region;
}

/** Light parts as squares, dark ones in the shape of the modules. */
export const colouredAreas = ({ colours }: HalfTone, size: number, style: ModuleStyle): ColouredArea[] =>
  colours.map(({ colour, isDark, parts }) => ({
    colour,
    isDark,
    area: inModules(drawModules(parts, size * partsPerModule, isDark ? style : squareModules)),
  }));
