/** What pieces are laid on: a sheet or a board, a roll, or a sheet of labels that are cut already. Lengths in millimetres. */
import type { Source } from '../finding';
import { z } from '../schema';

const length = z.number().min(1).max(10_000);
const margin = z.number().min(0).max(500);

const sheetSchema = z.strictObject({
  kind: z.literal('sheet'),
  widthMm: length,
  heightMm: length,
  /** What the machine cannot reach, on each side. */
  marginMm: z.strictObject({ left: margin, top: margin, right: margin, bottom: margin }),
});

/** Cut already: as many labels as there are places. */
const labelsSchema = z.strictObject({
  kind: z.literal('labels'),
  widthMm: length,
  heightMm: length,
  columns: z.int().min(1).max(100),
  rows: z.int().min(1).max(200),
  labelWidthMm: length,
  labelHeightMm: length,
  /** From the edge of the sheet to the first label, and from one label to the next. */
  leftMm: margin,
  topMm: margin,
  pitchXMm: length,
  pitchYMm: length,
  cornerMm: z.number().min(0).max(200),
});

export const stockSchema = z.discriminatedUnion('kind', [sheetSchema, labelsSchema]);
export type Stock = Readonly<z.infer<typeof stockSchema>>;
export type LabelStock = Extract<Stock, { kind: 'labels' }>;
export type SheetStock = Extract<Stock, { kind: 'sheet' }>;

export interface NamedStock {
  readonly id: string;
  readonly name: string;
  readonly stock: Stock;
  readonly source: Source;
}

const iso216: Source = { tag: 'std', text: 'ISO 216:2007, tables 1 and 2' };
const ansi: Source = { tag: 'std', text: 'ANSI/ASME Y14.1, table 1' };
const trade: Source = { tag: 'cp', text: 'common practice, no source' };

/** What most desktop printers leave free (common practice, no source). */
export const usualMarginMm = 5;
export const evenMargin = (mm: number): SheetStock['marginMm'] => ({
  left: mm,
  top: mm,
  right: mm,
  bottom: mm,
});

const sheet = (
  id: string,
  name: string,
  [widthMm, heightMm]: readonly [number, number],
  source: Source,
): NamedStock => ({
  id,
  name,
  stock: { kind: 'sheet', widthMm, heightMm, marginMm: evenMargin(usualMarginMm) },
  source,
});

/** On A4, by the labels' own size; margins and gaps as such sheets are sold (common practice, no source). */
const labels = (
  columns: number,
  rows: number,
  [labelWidthMm, labelHeightMm, cornerMm = 0]: readonly [number, number, number?],
  [leftMm, topMm]: readonly [number, number],
  [gapXMm, gapYMm]: readonly [number, number],
): NamedStock => ({
  id: `a4-labels-${columns}x${rows}`,
  name: `A4, ${columns * rows} labels of ${labelWidthMm} × ${labelHeightMm}`,
  stock: {
    kind: 'labels',
    widthMm: 210,
    heightMm: 297,
    columns,
    rows,
    labelWidthMm,
    labelHeightMm,
    leftMm,
    topMm,
    pitchXMm: labelWidthMm + gapXMm,
    pitchYMm: labelHeightMm + gapYMm,
    cornerMm,
  },
  source: trade,
});

export const stocks: readonly NamedStock[] = [
  sheet('a4', 'A4', [210, 297], iso216),
  sheet('a3', 'A3', [297, 420], iso216),
  sheet('a2', 'A2', [420, 594], iso216),
  sheet('a5', 'A5', [148, 210], iso216),
  sheet('a6', 'A6', [105, 148], iso216),
  sheet('ansi-a', 'ANSI A', [215.9, 279.4], ansi),
  sheet('ansi-b', 'ANSI B', [279.4, 431.8], ansi),
  sheet('ansi-c', 'ANSI C', [431.8, 558.8], ansi),
  sheet('board-300x200', 'Board 300 × 200', [300, 200], trade),
  sheet('board-600x400', 'Board 600 × 400', [600, 400], trade),
  labels(3, 8, [70, 37], [0, 0.5], [0, 0]),
  labels(3, 7, [63.5, 38.1, 1.5], [7.25, 15.15], [2.5, 0]),
  labels(2, 7, [99.1, 38.1, 1.5], [4.65, 15.15], [2.5, 0]),
  labels(2, 4, [99.1, 67.7, 1.5], [4.65, 13.1], [2.5, 0]),
  labels(2, 5, [99.1, 57, 1.5], [4.65, 6], [2.5, 0]),
  labels(4, 12, [45.7, 21.2, 1.5], [9.85, 21.3], [2.5, 0]),
  labels(5, 13, [38.1, 21.2, 1.5], [4.75, 10.7], [2.5, 0]),
  labels(4, 6, [45, 45, 22.5], [6, 11], [6, 1]),
];

/** The room that pieces may take. */
export const roomOn = ({ widthMm, heightMm, marginMm }: SheetStock) => ({
  x: marginMm.left,
  y: marginMm.top,
  width: widthMm - marginMm.left - marginMm.right,
  height: heightMm - marginMm.top - marginMm.bottom,
});
