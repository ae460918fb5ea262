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

/** What an item has to keep off: the fields of codes, holes with what they need around, and every other item but borders. */
function takenBoxes({ piece }: Laid, item: PlacedItem): Box[] {
  const boxOf = (region: Region, around = 0): Box[] => {
    const box = boundsOf(region);
    return box === null
      ? []
      : [
          {
            x: box.x - around,
            y: box.y - around,
            width: box.width + 2 * around,
            height: box.height + 2 * around,
          },
        ];
  };
  return [
    ...piece.codes.flatMap((code) => boxOf(turnedWith(code, [code.field]))),
    ...piece.holes.flatMap((hole) => boxOf([hole.edge], hole.keepOutMm)),
    ...piece.openings.flatMap((opening) => boxOf([opening], gapMm)),
    ...piece.items
      .filter(({ id, kind }) => id !== item.id && kind !== 'border')
      .flatMap((other) => boxOf(inkOf(other), gapMm)),
  ];
}

/** The item moved to the nearest place where it touches nothing; itself where it does not, and null when there is no room. */
export function nearestRoom(
  laid: Laid,
  item: PlacedItem,
  axes: Pick<FreeSettings, 'xMm' | 'yMm'>,
): PlacedItem | null {
  const { piece, settings } = laid;
  const bounds = boundsOf(inkOf(item));
  if (bounds === null) return item;
  const taken = takenBoxes(laid, item);
  const edgeMm = piece.isContour ? 0 : Math.max(settings.safeMm, 0.5);
  const fits = (dx: number, dy: number): boolean => {
    const box = { ...bounds, x: bounds.x + dx, y: bounds.y + dy };
    if (
      !piece.isContour &&
      (box.x < edgeMm - slack ||
        box.y < edgeMm - slack ||
        box.x + box.width > piece.widthMm - edgeMm + slack ||
        box.y + box.height > piece.heightMm - edgeMm + slack)
    )
      return false;
    if (taken.some((other) => boxesMeet(box, other))) return false;
    if (piece.isContour || settings.outline.kind === 'rectangle') return true;
    const region = inkOf(movedItem(item, dx, dy));
    return (
      region.every((contour) => holdsPoint([piece.outline], contour[0]!)) &&
      regionDistance(region, [piece.outline]) >= edgeMm
    );
  };
  if (fits(0, 0)) return item;
  const [stepX, stepY] = [piece.widthMm / places, piece.heightMm / places];
  const tries: { dx: number; dy: number; cost: number }[] = [];
  for (let column = -places; column <= places; column++)
    for (let row = -places; row <= places; row++) {
      const [dx, dy] = [column * stepX, row * stepY];
      // What stands in the middle of an axis keeps it where it can.
      const leaves =
        (axes.xMm === 'middle' && dx !== 0 ? 1 : 0) + (axes.yMm === 'middle' && dy !== 0 ? 1 : 0);
      tries.push({
        dx,
        dy,
        cost: Math.hypot(dx, dy) + leaves * 0.4 * Math.max(piece.widthMm, piece.heightMm),
      });
    }
  tries.sort((a, b) => a.cost - b.cost);
  const found = tries.find(({ dx, dy }) => fits(dx, dy));
  return found === undefined ? null : movedItem(item, found.dx, found.dy);
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
  const own = settings.items.find(({ id }) => id === item.id);
  if (own === undefined || !isFree(own)) return null;
  const moved = nearestRoom(laid, item, own);
  if (moved === item) return null;
  if (moved !== null)
    return fix(say`Move the ${item.name} where there is room`, movedChange(item, moved, own));
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
