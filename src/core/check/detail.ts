/** Limits on detail that is finer than the machine works: in the logo, and in pictures on the piece. */
import { mm, say, type Finding, type Fix, type Sentence } from '../finding';
import { growRegion, regionArea, type Region } from '../geometry';
import type { PlacedItem } from '../piece';
import type { Pair } from '../plan';
import type { CodeContext, PieceContext } from './context';
import { isFree, removalFix, scaledItem, sizedFix } from './itemFixes';
import { aboutItem } from './itemMeasure';
import type { Measured, PieceMeasured } from './measured';

/** Share of the ink that may get lost because it is finer than the machine's element. */
const mostLost = 0.05;

/** Shares that were measured; ink that has not changed is the same object as before. */
const lostBefore = new WeakMap<Region, { readonly elementMm: number; readonly share: number }>();

/** How much of the ink is narrower than one element: what a brush of that width cannot reach (morphological opening). */
function lostShare(ink: Region, { process: { elementMm } }: Pair): number {
  const before = lostBefore.get(ink);
  if (before?.elementMm === elementMm) return before.share;
  const tolerance = elementMm / 40;
  const reached = growRegion(growRegion(ink, -elementMm / 2, tolerance), elementMm / 2, tolerance);
  const share = Math.max(0, 1 - regionArea(reached) / regionArea(ink));
  lostBefore.set(ink, { elementMm, share });
  return share;
}

function finding(
  title: string,
  share: number,
  text: Sentence,
): Omit<Finding, 'kind' | 'about' | 'fixes' | 'station'> {
  return {
    severity: share > mostLost ? 'caution' : 'fine',
    title,
    text,
    measured: { value: share * 100, unit: '%' },
    required: { value: mostLost * 100, unit: '%', comparison: '<=' },
    source: { tag: 'cp', text: 'common practice, no source' },
  };
}

const tooFine = (what: string, { process, machine }: Pair): Sentence =>
  say`Parts of the ${what} are narrower than ${mm(process.elementMm)}, the finest mark of the ${machine.name}; they come out thicker or not at all.`;

export function measureLogoDetail({ placed, pair }: CodeContext): Measured | null {
  if (placed.logo === null || regionArea(placed.logo.ink) <= 0) return null;
  const share = lostShare(placed.logo.ink, pair);
  return {
    kind: 'logo-detail',
    station: 'style',
    ...finding(
      'Detail of the logo',
      share,
      share > mostLost ? tooFine('logo', pair) : ['Lines of the logo are wide enough for the machine.'],
    ),
    fixes: () => [],
  };
}

/** Pictures on the piece whose lines the machine cannot draw; nothing is said of those that it can. */
export function measureItemDetail(context: PieceContext): PieceMeasured[] {
  const { piece, pair } = context;
  return piece.items.flatMap((item): PieceMeasured[] => {
    if (item.kind !== 'art' || item.picture !== null || regionArea(item.area) <= 0) return [];
    const share = lostShare(item.area, pair);
    if (share <= mostLost) return [];
    return [
      {
        kind: 'piece-detail',
        about: aboutItem(item),
        station: 'piece',
        ...finding('Detail of a picture', share, tooFine(item.name, pair)),
        fixes: () => largerFixes(context, item),
      },
    ];
  });
}

/** The smallest size, in quarters more, at which enough of a picture can be drawn. */
function largerFixes({ settings, pair }: PieceContext, item: PlacedItem): Fix[] {
  const itemSettings = settings.items.find(({ id }) => id === item.id);
  if (itemSettings === undefined || !isFree(itemSettings)) return [];
  const middle = { x: item.box.x + item.box.width / 2, y: item.box.y + item.box.height / 2 };
  for (let percent = 125; percent <= 400; percent += 25) {
    const larger = scaledItem(item, middle, percent / 100);
    if (lostShare(larger.area, pair) <= mostLost)
      return [sizedFix(larger, itemSettings, percent / 100), removalFix(item)];
  }
  return [removalFix(item)];
}
