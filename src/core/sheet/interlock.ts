/** Like contours in rows of which every other one is turned by 180 degrees, moved as near to the last as the gap allows. */
import { boundsOf, placeRegion, regionDistance, turnRegion, type Box, type Region } from '../geometry';
import type { PieceSize, Place } from './shapes';

/** How rows lie: what the turned row is moved along by, and how far it lies below the one before, and the next below it. */
export interface Interlock {
  readonly aside: number;
  readonly down: number;
  readonly back: number;
}

/** Rows are tried at so many places along each other. */
const triedAsides = 8;
const accuracyMm = 0.02;
const flatMm = 0.02;
/** Outlines that touch cannot be told from such that cross: so little is kept between them. */
const leastGapMm = 0.02;

const turnedOver = (outline: Region, { width, height }: PieceSize): Region =>
  placeRegion(turnRegion(outline, { x: width / 2, y: height / 2 }, Math.PI), 1, 0, 0);

/** The least way down at which no piece of a row is nearer than the gap to one of the row before, which lies `aside` beside it. */
function wayDown(above: Region, below: Region, size: PieceSize, aside: number, gap: number): number {
  const pitch = size.width + gap;
  const row = [-1, 0, 1].flatMap((step) => placeRegion(above, 1, step * pitch, 0));
  const isFree = (down: number): boolean =>
    regionDistance(row, placeRegion(below, 1, aside, down), flatMm) >= Math.max(gap, leastGapMm) - 1e-6;
  // From where boxes part, nearer in steps while nothing touches: a piece is never lifted over another.
  let high = size.height + gap;
  const step = Math.max(size.height / 24, accuracyMm);
  let low = high;
  while (low > 0) {
    low = Math.max(high - step, 0);
    if (!isFree(low)) break;
    high = low;
  }
  while (high - low > accuracyMm) {
    const middle = (low + high) / 2;
    if (isFree(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** The nearest rows of an outline that lies in a box from 0, 0. */
export function interlockOf(outline: Region, size: PieceSize, gap: number): Interlock {
  const turned = turnedOver(outline, size);
  const pitch = size.width + gap;
  let best: Interlock = { aside: 0, down: size.height + gap, back: size.height + gap };
  // Rows of one way must not meet over the one between them.
  const samePitch = wayDown(outline, outline, size, 0, gap);
  for (let tried = 0; tried < triedAsides; tried++) {
    const aside = (tried / triedAsides) * pitch;
    const down = wayDown(outline, turned, size, aside, gap);
    const back = wayDown(turned, outline, size, -aside, gap);
    const both = Math.max(down + back, samePitch);
    // Of two that are as near, the one whose first turned row is: it may still fit at the end.
    const cost = both + 0.01 * down;
    if (cost < best.down + best.back + 0.01 * best.down - 1e-9) best = { aside, down, back: both - down };
  }
  return best;
}

/** Charts ask for thousands of sizes: gaps that differ by less than this share of themselves are taken for the wider one, here and there alike. */
const sameGap = 0.02;
/** Every outline is looked at in one width, so that one of any size lies like the same in another. */
const wholeWidth = 100;

/** How rows of an outline lie in any width: never nearer than they may, and found once for gaps that are alike beside the size. */
export function interlocksOf(outline: Region, size: PieceSize): (widthMm: number, gap: number) => Interlock {
  const known = new Map<number, Interlock>();
  const whole = placeRegion(outline, wholeWidth / size.width, 0, 0);
  const wholeSize = { width: wholeWidth, height: (size.height * wholeWidth) / size.width };
  return (widthMm, gap) => {
    const scale = widthMm / wholeWidth;
    const step = gap === 0 ? -Infinity : Math.ceil(Math.log(gap / scale) / Math.log(1 + sameGap));
    let lying = known.get(step);
    if (lying === undefined)
      known.set(step, (lying = interlockOf(whole, wholeSize, gap === 0 ? 0 : (1 + sameGap) ** step)));
    return { aside: lying.aside * scale, down: lying.down * scale, back: lying.back * scale };
  };
}

/** From the upper left on, with an upright or a turned row first, whichever holds more. */
export function interlockedPlaces(
  room: Box,
  outline: Region,
  size: PieceSize,
  gap: number,
  lying: Interlock = interlocksOf(outline, size)(size.width, gap),
): readonly Place[] {
  const [upright, turned] = [0, 1].map((first) => rowsFrom(first, room, size, gap, lying)) as [
    Place[],
    Place[],
  ];
  return turned.length > upright.length ? turned : upright;
}

/** Row `first` is even for an upright one. */
function rowsFrom(
  first: number,
  room: Box,
  size: PieceSize,
  gap: number,
  { aside, down, back }: Interlock,
): Place[] {
  const places: Place[] = [];
  const pitch = size.width + gap;
  for (let row = first, y = room.y; y + size.height <= room.y + room.height + 1e-6; row++) {
    const isTurned = row % 2 === 1;
    // The row that comes first begins at the edge.
    const away = (isTurned ? aside : 0) - (first === 1 ? aside : 0);
    for (
      let x = room.x + (away < 0 ? away + pitch : away);
      x + size.width <= room.x + room.width + 1e-6;
      x += pitch
    )
      places.push({ x, y, quarters: isTurned ? 2 : 0 });
    y += isTurned ? back : down;
  }
  return places;
}

/** Its corner at 0, 0. */
export function atOrigin(outline: Region): Region {
  const box = boundsOf(outline);
  return box === null ? outline : placeRegion(outline, 1, -box.x, -box.y);
}
