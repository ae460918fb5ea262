/** Light that falls on the rows of a picture: from the surface of the piece, and from what lies beyond. */
import { linearOfHex, luminanceOfLinear } from '../colour';
import { randomAt } from '../numbers';
import type { Shot } from './shot';
import { inkOf, mostInk, seenOf, sumOfSeen, sumSamples } from './surface';
import type { TextureTile } from './texture';
import { cornersOf, viewOf, type Subject } from './view';
import { wrapped } from './wrapped';

/** Side of the patches of what lies beyond the piece. */
const patchModules = 1.5;
/**
 * A row of the picture. Three inks: the light of each channel. One ink: how far from the base's colour towards the mark's
 * each pixel is, which says all three; what lies beyond the piece is as light as it should be, in the colours between.
 */
export type Planes = readonly Float32Array[];

/** Fills the middle of longer rows with a row of the picture, and repeats its ends beyond; and a row of what the texture does to light. */
export type Expose = (row: number, room: Planes, reach: number, texture: Float32Array) => void;

/** Averages samples of the surface over every pixel. */
export function exposure(
  subject: Subject,
  shot: Shot,
  side: number,
  shift: readonly [number, number],
): Expose {
  const { raster, moduleMm, pixelsPerModule } = subject;
  const modulePx = raster.pxPerMm * moduleMm;
  const perPatch = 1 / (patchModules * modulePx);
  const surround = surroundOf(shot.seed);
  const grid = Math.min(Math.max(Math.ceil(modulePx / pixelsPerModule - 0.01), 2), 4);
  const samples = grid * grid;
  const allSeen = sumOfSeen(samples);
  const perInk = 1 / (mostInk * samples);
  const view = viewOf(subject, shot, side, shift);
  const [base, mark] = [linearOfHex(subject.baseColour), linearOfHex(subject.markColour)];
  const lightest = luminanceOfLinear(base);
  const difference = lightest - luminanceOfLinear(mark);
  /** Marks that hardly differ are read by nobody, whatever lies beyond. */
  const perShare = Math.abs(difference) < 0.05 ? 0.05 : difference;
  const sums = new Int32Array(side);
  const wrap = wrapped(subject, shot);
  let above = wrap(cornersOf(view, 0, side));
  let below = new Float64Array(above.length);
  const { tile } = subject;
  return (row, room, reach, texture) => {
    wrap(cornersOf(view, row + 1, side, below));
    if (tile !== null) textured(tile, above, raster.pxPerMm, texture);
    room.forEach((plane, place) => {
      sumSamples(raster, place, above, below, grid, sums);
      for (let column = 0, at = reach; column < side; column++, at++) {
        if (room.length === 1 && sums[column]! >= allSeen) {
          plane[at] = inkOf(sums[column]!) * perInk;
          continue;
        }
        const ink = inkOf(sums[column]!) / (mostInk * samples);
        const seen = seenOf(sums[column]!) / samples;
        const beyond =
          seen === 1
            ? 0
            : (1 - seen) * surround(above[2 * column]! * perPatch, above[2 * column + 1]! * perPatch);
        plane[at] =
          room.length === 1
            ? ink + ((1 - seen) * lightest - beyond) / perShare
            : ink * mark[place]! + (seen - ink) * base[place]! + beyond;
      }
      plane.fill(plane[reach]!, 0, reach);
      plane.fill(plane[side + reach - 1]!, side + reach);
    });
    [above, below] = [below, above];
  };
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

/** What the texture does to light where the upper left corners of the pixels of a row lie. */
function textured(
  { side, perMm, factors }: TextureTile,
  corners: Float64Array,
  pxPerMm: number,
  texture: Float32Array,
): void {
  const [scale, mask] = [perMm / pxPerMm, side - 1];
  for (let column = 0; column < texture.length; column++) {
    const across = (corners[2 * column]! * scale) & mask;
    const down = (corners[2 * column + 1]! * scale) & mask;
    texture[column] = factors[down * side + across]!;
  }
}
