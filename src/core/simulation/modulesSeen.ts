/** What of each module a photograph shows, by the geometry that it was taken with: no reader is asked. */
import type { Frame } from '../camera';
import { lumaOf } from '../colour';
import { applyMatrix, type Matrix } from '../geometry';
import type { Shot } from './shot';
import { placesOf, shiftOf, viewOf, type Subject } from './view';
import { wrapped } from './wrapped';

export interface ModulesSeen {
  /** Mean luma of the middle of each module, 0 to 255; NaN where the picture shows nothing of it. Row by row. */
  readonly luma: Float32Array;
  /** Share of the pixels on the code that are as bright as the sensor can tell. */
  readonly blownShare: number;
}

/** Readers look at the middle of a module: within this share of its side. */
const middleShare = 0.6;
const blown = 252;

/** `toModules` takes millimetres of the file to columns and rows of modules, of which there are `size` on a side. */
export function modulesSeen(
  subject: Subject,
  shot: Shot,
  { width: side, rgba }: Frame,
  toModules: Matrix,
  size: number,
): ModulesSeen {
  const view = viewOf(subject, shot, side, shiftOf(shot));
  const wrap = wrapped(subject, shot);
  const { pxPerMm, window } = subject.raster;
  const sums = new Float64Array(size * size);
  const counts = new Int32Array(size * size);
  let [blownPixels, pixels] = [0, 0];
  const places = new Float64Array(2 * side);
  for (let row = 0; row < side; row++) {
    wrap(placesOf(view, row + 0.5, places));
    for (let column = 0; column < side; column++) {
      const x = places[2 * column]! / pxPerMm + window.x;
      const y = places[2 * column + 1]! / pxPerMm + window.y;
      const place = applyMatrix(toModules, x, y);
      const [moduleX, moduleY] = [Math.floor(place.x), Math.floor(place.y)];
      if (!(moduleX >= 0 && moduleY >= 0 && moduleX < size && moduleY < size)) continue;
      const index = (row * side + column) * 4;
      const luma = lumaOf(rgba[index]!, rgba[index + 1]!, rgba[index + 2]!);
      pixels++;
      if (luma >= blown) blownPixels++;
      const off = Math.max(Math.abs(place.x - moduleX - 0.5), Math.abs(place.y - moduleY - 0.5));
      const module = moduleY * size + moduleX;
      if (off > middleShare / 2 && counts[module]! > 0) continue;
      // What lies nearer than the first that was found takes its place.
      if (off <= middleShare / 2 && counts[module]! < 0) [sums[module], counts[module]] = [0, 0];
      if (off > middleShare / 2) {
        if (counts[module] === 0) [sums[module], counts[module]] = [luma, -1];
        continue;
      }
      sums[module] = sums[module]! + luma;
      counts[module] = counts[module]! + 1;
    }
  }
  return {
    luma: Float32Array.from(sums, (sum, module) =>
      counts[module] === 0 ? NaN : counts[module]! < 0 ? sum : sum / counts[module]!,
    ),
    blownShare: pixels === 0 ? 0 : blownPixels / pixels,
  };
}
