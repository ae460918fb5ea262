/** What is done for the pieces of a page: by the machine as a whole, or what is marked, what is cut, and the jig alone. */
import { boxContour, offsetOutlines, regionLength, type Box, type Region } from '../geometry';
import { blackInk, isLine, type Operation, type OperationSheet } from '../plan';
import {
  commonMarks,
  composeSheet,
  cutOrder,
  sharedCuts,
  toAndFro,
  sheetMarks,
  sheetStock,
  type PieceShape,
  type Place,
  type SheetDocument,
} from '../sheet';
import type { Made } from '../run';
import {
  boxAt,
  croppedSheet,
  shapeOf,
  type LaidSheets,
  type PlacedPiece,
  type SheetPage,
  type SheetPart,
  type SheetPiece,
} from './sheetPages';

/** A blank lies in its hole with so much play on each side (common practice, no source). */
const jigPlayMm = 0.15;

export function operationsOf(
  document: SheetDocument,
  pieces: readonly SheetPiece[],
  shapes: readonly (PieceShape | null)[],
  page: SheetPage,
  part: SheetPart,
  caption: Region,
): OperationSheet {
  const { placed } = page;
  const { stock } = document.stock;
  const { widthMm, heightMm } = sheetStock(stock);
  const size = { widthMm, heightMm };
  if (part === 'jig') return { ...size, marginMm: 0, operations: [jigOf(shapes, placed, size)] };
  const sheets = pieces.flatMap(({ result: { made } }, piece) =>
    made === null
      ? []
      : [{ sheet: croppedSheet(made), places: placed.filter((place) => place.piece === piece) }],
  );
  const whole = composeSheet(sheets, size);
  const operations = whole.operations
    .filter((operation) => part === 'all' || isLine(operation) === (part === 'cut'))
    .flatMap(inCutOrder);
  const drawn =
    part !== 'cut'
      ? marksOn(document, shapes, page, caption)
      : stock.kind === 'sheet'
        ? commonMarks(stock, document.marks)
        : [];
  return { ...whole, operations: [...marksLike(whole.operations, drawn), ...operations] };
}

/** Cuts in their order; lines that several pieces share are cut once, after everything that lies within. */
export function inCutOrder(cut: Operation): readonly Operation[] {
  if (!isLine(cut) || cut.kind !== 'cut') return [cut];
  const { closed, lines } = sharedCuts(cut.lines);
  return [
    ...(closed.length === 0 ? [] : [{ ...cut, lines: cutOrder(closed).contours }]),
    ...(lines.length === 0
      ? []
      : [{ ...cut, label: `${cut.label}, shared`, lines: toAndFro(lines), isOpen: true as const }]),
  ];
}

export function marksOn(
  document: SheetDocument,
  shapes: readonly (PieceShape | null)[],
  { placed }: SheetPage,
  caption: Region,
): Region {
  const boxes = placed.map((place) => boxAt(shapes[place.piece]!, place));
  return marksAround(document, boxes, caption);
}

function marksAround(
  { stock: { stock }, marks }: SheetDocument,
  boxes: readonly Box[],
  caption: Region,
): Region {
  return stock.kind === 'sheet' ? sheetMarks(stock, boxes, marks, caption) : [];
}

/** The marks of a page of a series, as operations. */
export function marksOfPage(
  document: SheetDocument,
  placed: readonly { readonly made: Made; readonly at: Place }[],
  caption: Region,
): readonly Operation[] {
  const boxes = placed.map(({ made, at }) => boxAt(shapeOf(made), at));
  return marksLike(placed[0]?.made.plan.sheet().operations ?? [], marksAround(document, boxes, caption));
}

/** Marks are made as the pieces are: marked where those are marked first, or else printed. */
function marksLike(operations: readonly Operation[], area: Region): readonly Operation[] {
  if (area.length === 0) return [];
  const first = operations.find(({ kind }) => kind === 'print' || kind === 'mark');
  return [{ kind: first?.kind === 'mark' ? 'mark' : 'print', label: 'sheet marks', area, ink: blackInk }];
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
            places: placed.filter((place) => place.piece === piece),
          },
        ],
  );
  const { operations } = composeSheet(sheets, { widthMm, heightMm });
  const holes = operations.flatMap((operation) => (isLine(operation) ? operation.lines : []));
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
  const cuts = operations(page, 'cut').operations.filter(isLine);
  const closed = cutOrder(cuts.flatMap((cut) => (cut.isOpen ? [] : cut.lines)));
  const shared = cuts.flatMap((cut) => (cut.isOpen ? cut.lines : []));
  const cutMm = closed.cutMm + regionLength(shared, true);
  const travelMm =
    closed.travelMm +
    shared.slice(1).reduce((sum, [first], index) => {
      const last = shared[index]!.at(-1)!;
      return sum + Math.hypot(first!.x - last.x, first!.y - last.y);
    }, 0);
  const { cutMmPerS, travelMmPerS } = pieces[0]!.result.pair.process;
  return {
    cutMm,
    travelMm,
    seconds:
      cutMmPerS === null || cutMm === 0 ? null : cutMm / cutMmPerS + travelMm / (travelMmPerS ?? cutMmPerS),
  };
}
