/** What pieces are laid on: a sheet or a board, a roll, or a sheet of labels that are cut already. Lengths in millimetres. */
import type { Source } from '../finding';
import { slack } from '../numbers';
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

/** Labels on a roll, between which a gap or a mark lies that the machine finds. A sheet of it is one row. */
const rollSchema = z.strictObject({
  kind: z.literal('roll'),
  widthMm: length,
  across: z.int().min(1).max(50),
  labelWidthMm: length,
  labelHeightMm: length,
  /** Between labels, across the roll and along it. */
  gapAcrossMm: margin,
  gapAlongMm: margin,
  cornerMm: z.number().min(0).max(200),
});

export const stockSchema = z
  .discriminatedUnion('kind', [sheetSchema, labelsSchema, rollSchema])
  .superRefine((stock, context) => {
    const problem = (message: string): void => context.addIssue({ code: 'custom', message });
    if (stock.kind === 'sheet') {
      const { width, height } = roomOn(stock);
      if (width < 1 || height < 1)
        problem(
          `Its margins leave ${Number(width.toFixed(2))} × ${Number(height.toFixed(2))} mm of ${stock.widthMm} × ${stock.heightMm} mm.`,
        );
      return;
    }
    const { columns, rows, leftMm, topMm, pitchXMm, pitchYMm, labelWidthMm, labelHeightMm } = labelsOf(stock);
    const right = leftMm + (columns - 1) * pitchXMm + labelWidthMm;
    const bottom = topMm + (rows - 1) * pitchYMm + labelHeightMm;
    const { widthMm, heightMm } = sheetStock(stock);
    if (right > widthMm + slack)
      problem(`Its labels reach to ${Number(right.toFixed(2))} mm; it is ${widthMm} mm wide.`);
    if (bottom > heightMm + slack)
      problem(`Its labels reach down to ${Number(bottom.toFixed(2))} mm; it is ${heightMm} mm high.`);
    if ((columns > 1 && pitchXMm < labelWidthMm) || (rows > 1 && pitchYMm < labelHeightMm))
      problem('From one label to the next it is less than a label.');
  });
export type Stock = Readonly<z.infer<typeof stockSchema>>;
export type LabelStock = Extract<Stock, { kind: 'labels' }>;
export type RollStock = Extract<Stock, { kind: 'roll' }>;
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

/** On a roll, each row a sheet (common practice, no source). */
const roll = (widthMm: number, across: number, labelWidthMm: number, labelHeightMm: number): NamedStock => ({
  id: `roll-${across}x${labelWidthMm}x${labelHeightMm}`,
  name: `Roll, ${across === 1 ? 'labels' : `${across} across,`} ${labelWidthMm} × ${labelHeightMm}`,
  stock: {
    kind: 'roll',
    widthMm,
    across,
    labelWidthMm,
    labelHeightMm,
    gapAcrossMm: across === 1 ? 0 : 3,
    gapAlongMm: 3,
    cornerMm: 2,
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
  roll(104, 1, 100, 150),
  roll(62, 1, 57, 32),
  roll(104, 2, 50, 25),
  roll(104, 3, 32, 19),
];

/** Labels that are cut already: of a roll, those of one row. */
export function labelsOf(stock: LabelStock | RollStock): LabelStock {
  if (stock.kind === 'labels') return stock;
  const { widthMm, across, labelWidthMm, labelHeightMm, gapAcrossMm, cornerMm } = stock;
  return {
    kind: 'labels',
    widthMm,
    heightMm: labelHeightMm,
    columns: across,
    rows: 1,
    labelWidthMm,
    labelHeightMm,
    leftMm: Math.max(0, (widthMm - across * labelWidthMm - (across - 1) * gapAcrossMm) / 2),
    topMm: 0,
    pitchXMm: labelWidthMm + gapAcrossMm,
    pitchYMm: labelHeightMm,
    cornerMm,
  };
}

/** A sheet of any stock: labels have no margins but their own, of a roll it is one row. */
export function sheetStock(stock: Stock): SheetStock {
  if (stock.kind === 'sheet') return stock;
  const { widthMm, heightMm } = labelsOf(stock);
  return { kind: 'sheet', widthMm, heightMm, marginMm: evenMargin(0) };
}

/** The room that pieces may take. */
export const roomOn = ({ widthMm, heightMm, marginMm }: SheetStock) => ({
  x: marginMm.left,
  y: marginMm.top,
  width: widthMm - marginMm.left - marginMm.right,
  height: heightMm - marginMm.top - marginMm.bottom,
});
