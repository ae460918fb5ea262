/**
 * Sheets that are cut through lose what nothing holds: the middles of rings and of letters. Bridges hold it: straight strips
 * across what is cut, chosen so that everything is held by as little as can be, and where it harms reading least.
 */
import {
  boundsOf,
  boxContour,
  cutRegion,
  flattenRegion,
  growRegion,
  regionArea,
  signedArea,
  type Box,
  type Region,
} from '../geometry';

export interface Bridges {
  /** Along which each bridge lies, as long as what it crosses and as wide as a bridge. */
  readonly strips: readonly Box[];
  /** Parts that would fall out without them. */
  readonly looseParts: number;
  /** Parts that no straight bridge reaches. */
  readonly leftLoose: number;
}

/** What a bridge costs beside its length, in the same millimetres; strips lie along x or y. */
export type Harm = (strip: Box) => number;

export const noBridges: Bridges = { strips: [], looseParts: 0, leftLoose: 0 };

/** How far flattened arcs may be off, in millimetres. */
const toleranceMm = 0.01;
/** Scan lines over each part in each direction. */
const linesOverPart = 9;
/** A part that is so many times as wide as a bridge is held from two sides. */
const largeShare = 12;

/** From one face of the sheet to another, straight across what is cut. */
interface Candidate {
  readonly from: number;
  readonly to: number;
  readonly strip: Box;
  readonly cost: number;
}

/** The face around everything, which the rest is held by. */
const sheet = -1;

/** Where bridges may lie, and what they cost there. */
export interface Course {
  readonly harm: Harm;
  /** Middles of bridges across each direction; without them they are spread over each part. */
  readonly lines: readonly number[] | null;
}
const anywhere: Course = { harm: () => 0, lines: null };

/** Parts that hang on less than half a bridge count as loose. */
export function bridgesFor(openings: Region, bridgeMm: number, { harm, lines }: Course = anywhere): Bridges {
  const neckMm = bridgeMm / 4;
  const grown = growRegion(flattenRegion(openings, toleranceMm), neckMm, toleranceMm, 'mitre');
  const islands = grown.flatMap((contour, index) => (signedArea(contour) < 0 ? [index] : []));
  if (islands.length === 0) return noBridges;
  const isIsland = grown.map((contour) => signedArea(contour) < 0);
  const candidates = [true, false]
    .flatMap((alongX) => {
      const edges = edgesAcross(grown, alongX);
      const places =
        lines ?? islands.flatMap((index) => linesOver(boundsOf([grown[index]!])!, bridgeMm, alongX));
      return [...new Set(places)].flatMap((atMm) =>
        candidatesOn({ alongX, at: atMm }, edges, isIsland, bridgeMm, neckMm, harm),
      );
    })
    .sort((a, b) => a.cost - b.cost);
  const { chosen, isHeld } = cheapestTree(candidates);
  for (const index of islands) {
    const isLarge = regionArea([grown[index]!]) < -((largeShare * bridgeMm) ** 2);
    const first = chosen.find(({ from, to }) => from === index || to === index);
    const second = isLarge && first ? opposite(candidates, index, first) : undefined;
    if (second !== undefined) chosen.push(second);
  }
  return {
    strips: chosen.map(({ strip }) => strip),
    looseParts: islands.length,
    leftLoose: islands.filter((index) => !isHeld(index)).length,
  };
}

/** What is cut, less the bridges; `widerMm` is what cutting takes from each of their edges. */
export function withBridges(openings: Region, { strips }: Bridges, widerMm: number): Region {
  if (strips.length === 0) return openings;
  const bars = strips.map(({ x, y, width, height }) =>
    boxContour({
      x: x - widerMm,
      y: y - widerMm,
      width: width + 2 * widerMm,
      height: height + 2 * widerMm,
    }),
  );
  return cutRegion(openings, bars, toleranceMm / 4);
}

interface Line {
  /** Runs along x at a height of `at`, or along y. */
  readonly alongX: boolean;
  readonly at: number;
}

/** Where lines lie across a part, half a bridge within its sides; parts in one row share them. */
function linesOver({ x, y, width, height }: Box, bridgeMm: number, alongX: boolean): number[] {
  const [from, extent] = alongX ? [y, height] : [x, width];
  const inner = extent - bridgeMm;
  const places =
    inner <= 0
      ? [from + extent / 2]
      : Array.from(
          { length: linesOverPart },
          (_, place) => from + bridgeMm / 2 + (inner * place) / (linesOverPart - 1),
        );
  // A little off the corners of modules, through which outlines run.
  return places.map((atMm) => Math.round(atMm * 1e3) / 1e3 + 1.37e-5);
}

/** Edges of all outlines in strips across the lines, so that a line looks only at those that it can meet. */
interface Edges {
  readonly firstStrip: number;
  readonly strips: readonly (readonly Edge[])[];
}
interface Edge {
  readonly contour: number;
  /** Where it begins and ends across the lines, and along them. */
  readonly across: readonly [number, number];
  readonly along: readonly [number, number];
}
const stripMm = 1;

function edgesAcross(contours: Region, alongX: boolean): Edges {
  const bounds = boundsOf(contours)!;
  const [from, extent] = alongX ? [bounds.y, bounds.height] : [bounds.x, bounds.width];
  const firstStrip = Math.floor(from / stripMm);
  const strips: Edge[][] = Array.from({ length: Math.ceil(extent / stripMm) + 2 }, () => []);
  contours.forEach((outline, contour) => {
    outline.forEach((start, index) => {
      const end = outline[(index + 1) % outline.length]!;
      const across = alongX ? ([start.y, end.y] as const) : ([start.x, end.x] as const);
      if (across[0] === across[1]) return;
      const along = alongX ? ([start.x, end.x] as const) : ([start.y, end.y] as const);
      const last = Math.floor(Math.max(...across) / stripMm) - firstStrip;
      for (let strip = Math.floor(Math.min(...across) / stripMm) - firstStrip; strip <= last; strip++)
        strips[strip]!.push({ contour, across, along });
    });
  });
  return { firstStrip, strips };
}

/** Where a line crosses what is cut between two faces of the sheet. */
function candidatesOn(
  { alongX, at }: Line,
  { firstStrip, strips }: Edges,
  isIsland: readonly boolean[],
  bridgeMm: number,
  neckMm: number,
  harm: Harm,
): Candidate[] {
  const crossings = (strips[Math.floor(at / stripMm) - firstStrip] ?? [])
    .filter(({ across: [a, b] }) => a > at !== b > at)
    .map(({ contour: index, across: [a, b], along: [from, to] }) => ({
      place: from + ((to - from) * (at - a)) / (b - a),
      index,
    }))
    .sort((a, b) => a.place - b.place);
  const candidates: Candidate[] = [];
  /** Contours that the line is within, from the outside in. */
  const within: number[] = [];
  const faceNow = (): number => within.at(-1) ?? sheet;
  const isSheet = (face: number): boolean => face === sheet || isIsland[face]!;
  let left: { readonly face: number; readonly place: number } | null = null;
  for (const { place, index } of crossings) {
    const before = faceNow();
    if (within.at(-1) === index) within.pop();
    else within.push(index);
    if (isSheet(before)) left = { face: before, place };
    const now = faceNow();
    if (left === null || !isSheet(now) || now === left.face) continue;
    const reach = neckMm + bridgeMm / 10;
    const [start, length] = [left.place - reach, place - left.place + 2 * reach];
    const strip = alongX
      ? { x: start, y: at - bridgeMm / 2, width: length, height: bridgeMm }
      : { x: at - bridgeMm / 2, y: start, width: bridgeMm, height: length };
    candidates.push({ from: left.face, to: now, strip, cost: place - left.place + harm(strip) });
  }
  return candidates;
}

/** The cheapest bridges that hold all that can be held (Kruskal's minimum spanning tree). */
function cheapestTree(candidates: readonly Candidate[]): {
  readonly chosen: Candidate[];
  readonly isHeld: (face: number) => boolean;
} {
  const parents = new Map<number, number>();
  const rootOf = (face: number): number => {
    const parent = parents.get(face);
    return parent === undefined ? face : rootOf(parent);
  };
  const chosen = candidates.filter(({ from, to }) => {
    const [a, b] = [rootOf(from), rootOf(to)];
    if (a === b) return false;
    parents.set(a, b);
    return true;
  });
  return { chosen, isHeld: (face) => rootOf(face) === rootOf(sheet) };
}

/** A second bridge for a part, as far from the first as can be at not more than twice its cost. */
function opposite(candidates: readonly Candidate[], face: number, first: Candidate): Candidate | undefined {
  const middle = ({ strip: { x, y, width, height } }: Candidate) => [x + width / 2, y + height / 2] as const;
  const [x, y] = middle(first);
  const away = (other: Candidate): number => Math.hypot(middle(other)[0] - x, middle(other)[1] - y);
  return candidates
    .filter(
      (other) =>
        (other.from === face || other.to === face) && other.cost <= 2 * first.cost && away(other) > 0,
    )
    .reduce<Candidate | undefined>(
      (best, other) => (best === undefined || away(other) > away(best) ? other : best),
      undefined,
    );
}
