/** Where on a piece there is room for an item, and a larger piece where there is none. */
import { say, sizeMm, type Change, type Fix } from '../finding';
import { boundsOf, boxesMeet, holdsPoint, regionDistance, type Box, type Region } from '../geometry';
import { roundUpTo, slack } from '../numbers';
import { turnedWith, type Piece, type PieceSettings, type PlacedItem } from '../piece';
import { changeItem, changePiece, fix } from './changes';
import { largestPieceMm } from './context';
import { inkOf, isFree, movedItem, tidy, type FreeSettings } from './itemFixes';

/** A piece as it is laid, with what it was laid from. */
export interface Laid {
  readonly piece: Piece;
  readonly settings: PieceSettings;
}

/** Kept between an item that was moved and what lies beside it. */
const gapMm = 1;
/** Places that are tried along each side of the piece. */
const places = 48;
/** Steps that are tried close by, and their length. */
const closeSteps = 6;
const closeStepMm = 0.5;

/** Something that an item has to keep off, and how far. */
interface Taken {
  readonly region: Region;
  readonly awayMm: number;
  /** Around it, with the distance. */
  readonly box: Box;
}

/** The fields of codes, holes with what they need around, and every other item but borders. */
function takenOn({ piece }: Laid, item: PlacedItem): Taken[] {
  const taken = (region: Region, awayMm = 0): Taken[] => {
    const box = boundsOf(region);
    if (box === null) return [];
    const { x, y, width, height } = box;
    const around = { x: x - awayMm, y: y - awayMm, width: width + 2 * awayMm, height: height + 2 * awayMm };
    return [{ region, awayMm, box: around }];
  };
  return [
    ...piece.codes.flatMap((code) => taken(turnedWith(code, [code.field]))),
    ...piece.holes.flatMap((hole) => taken([hole.edge], hole.keepOutMm)),
    ...piece.openings.flatMap((opening) => taken([opening], gapMm)),
    ...piece.items
      .filter(({ id, kind }) => id !== item.id && kind !== 'border')
      .flatMap((other) => taken(inkOf(other), gapMm)),
  ];
}

/** Whether ink keeps its distance, whatever their boxes do. */
const isOff = (ink: Region, { region, awayMm }: Taken): boolean =>
  regionDistance(ink, region) > Math.max(awayMm - slack, 0) &&
  !holdsPoint(region, ink[0]![0]!) &&
  !holdsPoint(ink, region[0]![0]!);

/** The item moved to the nearest place where it touches nothing; itself where it does not, and null when there is no room. */
export function nearestRoom(
  laid: Laid,
  item: PlacedItem,
  axes: Pick<FreeSettings, 'xMm' | 'yMm'>,
): PlacedItem | null {
  const { piece, settings } = laid;
  const bounds = boundsOf(inkOf(item));
  if (bounds === null) return item;
  const taken = takenOn(laid, item);
  const edgeMm = piece.isContour ? 0 : Math.max(settings.safeMm, 0.5);
  const needsExactEdge = !piece.isContour && settings.outline.kind !== 'rectangle';
  const fits = (dx: number, dy: number, isExact: boolean): boolean => {
    const box = { ...bounds, x: bounds.x + dx, y: bounds.y + dy };
    if (
      !piece.isContour &&
      (box.x < edgeMm - slack ||
        box.y < edgeMm - slack ||
        box.x + box.width > piece.widthMm - edgeMm + slack ||
        box.y + box.height > piece.heightMm - edgeMm + slack)
    )
      return false;
    const near = taken.filter((other) => boxesMeet(box, other.box));
    if (near.length > 0 && !isExact) return false;
    if (near.length === 0 && !needsExactEdge) return true;
    const ink = inkOf(movedItem(item, dx, dy));
    return (
      near.every((other) => isOff(ink, other)) &&
      (!needsExactEdge ||
        (ink.every((contour) => holdsPoint([piece.outline], contour[0]!)) &&
          regionDistance(ink, [piece.outline]) >= edgeMm))
    );
  };
  if (fits(0, 0, true)) return item;
  // What stands in the middle of an axis keeps it where it can.
  const leaves = (dx: number, dy: number): number =>
    (axes.xMm === 'middle' && dx !== 0 ? 1 : 0) + (axes.yMm === 'middle' && dy !== 0 ? 1 : 0);
  const longest = Math.max(piece.widthMm, piece.heightMm);
  const nearest = (stepX: number, stepY: number, reach: number, isExact: boolean): Move | undefined => {
    const moves: (Move & { readonly cost: number })[] = [];
    for (let column = -reach; column <= reach; column++)
      for (let row = -reach; row <= reach; row++) {
        const [dx, dy] = [column * stepX, row * stepY];
        moves.push({ dx, dy, cost: Math.hypot(dx, dy) + leaves(dx, dy) * 0.4 * longest });
      }
    return moves.sort((a, b) => a.cost - b.cost).find(({ dx, dy }) => fits(dx, dy, isExact));
  };
  // Close by the shapes themselves may just miss each other; farther off boxes are enough.
  const found =
    nearest(closeStepMm, closeStepMm, closeSteps, true) ??
    nearest(piece.widthMm / places, piece.heightMm / places, places, false);
  return found === undefined ? null : movedItem(item, found.dx, found.dy);
}

interface Move {
  readonly dx: number;
  readonly dy: number;
}

/** The item set down where it was moved to; an axis along which it did not move keeps what it had. */
export function movedChange(before: PlacedItem, after: PlacedItem, settings: FreeSettings): Change {
  const along = (axis: 'x' | 'y', set: FreeSettings['xMm']): FreeSettings['xMm'] =>
    Math.abs(after.box[axis] - before.box[axis]) < slack ? set : tidy(after.box[axis]);
  return changeItem(settings.id, { xMm: along('x', settings.xMm), yMm: along('y', settings.yMm) });
}

/** Moves an item where there is room; where there is none, makes the piece higher and puts it at its foot. */
export function roomFix(laid: Laid, item: PlacedItem): Fix | null {
  const { piece, settings } = laid;
  const itemSettings = settings.items.find(({ id }) => id === item.id);
  if (itemSettings === undefined || !isFree(itemSettings)) return null;
  const moved = nearestRoom(laid, item, itemSettings);
  if (moved === item) return null;
  if (moved !== null)
    return fix(say`Move the ${item.name} where there is room`, movedChange(item, moved, itemSettings));
  if (piece.isContour || settings.outline.kind !== 'rectangle') return null;
  const edgeMm = Math.max(settings.safeMm, gapMm);
  if (item.box.width > piece.widthMm - 2 * edgeMm) return null;
  // What stands in the middle moves down by half of what the piece grows.
  const heightMm = tidy(settings.heightMm + 2 * roundUpTo(item.box.height + gapMm + edgeMm, 1));
  if (heightMm > largestPieceMm) return null;
  return fix(
    say`Make the piece ${sizeMm(settings.widthMm, heightMm)} and put the ${item.name} at its foot`,
    changePiece({ heightMm }),
    changeItem(item.id, { xMm: 'middle', yMm: tidy(heightMm - edgeMm - item.box.height) }),
  );
}
