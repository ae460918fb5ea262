/** The grid of modules in a photograph: four corners come in, the place of every module goes out, as finder and alignment patterns say. */
import type { Brightness } from '../camera';
import type { Vertex } from '../geometry';
import { alignmentPlaces, finderCentres, sizeOfVersion } from '../symbol';
import { fitHomography, leastSquares, project, type Homography, type Pair } from './homography';
import { lumaAt } from './picture';

export interface Grid {
  readonly version: number;
  readonly size: number;
  /** From columns and rows of modules, which may be fractions, to pixels of the photograph. */
  readonly at: (column: number, row: number) => Vertex;
  /** How far its patterns lie from where a flat piece would have them, in modules: the root of the mean of the squares. */
  readonly bentModules: number;
  /** Patterns that were found. */
  readonly patterns: number;
}

/** The same as numbers: pixels of every corner of a module, x and y by turns, row by row; `size + 1` corners on a side. */
export interface GridPlaces extends Pick<Grid, 'version' | 'size' | 'bentModules' | 'patterns'> {
  readonly places: Float32Array;
}

export function placesOf({ version, size, bentModules, patterns, at }: Grid): GridPlaces {
  const side = size + 1;
  const places = new Float32Array(2 * side * side);
  for (let row = 0, place = 0; row < side; row++)
    for (let column = 0; column < side; column++) {
      const { x, y } = at(column, row);
      places[place++] = x;
      places[place++] = y;
    }
  return { version, size, bentModules, patterns, places };
}

/** The grid again, from its places: straight between the corners of a module, and on as it is at the edge. */
export function gridOfPlaces({ places, version, size, bentModules, patterns }: GridPlaces): Grid {
  const side = size + 1;
  const corner = (column: number, row: number): Vertex => {
    const place = 2 * (row * side + column);
    return { x: places[place]!, y: places[place + 1]! };
  };
  const pointAt = (column: number, row: number): Vertex => {
    const [left, top] = [column, row].map((coordinate) =>
      Math.min(Math.max(Math.floor(coordinate), 0), size - 1),
    ) as [number, number];
    const [right, down] = [column - left, row - top];
    const [a, b, c, d] = [
      corner(left, top),
      corner(left + 1, top),
      corner(left, top + 1),
      corner(left + 1, top + 1),
    ];
    const mixed = (axis: 'x' | 'y'): number =>
      (a[axis] * (1 - right) + b[axis] * right) * (1 - down) +
      (c[axis] * (1 - right) + d[axis] * right) * down;
    return { x: mixed('x'), y: mixed('y') };
  };
  return { version, size, bentModules, patterns, at: pointAt };
}

export type Corners = readonly [Vertex, Vertex, Vertex, Vertex];

/** Squares of rings around a middle: how far from it a module lies says whether it is dark. */
interface Pattern {
  readonly column: number;
  readonly row: number;
  readonly reach: number;
  readonly isDark: (away: number) => boolean;
}

function patternsOf(version: number, size: number): readonly Pattern[] {
  const finders = finderCentres(size).map(([row, column]): Pattern => ({
    column: column + 0.5,
    row: row + 0.5,
    reach: 4,
    isDark: (away) => away <= 1 || away === 3,
  }));
  const alignments = alignmentPlaces(version, size).map(([row, column]): Pattern => ({
    column: column + 0.5,
    row: row + 0.5,
    reach: 2,
    isDark: (away) => away !== 1,
  }));
  return [...finders, ...alignments];
}

/** How much of a pattern is where it is looked for: 1 all of it, 0 nothing, below 0 the other way round. */
function agreement(
  picture: Brightness,
  pointAt: (column: number, row: number) => Vertex,
  { column, row, reach, isDark }: Pattern,
  within: readonly number[],
): number {
  let [dark, darkCount, light, lightCount] = [0, 0, 0, 0];
  let [darkest, lightest] = [255, 0];
  for (let down = -reach; down <= reach; down++)
    for (let right = -reach; right <= reach; right++) {
      const isDarkHere = isDark(Math.max(Math.abs(right), Math.abs(down)));
      for (const offDown of within)
        for (const offRight of within) {
          const { x, y } = pointAt(column + right + offRight, row + down + offDown);
          const luma = lumaAt(picture, x, y);
          if (luma < darkest) darkest = luma;
          if (luma > lightest) lightest = luma;
          if (isDarkHere) {
            dark += luma;
            darkCount++;
          } else {
            light += luma;
            lightCount++;
          }
        }
    }
  return lightest - darkest < 5 ? 0 : (light / lightCount - dark / darkCount) / (lightest - darkest);
}

/** Middles of modules tell whether a pattern is there; where exactly, their edges. */
const middles = [0] as const;
const toEdges = [-0.4, 0, 0.4] as const;

/** A pattern of which less is there is not known again. */
const leastAgreement = 0.35;
/** How far patterns are looked for, and in which steps, in modules: first roughly, then finely. */
const searches = [
  { reach: 2, step: 0.5, within: middles },
  { reach: 0.75, step: 0.25, within: toEdges },
  { reach: 0.25, step: 0.0625, within: toEdges },
] as const;

/**
 * Corners are those of the symbol, one after the other, as somebody or some reader takes them; which of them is the first is
 * found out. Its patterns are the same left for right, so that whether it is mirrored is for its modules to say. Null where
 * no two finder patterns lie there.
 */
export function fitGrid(picture: Brightness, corners: Corners, version: number): Grid | null {
  const size = sizeOfVersion(version);
  const patterns = patternsOf(version, size);
  const start = bestStart(picture, corners, size, patterns.slice(0, 3));
  if (start === null) return null;
  let map: Homography = start;
  let bend: Bend = flat;
  let centres: readonly Found[] = [];
  for (const search of searches) {
    centres = patterns.flatMap((pattern) => foundNear(picture, map, bend, pattern, search) ?? []);
    if (centres.filter(({ pattern }) => pattern.reach === 4).length < 2) return null;
    // Corners hold the plane where there are too few patterns for it.
    const held = centres.length >= 4 ? [] : cornersHeld(map, size);
    map = fitHomography([...centres.map(pairOf), ...held]) ?? map;
    bend = centres.length >= leastBent && flatOff(map, centres) > leastOff ? fitBend(map, centres) : flat;
  }
  return {
    version,
    size,
    at: (column, row) => bent(map, bend, column, row),
    bentModules: flatOff(map, centres),
    patterns: centres.length,
  };
}

/** The same symbol seen left for right. */
export const transposed = (grid: Grid): Grid => ({ ...grid, at: (column, row) => grid.at(row, column) });

/** Which corner is the first: of the four ways the one with the most of its finder patterns. */
function bestStart(
  picture: Brightness,
  corners: Corners,
  size: number,
  finders: readonly Pattern[],
): Homography | null {
  const square: Corners = [
    { x: 0, y: 0 },
    { x: size, y: 0 },
    { x: size, y: size },
    { x: 0, y: size },
  ];
  let best: Homography | null = null;
  let most = 0.2;
  for (let turn = 0; turn < 4; turn++) {
    const map = fitHomography(
      square.map((from, place) => ({ from, to: corners[(place + turn) % 4]!, weight: 1 })),
    );
    if (map === null) continue;
    const score = finders.reduce((sum, finder) => sum + bestNear(picture, map, finder), 0) / finders.length;
    if (score > most) [best, most] = [map, score];
  }
  return best;
}

/** What a pattern agrees at best a module or so around its place. */
function bestNear(picture: Brightness, map: Homography, pattern: Pattern): number {
  let best = 0;
  for (let down = -1; down <= 1; down += 0.5)
    for (let right = -1; right <= 1; right += 0.5)
      best = Math.max(
        best,
        agreement(picture, (column, row) => project(map, column + right, row + down), pattern, middles),
      );
  return best;
}

interface Found {
  readonly pattern: Pattern;
  readonly place: Vertex;
  readonly weight: number;
}

const pairOf = ({ pattern, place, weight }: Found): Pair => ({
  from: { x: pattern.column, y: pattern.row },
  to: place,
  weight,
});

function foundNear(
  picture: Brightness,
  map: Homography,
  bend: Bend,
  pattern: Pattern,
  { reach, step, within }: (typeof searches)[number],
): Found | null {
  let best: { readonly right: number; readonly down: number } | null = null;
  let most = leastAgreement;
  for (let down = -reach; down <= reach + 1e-9; down += step)
    for (let right = -reach; right <= reach + 1e-9; right += step) {
      const score = agreement(
        picture,
        (column, row) => bent(map, bend, column + right, row + down),
        pattern,
        within,
      );
      // Of places that agree alike the nearest is taken.
      if (score - 0.01 * Math.hypot(right, down) > most) {
        most = score - 0.01 * Math.hypot(right, down);
        best = { right, down };
      }
    }
  if (best === null) return null;
  const place = bent(map, bend, pattern.column + best.right, pattern.row + best.down);
  return { pattern, place, weight: pattern.reach === 4 ? 2 : 1 };
}

const cornersHeld = (map: Homography, size: number): readonly Pair[] =>
  [
    [0, 0],
    [size, 0],
    [size, size],
    [0, size],
  ].map(([x, y]) => ({ from: { x: x!, y: y! }, to: project(map, x!, y!), weight: 0.3 }));

/** How far patterns lie from where a flat piece has them, in modules: the root of the mean of the squares. */
function flatOff(map: Homography, centres: readonly Found[]): number {
  const squares = centres.map(({ pattern, place }) => {
    const flatPlace = project(map, pattern.column, pattern.row);
    return (Math.hypot(flatPlace.x - place.x, flatPlace.y - place.y) / moduleAt(map, pattern)) ** 2;
  });
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0) / squares.length);
}
/** What lies off by less is off by how patterns are found. */
const leastOff = 0.06;

/** What a bent piece adds to a flat one: squares of columns and rows, each way, in tens of modules. */
type Bend = { readonly x: readonly number[]; readonly y: readonly number[] } | null;
const flat: Bend = null;
/** So many patterns say how it is bent without guessing. */
const leastBent = 8;

const squaresOf = (column: number, row: number): readonly number[] => {
  const [u, v] = [column / 10, row / 10];
  return [1, u, v, u * u, u * v, v * v];
};

function fitBend(map: Homography, centres: readonly Found[]): Bend {
  const rows = centres.map(({ pattern, weight }) =>
    squaresOf(pattern.column, pattern.row).map((value) => value * weight),
  );
  // A little of nothing is added, so that few patterns do not swing it.
  const calm = rows[0]!.map((_, place) => rows[0]!.map((__, index) => (index === place ? 0.05 : 0)));
  const fitted = (axis: 'x' | 'y'): number[] | null =>
    leastSquares(
      [...rows, ...calm],
      [
        ...centres.map(
          ({ pattern, place, weight }) =>
            (place[axis] - project(map, pattern.column, pattern.row)[axis]) * weight,
        ),
        ...calm.map(() => 0),
      ],
    );
  const [x, y] = [fitted('x'), fitted('y')];
  return x === null || y === null ? flat : { x, y };
}

function bent(map: Homography, bend: Bend, column: number, row: number): Vertex {
  const place = project(map, column, row);
  if (bend === null) return place;
  const squares = squaresOf(column, row);
  const weightedSum = (weights: readonly number[]): number =>
    weights.reduce((sum, weight, index) => sum + weight * squares[index]!, 0);
  return { x: place.x + weightedSum(bend.x), y: place.y + weightedSum(bend.y) };
}

/** Pixels of a module at a pattern. */
function moduleAt(map: Homography, { column, row }: Pattern): number {
  const [from, to] = [project(map, column - 0.5, row - 0.5), project(map, column + 0.5, row + 0.5)];
  return Math.hypot(to.x - from.x, to.y - from.y) / Math.SQRT2;
}

/** Samples of the middle of a module, to each side. */
const samples = [-0.2, 0, 0.2] as const;

/** Mean luma of the middle of each module, row by row; NaN beyond the picture. */
export function sampleGrid(picture: Brightness, { size, at }: Grid): Float32Array {
  return Float32Array.from({ length: size * size }, (_, module) => {
    const [column, row] = [module % size, Math.floor(module / size)];
    let sum = 0;
    for (const down of samples)
      for (const right of samples) {
        const { x, y } = at(column + 0.5 + right, row + 0.5 + down);
        if (x < 0 || y < 0 || x > picture.width || y > picture.height) return NaN;
        sum += lumaAt(picture, x, y);
      }
    return sum / (samples.length * samples.length);
  });
}
