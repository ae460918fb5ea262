/** What happens at the edges of marks: they grow, wander, round off, or throw a shadow. All on a byte a pixel, row by row. */
import { randomAt } from '../../numbers';

/** How large a plane is. */
export interface Extent {
  readonly width: number;
  readonly height: number;
}

/** Widens marks by a distance in pixels, which may be a fraction: along the rows, then down the columns. */
export function grow(marked: Uint8Array, extent: Extent, distancePx: number): Uint8Array {
  if (distancePx <= 0) return marked;
  return grownDown(grownAlong(marked, extent, distancePx), extent, distancePx);
}

/**
 * Only where ink falls off it reaches further than what lies beside it does by itself. The last pixel that is reached gets
 * the share of it that the distance covers.
 */
function grownAlong(from: Uint8Array, { width, height }: Extent, distancePx: number): Uint8Array {
  const grown = from.slice();
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) {
      const ink = from[index]!;
      if (ink === 0) continue;
      if (column > 0 && from[index - 1]! < ink) spread(grown, ink, index, -1, column, distancePx);
      if (column < width - 1 && from[index + 1]! < ink)
        spread(grown, ink, index, 1, width - 1 - column, distancePx);
    }
  return grown;
}

function grownDown(from: Uint8Array, { width, height }: Extent, distancePx: number): Uint8Array {
  const grown = from.slice();
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) {
      const ink = from[index]!;
      if (ink === 0) continue;
      if (row > 0 && from[index - width]! < ink) spread(grown, ink, index, -width, row, distancePx);
      if (row < height - 1 && from[index + width]! < ink)
        spread(grown, ink, index, width, height - 1 - row, distancePx);
    }
  return grown;
}

function spread(
  grown: Uint8Array,
  ink: number,
  from: number,
  step: number,
  room: number,
  distancePx: number,
): void {
  const reach = Math.ceil(distancePx);
  for (let away = 1, index = from + step; away <= reach && away <= room; away++, index += step) {
    const reached = away === reach ? ink * (distancePx - (reach - 1)) : ink;
    if (grown[index]! < reached) grown[index] = reached;
  }
}

const inverted = (plane: Uint8Array): Uint8Array => plane.map((value) => 255 - value);

/** What a round tool of a radius reaches without leaving the marks: corners are rounded and what is narrower is left. */
export function reachedBy(marked: Uint8Array, extent: Extent, radiusPx: number): Uint8Array {
  if (radiusPx < 0.75) return marked;
  return discGrown(inverted(discGrown(inverted(marked), extent, radiusPx)), extent, radiusPx);
}

/**
 * The most within a disc around each pixel. A disc is a stack of runs: the most along a run widens from the rows of its poles,
 * where runs are short, to its middle, and each pixel takes the most of the rows that lie as far away as their run is long.
 */
function discGrown(plane: Uint8Array, { width, height }: Extent, radiusPx: number): Uint8Array {
  const grown = plane.slice();
  const reach = Math.floor(radiusPx);
  // Beyond the picture there is nothing, from which runs reach into it.
  const stride = width + 2 * reach;
  let along = new Uint8Array(stride * height);
  let wider = new Uint8Array(stride * height);
  for (let row = 0; row < height; row++)
    along.set(plane.subarray(row * width, (row + 1) * width), row * stride + reach);
  let aside = 0;
  for (let down = reach; down >= 0; down--) {
    for (const wanted = Math.floor(Math.sqrt(radiusPx * radiusPx - down * down)); aside < wanted;) {
      // Runs that are moved by no more than they are long leave no gap between them.
      const by = Math.min(wanted - aside, 2 * aside + 1);
      widen(along, wider, stride, by);
      [along, wider] = [wider, along];
      aside += by;
    }
    for (const row of down === 0 ? [0] : [-down, down]) {
      const [first, last] = [Math.max(0, -row), Math.min(height, height - row)];
      for (let to = first; to < last; to++)
        takeMost(grown, to * width, along, (to + row) * stride + reach, width);
    }
  }
  return grown;
}

/** Each row's most of a pixel and of those by some to the left and to the right of it. */
function widen(from: Uint8Array, to: Uint8Array, stride: number, by: number): void {
  for (let start = 0; start < from.length; start += stride)
    for (let x = 0; x < stride; x++) {
      let most = from[start + x]!;
      if (x >= by && from[start + x - by]! > most) most = from[start + x - by]!;
      if (x + by < stride && from[start + x + by]! > most) most = from[start + x + by]!;
      to[start + x] = most;
    }
}

function takeMost(into: Uint8Array, index: number, from: Uint8Array, start: number, count: number): void {
  for (let x = 0; x < count; x++) if (from[start + x]! > into[index + x]!) into[index + x] = from[start + x]!;
}

/** Edges wander by a deviation in pixels, in waves of a length. */
export function wander(
  marked: Uint8Array,
  { width, height }: Extent,
  deviationPx: number,
  wavePx: number,
  seed: number,
): Uint8Array {
  if (deviationPx < 0.08) return marked;
  const wave = Math.max(2, wavePx);
  // Random values deviate by the root of a third, and bilinear ones between them by two thirds of that.
  const amplitude = deviationPx / ((2 / 3) * Math.sqrt(1 / 3));
  const columns = Math.ceil(width / wave) + 2;
  const ways = [0, 1].map((way) => {
    const corners = new Float32Array(columns * (Math.ceil(height / wave) + 2));
    for (let index = 0; index < corners.length; index++)
      corners[index] =
        amplitude * (2 * randomAt(seed + way, index % columns, Math.floor(index / columns)) - 1);
    return corners;
  }) as [Float32Array, Float32Array];
  const moved = marked.slice();
  const reach = Math.ceil(amplitude);
  for (let row = 0, index = 0; row < height; row++) {
    const down = row / wave;
    const top = Math.floor(down);
    const low = down - top;
    const isInner = row >= reach && row < height - reach;
    for (let column = 0; column < width; column++, index++) {
      const here = marked[index]!;
      // Away from edges nothing changes, wherever it wanders to.
      if (
        isInner &&
        here === marked[index - reach] &&
        here === marked[index + reach] &&
        here === marked[index - reach * width] &&
        here === marked[index + reach * width]
      )
        continue;
      const across = column / wave;
      const left = Math.floor(across);
      const corner = top * columns + left;
      const aside = between(ways[0], corner, columns, across - left, low);
      const below = between(ways[1], corner, columns, across - left, low);
      const x = Math.min(Math.max((column + aside + 0.5) | 0, 0), width - 1);
      const y = Math.min(Math.max((row + below + 0.5) | 0, 0), height - 1);
      moved[index] = marked[y * width + x]!;
    }
  }
  return moved;
}

/** Straight between four corners. */
const between = (corners: Float32Array, index: number, columns: number, share: number, low: number): number =>
  (corners[index]! * (1 - share) + corners[index + 1]! * share) * (1 - low) +
  (corners[index + columns]! * (1 - share) + corners[index + columns + 1]! * share) * low;

/** Marks shade their surroundings by a share that falls off over a distance, as burnt edges do. */
export function halo(marked: Uint8Array, extent: Extent, share: number, distancePx: number): Uint8Array {
  const reach = Math.round(distancePx);
  if (reach < 1) return marked;
  const spread = boxBlurred(boxBlurred(marked, extent, reach), extent, reach);
  return marked.map((ink, index) => Math.max(ink, ink + (255 - ink) * share * (spread[index]! / 255)));
}

/** Means over squares of so many pixels to each side. */
function boxBlurred(plane: Uint8Array, { width, height }: Extent, reach: number): Uint8Array {
  const along = boxLines(plane, width, height, 1, width, reach);
  return boxLines(along, height, width, width, 1, reach);
}

function boxLines(
  from: Uint8Array,
  length: number,
  lineCount: number,
  step: number,
  lineStep: number,
  reach: number,
): Uint8Array {
  const means = new Uint8Array(from.length);
  const perCount = 1 / (2 * reach + 1);
  const within = length - reach - 1;
  for (let line = 0; line < lineCount; line++) {
    const start = line * lineStep;
    const [first, last] = [from[start]!, from[start + (length - 1) * step]!];
    let sum = first * (reach + 1);
    for (let position = 0; position < reach; position++)
      sum += from[start + Math.min(position, length - 1) * step]!;
    // Lines go on beyond their ends as they are there.
    for (let position = 0, index = start; position < length; position++, index += step) {
      sum += position <= within ? from[index + reach * step]! : last;
      sum -= position > reach ? from[index - (reach + 1) * step]! : first;
      means[index] = sum * perCount;
    }
  }
  return means;
}

/** A raised mark in light from the upper left: its far side is in shade, its near side shines. In steps of ink, both ways. */
export function reliefShaded(marked: Uint8Array, { width, height }: Extent, share: number): Uint8Array {
  const shaded = marked.slice();
  for (let row = 1; row < height - 1; row++)
    for (let column = 1; column < width - 1; column++) {
      const index = row * width + column;
      const slope = marked[index - width - 1]! - marked[index + width + 1]!;
      if (slope !== 0) shaded[index] = Math.min(Math.max(marked[index]! + slope * share, 0), 255);
    }
  return shaded;
}

/** How strongly a mark comes out, here more and there less: a share of the ink that wanders in waves between a least and all. */
export function uneven(
  marked: Uint8Array,
  { width }: Extent,
  least: number,
  wavePx: number,
  seed: number,
): Uint8Array {
  const wave = Math.max(2, wavePx);
  let [cell, left, right] = [-1, 0, 0];
  return marked.map((ink, index) => {
    if (ink === 0) return 0;
    const column = index % width;
    const across = column / wave;
    const row = Math.floor(index / width / wave);
    const here = Math.floor(across) + row * 65_536;
    if (here !== cell) {
      cell = here;
      left = randomAt(seed, Math.floor(across), row);
      right = randomAt(seed, Math.floor(across) + 1, row);
    }
    const share = across - Math.floor(across);
    return ink * (least + (1 - least) * (left * (1 - share) + right * share));
  });
}
