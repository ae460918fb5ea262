/** How the piece is laid on the screen, and where the rulers have their marks. */
import { mmPerInch } from '../../../core/finding';
import type { Box } from '../../../core/geometry';
import type { MadeView } from '../../../engine';
import type { LengthUnit } from '../../shared/units';

export interface StageScale {
  readonly pxPerMm: number;
  /** Screen position of the piece's upper left corner. */
  readonly originX: number;
  readonly originY: number;
}

/** Dimension lines and buttons around the piece, in pixels, on both sides alike, and what rulers need besides. */
const margins = { side: 104, least: 72, top: 18, bottom: 70 };
const rulersPx = 24;

/** All that is shown of a piece, in millimetres: the sheet, and what a contour around its things reaches beyond it. */
export function shownBox({ cut, widthMm, heightMm }: Pick<MadeView, 'cut' | 'widthMm' | 'heightMm'>): Box {
  const [left, top] = [Math.min(cut.x, 0), Math.min(cut.y, 0)];
  const [right, bottom] = [Math.max(cut.x + cut.width, widthMm), Math.max(cut.y + cut.height, heightMm)];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The largest scale at which what is shown and its dimensions fit, in the middle of the stage. */
export function stageScale(widthPx: number, heightPx: number, box: Box, hasRulers: boolean): StageScale {
  const ruler = hasRulers ? rulersPx : 0;
  // A narrow stage gives its sides to the piece.
  const side = Math.min(margins.side, Math.max(widthPx * 0.16, margins.least));
  const roomX = Math.max(widthPx - ruler - 2 * side, 10);
  const roomY = Math.max(heightPx - ruler - margins.top - margins.bottom, 10);
  const pxPerMm = Math.min(roomX / box.width, roomY / box.height, 24);
  return zoomedScale(widthPx, heightPx, box, pxPerMm, { x: 0, y: 0 }, hasRulers);
}

/** At a chosen scale, the middle of what is shown in the middle of the stage and moved by the pan. */
export function zoomedScale(
  widthPx: number,
  heightPx: number,
  box: Box,
  pxPerMm: number,
  pan: { readonly x: number; readonly y: number },
  hasRulers: boolean,
): StageScale {
  const ruler = hasRulers ? rulersPx : 0;
  const centreX = ruler + (widthPx - ruler) / 2;
  const centreY = ruler + margins.top + (heightPx - ruler - margins.top - margins.bottom) / 2;
  return {
    pxPerMm,
    originX: centreX - (box.x + box.width / 2) * pxPerMm + pan.x,
    originY: centreY - (box.y + box.height / 2) * pxPerMm + pan.y,
  };
}

/** CSS pixels to a millimetre by definition (CSS Values 3, 6.2): 96 to the inch. Screens are off by some per cent. */
export const nominalPxPerMm = 96 / mmPerInch;

/** Millimetres on the screen, from the width in pixels of a bank card of 85.6 mm held against it (ISO/IEC 7810, ID-1). */
export const pxPerMmOfCard = (cardPx: number | null, cardMm: number): number =>
  cardPx === null ? nominalPxPerMm : cardPx / cardMm;

export interface RulerTick {
  readonly px: number;
  /** Null for the small marks in between. */
  readonly label: string | null;
}

/** Marks of a ruler along `lengthPx` whose zero lies at `originPx`. */
export function rulerTicks(
  originPx: number,
  pxPerMm: number,
  lengthPx: number,
  unit: LengthUnit,
): RulerTick[] {
  const unitPx = unit === 'mm' ? pxPerMm : pxPerMm * mmPerInch;
  const step =
    [0.1, 0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((value) => value * unitPx >= 46) ?? 2000;
  const parts = unit === 'mm' ? 5 : 4;
  const first = Math.ceil((-originPx / unitPx / step) * parts);
  const last = Math.floor(((lengthPx - originPx) / unitPx / step) * parts);
  return Array.from({ length: Math.max(last - first + 1, 0) }, (_, index) => {
    const count = first + index;
    const value = (count * step) / parts;
    return {
      px: originPx + value * unitPx,
      label: count % parts === 0 ? String(Number(value.toFixed(2))) : null,
    };
  });
}
