/** How much quiet zone a code has on its piece, and what ends it: edge, holes, words, pictures, frames, other codes. */
import { codeName, type Sentence } from '../finding';
import {
  boundsOf,
  boxContour,
  firstTouch,
  holdsPoint,
  leastReach,
  type Box,
  type Region,
  type TurnedSquare,
} from '../geometry';
import {
  codeBox,
  codeSquare,
  holesOf,
  outlineOf,
  radians,
  turnedWith,
  type CodePlacement,
  type Piece,
  type PieceSettings,
  type PlacedItem,
  type SizedOutline,
} from '../piece';
import type { Laying } from './laying';

/** Something that a quiet zone must not reach. */
export interface Obstacle {
  readonly kind: 'edge' | 'opening' | 'hole' | 'item' | 'code';
  /** Of the item, the code or the row of holes. */
  readonly id: string | null;
  readonly name: Sentence;
  readonly region: Region;
  readonly bounds: Box;
}

export interface Clearance {
  /** Largest margin by which the code's square can grow on all sides and touch nothing; negative when it is over something. */
  readonly mm: number;
  /** What ends it: `left edge`, `upper right corner`, `words “Scan me”`, ... */
  readonly nearest: Sentence;
  readonly obstacle: Obstacle;
  /** Where it is touched. */
  readonly at: { readonly x: number; readonly y: number };
}

/** The room on a piece for one of its codes. It may be laid in another way than the piece was. */
export interface Room {
  readonly clearance: (laying: Laying, items?: readonly PlacedItem[]) => Clearance;
  /** To the edge and to holes alone: to what is cut, not printed. */
  readonly toCut: (laying: Laying) => Clearance;
  /** Items that the code, grown by a margin on all sides, reaches. */
  readonly within: (laying: Laying, marginMm: number) => readonly string[];
}

/** Rooms for the codes of a piece, by their ids; what they have in common is looked at once. */
export function roomsOn(
  piece: Piece,
  laidWith: PieceSettings,
  placements: readonly { readonly id: string; readonly placement: CodePlacement }[],
): (id: string) => Room {
  const codesOn = (settings: PieceSettings): Obstacle[] =>
    piece.codes.map((code) => {
      const placement = placements.find(({ id }) => id === code.id)?.placement;
      const box = placement === undefined || settings === laidWith ? code.code : codeBox(placement, settings);
      return obstacle(
        'code',
        code.id,
        [codeName(code.id)],
        turnedWith({ ...code, code: box }, [boxContour(box)]),
      );
    });
  const laidCodes = codesOn(laidWith);
  const laidItems = piece.items.map(itemObstacle);
  const laidSurroundings = surroundings(laidWith);
  const isSameSize = (settings: PieceSettings): boolean =>
    settings.widthMm === laidWith.widthMm &&
    settings.heightMm === laidWith.heightMm &&
    settings.outline === laidWith.outline &&
    settings.offset === laidWith.offset;
  /** A frame around the code keeps off its quiet zone by itself and moves with it. */
  const isOwnFrame = (id: string, index: number): boolean => {
    const item = laidWith.items[index];
    return item?.kind === 'frame' && item.around === id;
  };
  const others = (id: string, items: readonly Obstacle[], codes: readonly Obstacle[]): Obstacle[] => [
    ...items.filter(({ region }, index) => region.length > 0 && !isOwnFrame(id, index)),
    ...codes.filter((code) => code.id !== id),
  ];
  return (id) => {
    const laidOthers = others(id, laidItems, laidCodes);
    return {
      clearance: ({ piece: settings, placement }, items) => {
        const isSame = isSameSize(settings);
        const around = isSame ? laidSurroundings : surroundings(settings);
        const standing =
          items !== undefined
            ? others(id, items.map(itemObstacle), laidCodes)
            : isSame
              ? laidOthers
              : others(
                  id,
                  piece.items.map((item) => itemObstacle(movedWithSize(item, laidWith, settings))),
                  codesOn(settings),
                );
        const square = codeSquare(codeBox(placement, settings), radians(placement.turnDegrees));
        return nearestOf(square, [...around, ...standing], settings);
      },
      toCut: ({ piece: settings, placement }) => {
        const square = codeSquare(codeBox(placement, settings), radians(placement.turnDegrees));
        return nearestOf(square, isSameSize(settings) ? laidSurroundings : surroundings(settings), settings);
      },
      within: ({ piece: settings, placement }, marginMm) => {
        const square = codeSquare(codeBox(placement, settings), radians(placement.turnDegrees));
        return laidOthers.flatMap((other) =>
          other.kind === 'item' && nearestOf(square, [other], settings).mm < marginMm ? [other.id!] : [],
        );
      },
    };
  };
}

function obstacle(kind: Obstacle['kind'], id: string | null, name: Sentence, region: Region): Obstacle {
  return { kind, id, name, region, bounds: boundsOf(region) ?? { x: 0, y: 0, width: 0, height: 0 } };
}

/** Edge and holes. */
function surroundings(settings: PieceSettings): Obstacle[] {
  const { edge, openings } = outlineOf(settings);
  return [
    obstacle('edge', null, ['edge'], [edge]),
    ...openings.map((opening) => obstacle('opening', null, ['opening'], [opening])),
    ...holesOf(settings).map((hole) => obstacle('hole', hole.id, hole.name, [hole.edge])),
  ];
}

const known = new WeakMap<PlacedItem, Obstacle>();

/** Items that have not changed are the same objects as before. */
function itemObstacle(item: PlacedItem): Obstacle {
  let found = known.get(item);
  if (found === undefined)
    known.set(item, (found = obstacle('item', item.id, [item.name], [...item.area, ...item.lines])));
  return found;
}

/** Items in the middle of an axis move by half of what the piece grows. Borders follow the edge and are left where they are. */
function movedWithSize(item: PlacedItem, from: PieceSettings, to: PieceSettings): PlacedItem {
  const settings = from.items.find(({ id }) => id === item.id);
  if (settings === undefined || settings.kind === 'frame') return item;
  const scale = { x: to.widthMm / from.widthMm, y: to.heightMm / from.heightMm };
  const move =
    settings.kind === 'border'
      ? ({ x, y }: { x: number; y: number }) => ({ x: x * scale.x, y: y * scale.y })
      : ({ x, y }: { x: number; y: number }) => ({
          x: x + (settings.xMm === 'middle' ? (to.widthMm - from.widthMm) / 2 : 0),
          y: y + (settings.yMm === 'middle' ? (to.heightMm - from.heightMm) / 2 : 0),
        });
  const moved = (region: Region): Region =>
    region.map((contour) => contour.map((vertex) => ({ ...move(vertex), bulge: vertex.bulge })));
  return { ...item, area: moved(item.area), lines: moved(item.lines) };
}

function nearestOf(square: TurnedSquare, obstacles: readonly Obstacle[], settings: PieceSettings): Clearance {
  let best: Clearance | null = null;
  const ordered = obstacles
    .map((candidate) => ({
      candidate,
      least: candidate.kind === 'edge' ? -Infinity : leastReach(candidate.bounds, square),
    }))
    .sort((a, b) => a.least - b.least);
  for (const { candidate, least } of ordered) {
    if (best !== null && least >= best.mm) break;
    const touch = firstTouch(candidate.region, square);
    if (touch === null) continue;
    const holds = holdsPoint(candidate.region, square);
    // Beyond the edge, or in the middle of an area, the outline is no measure of what is covered.
    const mm =
      (candidate.kind === 'edge') === holds
        ? touch.distance
        : candidate.kind === 'edge'
          ? -2 * square.half - touch.distance
          : -square.half;
    if (best !== null && mm >= best.mm) continue;
    best = { mm, nearest: nameOf(candidate, square, touch.at, settings), obstacle: candidate, at: touch.at };
  }
  return best!;
}

function nameOf(
  { kind, name }: Obstacle,
  square: TurnedSquare,
  point: { readonly x: number; readonly y: number },
  { outline }: Pick<SizedOutline, 'outline'>,
): Sentence {
  if (kind !== 'edge') return name;
  const [dx, dy] = [point.x - square.x, point.y - square.y];
  const side = dx < 0 ? 'left' : 'right';
  const level = dy < 0 ? 'upper' : 'lower';
  const isCorner = Math.abs(Math.abs(dx) - Math.abs(dy)) < 1e-6;
  if (!isCorner) return [`${Math.abs(dx) > Math.abs(dy) ? side : level} edge`];
  return [`${level} ${side} ${outline.kind === 'rectangle' ? 'corner' : 'edge'}`];
}
