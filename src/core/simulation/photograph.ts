/** A simulated photograph of the finished piece. */
import { brightnessOf, type Frame } from '../camera';
import { seededRandom } from '../numbers';
import { loseBlocks } from './blockLoss';
import { kernelsOf } from './blur';
import { development, type Picture } from './development';
import { exposure } from './exposure';
import { theSensor, type Sensor } from './sensor';
import type { Shot } from './shot';
import { frameSidePx, shiftOf, type Subject } from './view';

/**
 * Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, blurred, encoded and kept
 * with loss. Readers look at brightness alone, so that colours are left out unless they are asked for.
 */
export function photograph(subject: Subject, shot: Shot, inColour = false): Frame {
  const sensor = theSensor();
  sensor.show(subject.raster);
  const side = frameSidePx(subject, shot);
  const size = { width: side, height: side };
  const grey = sensor.take(side * side);
  if (!inColour) {
    take(sensor, subject, shot, side, { kind: 'grey', place: grey });
    loseBlocks(sensor, grey, side, side, shot.lens.lossShare);
    return { ...size, rgba: opaque(sensor, grey, side * side) };
  }
  const rgba = new Uint8ClampedArray(side * side * 4);
  take(sensor, subject, shot, side, { kind: 'colour', rgba });
  const { luma } = brightnessOf({ ...size, rgba });
  sensor.bytes(grey, luma.length).set(luma);
  loseBlocks(sensor, grey, side, side, shot.lens.lossShare);
  addDifference(rgba, luma, sensor.bytes(grey, luma.length));
  return { ...size, rgba };
}

/** Exposes and develops all rows of a picture. */
function take(sensor: Sensor, subject: Subject, shot: Shot, side: number, picture: Picture): void {
  const { arithmetic } = sensor;
  const { tile } = subject;
  const random = seededRandom(shot.seed);
  const { xs, ys, expose } = exposure(sensor, subject, shot, side, shiftOf(shot));
  const develop = development(sensor, subject, shot, side, random, picture);
  const { along, across } = kernelsOf(shot.lens);
  const [alongPlace, acrossPlace] = [sensor.keep(along), sensor.keep(across)];
  const reach = along.length - 1;
  // Rows begin where four numbers do.
  const stride = Math.ceil(side / 4 + 1) * 4;
  const room = sensor.inks.map(() => sensor.takeRow(side + 2 * reach));
  const middles = room.map((row) => row + 4 * reach);
  const blurred = sensor.inks.map(() => sensor.takeRow(side));
  const planes = sensor.inks.map(() => sensor.takeRow(side * stride));
  const textures = tile === null ? 0 : sensor.takeRow(side * stride);
  const factors = tile === null ? 0 : sensor.keep(tile.factors);
  const rowOf = (plane: number, row: number): number => plane + 4 * row * stride;
  for (let row = 0; row < side; row++) {
    expose(row, middles);
    if (tile !== null) {
      const scale = tile.perMm / subject.raster.pxPerMm;
      arithmetic.texture(xs, ys, side, scale, factors, tile.side - 1, rowOf(textures, row));
    }
    room.forEach((place, ink) => {
      const values = sensor.row(place, side + 2 * reach);
      values.fill(values[reach]!, 0, reach);
      values.fill(values[side + reach - 1]!, side + reach);
      arithmetic.blurAlong(place, rowOf(planes[ink]!, row), side, alongPlace, reach);
    });
  }
  for (let row = 0; row < side; row++) {
    planes.forEach((plane, ink) =>
      arithmetic.blurAcross(
        plane,
        stride,
        row,
        side - 1,
        blurred[ink]!,
        side,
        acrossPlace,
        across.length - 1,
      ),
    );
    develop(row, blurred, tile === null ? 0 : rowOf(textures, row));
  }
}

/** A picture of a byte a pixel as readers take it. */
function opaque(sensor: Sensor, grey: number, count: number): Uint8ClampedArray<ArrayBuffer> {
  const rgba = sensor.take(4 * count);
  sensor.arithmetic.expand(grey, rgba, count);
  return new Uint8ClampedArray(sensor.bytes(rgba, 4 * count));
}

/** What brightness lost is lost by each channel alike. */
function addDifference(rgba: Uint8ClampedArray, before: Uint8ClampedArray, after: Uint8Array): void {
  for (let pixel = 0, index = 0; pixel < after.length; pixel++, index += 4) {
    const lost = after[pixel]! - before[pixel]!;
    for (let channel = 0; channel < 3; channel++) rgba[index + channel] = rgba[index + channel]! + lost;
  }
}
