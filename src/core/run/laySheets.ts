/** Pieces on stock: jobs that were made come in, with a sheet's document; pages, and the operations of each, go out. */
import {
  boundsOf,
  boxContour,
  mirrorBox,
  mirrorRegion,
  offsetOutlines,
  regionArea,
  regionDistance,
  type Box,
  type Region,
} from '../geometry';
import { shownTitle } from '../job';
import { blackInk, isLine, type Operation, type OperationSheet } from '../plan';
import {
  atOrigin,
  composeSheet,
  cutOrder,
  labelPlaces,
  labelsOf,
  layPieces,
  marksRoomMm,
  mostSheets,
  packPieces,
  placedBox,
  registrationDiscs,
  roomOn,
  sheetMarks,
  sheetStock,
  widestFor,
  type PieceShape,
  type PieceSize,
  type Place,
  type SheetDocument,
} from '../sheet';
import type { JobResult, Made } from './runJob';

export interface SheetPiece {
  readonly quantity: number | null;
  readonly result: JobResult;
}

export interface PlacedPiece extends Place {
  /** Of the pieces of the sheet. */
  readonly piece: number;
  /** Of the places of its page. */
  readonly slot: number;
}

/** A code that lies on a page, with its quiet zone. */
export interface CodeOnPage {
  readonly piece: number;
  readonly slot: number;
  readonly id: string;
  readonly box: Box;
}

export interface SheetPage {
  readonly placed: readonly PlacedPiece[];
  /** Places that are left empty. */
  readonly empty: readonly Place[];
  /** How many sheets are like this one. */
  readonly sheets: number;
  readonly codes: readonly CodeOnPage[];
}

/** `print` has all that is marked, `cut` all that is followed, both with the discs of the sheet; `jig` is cut to lay blanks in. */
export const sheetParts = ['all', 'print', 'cut', 'jig'] as const;
export type SheetPart = (typeof sheetParts)[number];

/** Something that the maker has to know of a sheet; one that stops is held back. */
export interface SheetNote {
  readonly severity: 'stop' | 'caution';
  readonly text: string;
  /** Of the pieces; null for the sheet. */
  readonly piece: number | null;
}

export interface LaidSheets {
  readonly pages: readonly SheetPage[];
  /** Of one job: as many as fit on a whole sheet. */
  readonly perSheet: number;
  readonly sheets: number;
  /** Share of the first sheet that no piece lies on. */
  readonly waste: number;
  readonly notes: readonly SheetNote[];
  readonly operations: (page: SheetPage, part: SheetPart) => OperationSheet;
  /** What is drawn on a sheet beside its pieces. */
  readonly marks: (page: SheetPage) => Region;
  readonly pieces: readonly SheetPiece[];
}

const mm = (value: number): string => `${Number(value.toFixed(2))} mm`;
const sizeText = ({ width, height }: PieceSize): string => `${Number(width.toFixed(2))} × ${mm(height)}`;

/** A blank lies in its hole with so much play on each side (common practice, no source). */
const jigPlayMm = 0.15;

/** Where the outline lies in what the machine gets, which may be mirrored: contours are often smaller than their piece. */
export function outlineBox({ piece, plan }: Made): Box {
  const box = boundsOf([piece.outline])!;
  return plan.mirrored ? mirrorBox(box, piece.widthMm) : box;
}

export function shapeOf(made: Made): PieceShape {
  const { piece, plan } = made;
  const { width, height } = outlineBox(made);
  const outline: Region = [piece.outline];
  return {
    width,
    height,
    outline: atOrigin(plan.mirrored ? mirrorRegion(outline, piece.widthMm / 2) : outline),
  };
}

/** What is done for a piece, from the corner of its outline on. */
export function croppedSheet(made: Made): OperationSheet {
  const { x, y, width, height } = outlineBox(made);
  return composeSheet([{ sheet: made.plan.sheet(), places: [{ x: -x, y: -y, quarters: 0 }] }], {
    widthMm: width,
    heightMm: height,
  });
}

/** Of a circle's box its outline covers a quarter of pi. */
export function isRound({ outline, width, height }: PieceShape): boolean {
  if (outline === undefined || Math.abs(width - height) > 0.01) return false;
  return Math.abs(Math.abs(regionArea(outline)) / (width * height) - Math.PI / 4) < 0.005;
}

/** The room that pieces may take, marks left out. */
export function roomOf({ stock: { stock }, marks }: Pick<SheetDocument, 'stock' | 'marks'>): Box {
  const room = roomOn(sheetStock(stock));
  const away = stock.kind === 'sheet' ? marksRoomMm(marks) : 0;
  return { x: room.x + away, y: room.y + away, width: room.width - 2 * away, height: room.height - 2 * away };
}

export function laySheets(document: SheetDocument, pieces: readonly SheetPiece[]): LaidSheets {
  const notes: SheetNote[] = notesOfPieces(document, pieces);
  const made = pieces.map(({ result }) => result.made);
  const shapes = made.map((own) => (own === null ? null : shapeOf(own)));
  const laid = placesOf(document, pieces, shapes, notes);
  const [first] = laid.pages;
  const pages = laid.pages.map((page, index): SheetPage => {
    const placed = index === 0 ? movedByHand(page.placed, document) : page.placed;
    return { ...page, placed, codes: placed.flatMap((own) => codesOf(own, made[own.piece]!)) };
  });
  if (first !== undefined && document.moved.length > 0)
    notes.push(...tooNear(pages[0]!.placed, shapes, document));
  const { stock } = document.stock;
  const { widthMm, heightMm } = sheetStock(stock);
  const covered = (pages[0]?.placed ?? []).reduce(
    (sum, { piece }) => sum + Math.abs(regionArea(shapes[piece]!.outline!)),
    0,
  );
  return {
    pages,
    perSheet: laid.perSheet,
    sheets: pages.reduce((sum, page) => sum + page.sheets, 0),
    waste: 1 - covered / (widthMm * heightMm),
    notes,
    pieces,
    marks: (page) => marksOn(document, shapes, page),
    operations: (page, part) => operationsOf(document, pieces, shapes, page, part),
  };
}

function notesOfPieces({ gapMm, stock }: SheetDocument, pieces: readonly SheetPiece[]): SheetNote[] {
  const notes: SheetNote[] = [];
  const [first] = pieces;
  pieces.forEach(({ result }, piece) => {
    const name = shownTitle(result.job);
    const note = (severity: SheetNote['severity'], text: string): void =>
      void notes.push({ severity, text, piece });
    const { made, pair, heldBackBy } = result;
    if (made === null) note('stop', `${name}: there is no piece yet, since its message gives no symbol.`);
    else if (heldBackBy.length > 0)
      note(
        'stop',
        `${name}: its files are held back by ${heldBackBy.length === 1 ? 'a limit' : `${heldBackBy.length} limits`}.`,
      );
    const other = first!.result.pair;
    if (pair.material.id !== other.material.id || pair.machine.id !== other.machine.id)
      note(
        'stop',
        `${name} is ${pair.material.name} by ${pair.machine.name}; this sheet is ${other.material.name} by ${other.machine.name}.`,
      );
  });
  pieces.forEach(({ result: { job, made } }, piece) => {
    // What is printed beyond the cut line would lie on the piece beside it.
    const bleedMm = made?.piece.border === null ? 0 : job.piece.bleedMm;
    if (stock.stock.kind === 'sheet' && gapMm < bleedMm)
      notes.push({
        severity: 'stop',
        piece,
        text: `${shownTitle(job)} bleeds ${mm(bleedMm)} beyond its cut line, and pieces lie ${mm(gapMm)} apart. Leave at least that.`,
      });
  });
  const kerfMm = first?.result.pair.process.kerfMm ?? 0;
  if (stock.stock.kind === 'sheet' && gapMm < kerfMm)
    notes.push({
      severity: 'stop',
      piece: null,
      text: `Pieces lie ${mm(gapMm)} apart, and the cut is ${mm(kerfMm)} wide. Leave at least that.`,
    });
  return notes;
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
    const space =
      stock.kind === 'sheet'
        ? room
        : { width: labelsOf(stock).labelWidthMm, height: labelsOf(stock).labelHeightMm };
    stop(
      `${nameOf(piece)} is ${sizeText(shapes[piece]!)}; ${stock.kind === 'sheet' ? 'there is room for' : 'a label is'} ${sizeText(space)}.`,
      piece,
    );
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
    return inSlots(document, slots, [{ piece, quantity: pieces[piece]!.quantity }], (own) => own);
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
      placed: sheet.map((own, slot) => ({ ...own, piece: there[own.piece]!, slot })),
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
  const own = new Map(wanted.map(({ piece }) => [piece, labelPlaces(labels, shapes[piece]!)]));
  return inSlots(document, slots, wanted, (_, slot, piece) => own.get(piece)![slot]!);
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
    const placed = free.slice(0, queue.length - next).map((slot, at): PlacedPiece => {
      const piece = queue[next + at]!;
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
  a.length === b.length && a.every(({ piece, slot }, at) => piece === b[at]!.piece && slot === b[at]!.slot);

const movedByHand = (placed: readonly PlacedPiece[], { moved }: SheetDocument): readonly PlacedPiece[] =>
  placed.map((own) => {
    const by = moved.find(({ place }) => place === own.slot);
    return by === undefined ? own : { ...own, x: by.x, y: by.y, quarters: by.quarters };
  });

const boxAt = (shape: PieceSize, place: Place): Box =>
  placedBox({ x: 0, y: 0, width: shape.width, height: shape.height }, shape, place);

/** Of pieces that were put somewhere by hand: what lies nearer than the gap, or beyond the room. */
function tooNear(
  placed: readonly PlacedPiece[],
  shapes: readonly (PieceShape | null)[],
  document: SheetDocument,
): SheetNote[] {
  const notes: SheetNote[] = [];
  const room = roomOf(document);
  const byHand = new Set(document.moved.map(({ place }) => place));
  const outlineAt = (own: PlacedPiece): Region => {
    const shape = shapes[own.piece]!;
    const sheet = { widthMm: shape.width, heightMm: shape.height, marginMm: 0 };
    const operation: Operation = { kind: 'cut', label: '', lines: shape.outline! };
    const { operations } = composeSheet(
      [{ sheet: { ...sheet, operations: [operation] }, places: [own] }],
      sheet,
    );
    return isLine(operations[0]!) ? operations[0].lines : [];
  };
  for (const own of placed.filter(({ slot }) => byHand.has(slot))) {
    const box = boxAt(shapes[own.piece]!, own);
    const over = Math.max(
      room.x - box.x,
      room.y - box.y,
      box.x + box.width - room.x - room.width,
      box.y + box.height - room.y - room.height,
    );
    if (over > 0.001)
      notes.push({
        severity: 'stop',
        piece: own.piece,
        text: `Piece ${own.slot + 1} lies ${mm(over)} outside of what the machine reaches.`,
      });
    for (const other of placed) {
      if (other === own || (byHand.has(other.slot) && other.slot < own.slot)) continue;
      const beside = boxAt(shapes[other.piece]!, other);
      const apart = Math.max(
        beside.x - box.x - box.width,
        box.x - beside.x - beside.width,
        beside.y - box.y - box.height,
        box.y - beside.y - beside.height,
      );
      if (apart >= document.gapMm - 0.001) continue;
      const real = regionDistance(outlineAt(own), outlineAt(other));
      if (real < document.gapMm - 0.001)
        notes.push({
          severity: 'stop',
          piece: own.piece,
          text: `Pieces ${own.slot + 1} and ${other.slot + 1} are ${mm(real)} apart; the gap is ${mm(document.gapMm)}.`,
        });
    }
  }
  return notes;
}

function codesOf(own: PlacedPiece, made: Made | null): readonly CodeOnPage[] {
  if (made === null) return [];
  const outline = outlineBox(made);
  return made.piece.codes.map(({ id, quietZone }) => {
    const seen = made.plan.mirrored ? mirrorBox(quietZone, made.piece.widthMm) : quietZone;
    const box = { ...seen, x: seen.x - outline.x, y: seen.y - outline.y };
    return { piece: own.piece, slot: own.slot, id, box: placedBox(box, outline, own) };
  });
}

function operationsOf(
  document: SheetDocument,
  pieces: readonly SheetPiece[],
  shapes: readonly (PieceShape | null)[],
  page: SheetPage,
  part: SheetPart,
): OperationSheet {
  const { placed } = page;
  const { stock } = document.stock;
  const { widthMm, heightMm } = sheetStock(stock);
  const size = { widthMm, heightMm };
  if (part === 'jig') return { ...size, marginMm: 0, operations: [jigOf(shapes, placed, size)] };
  const sheets = pieces.flatMap(({ result: { made } }, piece) =>
    made === null ? [] : [{ sheet: croppedSheet(made), places: placed.filter((own) => own.piece === piece) }],
  );
  const whole = composeSheet(sheets, size);
  const operations = whole.operations
    .filter((own) => part === 'all' || isLine(own) === (part === 'cut'))
    .map((own) => (own.kind === 'cut' ? { ...own, lines: cutOrder(own.lines).contours } : own));
  const drawn =
    part !== 'cut'
      ? marksOn(document, shapes, page)
      : document.marks.registration && stock.kind === 'sheet'
        ? registrationDiscs(stock)
        : [];
  const kind = whole.operations.find((own) => own.kind === 'print' || own.kind === 'mark')?.kind ?? 'print';
  const marks: Operation[] =
    drawn.length === 0 || isLine({ kind } as Operation)
      ? []
      : [{ kind: kind === 'mark' ? 'mark' : 'print', label: 'sheet marks', area: drawn, ink: blackInk }];
  return { ...whole, operations: [...marks, ...operations] };
}

function marksOn(
  { stock: { stock }, marks }: SheetDocument,
  shapes: readonly (PieceShape | null)[],
  { placed }: SheetPage,
): Region {
  if (stock.kind !== 'sheet') return [];
  return sheetMarks(
    stock,
    placed.map((own) => boxAt(shapes[own.piece]!, own)),
    marks,
  );
}

/** The marks of a sheet whose pieces are all of one size, as operations. */
export function marksOfSheet(
  document: SheetDocument,
  results: readonly JobResult[],
  places: readonly Place[],
): readonly Operation[] {
  const [first] = results;
  if (first?.made === undefined || first.made === null) return [];
  const placed = places.map((place, slot) => ({ ...place, piece: 0, slot }));
  const area = marksOn(document, [shapeOf(first.made)], { placed, empty: [], sheets: 1, codes: [] });
  const isMarked = first.made.plan.sheet().operations.some(({ kind }) => kind === 'mark');
  return area.length === 0
    ? []
    : [{ kind: isMarked ? 'mark' : 'print', label: 'sheet marks', area, ink: blackInk }];
}

/** What blanks lie in: each outline with a little play, and the edge of the sheet. */
function jigOf(
  shapes: readonly (PieceShape | null)[],
  placed: readonly PlacedPiece[],
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): Operation {
  const sheets = shapes.flatMap((shape, piece) =>
    shape === null
      ? []
      : [
          {
            sheet: {
              widthMm: shape.width,
              heightMm: shape.height,
              marginMm: 0,
              operations: [
                { kind: 'cut' as const, label: 'jig', lines: offsetOutlines(shape.outline!, jigPlayMm) },
              ],
            },
            places: placed.filter((own) => own.piece === piece),
          },
        ],
  );
  const { operations } = composeSheet(sheets, { widthMm, heightMm });
  const holes = operations.flatMap((own) => (isLine(own) ? own.lines : []));
  return {
    kind: 'cut',
    label: 'jig',
    lines: [...cutOrder(holes).contours, boxContour({ x: 0, y: 0, width: widthMm, height: heightMm })],
  };
}

/** Along the cuts and between them, and what it takes at the speeds of the machine; null where nothing is cut or its speed is not known. */
export function cutWay(
  { operations, pieces }: LaidSheets,
  page: SheetPage,
): { readonly cutMm: number; readonly travelMm: number; readonly seconds: number | null } {
  const lines = operations(page, 'cut').operations.flatMap((own) => (isLine(own) ? own.lines : []));
  const { cutMm, travelMm } = cutOrder(lines);
  const { cutMmPerS, travelMmPerS } = pieces[0]!.result.pair.process;
  return {
    cutMm,
    travelMm,
    seconds:
      cutMmPerS === null || cutMm === 0 ? null : cutMm / cutMmPerS + travelMm / (travelMmPerS ?? cutMmPerS),
  };
}

/** Of one job on a sheet: the widest piece of which so many fit; null for labels, and where none does. */
export function widestOnSheet(document: SheetDocument, shape: PieceShape, count: number): number | null {
  return document.stock.stock.kind === 'sheet'
    ? widestFor(roomOf(document), shape, document.gapMm, document.layout, count)
    : null;
}
