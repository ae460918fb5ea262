/** piece: artworks and sizes come in; the thing itself goes out, in millimetres, with tones instead of colours. */
import type { Artwork } from '../artwork';
import { boundsOf, convexHull, flattenRegion, signedArea, type Contour, type Region } from '../geometry';
import { contourAround, outlineOf, type NamedOutline } from './outline';
import { holesOf, type Hole } from './holes';
import { codeAround, layItem, type ItemSources, type PlacedItem, type ItemSettings } from './items';
import { placeCode, turnedWith, type PlacedCode, type CodePlacement } from './code';
import type { PieceSettings } from './schema';

/** Coordinates in millimetres from the upper left corner of the sheet that the piece is made on. */
export interface Piece {
  /** As the outline comes out, which an offset may make a little larger than asked. */
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outline: Contour;
  /** Openings that belong to the outline: the hole of a tag, holes of a drawing. */
  readonly openings: readonly Contour[];
  readonly holes: readonly Hole[];
  /** In the order of the job. */
  readonly codes: readonly PlacedCode[];
  readonly items: readonly PlacedItem[];
  /** Coloured band inside the cut line of a sticker, with its bleed; null for other outlines. */
  readonly border: { readonly area: Region; readonly colour: string } | null;
  /** Whether the outline goes around what lies on it and is no size of its own. */
  readonly isContour: boolean;
}

export interface CodeToPlace {
  readonly id: string;
  readonly artwork: Artwork;
  readonly placement: CodePlacement;
}

/** What an earlier run made: its edge, and its items by what they were made from. */
export interface KeptParts {
  readonly edgeKey: string;
  readonly edge: NamedOutline | null;
  readonly items: ReadonlyMap<string, PlacedItem>;
}
const nothingKept: KeptParts = { edgeKey: '', edge: null, items: new Map() };

export interface LaidPiece {
  readonly piece: Piece;
  readonly kept: KeptParts;
}

const bare: ItemSources = {
  words: null,
  art: () => null,
  text: (text) => text,
  emptyFields: () => [],
  inColour: false,
};

/** Lays codes and items on the piece. Items whose settings and place are as before are taken over. */
export function layPiece(
  toPlace: readonly CodeToPlace[],
  settings: PieceSettings,
  sources: ItemSources = bare,
  before: KeptParts = nothingKept,
): LaidPiece {
  const edgeKey = JSON.stringify([settings.outline, settings.offset, settings.widthMm, settings.heightMm]);
  const named = before.edgeKey === edgeKey && before.edge !== null ? before.edge : outlineOf(settings);
  const { edge, openings } = named;
  const sheet = boundsOf([edge])!;
  const size = { widthMm: round(sheet.x + sheet.width), heightMm: round(sheet.y + sheet.height) };
  const bounds = settings.outline.kind === 'contour' ? settings : size;
  const codes = toPlace.map(({ id, artwork, placement }) => placeCode(id, artwork, placement, bounds));
  const kept = new Map<string, PlacedItem>();
  const items = settings.items.map((item) => {
    const words = item.kind === 'words' || item.kind === 'frame' ? sources.text(item.text) : '';
    const around = item.kind === 'frame' ? codeAround(item, codes) : null;
    const key = JSON.stringify([
      item,
      words,
      edgeKey,
      around && [around.quietZone, around.turn, around.round],
      sources.inColour,
    ]);
    const placed = before.items.get(key) ?? layItem(item, bounds, edge, codes, sources);
    kept.set(key, placed);
    return placed;
  });
  const contour =
    settings.outline.kind === 'contour'
      ? contourAround(
          [
            ...codes.flatMap(coveredBy),
            ...items.flatMap((item, index) => hullsOf(item, settings.items[index]!)),
          ],
          settings.outline,
          settings.bleedMm,
        )
      : null;
  const { outline } = settings;
  return {
    piece: {
      widthMm: bounds.widthMm,
      heightMm: bounds.heightMm,
      outline: contour?.edge ?? edge,
      openings,
      holes: holesOf({ ...settings, widthMm: bounds.widthMm, heightMm: bounds.heightMm }),
      codes,
      items,
      border:
        contour !== null && outline.kind === 'contour' && outline.colour !== null && contour.border.length > 0
          ? { area: contour.border, colour: outline.colour }
          : null,
      isContour: contour !== null,
    },
    kept: { edgeKey, edge: named, items: kept },
  };
}

/**
 * Straight words and those on four sides by the convex hull of all of them, words on a circle letter by letter, so that a
 * contour does not follow every notch; other things as they are.
 */
function hullsOf({ area, lines }: PlacedItem, settings: ItemSettings): Region {
  const region = [...area, ...lines].filter((contour) => signedArea(contour) > 0);
  const isOnSides = settings.kind === 'frame' && settings.shape === 'sides';
  if ((settings.kind !== 'words' && !isOnSides) || region.length === 0) return region;
  return settings.kind === 'frame' || settings.circle === null
    ? [convexHull(flattenRegion(region, hullToleranceMm).flat(), hullToleranceMm)]
    : region.map((contour) => convexHull(contour, hullToleranceMm));
}
const hullToleranceMm = 0.02;

const round = (value: number): number => Number(value.toFixed(6));

/** What a code covers with all that it needs free. */
export const coveredBy = (code: PlacedCode): Region => turnedWith(code, [code.field]);
