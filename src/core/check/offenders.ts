/** What stands in a quiet zone, moved out of it or made smaller in one click. */
import { codeName, mm, say, type Fix } from '../finding';
import type { Box } from '../geometry';
import { slack, smallestWhole } from '../numbers';
import type { PlacedItem } from '../piece';
import { quietZoneModules } from '../symbol';
import { changeItem, changePlacement, fix, takeItemAway } from './changes';
import { clearanceOf, hasQuietZone, moduleMmOf, type CodeContext } from './context';
import {
  isFree,
  largestShare,
  movedItem,
  removalFix,
  scaledItem,
  sizedFix,
  tidy,
  type FreeSettings,
} from './itemFixes';

const directions = [
  { dx: 0, dy: -1, word: 'up' },
  { dx: 0, dy: 1, word: 'down' },
  { dx: -1, dy: 0, word: 'to the left' },
  { dx: 1, dy: 0, word: 'to the right' },
] as const;

/** More ways than this are no help. */
const waysOffered = 2;

/** Fixes for what ends the quiet zone, when it is an item or another code; none for anything else. */
export function offenderFixes(context: CodeContext): Fix[] {
  const { obstacle } = clearanceOf(context);
  if (obstacle.kind === 'code') return codeMoves(context);
  if (obstacle.kind !== 'item') return [];
  const { laying, piece, placed } = context;
  const settings = laying.piece.items.find(({ id }) => id === obstacle.id);
  const item = piece.items.find(({ id }) => id === obstacle.id);
  if (settings === undefined || item === undefined) return [];
  const neededMm = quietZoneModules * moduleMmOf(context, laying);
  const within = context.room.within(laying, neededMm - slack);
  // Taking one of several away would leave the others in it.
  const removals =
    within.length === 1
      ? [removalFix(item)]
      : [fix(say`Remove the ${within.length} things in it`, ...within.map(takeItemAway))];
  if (!isFree(settings)) return removals;
  const isClear = (changed: PlacedItem): boolean =>
    context.room.clearance(
      laying,
      piece.items.map((other) => (other === item ? changed : other)),
    ).mm >=
    neededMm - slack;
  const ways = directions.flatMap(({ dx, dy, word }) => {
    const stepMm = leastMove(
      (step) => isClear(movedItem(item, dx * step, dy * step)),
      neededMm - clearanceOf(context).mm,
      dx === 0 ? item.box.height : item.box.width,
    );
    if (stepMm === null) return [];
    const moved = movedItem(item, dx * stepMm, dy * stepMm);
    if (!liesOn(moved.box, piece)) return [];
    const set = dx === 0 ? { yMm: tidy(moved.box.y) } : { xMm: tidy(moved.box.x) };
    return [{ stepMm, fix: fix(say`Move the ${item.name} ${mm(stepMm)} ${word}`, changeItem(item.id, set)) }];
  });
  return [...shortest(ways), ...smallerFixes(settings, item, placed.code, isClear), ...removals];
}

/** This code moved away from the other one. */
function codeMoves(context: CodeContext): Fix[] {
  const { laying, piece, placed } = context;
  const { piece: settings, placement } = laying;
  const neededMm = quietZoneModules * moduleMmOf(context, laying);
  const ways = directions.flatMap(({ dx, dy, word }) => {
    const at = (step: number): Partial<typeof placement> =>
      dx === 0 ? { yMm: tidy(placed.bounds.y + dy * step) } : { xMm: tidy(placed.bounds.x + dx * step) };
    const movedBy = (step: number): boolean =>
      hasQuietZone(context, { piece: settings, placement: { ...placement, ...at(step) } });
    const stepMm = leastMove(movedBy, neededMm - clearanceOf(context).mm, placed.bounds.width);
    if (stepMm === null) return [];
    const box = { ...placed.bounds, x: placed.bounds.x + dx * stepMm, y: placed.bounds.y + dy * stepMm };
    if (!liesOn(box, piece)) return [];
    const label = say`Move ${codeName(context.id)} ${mm(stepMm)} ${word}`;
    return [{ stepMm, fix: fix(label, changePlacement(context, at(stepMm))) }];
  });
  return shortest(ways);
}

const shortest = (ways: readonly { readonly stepMm: number; readonly fix: Fix }[]): Fix[] =>
  [...ways]
    .sort((a, b) => a.stepMm - b.stepMm)
    .slice(0, waysOffered)
    .map((way) => way.fix);

/** The least step in tenths of a millimetre that helps; null when none does, up to a long way. */
function leastMove(helps: (stepMm: number) => boolean, missingMm: number, lengthMm: number): number | null {
  const helpsInTenths = (tenths: number): boolean => helps(tenths / 10);
  const most = Math.ceil((2 * (missingMm + lengthMm) + 50) * 10);
  let high = Math.max(1, Math.ceil(missingMm * 10 - slack));
  let low = high;
  // Too far is no help either: something else is there, so the first step that helps is looked for.
  while (!helpsInTenths(high)) {
    if (high >= most) return null;
    low = high + 1;
    high = Math.ceil(high * 1.5) + 1;
  }
  return smallestWhole(low, high, helpsInTenths)! / 10;
}

const liesOn = (box: Box, { widthMm, heightMm }: { widthMm: number; heightMm: number }): boolean =>
  box.x >= -slack &&
  box.y >= -slack &&
  box.x + box.width <= widthMm + slack &&
  box.y + box.height <= heightMm + slack;

/** The largest size at which the item is clear, in steps of a twentieth. It shrinks away from the code, its far side stays. */
function smallerFixes(
  settings: FreeSettings,
  item: PlacedItem,
  code: Box,
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
  return share === null ? [] : [sizedFix(scaled(share), settings, share)];
}
