/** artwork: a symbol and a style come in; dark and light areas go out as regions in module units. */
import {
  boundsOf,
  cutRegion,
  fitArcs,
  placeRegion,
  reversedContour,
  traceBitmap,
  type Box,
  type Region,
  type Vertex,
  roundedRectangle,
  type Contour,
} from '../geometry';
import { onDemand } from '../tasks';
import { alignmentPlaces, finderCentres, quietZoneModules, type QrSymbol } from '../symbol';
import { drawFiller } from './filler';
import { drawAlignment, drawFinder, type FinderOutlines } from './finders';
import { type ColouredArea, colouredAreas, drawParts, inModules } from './drawParts';
import { type HalfTone, outerPart } from './halfTone';
import { drawModules, type KeptPlaces, narrowestGap, thinnestParts } from './modules';
import { partsPerModule, type PlacedLogo } from '../logo';
import { plainStyle, type Style } from './style';

/** Coordinates in modules; the symbol's upper left corner is (0, 0), so the quiet zone begins at (-4, -4). */
export interface Artwork {
  /** Modules on a side without the quiet zone. */
  readonly sizeModules: number;
  readonly quietZoneModules: number;
  /** The dark parts, each of which can have its own paint. Alignment and timing patterns belong to the modules. */
  readonly parts: {
    readonly modules: Region;
    /** Decoration around the symbol; empty without a round outline. */
    readonly filler: Region;
    /** Finder patterns upper left, upper right, lower left, in place. */
    readonly finders: readonly (FinderOutlines & { readonly box: Box })[];
    /** Parts of modules in a picture's colours; light ones lie under everything dark, dark ones over it. */
    readonly coloured: readonly ColouredArea[];
  };
  /** The logo with what is cleared for it; null without one. */
  readonly logo: PlacedLogo | null;
  /** How modules are split into parts that follow a picture; null where they are whole. */
  readonly halfTone: HalfTone | null;
  /** All dark parts of the symbol together; the logo is not among them. Areas that meet only at a corner are parted. */
  readonly dark: Region;
  /** Radius of the round outline from the middle of the symbol, in modules; null for a square one. */
  readonly roundRadius: number | null;
  /** Edge of what is kept light: of the quiet zone, or a circle around a round outline. */
  readonly field: Contour;
  /** All light modules and the quiet zone; its first outline is the field. Drawn when it is first asked for. */
  readonly light: () => Region;
  /** Narrowest dark part and narrowest light gap, in modules. */
  readonly thinnest: { readonly dark: number; readonly light: number };
  /** Least distance between outlines of `dark` in modules: those that grow by half of it meet. */
  readonly narrowestGap: number;
}

/** Draws a symbol in a style. */
export function drawArtwork(
  symbol: Pick<QrSymbol, 'size' | 'modules' | 'version'>,
  style: Style = plainStyle,
  logo: PlacedLogo | null = null,
  halfTone: HalfTone | null = null,
): Artwork {
  const { size, version } = symbol;
  const mergesAlignment =
    style.alignment === 'modules' ||
    (style.alignment === 'solid' && style.modules.join === 'all' && style.modules.fill === 1);
  const cleared = logo?.cleared ?? new Uint8Array(size * size);
  // Alignment patterns that a knock-out reaches are drawn module by module.
  const alignment = alignmentPlaces(version, size).filter((place) => !isReached(cleared, size, place));
  const dark = withoutFinders(symbol);
  cleared.forEach((isCleared, module) => {
    if (isCleared === 1) dark[module] = 0;
  });
  if (!mergesAlignment) for (const place of alignment) clearAlignment(dark, size, place);
  const keeps: KeptPlaces = {
    isSquare: style.alignment === 'solid' && mergesAlignment ? alignmentCorners(alignment) : () => false,
    isTaken: (x, y) =>
      !mergesAlignment &&
      alignment.some(([row, column]) => Math.abs(row - y) <= 2 && Math.abs(column - x) <= 2),
  };
  let modules: Region =
    halfTone === null
      ? [...drawModules(dark, size, style.modules, keeps)]
      : drawParts(dark, size, style.modules, keeps, halfTone);
  if (!mergesAlignment) {
    const pattern = drawAlignment(style.alignment === 'finders' ? style.finders[0] : null);
    modules = modules.concat(
      alignment.flatMap(([row, column]) => placeRegion(pattern, 1, column + 0.5, row + 0.5)),
    );
  }
  if (logo?.cuts) modules = cutModules(modules, logo.knockOut);
  const finders = finderCentres(size).map(([row, column], place) => {
    const finder = style.finders[place] ?? style.finders[0];
    const { ring, centre } = drawFinder(finder, place as 0 | 1 | 2);
    const moved = (region: Region): Region => placeRegion(region, 1, column + 0.5, row + 0.5);
    return {
      ring: moved(ring),
      centre: moved(centre),
      box: { x: column - 3, y: row - 3, width: 7, height: 7 },
    };
  });
  const filler = style.round === null ? null : drawFiller(symbol.modules, size, style.round, style.modules);
  const all = [
    ...finders.flatMap(({ ring, centre }) => [...ring, ...centre]),
    ...modules,
    ...(filler?.region ?? []),
  ];
  const isPlain = isPlainSquares(style);
  const thinnest = thinnestParts(style.modules);
  const part = halfTone === null ? 1 : outerPart;
  const field = fieldEdge(size, filler?.radius ?? null);
  return {
    sizeModules: size,
    quietZoneModules,
    parts: {
      modules,
      finders,
      filler: filler?.region ?? [],
      coloured: halfTone === null ? [] : colouredAreas(halfTone, size, style.modules),
    },
    roundRadius: filler?.radius ?? null,
    logo,
    halfTone,
    dark: all,
    field,
    light: onDemand(() =>
      isPlain && !logo?.cuts
        ? halfTone === null
          ? traceLight(size, symbol.modules, cleared)
          : inModules(
              traceLight(size * partsPerModule, halfTone.dark, null, quietZoneModules * partsPerModule),
            )
        : [field, ...all.map(reversedContour)],
    ),
    thinnest: { dark: thinnest.dark * part, light: thinnest.light * part },
    narrowestGap: isPlain
      ? part
      : mergesAlignment
        ? narrowestGap(style.modules) * part
        : Math.min(narrowestGap(style.modules) * part, alignmentGap),
  };
}

/** Gap around alignment patterns that are drawn on their own, in modules. */
const alignmentGap = 0.02;

/** The dark modules beyond the finder patterns; 1 dark, row by row. */
function withoutFinders({ size, modules }: Pick<QrSymbol, 'size' | 'modules'>): Uint8Array {
  const dark = modules.slice();
  for (const [row, column] of finderCentres(size))
    for (let down = -3; down <= 3; down++)
      dark.fill(0, (row + down) * size + column - 3, (row + down) * size + column + 4);
  return dark;
}

function isReached(cleared: Uint8Array, size: number, [row, column]: readonly [number, number]): boolean {
  for (let down = -2; down <= 2; down++)
    for (let right = -2; right <= 2; right++)
      if (cleared[(row + down) * size + column + right] === 1) return true;
  return false;
}

/** Finest detail where modules are cut, in modules. */
const finestCut = 0.002;

/** Outlines near a knock-out are cut along it; the others stay as they are. */
function cutModules(modules: Region, knockOut: Region): Region {
  const reach = boundsOf(knockOut);
  if (reach === null) return modules;
  const isNear = (contour: Region[number]): boolean => {
    const box = boundsOf([contour])!;
    return (
      box.x < reach.x + reach.width &&
      box.x + box.width > reach.x &&
      box.y < reach.y + reach.height &&
      box.y + box.height > reach.y
    );
  };
  const near = modules.filter(isNear);
  return [
    ...modules.filter((contour) => !near.includes(contour)),
    ...fitArcs(cutRegion(near, knockOut, finestCut), 2 * finestCut),
  ];
}

function clearAlignment(dark: Uint8Array, size: number, [row, column]: readonly [number, number]): void {
  for (let down = -2; down <= 2; down++)
    dark.fill(0, (row + down) * size + column - 2, (row + down) * size + column + 3);
}

/** Tells the corners of ring, gap and centre of the alignment patterns from all other places. */
function alignmentCorners(places: readonly (readonly [number, number])[]): (vertex: Vertex) => boolean {
  const keys = new Set<number>();
  for (const [row, column] of places)
    for (const half of [0.5, 1.5, 2.5])
      for (const down of [-half, half])
        for (const right of [-half, half]) keys.add((row + 0.5 + down) * 1024 + column + 0.5 + right);
  return ({ x, y }) => keys.has(y * 1024 + x);
}

function isPlainSquares({ modules, finders, round }: Style): boolean {
  return (
    round === null &&
    modules.join === 'all' &&
    modules.fill === 1 &&
    modules.cornerSize === 0 &&
    modules.innerFillet === 0 &&
    modules.diagonalModules === 0 &&
    finders.every(({ ring, centre }) => ring.cornerModules === 0 && centre.cornerModules === 0)
  );
}

/** The light modules of plain squares with the quiet zone, parted at corners like the dark ones. */
function traceLight(
  size: number,
  modules: Uint8Array,
  cleared: Uint8Array | null,
  quiet: number = quietZoneModules,
): Region {
  const fieldSize = size + 2 * quiet;
  const field = new Uint8Array(fieldSize * fieldSize).fill(1);
  for (let row = 0; row < size; row++)
    for (let column = 0; column < size; column++)
      if (modules[row * size + column] === 1 && (cleared?.[row * size + column] ?? 0) === 0)
        field[(row + quiet) * fieldSize + column + quiet] = 0;
  return traceBitmap(field, fieldSize, fieldSize, undefined, { x: -quiet, y: -quiet });
}

/** Free edge around a round outline, in modules. */
const roundEdge = 1;

function fieldEdge(size: number, roundRadius: number | null): Contour {
  if (roundRadius !== null) {
    const radius = roundRadius + roundEdge;
    const corner = size / 2 - radius;
    return roundedRectangle({ x: corner, y: corner, width: 2 * radius, height: 2 * radius }, radius);
  }
  const from = -quietZoneModules;
  const to = size + quietZoneModules;
  return [
    { x: from, y: from },
    { x: to, y: from },
    { x: to, y: to },
    { x: from, y: to },
  ];
}
