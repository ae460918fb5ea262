/** Words, pictures, frames and borders on the piece: what of them is marked, and where. */
import type { ColouredShape, ReadyArt } from '../../logo';
import {
  boundsOf,
  boxContour,
  placeRegion,
  reversedContour,
  turnedBounds,
  turnRegion,
  type Box,
  type Contour,
  type Region,
} from '../../geometry';
import type { Typesetter } from '../../words';
import { unfilledFields } from './fields';
import { frameAround } from './frames';
import { offsetEdge } from '../outline';
import { placeAlong, radians, type PlacedCode } from '../code';
import type { ArtSettings, BorderSettings, FrameSettings, ItemSettings, WordsSettings } from './schema';
import type { SheetSize } from '../lengths';
import { setWords } from './setWords';

export interface PlacedItem {
  readonly id: string;
  readonly kind: ItemSettings['kind'];
  /** As it is called in sentences. */
  readonly name: string;
  /** The upright box by which it is placed. */
  readonly box: Box;
  /** Width and height before it is turned. */
  readonly size: { readonly width: number; readonly height: number };
  /** What is marked; empty for words that are followed along their outline. */
  readonly area: Region;
  /** Outlines that the machine follows once. */
  readonly lines: Region;
  /** Null is the machine's own mark. */
  readonly colour: string | null;
  /** A drawing in its own colours, in paint order; empty where it is in one ink. */
  readonly shapes: readonly ColouredShape[];
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
  /** Thinnest stroke; infinite where it was not measured. */
  readonly strokeMm: number;
  /** Height of capitals, for words. */
  readonly capitalMm: number | null;
  readonly missing: readonly string[];
  readonly borrowed: readonly string[];
  /** Fields in the text that the job does not have. */
  readonly unknownFields: readonly string[];
  /** Fields in the text for which the job has no value. */
  readonly emptyFields: readonly string[];
  /** Why a picture is not drawn; null when it is. */
  readonly problem: string | null;
}

/** What items are made from. */
export interface ItemSources {
  /** Null where nothing can be loaded; words then have no ink. */
  readonly words: Typesetter | null;
  /** Null when a picture has not been loaded. */
  readonly art: (settings: ArtSettings) => ReadyArt | null;
  /** The text with its fields filled in. */
  readonly text: (text: string) => string;
  /** Fields of the text that have no value in this job. */
  readonly emptyFields: (text: string) => readonly string[];
  readonly inColour: boolean;
}

const nothing = {
  lines: [],
  shapes: [],
  picture: null,
  strokeMm: Infinity,
  capitalMm: null,
  missing: [],
  borrowed: [],
  unknownFields: [],
  emptyFields: [],
  problem: null,
} as const;

/** `“SCAN ME”`, cut short. */
export function quoted(text: string): string {
  const line = text.trim().replaceAll('\n', ' ');
  return `“${line.length > 22 ? `${line.slice(0, 21)}…` : line}”`;
}

export function itemName(item: ItemSettings, text: (text: string) => string = (raw) => raw): string {
  switch (item.kind) {
    case 'words':
      return item.text.trim() === '' ? 'empty words' : `words ${quoted(text(item.text).trim() || item.text)}`;
    case 'art':
      return sourceName(item.source);
    case 'frame':
      return `${item.shape} frame`;
    case 'border':
      return 'border line';
  }
}

function sourceName(source: ArtSettings['source']): string {
  switch (source.kind) {
    case 'icon':
      return `icon ${source.icon.replaceAll('-', ' ')}`;
    case 'emoji':
      return `emoji ${source.emoji}`;
    case 'text':
      return `words ${quoted(source.text)}`;
    case 'drawing':
    case 'picture':
      return `picture ${source.fileName}`;
  }
}

export function layItem(
  item: ItemSettings,
  piece: SheetSize,
  edge: Contour,
  codes: readonly PlacedCode[],
  sources: ItemSources,
): PlacedItem {
  switch (item.kind) {
    case 'words':
      return layWords(item, piece, sources);
    case 'art':
      return layArt(item, piece, sources);
    case 'frame':
      return layFrame(item, codes, sources);
    case 'border':
      return layBorder(item, edge);
  }
}

function layWords(item: WordsSettings, piece: SheetSize, sources: ItemSources): PlacedItem {
  const set = sources.words && setWords({ ...item, text: sources.text(item.text) }, sources.words);
  const box = set?.box ?? { x: 0, y: 0, width: item.widthMm, height: item.capitalMm };
  const put = putter(item, box, piece);
  const ink = set === null ? [] : put.region(set.area);
  return {
    ...nothing,
    id: item.id,
    kind: 'words',
    name: itemName(item, sources.text),
    box: put.box,
    size: { width: box.width, height: box.height },
    area: item.drawn === 'filled' ? ink : [],
    lines: item.drawn === 'outline' ? ink : [],
    colour: item.colour,
    strokeMm: set?.strokeMm ?? Infinity,
    capitalMm: set?.capitalMm ?? null,
    missing: set?.missing ?? [],
    borrowed: set?.borrowed ?? [],
    unknownFields: unfilledFields(sources.text(item.text)),
    emptyFields: sources.emptyFields(item.text),
  };
}

function layArt(item: ArtSettings, piece: SheetSize, sources: ItemSources): PlacedItem {
  const ready = sources.art(item);
  const art = ready === null || 'problem' in ready ? null : ready;
  const ratio = art === null ? 1 : art.height / art.width;
  const size = { width: item.widthMm, height: item.widthMm * ratio };
  const box = { x: -size.width / 2, y: -size.height / 2, ...size };
  const put = putter(item, box, piece);
  const scale = art === null ? 1 : item.widthMm / art.width;
  const place = (region: Region): Region => put.region(placeRegion(region, scale, 0, 0));
  const inColour = sources.inColour && item.ink.keepsColours && art !== null;
  // A picture cannot be turned by any angle in a file of upright pictures, so it is traced then.
  const asPicture = inColour && art.picture !== null && item.turnDegrees % 360 === 0;
  return {
    ...nothing,
    id: item.id,
    kind: 'art',
    problem: ready !== null && 'problem' in ready ? ready.problem : null,
    name: itemName(item),
    box: put.box,
    size,
    area: art === null ? [] : place(art.ink),
    colour: item.colour,
    shapes: inColour ? art.shapes.map(({ colour, area }) => ({ colour, area: place(area) })) : [],
    picture:
      asPicture && art.picture !== null
        ? { png: art.picture.png, box: boundsOf(place([boxContour(art.picture.box)]))! }
        : null,
  };
}

/** The code that a frame goes around; the first when its own is gone. */
export const codeAround = ({ around }: FrameSettings, codes: readonly PlacedCode[]): PlacedCode =>
  codes.find(({ id }) => id === around) ?? codes[0]!;

function layFrame(item: FrameSettings, codes: readonly PlacedCode[], sources: ItemSources): PlacedItem {
  const around = codeAround(item, codes);
  const { area, box, strokeMm, missing, borrowed } = frameAround(
    item,
    sources.text(item.text),
    roundOrSquare(around),
    around.turn,
    sources.words,
  );
  return {
    ...nothing,
    id: item.id,
    kind: 'frame',
    name: itemName(item),
    box,
    size: { width: box.width, height: box.height },
    area,
    colour: item.colour,
    strokeMm,
    missing,
    borrowed,
    unknownFields: unfilledFields(sources.text(item.text)),
    emptyFields: sources.emptyFields(item.text),
  };
}

/** The quiet zone, or the box around a round outline. */
function roundOrSquare({ quietZone, round }: PlacedCode): Box {
  if (round === null) return quietZone;
  const side = 2 * round.radiusMm;
  return { x: round.x - round.radiusMm, y: round.y - round.radiusMm, width: side, height: side };
}

function layBorder(item: BorderSettings, edge: Contour): PlacedItem {
  const outer = item.insetMm === 0 ? edge : offsetEdge(edge, -item.insetMm, item.corner);
  const inner = offsetEdge(edge, -item.insetMm - item.lineMm, item.corner);
  const area = inner === edge || outer === inner ? [] : [outer, reversedContour(inner)];
  const box = boundsOf([outer])!;
  return {
    ...nothing,
    id: item.id,
    kind: 'border',
    name: itemName(item),
    box,
    size: { width: box.width, height: box.height },
    area,
    colour: item.colour,
    strokeMm: item.lineMm,
  };
}

/** Turns a box about its middle and moves it to its place on the piece. */
function putter(
  { xMm, yMm, turnDegrees }: Pick<WordsSettings, 'xMm' | 'yMm' | 'turnDegrees'>,
  box: Box,
  piece: SheetSize,
): { readonly box: Box; readonly region: (region: Region) => Region } {
  const turn = radians(turnDegrees);
  const bounds = turnedBounds(box.width, box.height, turn);
  const x = placeAlong(xMm, bounds.width, piece.widthMm);
  const y = placeAlong(yMm, bounds.height, piece.heightMm);
  const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const dx = x + bounds.width / 2 - centre.x;
  const dy = y + bounds.height / 2 - centre.y;
  return {
    box: { x, y, ...bounds },
    region: (region) => placeRegion(turnRegion(region, centre, turn), 1, dx, dy),
  };
}

/** What of an item's settings makes it larger or smaller by a share. */
export function sizedBy(settings: WordsSettings | ArtSettings, share: number): Partial<WordsSettings> {
  const times = (value: number): number => Number((value * share).toFixed(4));
  if (settings.kind === 'art') return { widthMm: times(settings.widthMm) };
  if (settings.fit === 'height') return { capitalMm: times(settings.capitalMm) };
  return {
    widthMm: times(settings.widthMm),
    ...(settings.fit === 'box' && settings.circle === null ? { heightMm: times(settings.heightMm) } : {}),
  };
}
