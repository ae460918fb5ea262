/** Dark modules as outlines: units alone or joined, with treated corners. */
import {
  traceBitmap,
  treatCorners,
  type Contour,
  type Corner,
  type Quadrant,
  type Region,
  type Vertex,
} from '../geometry';
import type { ModuleStyle } from './style';

/** Units that are not joined are parted by at least this share of a module, so that no two outlines share an edge. */
const leastGap = 0.04;

/** Quadrants that are treated, by the name of the choice: upper left, upper right, lower right, lower left. */
const treatedQuadrants: Readonly<Record<ModuleStyle['corners'], readonly Quadrant[]>> = {
  all: [0, 1, 2, 3],
  falling: [0, 2],
  rising: [1, 3],
  upper: [0, 1],
  lower: [2, 3],
  left: [0, 3],
  right: [1, 2],
};

/** How far the sides of a unit lie within its module. */
export function unitInset({ fill, join, corner, cornerSize, corners }: ModuleStyle): number {
  const inset = (1 - fill) / 2;
  // Full circles and diamonds only touch their neighbours in a point.
  const touchesInPoints = corner !== 'scoop' && corners === 'all' && cornerSize === 0.5 && join === 'none';
  return join === 'all' || touchesInPoints ? inset : Math.max(inset, leastGap / 2);
}

/** Narrowest dark part and narrowest light gap, in modules; gaps at corners that only touch are left out. */
export function thinnestParts(style: ModuleStyle): { readonly dark: number; readonly light: number } {
  const side = 1 - 2 * unitInset(style);
  const leg = style.cornerSize * side;
  const { corner, join } = style;
  const both = style.corners === 'all' ? 2 : 1;
  const dark =
    corner === 'scoop'
      ? Math.min(side - both * leg, side * Math.SQRT2 - both * leg)
      : corner === 'cut'
        ? Math.min(side, Math.SQRT2 * (side - (both * leg) / 2))
        : side;
  const bridge = join === 'all' && style.diagonal === 'bridge' ? style.diagonalModules : Infinity;
  return { dark: Math.min(dark, bridge), light: join === 'all' ? 1 : 1 - side };
}

/**
 * Least distance between dark outlines in modules, with that between corners that only touch. Outlines that grow by half
 * of it meet.
 */
export function narrowestGap(style: ModuleStyle): number {
  const inset = unitInset(style);
  if (style.join !== 'all') return 2 * inset;
  if (style.diagonal === 'bridge' && style.diagonalModules > 0) return 1;
  const leg = style.corners === 'all' ? style.cornerSize * (1 - 2 * inset) : 0;
  const depth = { round: leg * (Math.SQRT2 - 1), cut: leg / Math.SQRT2, scoop: leg }[style.corner];
  const parted = style.diagonal === 'gap' ? style.diagonalModules : 0;
  return Math.min(1, Math.max(2 * Math.SQRT2 * inset + 2 * depth, parted));
}

/** Area of one unit that stands alone, as a share of the module. */
export function unitArea(style: ModuleStyle): number {
  const side = 1 - 2 * unitInset(style);
  const leg = style.cornerSize * side;
  const lost = { round: 1 - Math.PI / 4, cut: 0.5, scoop: Math.PI / 4 }[style.corner];
  return side * side - treatedQuadrants[style.corners].length * lost * leg * leg;
}

/** What lies among the modules and is drawn whole. */
export interface KeptPlaces {
  /** Corners that stay square. */
  readonly isSquare: (vertex: Vertex) => boolean;
  /** Cells that are not set because something else is drawn there; no bridge leads over them. */
  readonly isTaken: (x: number, y: number) => boolean;
}

const keepsNothing: KeptPlaces = { isSquare: () => false, isTaken: () => false };

/**
 * Outlines of the set cells of a bitmap of `size * size`, in modules. Every treated corner is an arc or a straight cut;
 * joined areas have one outline each and one for each hole.
 */
export function drawModules(
  dark: Uint8Array,
  size: number,
  style: ModuleStyle,
  keeps: KeptPlaces = keepsNothing,
): Region {
  const inset = unitInset(style);
  const leg = style.cornerSize * (1 - 2 * inset);
  const corner: Corner = { kind: style.corner, leg };
  const isTreated = [0, 1, 2, 3].map((quadrant) =>
    treatedQuadrants[style.corners].includes(quadrant as Quadrant),
  );
  const treatment = (quadrant: Quadrant): Corner | null => (leg > 0 && isTreated[quadrant] ? corner : null);
  if (style.join === 'all') return drawJoined(dark, size, style, inset, treatment, keeps);
  const rectangles = rectanglesOf(dark, size, style.join);
  const cut = partingCut(style);
  const isSet = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < size && y < size && dark[y * size + x] === 1;
  return rectangles.map(({ x, y, width, height }) =>
    treatCorners(
      [
        { x, y },
        { x: x + width, y },
        { x: x + width, y: y + height },
        { x, y: y + height },
      ],
      inset,
      cut === null
        ? treatment
        : (quadrant, vertex) =>
            touches(isSet, vertex) ? wider(treatment(quadrant), cut) : treatment(quadrant),
      () => null,
    ),
  );
}

interface Cells {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Single modules, or runs along rows or columns. */
function rectanglesOf(dark: Uint8Array, size: number, join: 'none' | 'rows' | 'columns'): Cells[] {
  const strips: Cells[] = [];
  for (let line = 0; line < size; line++)
    for (let from = 0; from < size;) {
      const at = (along: number): number =>
        join === 'columns' ? dark[along * size + line]! : dark[line * size + along]!;
      let to = from + 1;
      if (at(from) === 1) {
        while (join !== 'none' && to < size && at(to) === 1) to++;
        strips.push(
          join === 'columns'
            ? { x: line, y: from, width: 1, height: to - from }
            : { x: from, y: line, width: to - from, height: 1 },
        );
      }
      from = to;
    }
  return strips;
}

function drawJoined(
  dark: Uint8Array,
  size: number,
  style: ModuleStyle,
  inset: number,
  treatment: (quadrant: Quadrant) => Corner | null,
  { isSquare, isTaken }: KeptPlaces,
): Region {
  const { innerFillet, diagonal, diagonalModules } = style;
  const isSet = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < size && y < size && dark[y * size + x] === 1;
  const isBridged = ({ x, y }: Vertex): boolean =>
    touches(isSet, { x, y }) && ![0, 1, 2, 3].some((cell) => isTaken(x - (cell & 1), y - (cell >> 1)));
  const bridges = diagonal === 'bridge' && diagonalModules > 0;
  const outlines = bridges
    ? traceBitmap(dark, size, size, (x, y) => isBridged({ x, y }))
    : traceBitmap(dark, size, size);
  const fillet: Corner | null = innerFillet > 0 ? { kind: 'round', leg: innerFillet } : null;
  const cut = partingCut(style);
  const isPlain = inset === 0 && fillet === null && cut === null && !bridges && treatment(0) === null;
  if (isPlain && [1, 2, 3].every((quadrant) => treatment(quadrant as Quadrant) === null)) return outlines;
  // A straight cut across the light corner on either side leaves a bridge of the wanted width between them.
  const bridge: Corner = { kind: 'cut', leg: 2 * inset + diagonalModules / Math.SQRT2 };
  return outlines.map((outline): Contour =>
    treatCorners(
      outline,
      inset,
      (quadrant, vertex) =>
        isSquare(vertex)
          ? null
          : cut !== null && touches(isSet, vertex)
            ? wider(treatment(quadrant), cut)
            : treatment(quadrant),
      (vertex) => (bridges && isBridged(vertex) ? bridge : isSquare(vertex) ? null : fillet),
    ),
  );
}

/** The cut that parts corners which only touch; null when sides already lie so far within. */
function partingCut(style: ModuleStyle): Corner | null {
  const { diagonal, diagonalModules } = style;
  const missing = diagonalModules - 2 * Math.SQRT2 * unitInset(style);
  return diagonal === 'gap' && missing > 0 ? { kind: 'cut', leg: missing / Math.SQRT2 } : null;
}

/** Of a corner's own treatment and a parting cut, the one that leaves the wider gap. */
function wider(treated: Corner | null, cut: Corner): Corner {
  if (treated === null) return cut;
  const depth = { round: treated.leg * (Math.SQRT2 - 1), cut: treated.leg / Math.SQRT2, scoop: treated.leg }[
    treated.kind
  ];
  return depth >= cut.leg / Math.SQRT2 ? treated : cut;
}

/** Whether two set cells meet only in this point. */
function touches(isSet: (x: number, y: number) => boolean, { x, y }: Vertex): boolean {
  const upperLeft = isSet(x - 1, y - 1);
  const upperRight = isSet(x, y - 1);
  return upperLeft !== upperRight && upperLeft === isSet(x, y) && upperRight === isSet(x - 1, y);
}
