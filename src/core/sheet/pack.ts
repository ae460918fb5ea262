/** Pieces of several sizes on sheets, as rectangles in rows: the tallest first, each in the first row that has room. */
import type { Box } from '../geometry';
import { slack } from '../numbers';
import type { PieceSize, Place } from './shapes';

export interface Wanted {
  readonly size: PieceSize;
  readonly quantity: number;
}

export interface PackedPiece extends Place {
  /** Of the wanted ones. */
  readonly piece: number;
}

export interface Packed {
  readonly sheets: readonly (readonly PackedPiece[])[];
  /** Wanted ones that are larger than the room. */
  readonly tooLarge: readonly number[];
}

interface Row {
  readonly sheet: number;
  readonly y: number;
  readonly height: number;
  right: number;
}

/** More would be a series. */
export const mostSheets = 200;

/** A piece lies down where it fits no other way, or is taller than wide: rows are low then. */
function laid(
  { width, height }: PieceSize,
  room: Box,
): { readonly size: PieceSize; readonly quarters: 0 | 1 } | null {
  const fits = (size: PieceSize): boolean =>
    size.width <= room.width + slack && size.height <= room.height + slack;
  const upright = { size: { width, height }, quarters: 0 } as const;
  const turned = { size: { width: height, height: width }, quarters: 1 } as const;
  const choices = height > width ? [turned, upright] : [upright, turned];
  return choices.find(({ size }) => fits(size)) ?? null;
}

export function packPieces(room: Box, wanted: readonly Wanted[], gap: number): Packed {
  const tooLarge: number[] = [];
  const pieces = wanted.flatMap(({ size, quantity }, piece) => {
    const laidPiece = laid(size, room);
    if (laidPiece === null) tooLarge.push(piece);
    return laidPiece === null ? [] : Array.from({ length: quantity }, () => ({ piece, ...laidPiece }));
  });
  pieces.sort((a, b) => b.size.height - a.size.height || a.piece - b.piece);
  const rows: Row[] = [];
  const ends: number[] = [];
  const sheets: PackedPiece[][] = [];
  for (const { piece, size, quarters } of pieces) {
    let row = rows.find(
      ({ height, right }) =>
        size.height <= height + slack && right + size.width <= room.x + room.width + slack,
    );
    if (row === undefined) {
      let sheet = ends.findIndex((end) => end + size.height <= room.y + room.height + slack);
      if (sheet < 0) {
        if (sheets.length === mostSheets) break;
        sheet = sheets.length;
        sheets.push([]);
        ends.push(room.y);
      }
      row = { sheet, y: ends[sheet]!, height: size.height, right: room.x };
      ends[sheet] = row.y + size.height + gap;
      rows.push(row);
    }
    sheets[row.sheet]!.push({ piece, x: row.right, y: row.y, quarters });
    row.right += size.width + gap;
  }
  return { sheets, tooLarge };
}
