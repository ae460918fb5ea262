/** How the piece is laid on the screen, and where the rulers have their marks. */
import { mmPerInch } from '../../../core/finding';
import type { LengthUnit } from '../../shared/units';

export interface StageScale {
  readonly pxPerMm: number;
  /** Screen position of the piece's upper left corner. */
  readonly originX: number;
  readonly originY: number;
}

/** Rulers and dimension lines around the piece, in pixels. */
const margins = { left: 70, right: 104, top: 44, bottom: 76 };

/** The largest scale at which the piece and its dimensions fit, the piece in the middle. */
export function stageScale(widthPx: number, heightPx: number, widthMm: number, heightMm: number): StageScale {
  const roomX = Math.max(widthPx - margins.left - margins.right, 10);
  const roomY = Math.max(heightPx - margins.top - margins.bottom, 10);
  const pxPerMm = Math.min(roomX / widthMm, roomY / heightMm, 24);
  return {
    pxPerMm,
    originX: margins.left + (roomX - widthMm * pxPerMm) / 2,
    originY: margins.top + (roomY - heightMm * pxPerMm) / 2,
  };
}

/** At a chosen scale, the middle of the piece in the middle of the stage and moved by the pan. */
export function zoomedScale(
  widthPx: number,
  heightPx: number,
  widthMm: number,
  heightMm: number,
  pxPerMm: number,
  pan: { readonly x: number; readonly y: number },
): StageScale {
  const centreX = margins.left + (widthPx - margins.left - margins.right) / 2;
  const centreY = margins.top + (heightPx - margins.top - margins.bottom) / 2;
  return {
    pxPerMm,
    originX: centreX - (widthMm * pxPerMm) / 2 + pan.x,
    originY: centreY - (heightMm * pxPerMm) / 2 + pan.y,
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
