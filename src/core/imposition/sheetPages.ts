/** What is laid on sheets, as data: pieces, pages, notes; and how pieces look to whoever lays them. */
import { boundsOf, mirrorBox, mirrorRegion, regionArea, type Box, type Region } from '../geometry';
import type { OperationSheet } from '../plan';
import {
  atOrigin,
  composeSheet,
  marksRoomMm,
  placedBox,
  roomOn,
  sheetStock,
  type PieceShape,
  type PieceSize,
  type Place,
  type SheetDocument,
} from '../sheet';
import type { JobResult, Made } from '../run';

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

export const mm = (value: number): string => `${Number(value.toFixed(2))} mm`;
export const sizeText = ({ width, height }: PieceSize): string =>
  `${Number(width.toFixed(2))} × ${mm(height)}`;

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

/** Where the quiet zone of a code lies on a page, once its piece is at its place. */
export function codeBoxAt(made: Made, quietZone: Box, place: Place): Box {
  const outline = outlineBox(made);
  const seen = made.plan.mirrored ? mirrorBox(quietZone, made.piece.widthMm) : quietZone;
  return placedBox({ ...seen, x: seen.x - outline.x, y: seen.y - outline.y }, outline, place);
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

/** The upright box of a piece at its place. */
export const boxAt = (shape: PieceSize, place: Place): Box =>
  placedBox({ x: 0, y: 0, width: shape.width, height: shape.height }, shape, place);
