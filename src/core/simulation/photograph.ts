/** A simulated photograph of the finished piece. */
import { brightnessOf, frameOf, type Frame } from '../camera';
import { seededRandom } from '../numbers';
import { loseBlocks } from './blockLoss';
import { blurAlong, kernelsOf } from './blur';
import { development } from './development';
import { exposure, type Planes } from './exposure';
import type { Shot } from './shot';
import { frameSidePx, shiftOf, type Subject } from './view';

/**
 * Photographs the neighbourhood of the code. Light is averaged over each pixel's area, linearly, blurred, encoded and kept
 * with loss. Readers look at brightness alone, so that colours are left out unless they are asked for.
 */
export function photograph(subject: Subject, shot: Shot, inColour = false): Frame {
  const random = seededRandom(shot.seed);
  const side = frameSidePx(subject, shot);
  const expose = exposure(subject, shot, side, shiftOf(shot));
  const picture = new Uint8ClampedArray(side * side * (inColour ? 4 : 1));
  const develop = development(subject, shot, side, random, picture);
  const { along, across } = kernelsOf(shot.lens);
  const [reachAlong, reachAcross] = [along.length - 1, across.length - 1];
  // Rows are blurred along themselves as they are exposed, and across each other when all around them are there.
  const planeCount = subject.raster.inks.length;
  const planes = (length: number): Planes =>
    Array.from({ length: planeCount }, () => new Float32Array(length));
  const room = planes(side + 2 * reachAlong);
  const kept = Array.from({ length: 2 * reachAcross + 1 }, () => ({
    planes: planes(side),
    texture: new Float32Array(side),
  }));
  const rowAt = (row: number) => kept[Math.min(Math.max(row, 0), side - 1) % kept.length]!;
  for (let row = 0; row < side + reachAcross; row++) {
    if (row < side) {
      const own = rowAt(row);
      expose(row, room, reachAlong, own.texture);
      room.forEach((plane, place) => blurAlong(plane, own.planes[place]!, along));
    }
    const ready = row - reachAcross;
    if (ready < 0) continue;
    const around = Array.from({ length: kept.length }, (_, place) => rowAt(ready - reachAcross + place));
    develop(
      around.map((one) => one.planes),
      rowAt(ready).texture,
      across,
      ready,
    );
  }
  const size = { width: side, height: side };
  const seen = inColour ? brightnessOf({ ...size, rgba: picture }).luma : picture;
  const lossy = seen.slice();
  loseBlocks(lossy, side, side, shot.lens.lossShare);
  if (!inColour) return frameOf({ ...size, luma: lossy });
  addDifference(picture, seen, lossy);
  return { ...size, rgba: picture };
}

/** What brightness lost is lost by each channel alike. */
function addDifference(rgba: Uint8ClampedArray, before: Uint8ClampedArray, after: Uint8ClampedArray): void {
  for (let pixel = 0, at = 0; pixel < after.length; pixel++, at += 4) {
    const lost = after[pixel]! - before[pixel]!;
    for (let channel = 0; channel < 3; channel++) rgba[at + channel] = rgba[at + channel]! + lost;
  }
}
