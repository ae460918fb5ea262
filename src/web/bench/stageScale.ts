/** How the piece is laid on the screen, and where the rulers have their marks. */
import { mmPerInch, type LengthUnit } from '../shared/units';

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
