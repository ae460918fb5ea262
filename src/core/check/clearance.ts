/** How much quiet zone a code has on its piece, and what ends it: edge, holes, words, pictures, frames, other codes. */
import {
  boundsOf,
  firstTouch,
  holdsPoint,
  leastReach,
  type Box,
  type Region,
  type TurnedSquare,
  boxContour,
} from '../geometry';
import {
  codeBox,
  codeSquare,
  holesOf,
  outlineOf,
  radians,
  turnedWith,
  type Piece,
  type PieceSettings,
  type PlacedItem,
} from '../piece';

/** Something that a quiet zone must not reach. */
export interface Obstacle {
  readonly kind: 'edge' | 'opening' | 'hole' | 'item' | 'code';
  /** Of the item or hole row. */
  readonly id: string | null;
  readonly name: string;
  readonly region: Region;
  readonly bounds: Box;
}

export interface Clearance {
  /** Largest margin by which the code's square can grow on all sides and touch nothing; negative when it is over something. */
  readonly mm: number;
  /** What ends it: `left edge`, `upper right corner`, `words “Scan me”`, ... */
  readonly nearest: string;
  readonly obstacle: Obstacle;
  /** Where it is touched. */
  readonly at: { readonly x: number; readonly y: number };
}

/** The room on a piece for its first code. Settings may differ from those that the piece was laid with. */
export interface Room {
  readonly clearance: (settings: PieceSettings, items?: readonly PlacedItem[]) => Clearance;
}

/** `otherNames` are what the codes beside the first are called. */
export function roomOn(piece: Piece, laidWith: PieceSettings, otherNames: readonly string[] = []): Room {
  const others = piece.others.map((code, index) =>
    obstacle(
      'code',
      null,
      otherNames[index] ?? `code ${index + 2}`,
      turnedWith(code, [boxContour(code.code)]),
    ),
  );
  const laidItems = itemObstacles(laidWith, piece.items);
  const laidSurroundings = surroundings(laidWith);
  const sizeKey = (settings: PieceSettings): boolean =>
    settings.widthMm === laidWith.widthMm &&
    settings.heightMm === laidWith.heightMm &&
    settings.outline === laidWith.outline &&
    settings.offset === laidWith.offset;
  return {
    clearance: (settings, items) => {
      const isSameSize = sizeKey(settings);
      const around = isSameSize ? laidSurroundings : surroundings(settings);
      const standing =
        items !== undefined
          ? itemObstacles(laidWith, items)
          : isSameSize
            ? laidItems
            : itemObstacles(
                laidWith,
                piece.items.map((item) => movedWithSize(item, laidWith, settings)),
              );
      const square = codeSquare(codeBox(settings.code, settings), radians(settings.code.turnDegrees));
      return nearestOf(square, [...around, ...standing, ...others], settings);
    },
  };
}

function obstacle(kind: Obstacle['kind'], id: string | null, name: string, region: Region): Obstacle {
  return { kind, id, name, region, bounds: boundsOf(region) ?? { x: 0, y: 0, width: 0, height: 0 } };
}

/** Edge and holes. */
function surroundings(settings: PieceSettings): Obstacle[] {
  const { edge, openings } = outlineOf(settings);
  return [
    obstacle('edge', null, 'edge', [edge]),
    ...openings.map((opening) => obstacle('opening', null, 'opening', [opening])),
    ...holesOf(settings).map((hole) => obstacle('hole', hole.id, hole.name, [hole.edge])),
  ];
}

/** A frame around the code keeps off its quiet zone by itself and moves with it. */
function itemObstacles({ items }: PieceSettings, placed: readonly PlacedItem[]): Obstacle[] {
  return placed.flatMap((item, index) => {
    const settings = items[index];
    if (settings?.kind === 'frame' && settings.around === 0) return [];
    const region = [...item.area, ...item.lines];
    return region.length === 0 ? [] : [obstacle('item', item.id, item.name, region)];
  });
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
  at: { readonly x: number; readonly y: number },
  { outline }: PieceSettings,
): string {
  if (kind !== 'edge') return name;
  const [dx, dy] = [at.x - square.x, at.y - square.y];
  const side = dx < 0 ? 'left' : 'right';
  const level = dy < 0 ? 'upper' : 'lower';
  const isCorner = Math.abs(Math.abs(dx) - Math.abs(dy)) < 1e-6;
  if (!isCorner) return `${Math.abs(dx) > Math.abs(dy) ? side : level} edge`;
  return `${level} ${side} ${outline.kind === 'rectangle' ? 'corner' : 'edge'}`;
}
