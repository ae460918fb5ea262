/** A code on the piece: its artwork in millimetres, where it is placed and how it is turned. */
import { outerPart, type Artwork, type ColouredArea } from '../../artwork';
import type { ColouredShape } from '../../logo';
import { onDemand } from '../../tasks';
import {
  placeRegion,
  turnedBounds,
  turnRegion,
  type Box,
  type Contour,
  type Region,
  type TurnedSquare,
} from '../../geometry';
import type { Axis } from '../lengths';
import type { CodePlacement } from './schema';

export interface PieceParts {
  /** Modules with alignment and timing patterns, and the decoration of a round outline. */
  readonly modules: Region;
  /** Each finder pattern in its box. */
  readonly finders: readonly { readonly ring: Region; readonly centre: Region; readonly box: Box }[];
  /** Parts of modules in a picture's colours; light ones lie under everything dark, dark ones over it. */
  readonly coloured: readonly ColouredArea[];
}

/** A logo on the piece, in millimetres. */
export interface PieceLogo {
  readonly ink: Region;
  /** In paint order; empty where marks have one tone. */
  readonly shapes: readonly ColouredShape[];
  readonly picture: { readonly png: Uint8Array; readonly box: Box } | null;
}

/** Everything is as if the code were not turned; what is planned is turned about its middle. */
export interface PlacedCode {
  readonly id: string;
  readonly moduleMm: number;
  /** Side of the smallest square that is drawn: a module, or an outer part of one where modules are split. */
  readonly partMm: number;
  readonly sizeModules: number;
  /** The code without its quiet zone. */
  readonly code: Box;
  /** The upright box around the code as it is turned, by which it is placed. */
  readonly bounds: Box;
  /** The code with the quiet zone that the standard asks for. */
  readonly quietZone: Box;
  /** About the middle of the code, in radians, clockwise. */
  readonly turn: number;
  /** In module units. */
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

export const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** The near edge of an item of a length along an axis of the piece. */
export const placeAlong = (place: Axis, length: number, piece: number): number =>
  place === 'middle' ? (piece - length) / 2 : place;

/** Where the code lies, as if it were not turned: the size of the symbol does not matter, only its width. */
export function codeBox(
  placement: CodePlacement,
  piece: { readonly widthMm: number; readonly heightMm: number },
): Box {
  const { widthMm: side, xMm, yMm, turnDegrees } = placement;
  const bounds = turnedBounds(side, side, radians(turnDegrees));
  const x = placeAlong(xMm, bounds.width, piece.widthMm) + (bounds.width - side) / 2;
  const y = placeAlong(yMm, bounds.height, piece.heightMm) + (bounds.height - side) / 2;
  return { x, y, width: side, height: side };
}

/** The code without its quiet zone as a square that may be turned. */
export function codeSquare({ x, y, width }: Box, turn: number): TurnedSquare {
  return { x: x + width / 2, y: y + width / 2, half: width / 2, turn };
}

/** A region that belongs to the code, turned with it. */
export function turnedWith({ code, turn }: Pick<PlacedCode, 'code' | 'turn'>, region: Region): Region {
  return turnRegion(region, { x: code.x + code.width / 2, y: code.y + code.height / 2 }, turn);
}

export function placeCode(
  id: string,
  artwork: Artwork,
  placement: CodePlacement,
  piece: { readonly widthMm: number; readonly heightMm: number },
): PlacedCode {
  const moduleMm = placement.widthMm / artwork.sizeModules;
  const code = codeBox(placement, piece);
  const turn = radians(placement.turnDegrees);
  const margin = artwork.quietZoneModules * moduleMm;
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
      x: Math.min(Math.max(vertex.x, 0), piece.widthMm),
      y: Math.min(Math.max(vertex.y, 0), piece.heightMm),
    }));
  const whole = put([artwork.field])[0]!;
  const field = turn === 0 ? keptInside(whole) : whole;
  return {
    id,
    moduleMm,
    partMm: artwork.halfTone === null ? moduleMm : moduleMm * outerPart,
    sizeModules: artwork.sizeModules,
    code,
    bounds: turnedBox(code, turn),
    quietZone: {
      x: code.x - margin,
      y: code.y - margin,
      width: code.width + 2 * margin,
      height: code.height + 2 * margin,
    },
    turn,
    artwork,
    dark: onDemand(() => put(artwork.dark)),
    parts: onDemand(() => ({
      modules: [...put(artwork.parts.modules), ...put(artwork.parts.filler)],
      finders: artwork.parts.finders.map(({ ring, centre, box }) => ({
        ring: put(ring),
        centre: put(centre),
        box: putBox(box),
      })),
      coloured: artwork.parts.coloured.map((part) => ({ ...part, area: put(part.area) })),
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

/** The upright box around a box that is turned about its middle. */
export function turnedBox({ x, y, width, height }: Box, turn: number): Box {
  const bounds = turnedBounds(width, height, turn);
  return { x: x + (width - bounds.width) / 2, y: y + (height - bounds.height) / 2, ...bounds };
}
