/** One piece many times: a job that was made comes in, with stock; the places and the operations of the whole sheet go out. */
import { boundsOf, mirrorBox, regionArea, type Box } from '../geometry';
import {
  composeSheet,
  labelPlaces,
  layPieces,
  placedBox,
  roomOn,
  widestFor,
  type Layout,
  type PieceSize,
  type Place,
  type Stock,
} from '../sheet';
import type { OperationSheet } from '../plan';
import type { JobResult, Made } from './runJob';

export interface SheetWish {
  readonly stock: Stock;
  /** Between pieces; labels that are cut already have their own. */
  readonly gapMm: number;
  readonly layout: Layout;
  /** So many, from the upper left on; null for as many as fit. */
  readonly count: number | null;
}

export interface LaidSheet {
  readonly places: readonly Place[];
  readonly operations: OperationSheet;
  /** As many as would fit. */
  readonly fits: number;
  /** Share of the stock that no piece lies on. */
  readonly waste: number;
  /** Where each code lies with its quiet zone, piece by piece. */
  readonly codes: readonly { readonly piece: number; readonly id: string; readonly box: Box }[];
}

export type SheetOf = { readonly laid: LaidSheet } | { readonly problem: string };

const mm = (value: number): string => `${Number(value.toFixed(2))} mm`;
const sizeText = ({ width, height }: PieceSize): string => `${Number(width.toFixed(2))} × ${mm(height)}`;

/** Of a circle's box its outline covers a quarter of pi. */
const isRound = ({ piece: { outline } }: Made): boolean => {
  const box = boundsOf([outline])!;
  const share = Math.abs(regionArea([outline])) / (box.width * box.height);
  return Math.abs(box.width - box.height) < 0.01 && Math.abs(share - Math.PI / 4) < 0.005;
};

/** A sentence with the measured and the allowed value where the pieces cannot lie so. */
export function sheetOf(result: JobResult, wish: SheetWish): SheetOf {
  const { made, pair } = result;
  if (made === null) return { problem: 'There is no piece to lay on a sheet: its message gives no symbol.' };
  const { stock, gapMm, layout, count } = wish;
  const piece: PieceSize = { width: made.piece.widthMm, height: made.piece.heightMm };
  const { kerfMm } = pair.process;
  if (stock.kind === 'sheet' && gapMm < kerfMm)
    return {
      problem: `Pieces lie ${mm(gapMm)} apart, and the cut is ${mm(kerfMm)} wide. Leave at least that.`,
    };
  if (layout === 'staggered' && !isRound(made))
    return { problem: 'Staggered rows are for round pieces; this one is not round.' };
  const all =
    stock.kind === 'labels' ? labelPlaces(stock, piece) : layPieces(roomOn(stock), piece, gapMm, layout);
  if (all.length === 0) return { problem: tooLarge(stock, piece) };
  if (count !== null && count > all.length) return { problem: tooMany(wish, piece, all.length, count) };
  const places = all.slice(0, count ?? all.length);
  const { widthMm, heightMm } = stock;
  const onStock = places.length * Math.abs(regionArea([made.piece.outline]));
  return {
    laid: {
      places,
      operations: composeSheet([{ sheet: made.plan.sheet(), places }], { widthMm, heightMm }),
      fits: all.length,
      waste: 1 - onStock / (widthMm * heightMm),
      codes: places.flatMap((place, index) =>
        made.piece.codes.map(({ id, quietZone }) => ({
          piece: index,
          id,
          box: placedBox(made.plan.mirrored ? mirrorBox(quietZone, piece.width) : quietZone, piece, place),
        })),
      ),
    },
  };
}

function tooLarge(stock: Stock, piece: PieceSize): string {
  const room =
    stock.kind === 'labels'
      ? { width: stock.labelWidthMm, height: stock.labelHeightMm }
      : { width: roomOn(stock).width, height: roomOn(stock).height };
  return `The piece is ${sizeText(piece)}; ${stock.kind === 'labels' ? 'a label is' : 'there is room for'} ${sizeText(room)}.`;
}

function tooMany({ stock, gapMm, layout }: SheetWish, piece: PieceSize, fits: number, count: number): string {
  const first = `${fits} pieces of ${sizeText(piece)} fit, and ${count} are wanted.`;
  if (stock.kind === 'labels') return first;
  const widest = widestFor(roomOn(stock), piece, gapMm, layout, count);
  if (widest === null) return first;
  const height = (widest * piece.height) / piece.width;
  return `${first} So many fit up to ${sizeText({ width: widest, height })}.`;
}
