/** piece: artwork and sizes come in; the thing itself goes out, in millimetres, with tones instead of colours. */
import { z } from 'zod';
import type { Artwork } from '../artwork';
import { placeRegion, roundedRectangle, type Box, type Contour, type Region } from '../geometry';

const sizeMm = z.number().min(1).max(5000);

export const pieceSchema = z.strictObject({
  widthMm: sizeMm,
  heightMm: sizeMm,
  cornerRadiusMm: z.number().min(0).max(2500),
  /** Width of the code without its quiet zone. */
  codeWidthMm: sizeMm,
  /** In the middle, or the code's upper left corner from the piece's. */
  codePlace: z.union([
    z.literal('centred'),
    z.strictObject({ xMm: z.number().min(-5000).max(5000), yMm: z.number().min(-5000).max(5000) }),
  ]),
});
export type PieceSettings = z.infer<typeof pieceSchema>;

/** Coordinates in millimetres from the piece's upper left corner. */
export interface Piece {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly cornerRadiusMm: number;
  readonly outline: Contour;
  readonly moduleMm: number;
  readonly sizeModules: number;
  /** The code without its quiet zone. */
  readonly code: Box;
  /** The code with the quiet zone that the standard asks for. */
  readonly quietZone: Box;
  readonly dark: Region;
  /** Light modules and quiet zone, kept within the piece's bounds. */
  readonly light: Region;
  /** Narrowest dark part and narrowest light gap of the code. */
  readonly thinnestMm: { readonly dark: number; readonly light: number };
  /** Whether dark outlines touch or nearly touch. */
  readonly touches: boolean;
}

/** Where the code lies: the size of the symbol does not matter, only its width in millimetres. */
export function codeBox(settings: PieceSettings): Box {
  const { widthMm, heightMm, codeWidthMm, codePlace } = settings;
  const x = codePlace === 'centred' ? (widthMm - codeWidthMm) / 2 : codePlace.xMm;
  const y = codePlace === 'centred' ? (heightMm - codeWidthMm) / 2 : codePlace.yMm;
  return { x, y, width: codeWidthMm, height: codeWidthMm };
}

/** Lays the artwork on the piece. */
export function layPiece(artwork: Artwork, settings: PieceSettings): Piece {
  const { widthMm, heightMm } = settings;
  const cornerRadiusMm = Math.min(settings.cornerRadiusMm, widthMm / 2, heightMm / 2);
  const moduleMm = settings.codeWidthMm / artwork.sizeModules;
  const code = codeBox(settings);
  const margin = artwork.quietZoneModules * moduleMm;
  const quietZone = {
    x: code.x - margin,
    y: code.y - margin,
    width: code.width + 2 * margin,
    height: code.height + 2 * margin,
  };
  const [edge, ...holes] = placeRegion(artwork.light, moduleMm, code.x, code.y);
  const keepInside = edge!.map(({ x, y }) => ({
    x: Math.min(Math.max(x, 0), widthMm),
    y: Math.min(Math.max(y, 0), heightMm),
  }));
  return {
    widthMm,
    heightMm,
    cornerRadiusMm,
    outline: roundedRectangle({ x: 0, y: 0, width: widthMm, height: heightMm }, cornerRadiusMm),
    moduleMm,
    sizeModules: artwork.sizeModules,
    code,
    quietZone,
    dark: placeRegion(artwork.dark, moduleMm, code.x, code.y),
    light: [keepInside, ...holes],
    thinnestMm: { dark: artwork.thinnest.dark * moduleMm, light: artwork.thinnest.light * moduleMm },
    touches: artwork.touches,
  };
}
