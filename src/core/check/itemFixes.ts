/** Things on the piece moved, made smaller or taken away: as they would come out, and as changes to the document. */
import type { Change, Fix } from '../finding';
import { placeRegion, type Region, type Vertex } from '../geometry';
import { sizedBy, type ArtSettings, type PieceSettings, type PlacedItem, type WordsSettings } from '../piece';
import { change } from './context';

/** All that is marked of an item, filled or followed. */
export const inkOf = ({ area, lines }: PlacedItem): Region => [...area, ...lines];

/** Things with a place and a size of their own. */
export type FreeSettings = WordsSettings | ArtSettings;

export function movedItem(item: PlacedItem, dx: number, dy: number): PlacedItem {
  const move = (region: Region): Region => placeRegion(region, 1, dx, dy);
  return {
    ...item,
    box: { ...item.box, x: item.box.x + dx, y: item.box.y + dy },
    area: move(item.area),
    lines: move(item.lines),
  };
}

/** Scaled about a point that stays. */
export function scaledItem(item: PlacedItem, anchor: Vertex, share: number): PlacedItem {
  const scale = (region: Region): Region =>
    placeRegion(region, share, anchor.x * (1 - share), anchor.y * (1 - share));
  const { x, y, width, height } = item.box;
  return {
    ...item,
    box: {
      x: anchor.x + (x - anchor.x) * share,
      y: anchor.y + (y - anchor.y) * share,
      width: width * share,
      height: height * share,
    },
    area: scale(item.area),
    lines: scale(item.lines),
  };
}

const tidy = (value: number): number => Number(value.toFixed(4));

/** Where an item stands; what is in the middle of an axis stays there. */
export function placeChanges({ box }: PlacedItem, settings: FreeSettings, path: string): Change[] {
  return [
    ...(settings.xMm === 'middle' ? [] : [change(`${path}.xMm`, tidy(box.x))]),
    ...(settings.yMm === 'middle' ? [] : [change(`${path}.yMm`, tidy(box.y))]),
  ];
}

export const sizeChanges = (settings: FreeSettings, path: string, share: number): Change[] =>
  Object.entries(sizedBy(settings, share)).map(([field, value]) => change(`${path}.${field}`, value));

export function removalFix({ items }: PieceSettings, place: number, name: string): Fix {
  return {
    label: `Take the ${name} away`,
    changes: [
      change(
        'piece.items',
        items.filter((_, index) => index !== place),
      ),
    ],
  };
}

/** The largest share of its size, in steps of a twentieth, at which an item is as it should be; null when none is. */
export function largestShare(isGood: (share: number) => boolean): number | null {
  for (let percent = 95; percent >= 25; percent -= 5) if (isGood(percent / 100)) return percent / 100;
  return null;
}

export const smallerLabel = (name: string, share: number): string =>
  `Make the ${name} ${Math.round(share * 100)} % of its size`;
