/** Marks of a sheet itself: crop marks, discs for cameras of cutters, a rule to be measured. They lie beside the pieces. */
import { boxContour, placeRegion, type Box, type Contour, type Region } from '../geometry';
import type { SheetMarks } from './document';
import { sheetStock, type Stock } from './stock';

/** Discs that cameras of cutters find: 5 mm across, a disc's width from what else is printed (common practice, no source). */
const discMm = 5;
const discRoomMm = 10;
/** Crop marks: 4 mm long, 1 mm from the piece, 0.2 mm wide (common practice, no source). */
const [cropMm, cropAwayMm, lineMm] = [4, 1, 0.2];
export const ruleMm = 50;

/** How much of the room on every side is kept for marks. */
export const marksRoomMm = ({ crop, registration, rule, square, name }: SheetMarks): number =>
  registration || square ? discRoomMm : crop || rule || name ? cropMm + cropAwayMm + 1 : 0;

const bar = (x: number, y: number, width: number, height: number): Contour =>
  boxContour({ x, y, width, height });

/** A circle of two half turns. */
const disc = (x: number, y: number, diameter: number): Contour => [
  { x: x - diameter / 2, y, bulge: 1 },
  { x: x + diameter / 2, y, bulge: 1 },
];

/** Where the discs lie: near three corners, so that a sheet that is turned is found out. */
export function discPlaces(stock: Stock): readonly { readonly x: number; readonly y: number }[] {
  const { widthMm, heightMm, marginMm } = sheetStock(stock);
  const [left, right] = [marginMm.left + discMm, widthMm - marginMm.right - discMm];
  const [top, bottom] = [marginMm.top + discMm, heightMm - marginMm.bottom - discMm];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: left, y: bottom },
  ];
}

/** The discs alone, which a print file and a cut file both have. */
export const registrationDiscs = (stock: Stock): Region =>
  discPlaces(stock).map(({ x, y }) => disc(x, y, discMm));

/** The discs and the square, which a print file and a cut file both have. */
export const commonMarks = (stock: Stock, { registration, square }: SheetMarks): Region => [
  ...(registration ? registrationDiscs(stock) : []),
  ...(square ? alignmentSquare(stock) : []),
];

/** As wide as a disc, in the fourth corner: its outline as a narrow frame. */
export function alignmentSquare(stock: Stock): Region {
  const { widthMm, heightMm, marginMm } = sheetStock(stock);
  const [x, y] = [widthMm - marginMm.right - 1.5 * discMm, heightMm - marginMm.bottom - 1.5 * discMm];
  const inner = bar(x + lineMm, y + lineMm, discMm - 2 * lineMm, discMm - 2 * lineMm);
  return [bar(x, y, discMm, discMm), [...inner].reverse()];
}

/** Height of the words that name a sheet, and how far from the left edge of the room they begin: beside a disc. */
export const captionMm = 2.6;
const captionAwayMm = 11;

/** All marks of a sheet with pieces in boxes. Crop marks stand at each edge of the outermost pieces, once where several share it. */
export function sheetMarks(
  stock: Stock,
  boxes: readonly Box[],
  marks: SheetMarks,
  /** Outlines of the words that name it, on a line that begins at the origin. */
  caption: Region = [],
): Region {
  const contours: Contour[] = [...commonMarks(stock, marks)];
  const { widthMm, heightMm, marginMm } = sheetStock(stock);
  if (marks.name) {
    const x = marginMm.left + captionAwayMm;
    contours.push(...placeRegion(caption, 1, x, heightMm - marginMm.bottom - captionMm / 2));
  }
  if (marks.rule) {
    const [x, y] = [widthMm / 2 - ruleMm / 2, heightMm - marginMm.bottom - cropMm / 2];
    contours.push(
      bar(x, y - lineMm / 2, ruleMm, lineMm),
      bar(x, y - cropMm / 2, lineMm, cropMm),
      bar(x + ruleMm - lineMm, y - cropMm / 2, lineMm, cropMm),
    );
  }
  if (marks.crop && boxes.length > 0) {
    const left = Math.min(...boxes.map(({ x }) => x));
    const top = Math.min(...boxes.map(({ y }) => y));
    const right = Math.max(...boxes.map(({ x, width }) => x + width));
    const bottom = Math.max(...boxes.map(({ y, height }) => y + height));
    const edges = (of: (box: Box) => readonly number[]): readonly number[] => [
      ...new Set(boxes.flatMap(of).map((position) => Number(position.toFixed(3)))),
    ];
    for (const x of edges((box) => [box.x, box.x + box.width]))
      contours.push(
        bar(x - lineMm / 2, top - cropAwayMm - cropMm, lineMm, cropMm),
        bar(x - lineMm / 2, bottom + cropAwayMm, lineMm, cropMm),
      );
    for (const y of edges((box) => [box.y, box.y + box.height]))
      contours.push(
        bar(left - cropAwayMm - cropMm, y - lineMm / 2, cropMm, lineMm),
        bar(right + cropAwayMm, y - lineMm / 2, cropMm, lineMm),
      );
  }
  return contours;
}
