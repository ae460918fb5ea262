/** Number and name of a sheet, in words beside its pieces. */
import type { Region } from '../geometry';
import { captionMm, type SheetDocument } from '../sheet';
import { lineOutlines, type FontId, type Typesetter } from '../words';

const font: FontId = 'plain';

/** Which sheets a page stands for, counted from 1. */
export interface SheetNumbers {
  readonly from: number;
  readonly to: number;
  readonly of: number;
}

const textOf = (name: string, { from, to, of }: SheetNumbers): string =>
  `${from === to ? `Sheet ${from}` : `Sheets ${from} to ${to}`} of ${of} · ${name}`;

/** Loads what its words need, so that they can be set without waiting. */
export async function loadCaption({ stock }: SheetDocument, words: Typesetter | null): Promise<void> {
  await words?.load([{ font, text: textOf(`${stock.name} 0123456789`, { from: 1, to: 2, of: 3 }) }]);
}

/** Outlines on a line that begins at the origin; empty where it is not wanted, or there are no fonts. */
export function sheetCaption(
  { marks, stock }: SheetDocument,
  numbers: SheetNumbers,
  words: Typesetter | null,
): Region {
  return marks.name ? lineOutlines(words, font, textOf(stock.name, numbers), captionMm) : [];
}
