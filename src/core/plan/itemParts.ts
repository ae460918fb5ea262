/** Words, pictures, frames and borders as parts in their inks, and as lines where they are only followed. */
import { strokeRegion, uniteRegion, type Region, flattenRegion, boxContour } from '../geometry';
import type { Piece, PlacedItem } from '../piece';
import { withBridges } from './bridges';
import { grownInk, type Part, type Purpose } from './codeParts';
import { bridgesOf } from './held';
import { machineKinds } from './machines';
import type { Pair } from './pair';
import type { PlanSettings } from './settings';
import { blackInk, type Ink } from './operation';

const inColour = (pair: Pair): boolean => pair.machine.inks === 'process';

const inkFor = (colour: string | null, pair: Pair): Ink =>
  colour === null || !inColour(pair) ? blackInk : { kind: 'solid', colour };

/** The coloured border of a sticker, under everything else. */
export function borderParts({ border }: Piece, pair: Pair): Part[] {
  if (border === null) return [];
  return [{ label: 'border', area: border.area, ink: inkFor(border.colour, pair) }];
}

/** `isSeen` adds what a laser follows, as wide as it comes out. */
export function itemParts(
  items: readonly PlacedItem[],
  pair: Pair,
  settings: PlanSettings,
  { compensationMm, isSeen }: Pick<Purpose, 'compensationMm' | 'isSeen'>,
): Part[] {
  return items.flatMap((item): Part[] => {
    const { name: label, shapes, picture, lines, colour } = item;
    const ink = inkFor(colour, pair);
    if (picture !== null && inColour(pair))
      return [
        {
          label,
          area: [boxContour(picture.box)],
          ink: { kind: 'picture', ...picture, turn: 0, opacity: 1, mirrored: false },
        },
      ];
    if (shapes.length > 0 && inColour(pair))
      return shapes.map((shape) => ({
        label,
        area: shape.area,
        ink: { kind: 'solid', colour: shape.colour },
      }));
    const parts: Part[] = [];
    if (item.area.length > 0) {
      const bridges = bridgesOf(item.area, pair, settings);
      const drawn = drawnIn(item, compensationMm);
      parts.push({
        label,
        area: bridges === null ? drawn : withBridges(drawn, bridges, compensationMm),
        ink,
      });
    }
    // A printer draws lines as areas.
    if (lines.length > 0 && (isSeen || !isFollowed(pair)))
      parts.push({ label, area: lineArea(lines, pair), ink });
    return parts;
  });
}

/** Machines that mark can follow a line; printers cannot. */
const isFollowed = (pair: Pair): boolean => machineKinds[pair.machine.kind].followsLines;

export function scoredLines(
  items: readonly PlacedItem[],
  pair: Pair,
): readonly { readonly label: string; readonly lines: Region }[] {
  if (!isFollowed(pair)) return [];
  return items.filter(({ lines }) => lines.length > 0).map(({ name, lines }) => ({ label: name, lines }));
}

/** Thinner lines than this are not seen. */
const thinnestLineMm = 0.15;

function lineArea(lines: Region, { process }: Pair): Region {
  const width = Math.max(thinnestLineMm, process.elementMm);
  const flat = flattenRegion(lines, 0.01);
  return uniteRegion(strokeRegion(flat, width, 0.01, { end: 'round', join: 'round', isClosed: true }), 0.01);
}

/** Growing is slow, and an item that has not changed is the same object as before. */
const grown = new WeakMap<PlacedItem, { readonly mm: number; readonly area: Region }>();

function drawnIn(item: PlacedItem, compensationMm: number): Region {
  if (compensationMm === 0) return item.area;
  const before = grown.get(item);
  if (before?.mm === compensationMm) return before.area;
  const area = grownInk(item.area, -compensationMm);
  grown.set(item, { mm: compensationMm, area });
  return area;
}
