/** Pieces on stock: jobs that were made come in, with a sheet's document; pages, and the operations of each, go out. */
import { regionArea, type Region } from '../geometry';
import { scaledJob, shownTitle, type Job } from '../job';
import {
  labelPlaces,
  labelsOf,
  layPieces,
  mostSheets,
  packPieces,
  sheetStock,
  widestFor,
  type PieceShape,
  type Place,
  type SheetDocument,
} from '../sheet';
import type { Typesetter } from '../words';
import { type Library, runJob, type JobResult, type Made } from '../run';
import { notesOfPieces, tooNear } from './sheetNotes';
import { sheetCaption } from './sheetCaption';
import { marksOn, operationsOf } from './sheetOperations';
import {
  codeBoxAt,
  isRound,
  roomOf,
  shapeOf,
  sizeText,
  type CodeOnPage,
  type LaidSheets,
  type PlacedPiece,
  type SheetNote,
  type SheetPage,
  type SheetPiece,
} from './sheetPages';

/** With `words` at hand (`loadCaption`), sheets can have their numbers and names on them. */
export function laySheets(
  document: SheetDocument,
  pieces: readonly SheetPiece[],
  words: Typesetter | null = null,
): LaidSheets {
  const notes: SheetNote[] = notesOfPieces(document, pieces);
  const made = pieces.map(({ result }) => result.made);
  const shapes = made.map((drawn) => (drawn === null ? null : shapeOf(drawn)));
  const laid = placesOf(document, pieces, shapes, notes);
  const [first] = laid.pages;
  const pages = laid.pages.map((page, index): SheetPage => {
    const placed = index === 0 ? movedByHand(page.placed, document) : page.placed;
    return { ...page, placed, codes: placed.flatMap((piece) => codesOf(piece, made[piece.piece]!)) };
  });
  if (first !== undefined && document.moved.length > 0)
    notes.push(...tooNear(pages[0]!.placed, shapes, document));
  const { stock } = document.stock;
  const { widthMm, heightMm } = sheetStock(stock);
  const covered = (pages[0]?.placed ?? []).reduce(
    (sum, { piece }) => sum + Math.abs(regionArea(shapes[piece]!.outline!)),
    0,
  );
  const sheets = pages.reduce((sum, page) => sum + page.sheets, 0);
  const caption = (page: SheetPage): Region => {
    const from = pages.slice(0, pages.indexOf(page)).reduce((sum, earlier) => sum + earlier.sheets, 1);
    return sheetCaption(document, { from, to: from + page.sheets - 1, of: sheets }, words);
  };
  return {
    pages,
    perSheet: laid.perSheet,
    sheets,
    waste: 1 - covered / (widthMm * heightMm),
    notes,
    pieces,
    marks: (page) => marksOn(document, shapes, page, caption(page)),
    operations: (page, part) => operationsOf(document, pieces, shapes, page, part, caption(page)),
  };
}

type BarePage = Omit<SheetPage, 'codes'>;

function placesOf(
  document: SheetDocument,
  pieces: readonly SheetPiece[],
  shapes: readonly (PieceShape | null)[],
  notes: SheetNote[],
): { readonly pages: readonly BarePage[]; readonly perSheet: number } {
  const { stock } = document.stock;
  const room = roomOf(document);
  const stop = (text: string, piece: number | null): void =>
    void notes.push({ severity: 'stop', text, piece });
  const nameOf = (piece: number): string => shownTitle(pieces[piece]!.result.job);
  const tooLarge = (piece: number): void => {
    const is = `${nameOf(piece)} is ${sizeText(shapes[piece]!)}`;
    if (stock.kind !== 'sheet') {
      const label = { width: labelsOf(stock).labelWidthMm, height: labelsOf(stock).labelHeightMm };
      return stop(`${is}; a label is ${sizeText(label)}.`, piece);
    }
    const hasRoom = room.width > 0 && room.height > 0;
    const left = hasRoom
      ? `there is room for ${sizeText(room)}`
      : 'the margins and marks of the sheet leave no room at all';
    stop(`${is}; ${left}.`, piece);
  };
  if (stock.kind !== 'sheet') return onLabels(document, pieces, shapes, tooLarge);
  const there = pieces.flatMap((_, piece) => (shapes[piece] === null ? [] : [piece]));
  if (there.length === 1) {
    const piece = there[0]!;
    const shape = shapes[piece]!;
    if (document.layout === 'staggered' && !isRound(shape)) {
      stop(`Staggered rows are for round pieces; ${nameOf(piece)} is not round.`, piece);
      return { pages: [], perSheet: 0 };
    }
    const slots = layPieces(room, shape, document.gapMm, document.layout);
    if (slots.length === 0) tooLarge(piece);
    return inSlots(document, slots, [{ piece, quantity: pieces[piece]!.quantity }], (place) => place);
  }
  const packed = packPieces(
    room,
    there.map((piece) => ({ size: shapes[piece]!, quantity: pieces[piece]!.quantity ?? 1 })),
    document.gapMm,
  );
  packed.tooLarge.forEach((index) => tooLarge(there[index]!));
  if (packed.sheets.length >= mostSheets)
    stop(`They take more than ${mostSheets} sheets; what goes beyond is not laid.`, null);
  return {
    pages: packed.sheets.map((sheet) => ({
      placed: sheet.map((packed, slot) => ({ ...packed, piece: there[packed.piece]!, slot })),
      empty: [],
      sheets: 1,
    })),
    perSheet: packed.sheets[0]?.length ?? 0,
  };
}

/** One after the other on labels that are cut already, each in the middle of its own. */
function onLabels(
  document: SheetDocument,
  pieces: readonly SheetPiece[],
  shapes: readonly (PieceShape | null)[],
  tooLarge: (piece: number) => void,
): ReturnType<typeof placesOf> {
  const labels = labelsOf(
    document.stock.stock as Exclude<SheetDocument['stock']['stock'], { kind: 'sheet' }>,
  );
  const label = { width: labels.labelWidthMm, height: labels.labelHeightMm };
  const wanted = pieces.flatMap(({ quantity }, piece) => {
    const shape = shapes[piece];
    if (shape === null || shape === undefined) return [];
    if (labelPlaces(labels, shape).length > 0)
      return [{ piece, quantity: quantity ?? (pieces.length === 1 ? null : 1) }];
    tooLarge(piece);
    return [];
  });
  const slots = labelPlaces(labels, label);
  const places = new Map(wanted.map(({ piece }) => [piece, labelPlaces(labels, shapes[piece]!)]));
  return inSlots(document, slots, wanted, (_, slot, piece) => places.get(piece)![slot]!);
}

/** Fills places one after the other; those of the first sheet that are left empty are passed over. */
function inSlots(
  { empty }: SheetDocument,
  slots: readonly Place[],
  wanted: readonly { readonly piece: number; readonly quantity: number | null }[],
  placeOf: (slot: Place, index: number, piece: number) => Place,
): ReturnType<typeof placesOf> {
  if (slots.length === 0 || wanted.length === 0) return { pages: [], perSheet: slots.length };
  const left = new Set(empty.filter((slot) => slot < slots.length));
  const isForOne = wanted.length === 1 && wanted[0]!.quantity === null;
  const queue = isForOne
    ? Array.from({ length: slots.length - left.size }, () => wanted[0]!.piece)
    : wanted.flatMap(({ piece, quantity }) => Array.from({ length: quantity ?? 1 }, () => piece));
  const pages: BarePage[] = [];
  let next = 0;
  while (next < queue.length || pages.length === 0) {
    const isFirst = pages.length === 0;
    const free = slots.map((_, slot) => slot).filter((slot) => !isFirst || !left.has(slot));
    if (free.length === 0 && !isFirst) break;
    const placed = free.slice(0, queue.length - next).map((slot, index): PlacedPiece => {
      const piece = queue[next + index]!;
      return { ...placeOf(slots[slot]!, slot, piece), piece, slot };
    });
    next += placed.length;
    const before = pages.at(-1);
    // Whole sheets of one job are alike.
    if (before !== undefined && pages.length > 1 && sameAs(before.placed, placed))
      pages[pages.length - 1] = { ...before, sheets: before.sheets + 1 };
    else
      pages.push({
        placed,
        empty: isFirst ? [...left].map((slot) => slots[slot]!) : [],
        sheets: 1,
      });
  }
  const [first, second] = pages;
  if (
    first !== undefined &&
    second !== undefined &&
    first.empty.length === 0 &&
    sameAs(first.placed, second.placed)
  )
    pages.splice(0, 2, { ...first, sheets: first.sheets + second.sheets });
  return { pages, perSheet: slots.length };
}

const sameAs = (a: readonly PlacedPiece[], b: readonly PlacedPiece[]): boolean =>
  a.length === b.length &&
  a.every(({ piece, slot }, index) => piece === b[index]!.piece && slot === b[index]!.slot);

const movedByHand = (placed: readonly PlacedPiece[], { moved }: SheetDocument): readonly PlacedPiece[] =>
  placed.map((piece) => {
    const by = moved.find(({ place }) => place === piece.slot);
    return by === undefined ? piece : { ...piece, x: by.x, y: by.y, quarters: by.quarters };
  });

function codesOf(placed: PlacedPiece, made: Made | null): readonly CodeOnPage[] {
  if (made === null) return [];
  return made.piece.codes.map(({ id, quietZone }) => ({
    piece: placed.piece,
    slot: placed.slot,
    id,
    box: codeBoxAt(made, quietZone, placed),
  }));
}

/** Sizes come in such steps; lengths of a document are whole micrometres, so that one step less may be needed. */
const [sizeStepMm, mostSteps] = [0.01, 4];

/** The job in the largest size of which so many fit on a sheet; null where none does. */
export function jobForCount(
  document: SheetDocument,
  { job, made }: JobResult,
  count: number,
  library: Library,
): Job | null {
  if (made === null) return null;
  const shape = shapeOf(made);
  const widest = widestOnSheet(document, shape, count);
  if (widest === null) return null;
  for (let step = 0; step <= mostSteps; step++) {
    const sized = scaledJob(job, (widest - step * sizeStepMm) / shape.width);
    const result = runJob(sized, undefined, library, 'none');
    if (laySheets(document, [{ result, quantity: null }]).perSheet >= count) return sized;
  }
  return null;
}

/** Of one job on a sheet: the widest piece of which so many fit; null for labels, and where none does. */
export function widestOnSheet(document: SheetDocument, shape: PieceShape, count: number): number | null {
  return document.stock.stock.kind === 'sheet'
    ? widestFor(roomOf(document), shape, document.gapMm, document.layout, count)
    : null;
}
