/** Things on the piece moved, made smaller or taken away: as they would come out, and as changes to the document. */
import { say, type Change, type Fix } from '../finding';
import { placeRegion, type Region, type Vertex } from '../geometry';
import { sizedBy, type ArtSettings, type ItemSettings, type PlacedItem, type WordsSettings } from '../piece';
import { changeItem, fix, takeItemAway } from './changes';

/** All that is marked of an item, filled or followed. */
export const inkOf = ({ area, lines }: PlacedItem): Region => [...area, ...lines];

/** Things with a place and a size of their own. */
export type FreeSettings = WordsSettings | ArtSettings;

export const isFree = (settings: ItemSettings): settings is FreeSettings =>
  settings.kind === 'words' || settings.kind === 'art';

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

export const tidy = (value: number): number => Number(value.toFixed(4));

/** Where an item stands; what is in the middle of an axis stays there. */
const place = ({ box }: PlacedItem, { xMm, yMm }: FreeSettings): Pick<FreeSettings, 'xMm' | 'yMm'> => ({
  xMm: xMm === 'middle' ? xMm : tidy(box.x),
  yMm: yMm === 'middle' ? yMm : tidy(box.y),
});

export const placeChange = (item: PlacedItem, settings: FreeSettings): Change =>
  changeItem(settings.id, place(item, settings));

export const removalFix = ({ id, name }: PlacedItem): Fix => fix(say`Remove the ${name}`, takeItemAway(id));

/** The item at a share of its size, where it then lies. */
export const sizedFix = (sized: PlacedItem, settings: FreeSettings, share: number): Fix =>
  fix(
    say`Make the ${sized.name} ${Math.round(share * 100)} % of its size`,
    changeItem(settings.id, { ...sizedBy(settings, share), ...place(sized, settings) }),
  );

/** The largest share of its size, in steps of a twentieth, at which an item is as it should be; null when none is. */
export function largestShare(isGood: (share: number) => boolean): number | null {
  for (let percent = 95; percent >= 25; percent -= 5) if (isGood(percent / 100)) return percent / 100;
  return null;
}
