/** piece: artwork and sizes come in; the thing itself goes out, in millimetres, with tones instead of colours. */
import { z } from 'zod';
import type { Artwork, ColouredShape } from '../artwork';
import { placeRegion, roundedRectangle, type Box, type Contour, type Region, onDemand } from '../geometry';

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

export interface PieceParts {
  /** Modules with alignment and timing patterns, and the decoration of a round outline. */
  readonly modules: Region;
  /** Each finder pattern in its box. */
  readonly finders: readonly { readonly ring: Region; readonly centre: Region; readonly box: Box }[];
}

/** A logo on the piece, in millimetres. */
export interface PieceLogo {
  readonly ink: Region;
  /** In paint order; empty where marks have one tone. */
  readonly shapes: readonly ColouredShape[];
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
}

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
  /** What lies on the piece, in module units. */
  readonly artwork: Artwork;
  /** Dark parts of the symbol, without the logo. Placed when they are first asked for. */
  readonly dark: () => Region;
  /** The dark parts apart, for machines that print them in different inks. Placed when they are first asked for. */
  readonly parts: () => PieceParts;
  /** Circle around a round outline; null for a square one. */
  readonly round: { readonly x: number; readonly y: number; readonly radiusMm: number } | null;
  /** The logo in place; null without one. */
  readonly logo: PieceLogo | null;
  /** Edge of what is kept light, within the piece's bounds. */
  readonly field: Contour;
  /** Light modules and quiet zone, within the field. Placed when it is first asked for. */
  readonly light: () => Region;
  /** Narrowest dark part and narrowest light gap of the code. */
  readonly thinnestMm: { readonly dark: number; readonly light: number };
  /** Least distance between dark outlines. */
  readonly narrowestGapMm: number;
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
  const put = (region: Region): Region => placeRegion(region, moduleMm, code.x, code.y);
  const putBox = (box: Box): Box => ({
    x: box.x * moduleMm + code.x,
    y: box.y * moduleMm + code.y,
    width: box.width * moduleMm,
    height: box.height * moduleMm,
  });
  const keptInside = (edge: Contour): Contour =>
    edge.map((vertex) => ({
      ...vertex,
      x: Math.min(Math.max(vertex.x, 0), widthMm),
      y: Math.min(Math.max(vertex.y, 0), heightMm),
    }));
  const field = keptInside(put([artwork.field])[0]!);
  return {
    widthMm,
    heightMm,
    cornerRadiusMm,
    outline: roundedRectangle({ x: 0, y: 0, width: widthMm, height: heightMm }, cornerRadiusMm),
    moduleMm,
    sizeModules: artwork.sizeModules,
    code,
    quietZone,
    artwork,
    dark: onDemand(() => put(artwork.dark)),
    parts: onDemand(() => ({
      modules: [...put(artwork.parts.modules), ...put(artwork.parts.filler)],
      finders: artwork.parts.finders.map(({ ring, centre, box }) => ({
        ring: put(ring),
        centre: put(centre),
        box: putBox(box),
      })),
    })),
    round:
      artwork.roundRadius === null
        ? null
        : {
            x: code.x + code.width / 2,
            y: code.y + code.height / 2,
            radiusMm: artwork.roundRadius * moduleMm,
          },
    logo: artwork.logo && {
      ink: put(artwork.logo.ink),
      shapes: artwork.logo.shapes.map(({ colour, area }) => ({ colour, area: put(area) })),
      picture: artwork.logo.picture && {
        png: artwork.logo.picture.png,
        box: putBox(artwork.logo.picture.box),
      },
    },
    field,
    light: onDemand(() => [field, ...put(artwork.light().slice(1))]),
    thinnestMm: { dark: artwork.thinnest.dark * moduleMm, light: artwork.thinnest.light * moduleMm },
    narrowestGapMm: artwork.narrowestGap * moduleMm,
  };
}
