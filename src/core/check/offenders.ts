/** What stands in a quiet zone, moved out of it or made smaller in one click. */
import type { Fix } from '../finding';
import type { Box } from '../geometry';
import type { PlacedItem } from '../piece';
import { quietZoneModules } from '../symbol';
import {
  largestShare,
  movedItem,
  placeChanges,
  removalFix,
  scaledItem,
  sizeChanges,
  smallerLabel,
  type FreeSettings,
} from './itemFixes';
import { change, clearanceOf, inMm, roundUpTo, slack, type LimitContext } from './context';

const directions = [
  { dx: 0, dy: -1, word: 'up' },
  { dx: 0, dy: 1, word: 'down' },
  { dx: -1, dy: 0, word: 'to the left' },
  { dx: 1, dy: 0, word: 'to the right' },
] as const;

/** Fixes for the item that ends the quiet zone; none when something else ends it. */
export function offenderFixes(context: LimitContext): Fix[] {
  const { pieceSettings, piece, symbol } = context;
  const { obstacle, mm } = clearanceOf(context);
  if (obstacle.kind !== 'item') return [];
  const place = pieceSettings.items.findIndex(({ id }) => id === obstacle.id);
  const settings = pieceSettings.items[place];
  const item = piece.items[place];
  if (settings === undefined || item === undefined) return [];
  const neededMm = quietZoneModules * (pieceSettings.code.widthMm / symbol.size);
  const path = `piece.items.${place}`;
  const removal = removalFix(pieceSettings, place, item.name);
  if (settings.kind === 'frame' || settings.kind === 'border') return [removal];
  const isClear = (changed: PlacedItem): boolean =>
    context.room.clearance(
      pieceSettings,
      piece.items.map((other) => (other === item ? changed : other)),
    ).mm >=
    neededMm - slack;
  const fixes: Fix[] = [];
  for (const { dx, dy, word } of directions) {
    const step = leastMove(item, dx, dy, neededMm - mm, isClear);
    if (step === null) continue;
    const moved = movedItem(item, dx * step, dy * step);
    if (!liesOn(moved, piece)) continue;
    fixes.push({
      label: `Move the ${item.name} ${inMm(step)} ${word}`,
      changes: [
        ...(dx === 0 ? [] : [change(`${path}.xMm`, Number(moved.box.x.toFixed(4)))]),
        ...(dy === 0 ? [] : [change(`${path}.yMm`, Number(moved.box.y.toFixed(4)))]),
      ],
    });
  }
  // The shortest way first; more than two ways are no help.
  fixes.sort((a, b) => lengthOf(a) - lengthOf(b));
  return [...fixes.slice(0, 2), ...smallerFixes(settings, item, piece.code, path, isClear), removal];
}

const lengthOf = ({ label }: Fix): number => Number(/([\d.]+) mm (?:up|down|to)/.exec(label)?.[1] ?? 0);

/** In tenths of a millimetre; null when even a long way does not help. */
function leastMove(
  item: PlacedItem,
  dx: number,
  dy: number,
  missingMm: number,
  isClear: (item: PlacedItem) => boolean,
): number | null {
  const reach = missingMm + item.box.width * Math.abs(dx) + item.box.height * Math.abs(dy);
  const fits = (mm: number): boolean => isClear(movedItem(item, dx * mm, dy * mm));
  let high = roundUpTo(missingMm, 0.1);
  while (!fits(high)) {
    high = roundUpTo(high * 1.5 + 0.1, 0.1);
    if (high > 2 * reach + 50) return null;
  }
  let low = 0;
  while (high - low > 0.1 + slack) {
    const middle = roundUpTo((low + high) / 2, 0.1);
    if (fits(middle)) high = middle;
    else low = middle;
    if (high === middle && low >= high - 0.1 - slack) break;
  }
  return high;
}

const liesOn = ({ box }: PlacedItem, { widthMm, heightMm }: { widthMm: number; heightMm: number }): boolean =>
  box.x >= -slack &&
  box.y >= -slack &&
  box.x + box.width <= widthMm + slack &&
  box.y + box.height <= heightMm + slack;

/** The largest size at which the item is clear, in steps of a twentieth. It shrinks away from the code, its far side stays. */
function smallerFixes(
  settings: FreeSettings,
  item: PlacedItem,
  code: Box,
  path: string,
  isClear: (item: PlacedItem) => boolean,
): Fix[] {
  if (settings.kind === 'words' && settings.circle !== null) return [];
  const { box } = item;
  const across = box.x + box.width / 2 - (code.x + code.width / 2);
  const down = box.y + box.height / 2 - (code.y + code.height / 2);
  const isBeside = Math.abs(across) > Math.abs(down);
  const far = (start: number, length: number, away: number): number => (away > 0 ? start + length : start);
  const anchor = isBeside
    ? { x: far(box.x, box.width, across), y: box.y + box.height / 2 }
    : { x: box.x + box.width / 2, y: far(box.y, box.height, down) };
  const scaled = (share: number): PlacedItem => scaledItem(item, anchor, share);
  const share = largestShare((candidate) => isClear(scaled(candidate)));
  if (share === null) return [];
  return [
    {
      label: smallerLabel(item.name, share),
      changes: [...sizeChanges(settings, path, share), ...placeChanges(scaled(share), settings, path)],
    },
  ];
}
