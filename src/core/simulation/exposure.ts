/** Light that falls on the rows of a picture: from the surface of the piece, and from what lies beyond. */
import { linearOfHex, luminanceOfLinear } from '../colour';
import { randomAt } from '../numbers';
import type { Shot } from './shot';
import { look, type Aside } from './surface';
import type { TextureTile } from './texture';
import { placeOf, placesOf, viewOf, type Subject, type View } from './view';
import { wrapped } from './wrapped';

/** Side of the patches of what lies beyond the piece. */
const patchModules = 1.5;
/** A pixel that is all on the piece, but for what numbers lose. */
const allSeen = 1 - 1e-6;
/** Looks for a pixel that sees a way that is drawn out this many times, and more. */
const mostLooks = 4;
/**
 * A row of the picture. Three inks: the light of each channel. One ink: how far from the base's colour towards the mark's
 * each pixel is, which says all three; what lies beyond the piece is as light as it should be, in the colours between.
 */
export type Planes = readonly Float32Array[];

/** Fills the middle of longer rows with a row of the picture, and repeats its ends beyond; and a row of what the texture does to light. */
export type Expose = (row: number, room: Planes, reach: number, texture: Float32Array) => void;

/** Takes what each pixel sees of the surface. */
export function exposure(
  subject: Subject,
  shot: Shot,
  side: number,
  shift: readonly [number, number],
): Expose {
  const { raster, moduleMm, tile } = subject;
  const perPatch = 1 / (patchModules * raster.pxPerMm * moduleMm);
  const surround = surroundOf(shot.seed);
  const view = viewOf(subject, shot, side, shift);
  const looks = looksOf(view, side);
  const perLook = 1 / (255 * looks.length);
  const [base, mark] = [linearOfHex(subject.baseColour), linearOfHex(subject.markColour)];
  const lightest = luminanceOfLinear(base);
  const difference = lightest - luminanceOfLinear(mark);
  /** Marks that hardly differ are read by nobody, whatever lies beyond. */
  const sharePer = 1 / (Math.abs(difference) < 0.05 ? 0.05 : difference);
  const wrap = wrapped(subject, shot);
  const places = new Float64Array(2 * side);
  const onPiece = new Float32Array(side);
  const isOne = raster.inks.length === 1;
  return (row, room, reach, texture) => {
    wrap(placesOf(view, row + 0.5, places));
    if (tile !== null) textured(tile, places, raster.pxPerMm, texture);
    room.forEach((plane, place) => {
      const own = plane.subarray(reach, reach + side);
      own.fill(0);
      onPiece.fill(0);
      for (const aside of looks) look(raster, place, places, aside, own, onPiece);
      for (let column = 0; column < side; column++) {
        const ink = own[column]! * perLook;
        const seen = onPiece[column]! * perLook;
        if (isOne && seen >= allSeen) {
          own[column] = ink;
          continue;
        }
        const beyond =
          seen >= allSeen
            ? 0
            : (1 - seen) * surround(places[2 * column]! * perPatch, places[2 * column + 1]! * perPatch);
        own[column] = isOne
          ? ink + ((1 - seen) * lightest - beyond) * sharePer
          : ink * mark[place]! + (seen - ink) * base[place]! + beyond;
      }
      plane.fill(plane[reach]!, 0, reach);
      plane.fill(plane[side + reach - 1]!, side + reach);
    });
  };
}

/**
 * Where to look for each pixel: once, or along the way on which a tilt draws out what it sees, of which the surface is an
 * average over the shorter one.
 */
function looksOf(view: View, side: number): readonly Aside[] {
  const middle = side / 2;
  const [[x, y], [rightX, rightY], [downX, downY]] = [
    [middle, middle],
    [middle + 1, middle],
    [middle, middle + 1],
  ].map(([column, row]) => placeOf(view, column!, row!)) as [Aside, Aside, Aside];
  const [a, b, c, d] = [rightX - x, downX - x, rightY - y, downY - y];
  // The longer axis of the ellipse that a round pixel sees.
  const turn = Math.atan2(2 * (a * c + b * d), a * a + b * b - c * c - d * d) / 2;
  const [sum, area] = [a * a + b * b + c * c + d * d, Math.abs(a * d - b * c)];
  const long = Math.sqrt((sum + Math.sqrt(Math.max(sum * sum - 4 * area * area, 0))) / 2);
  const count = Math.min(Math.max(Math.ceil(long ** 2 / Math.max(area, 1e-9) - 0.3), 1), mostLooks);
  return Array.from({ length: count }, (_, look) => {
    const along = long * ((look + 0.5) / count - 0.5);
    return [Math.cos(turn) * along, Math.sin(turn) * along];
  });
}

/** What lies beyond the piece is unknown: patches, from nearly black to nearly white. By their columns and rows, the last one at hand. */
function surroundOf(seed: number): (column: number, row: number) => number {
  let [lastColumn, lastRow, reflectance] = [NaN, NaN, 0];
  return (column, row) => {
    const [patchColumn, patchRow] = [Math.floor(column), Math.floor(row)];
    if (patchColumn !== lastColumn || patchRow !== lastRow) {
      [lastColumn, lastRow] = [patchColumn, patchRow];
      reflectance = 0.02 + 0.7 * randomAt(seed, patchColumn, patchRow) ** 2;
    }
    return reflectance;
  };
}

/** What the texture does to light at places of a row. */
function textured(
  { side, perMm, factors }: TextureTile,
  places: Float64Array,
  pxPerMm: number,
  texture: Float32Array,
): void {
  const [scale, mask] = [perMm / pxPerMm, side - 1];
  for (let column = 0; column < texture.length; column++) {
    const across = (places[2 * column]! * scale) & mask;
    const down = (places[2 * column + 1]! * scale) & mask;
    texture[column] = factors[down * side + across]!;
  }
}
