/** Light that falls on the rows of a picture: from the surface of the piece, and from what lies beyond. */
import { linearOfHex, luminanceOfLinear } from '../colour';
import { randomAt } from '../numbers';
import type { Shot } from './shot';
import type { Sensor } from './sensor';
import { lineOf, placeOf, placesOf, viewOf, type Subject, type View } from './view';
import { wrapped } from './wrapped';

/** Side of the patches of what lies beyond the piece. */
const patchModules = 1.5;
/** Looks for a pixel that sees a way that is drawn out this many times, and more. */
const mostLooks = 4;
/** What lies beyond the piece is made for so many patches each way; those farther off repeat the last. */
const mostPatches = 128;

/**
 * Light that falls on a row of the sensor, one row for each ink, at places of the sensor's memory. Three inks: the light of each channel.
 * One ink: how far from the base's colour towards the mark's each pixel is, which says all three; what lies beyond the piece
 * is as light as it should be, in the colours between.
 */
export interface Exposure {
  readonly expose: (row: number, into: readonly number[]) => void;
  /** Where the pixels of the last row looked: x and y, in pixels of the raster. */
  readonly xs: number;
  readonly ys: number;
}

/** Takes what each pixel sees of the surface. */
export function exposure(
  sensor: Sensor,
  subject: Subject,
  shot: Shot,
  side: number,
  shift: readonly [number, number],
): Exposure {
  const { raster, moduleMm } = subject;
  const { arithmetic, inks, seen } = sensor;
  const perPatch = 1 / (patchModules * raster.pxPerMm * moduleMm);
  const view = viewOf(subject, shot, side, shift);
  const looks = looksOf(view, side);
  const perLook = 1 / (255 * looks.length);
  const beyond = surroundOf(view, side, perPatch, shot.seed);
  const patches = sensor.keep(beyond.reflectances);
  const [base, mark] = [linearOfHex(subject.baseColour), linearOfHex(subject.markColour)];
  const lightest = luminanceOfLinear(base);
  const difference = lightest - luminanceOfLinear(mark);
  /** Marks that hardly differ are read by nobody, whatever lies beyond. */
  const sharePer = 1 / (Math.abs(difference) < 0.05 ? 0.05 : difference);
  /** What an ink, the piece, and what lies beyond give to a pixel, over a constant. */
  const mixes = inks.map((_, place): [number, number, number, number] =>
    inks.length === 1
      ? [1, -lightest * sharePer, lightest * sharePer, -sharePer]
      : [mark[place]! - base[place]!, base[place]!, 0, 1],
  );
  const [xs, ys, onPiece] = [0, 1, 2].map(() => sensor.takeRow(side)) as [number, number, number];
  const wrap = wrapped(subject, shot);
  const bent = new Float64Array(2 * side);
  return {
    xs,
    ys,
    expose: (row, into) => {
      if (subject.bend === null) arithmetic.places(xs, ys, side, ...lineOf(view, row + 0.5));
      else {
        const [x, y] = [sensor.row(xs, side), sensor.row(ys, side)];
        wrap(placesOf(view, row + 0.5, bent));
        for (let column = 0; column < side; column++) {
          x[column] = bent[2 * column]!;
          y[column] = bent[2 * column + 1]!;
        }
      }
      into.forEach((taken, place) => {
        sensor.row(taken, side).fill(0);
        sensor.row(onPiece, side).fill(0);
        for (const [aside, below] of looks)
          arithmetic.look(
            inks[place]!,
            seen,
            raster.width,
            raster.height,
            xs,
            ys,
            side,
            aside - 0.5,
            below - 0.5,
            taken,
            onPiece,
          );
        const { firstColumn, firstRow, columns, rows } = beyond;
        arithmetic.mix(
          taken,
          onPiece,
          side,
          perLook,
          ...mixes[place]!,
          xs,
          ys,
          perPatch,
          patches,
          firstColumn,
          firstRow,
          columns,
          rows,
        );
      });
    },
  };
}

type Place = readonly [number, number];
/**
 * Where to look for each pixel: once, or along the way on which a tilt draws out what it sees, of which the surface is an
 * average over the shorter one.
 */
function looksOf(view: View, side: number): readonly Place[] {
  const middle = side / 2;
  const [[x, y], [rightX, rightY], [downX, downY]] = [
    [middle, middle],
    [middle + 1, middle],
    [middle, middle + 1],
  ].map(([column, row]) => placeOf(view, column!, row!)) as [Place, Place, Place];
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

/** What lies beyond the piece is unknown: patches, from nearly black to nearly white, row by row as far as the picture goes. */
function surroundOf(view: View, side: number, perPatch: number, seed: number) {
  const corners = [0, side].flatMap((row) => [0, side].map((column) => placeOf(view, column, row)));
  const range = (axis: 0 | 1): readonly [number, number] => {
    const patches = corners.map((corner) => Math.floor(corner[axis] * perPatch));
    const first = Math.min(...patches);
    return [first, Math.min(Math.max(...patches) - first + 1, mostPatches)];
  };
  const [[firstColumn, columns], [firstRow, rows]] = [range(0), range(1)];
  const reflectances = Float32Array.from(
    { length: columns * rows },
    (_, index) =>
      0.02 +
      0.7 * randomAt(seed, firstColumn + (index % columns), firstRow + Math.floor(index / columns)) ** 2,
  );
  return { firstColumn, firstRow, columns, rows, reflectances };
}
