/**
 * The arithmetic of a simulated camera, four numbers at once: simulation is most of the work of a proof beside the readers'
 * own. AssemblyScript; `npm run kernels` compiles it into src/core/simulation/sensorBinary.ts. What is a place in memory is
 * a `usize`; rows are of 32-bit numbers, and may be written over by three numbers beyond their end.
 */

const ramp = f32x4(0, 1, 2, 3);

function splat(value: f64): v128 {
  return f32x4.splat(<f32>value);
}

function at(row: usize, place: i32): usize {
  return row + ((<usize>place) << 2);
}

/** Where the pixels of a row look: linear in their columns over a linear depth. */
export function places(
  xs: usize,
  ys: usize,
  count: i32,
  atX: f64,
  atY: f64,
  atDepth: f64,
  perX: f64,
  perY: f64,
  perDepth: f64,
): void {
  const stepX = f32x4.mul(ramp, splat(perX));
  const stepY = f32x4.mul(ramp, splat(perY));
  const stepDepth = f32x4.mul(ramp, splat(perDepth));
  for (let column = 0; column < count; column += 4) {
    const along = <f64>column;
    const depth = f32x4.add(splat(atDepth + along * perDepth), stepDepth);
    v128.store(at(xs, column), f32x4.div(f32x4.add(splat(atX + along * perX), stepX), depth));
    v128.store(at(ys, column), f32x4.div(f32x4.add(splat(atY + along * perY), stepY), depth));
  }
}

/** A byte of a plane, nothing beyond it; a plane of 0 is whole all over. */
function byteAt(plane: usize, width: i32, height: i32, column: i32, row: i32): f32 {
  if (column < 0 || row < 0 || column >= width || row >= height) return 0;
  return plane === 0 ? 255 : <f32>load<u8>(plane + <usize>(row * width + column));
}

/** Between the four pixels about a place. */
function between(plane: usize, width: i32, height: i32, x: f32, y: f32): f32 {
  const left = <i32>floor(x);
  const top = <i32>floor(y);
  const right = x - <f32>left;
  const down = y - <f32>top;
  const upper =
    byteAt(plane, width, height, left, top) * (1 - right) +
    byteAt(plane, width, height, left + 1, top) * right;
  const lower =
    byteAt(plane, width, height, left, top + 1) * (1 - right) +
    byteAt(plane, width, height, left + 1, top + 1) * right;
  return upper + (lower - upper) * down;
}

/** The same where all four are there. */
function amid(corner: usize, width: i32, right: f32, down: f32): f32 {
  const upper = <i32>load<u16>(corner);
  const lower = <i32>load<u16>(corner + <usize>width);
  const high = <f32>(upper & 255) + <f32>((upper >> 8) - (upper & 255)) * right;
  const low = <f32>(lower & 255) + <f32>((lower >> 8) - (lower & 255)) * right;
  return high + (low - high) * down;
}

/** Adds what an ink takes of the light at places of a surface, and how much of each place is the piece, 255 for all of it. */
export function look(
  plane: usize,
  seen: usize,
  width: i32,
  height: i32,
  xs: usize,
  ys: usize,
  count: i32,
  toX: f32,
  toY: f32,
  taken: usize,
  onPiece: usize,
): void {
  const lastX = <f32>(width - 1);
  const lastY = <f32>(height - 1);
  for (let pixel = 0; pixel < count; pixel++) {
    const x = load<f32>(at(xs, pixel)) + toX;
    const y = load<f32>(at(ys, pixel)) + toY;
    const ink = at(taken, pixel);
    const whole = at(onPiece, pixel);
    if (x >= 0 && y >= 0 && x < lastX && y < lastY) {
      const left = <i32>x;
      const top = <i32>y;
      const offset = <usize>(top * width + left);
      store<f32>(ink, load<f32>(ink) + amid(plane + offset, width, x - <f32>left, y - <f32>top));
      store<f32>(
        whole,
        load<f32>(whole) + (seen === 0 ? 255 : amid(seen + offset, width, x - <f32>left, y - <f32>top)),
      );
    } else if (x > -1 && y > -1 && x < <f32>width && y < <f32>height) {
      store<f32>(ink, load<f32>(ink) + between(plane, width, height, x, y));
      store<f32>(whole, load<f32>(whole) + between(seen, width, height, x, y));
    }
  }
}

/**
 * Makes light of looks: each is so much of the ink, of the piece and of what lies beyond where not all is the piece, over a
 * constant. What lies beyond is a table of patches from a first column and row on.
 */
export function mix(
  taken: usize,
  onPiece: usize,
  count: i32,
  perLook: f32,
  perInk: f32,
  perSeen: f32,
  constant: f32,
  perBeyond: f32,
  xs: usize,
  ys: usize,
  perPatch: f32,
  patches: usize,
  firstColumn: i32,
  firstRow: i32,
  columns: i32,
  rows: i32,
): void {
  const nearlyAll: f32 = 1 - 1e-5;
  const looks = f32x4.splat(perLook);
  const ofInk = f32x4.splat(perInk * perLook);
  const whole = f32x4.splat(perSeen + constant);
  for (let from = 0; from < count; from += 4) {
    const seen4 = f32x4.mul(v128.load(at(onPiece, from)), looks);
    if (i32x4.all_true(f32x4.ge(seen4, f32x4.splat(nearlyAll)))) {
      v128.store(at(taken, from), f32x4.add(f32x4.mul(v128.load(at(taken, from)), ofInk), whole));
      continue;
    }
    for (let pixel = from; pixel < from + 4; pixel++) {
      const seen = load<f32>(at(onPiece, pixel)) * perLook;
      let light = load<f32>(at(taken, pixel)) * perLook * perInk + seen * perSeen + constant;
      if (seen < nearlyAll) {
        const column = min(
          max(<i32>floor(load<f32>(at(xs, pixel)) * perPatch) - firstColumn, 0),
          columns - 1,
        );
        const row = min(max(<i32>floor(load<f32>(at(ys, pixel)) * perPatch) - firstRow, 0), rows - 1);
        light += (1 - seen) * load<f32>(at(patches, row * columns + column)) * perBeyond;
      }
      store<f32>(at(taken, pixel), light);
    }
  }
}

/** What a texture that repeats does to light at places, one more than its factors. */
export function texture(
  xs: usize,
  ys: usize,
  count: i32,
  scale: f32,
  factors: usize,
  mask: i32,
  row: usize,
): void {
  const side = mask + 1;
  for (let pixel = 0; pixel < count; pixel++) {
    const across = (<i32>(load<f32>(at(xs, pixel)) * scale)) & mask;
    const down = (<i32>(load<f32>(at(ys, pixel)) * scale)) & mask;
    store<f32>(at(row, pixel), 1 + load<f32>(at(factors, down * side + across)));
  }
}

/** Blurs along a row that goes on beyond both ends, by half of a kernel, its middle first. */
export function blurAlong(row: usize, blurred: usize, count: i32, kernel: usize, reach: i32): void {
  for (let pixel = 0; pixel < count; pixel += 4) {
    const middle = at(row, pixel + reach);
    let sum = f32x4.mul(v128.load(middle), f32x4.splat(load<f32>(kernel)));
    for (let away = 1; away <= reach; away++) {
      const both = f32x4.add(v128.load(at(middle, -away)), v128.load(at(middle, away)));
      sum = f32x4.add(sum, f32x4.mul(both, f32x4.splat(load<f32>(at(kernel, away)))));
    }
    v128.store(at(blurred, pixel), sum);
  }
}

/** Blurs a row of a plane across those above and below it; the outermost go on beyond the edge. */
export function blurAcross(
  plane: usize,
  stride: i32,
  row: i32,
  lastRow: i32,
  blurred: usize,
  count: i32,
  kernel: usize,
  reach: i32,
): void {
  for (let pixel = 0; pixel < count; pixel += 4) {
    let sum = f32x4.mul(v128.load(at(plane, row * stride + pixel)), f32x4.splat(load<f32>(kernel)));
    for (let away = 1; away <= reach; away++) {
      const above = at(plane, max(row - away, 0) * stride + pixel);
      const below = at(plane, min(row + away, lastRow) * stride + pixel);
      const both = f32x4.add(v128.load(above), v128.load(below));
      sum = f32x4.add(sum, f32x4.mul(both, f32x4.splat(load<f32>(at(kernel, away)))));
    }
    v128.store(at(blurred, pixel), sum);
  }
}

/** Light that falls off evenly from one side, between a least and all, in steps. */
export function evenLight(row: usize, count: i32, start: f32, per: f32, least: f32, steps: f32): void {
  const step = f32x4.mul(ramp, f32x4.splat(per));
  for (let pixel = 0; pixel < count; pixel += 4) {
    const light = f32x4.add(f32x4.splat(start + <f32>pixel * per), step);
    const within = f32x4.min(f32x4.max(light, f32x4.splat(least)), f32x4.splat(1));
    v128.store(at(row, pixel), f32x4.mul(within, f32x4.splat(steps)));
  }
}

/** One row times another. */
export function multiply(row: usize, by: usize, count: i32): void {
  for (let pixel = 0; pixel < count; pixel += 4)
    v128.store(at(row, pixel), f32x4.mul(v128.load(at(row, pixel)), v128.load(at(by, pixel))));
}

/** Shares between two brightnesses, lit and encoded, with noise from a place of a table of a power of two. */
export function encode(
  shares: usize,
  lit: usize,
  shine: usize,
  count: i32,
  base: f32,
  more: f32,
  table: usize,
  last: i32,
  noise: usize,
  noiseFrom: i32,
  noiseMask: i32,
  grey: usize,
): void {
  for (let from = 0; from < count; from += 4) {
    const share = f32x4.add(f32x4.splat(base), f32x4.mul(v128.load(at(shares, from)), f32x4.splat(more)));
    const light = f32x4.add(
      f32x4.add(f32x4.mul(share, v128.load(at(lit, from))), v128.load(at(shine, from))),
      f32x4.splat(0.5),
    );
    const steps = i32x4.min_s(i32x4.max_s(i32x4.trunc_sat_f32x4_s(light), i32x4.splat(0)), i32x4.splat(last));
    encodeOne(i32x4.extract_lane(steps, 0), from, table, noise, noiseFrom, noiseMask, grey);
    encodeOne(i32x4.extract_lane(steps, 1), from + 1, table, noise, noiseFrom, noiseMask, grey);
    encodeOne(i32x4.extract_lane(steps, 2), from + 2, table, noise, noiseFrom, noiseMask, grey);
    encodeOne(i32x4.extract_lane(steps, 3), from + 3, table, noise, noiseFrom, noiseMask, grey);
  }
}

function encodeOne(
  step: i32,
  pixel: i32,
  table: usize,
  noise: usize,
  noiseFrom: i32,
  noiseMask: i32,
  grey: usize,
): void {
  const value =
    <i32>load<u8>(table + <usize>step) + <i32>load<i8>(noise + <usize>((noiseFrom + pixel) & noiseMask));
  store<u8>(grey + <usize>pixel, <u8>min(max(value, 0), 255));
}

/** Four bytes a pixel of one, opaque. */
export function expand(grey: usize, rgba: usize, count: i32): void {
  const order = i8x16(0, 0, 0, -1, 1, 1, 1, -1, 2, 2, 2, -1, 3, 3, 3, -1);
  const opaque = i32x4.splat(<i32>0xff000000);
  for (let pixel = 0; pixel < count; pixel += 4) {
    const four = v128.load32_zero(grey + <usize>pixel);
    v128.store(at(rgba, pixel), v128.or(i8x16.swizzle(four, order), opaque));
  }
}

const cos2: f32 = 0.92387953251128674;
const cos4: f32 = 0.70710678118654752;
const cos6: f32 = 0.38268343236508977;

/** Four columns of a block of 8 by 8 to cosines of rising frequency, each too large by its scale (Arai, Agui and Nakajima 1988). */
function toCosines(block: usize): void {
  const v0 = v128.load(block, 0);
  const v1 = v128.load(block, 32);
  const v2 = v128.load(block, 64);
  const v3 = v128.load(block, 96);
  const v4 = v128.load(block, 128);
  const v5 = v128.load(block, 160);
  const v6 = v128.load(block, 192);
  const v7 = v128.load(block, 224);
  const sum0 = f32x4.add(v0, v7);
  const sum1 = f32x4.add(v1, v6);
  const sum2 = f32x4.add(v2, v5);
  const sum3 = f32x4.add(v3, v4);
  const odd0 = f32x4.sub(v0, v7);
  const away1 = f32x4.sub(v1, v6);
  const away2 = f32x4.sub(v2, v5);
  const odd1 = f32x4.add(away1, odd0);
  const odd2 = f32x4.add(away2, away1);
  const odd3 = f32x4.add(f32x4.sub(v3, v4), away2);

  const even0 = f32x4.add(sum0, sum3);
  const even1 = f32x4.add(sum1, sum2);
  const even2 = f32x4.sub(sum0, sum3);
  const turned = f32x4.mul(f32x4.add(f32x4.sub(sum1, sum2), even2), f32x4.splat(cos4));
  v128.store(block, f32x4.add(even0, even1), 0);
  v128.store(block, f32x4.sub(even0, even1), 128);
  v128.store(block, f32x4.add(even2, turned), 64);
  v128.store(block, f32x4.sub(even2, turned), 192);

  const common = f32x4.mul(f32x4.sub(odd3, odd1), f32x4.splat(cos6));
  const low = f32x4.add(f32x4.mul(odd3, f32x4.splat(cos2 - cos6)), common);
  const high = f32x4.add(f32x4.mul(odd1, f32x4.splat(cos2 + cos6)), common);
  const middle = f32x4.mul(odd2, f32x4.splat(cos4));
  const plus = f32x4.add(odd0, middle);
  const minus = f32x4.sub(odd0, middle);
  v128.store(block, f32x4.add(minus, low), 160);
  v128.store(block, f32x4.sub(minus, low), 96);
  v128.store(block, f32x4.add(plus, high), 32);
  v128.store(block, f32x4.sub(plus, high), 224);
}

/** The way back. */
function fromCosines(block: usize): void {
  const v0 = v128.load(block, 0);
  const v1 = v128.load(block, 32);
  const v2 = v128.load(block, 64);
  const v3 = v128.load(block, 96);
  const v4 = v128.load(block, 128);
  const v5 = v128.load(block, 160);
  const v6 = v128.load(block, 192);
  const v7 = v128.load(block, 224);
  const twice4 = f32x4.splat(2 * cos4);
  const plus = f32x4.add(v0, v4);
  const minus = f32x4.sub(v0, v4);
  const sum = f32x4.add(v2, v6);
  const turned = f32x4.sub(f32x4.mul(f32x4.sub(v2, v6), twice4), sum);
  const even0 = f32x4.add(plus, sum);
  const even3 = f32x4.sub(plus, sum);
  const even1 = f32x4.add(minus, turned);
  const even2 = f32x4.sub(minus, turned);

  const sum35 = f32x4.add(v5, v3);
  const difference53 = f32x4.sub(v5, v3);
  const sum17 = f32x4.add(v1, v7);
  const difference17 = f32x4.sub(v1, v7);
  const odd0 = f32x4.add(sum17, sum35);
  const common = f32x4.mul(f32x4.add(difference53, difference17), f32x4.splat(2 * cos2));
  const odd1 = f32x4.sub(f32x4.sub(common, f32x4.mul(difference53, f32x4.splat(2 * (cos2 + cos6)))), odd0);
  const odd2 = f32x4.sub(f32x4.mul(f32x4.sub(sum17, sum35), twice4), odd1);
  const odd3 = f32x4.sub(f32x4.sub(common, f32x4.mul(difference17, f32x4.splat(2 * (cos2 - cos6)))), odd2);
  v128.store(block, f32x4.add(even0, odd0), 0);
  v128.store(block, f32x4.sub(even0, odd0), 224);
  v128.store(block, f32x4.add(even1, odd1), 32);
  v128.store(block, f32x4.sub(even1, odd1), 192);
  v128.store(block, f32x4.add(even2, odd2), 64);
  v128.store(block, f32x4.sub(even2, odd2), 160);
  v128.store(block, f32x4.add(even3, odd3), 96);
  v128.store(block, f32x4.sub(even3, odd3), 128);
}

/** Four rows of four numbers, each 32 bytes after the other, become columns at another place. */
function transposeTo(from: usize, to: usize): void {
  const a = v128.load(from, 0);
  const b = v128.load(from, 32);
  const c = v128.load(from, 64);
  const d = v128.load(from, 96);
  const lowAb = v128.shuffle<f32>(a, b, 0, 4, 1, 5);
  const highAb = v128.shuffle<f32>(a, b, 2, 6, 3, 7);
  const lowCd = v128.shuffle<f32>(c, d, 0, 4, 1, 5);
  const highCd = v128.shuffle<f32>(c, d, 2, 6, 3, 7);
  v128.store(to, v128.shuffle<f32>(lowAb, lowCd, 0, 1, 4, 5), 0);
  v128.store(to, v128.shuffle<f32>(lowAb, lowCd, 2, 3, 6, 7), 32);
  v128.store(to, v128.shuffle<f32>(highAb, highCd, 0, 1, 4, 5), 64);
  v128.store(to, v128.shuffle<f32>(highAb, highCd, 2, 3, 6, 7), 96);
}

function transpose(from: usize, to: usize): void {
  transposeTo(from, to);
  transposeTo(from + 16, to + 128);
  transposeTo(from + 128, to + 16);
  transposeTo(from + 144, to + 144);
}

/**
 * A block of 64 numbers, of which there have to be two beside each other, to cosines, to whole steps, and back. The steps, `to`
 * and `from` them, are of rows and columns exchanged.
 */
export function quantise(block: usize, to: usize, from: usize): void {
  const other = block + 256;
  toCosines(block);
  toCosines(block + 16);
  transpose(block, other);
  toCosines(other);
  toCosines(other + 16);
  for (let place: usize = 0; place < 256; place += 16) {
    const steps = f32x4.floor(
      f32x4.add(f32x4.mul(v128.load(other + place), v128.load(to + place)), f32x4.splat(0.5)),
    );
    v128.store(other + place, f32x4.mul(steps, v128.load(from + place)));
  }
  fromCosines(other);
  fromCosines(other + 16);
  transpose(other, block);
  fromCosines(block);
  fromCosines(block + 16);
}

/** What is lost of a picture in blocks of 8 by 8; those that reach over the edge repeat its last pixels. */
export function loseBlocks(grey: usize, width: i32, height: i32, to: usize, from: usize, block: usize): void {
  const half = f32x4.splat(128);
  for (let top = 0; top < height; top += 8)
    for (let left = 0; left < width; left += 8) {
      const isWhole = top + 8 <= height && left + 8 <= width;
      for (let row = 0; row < 8; row++) {
        const line = grey + <usize>(min(top + row, height - 1) * width);
        const values = block + ((<usize>row) << 5);
        if (isWhole) {
          const eight = v128.load8x8_u(line + <usize>left);
          v128.store(values, f32x4.sub(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(eight)), half), 0);
          v128.store(values, f32x4.sub(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(eight)), half), 16);
        } else
          for (let column = 0; column < 8; column++)
            store<f32>(at(values, column), <f32>load<u8>(line + <usize>min(left + column, width - 1)) - 128);
      }
      quantise(block, to, from);
      for (let row = 0; row < 8 && top + row < height; row++) {
        const line = grey + <usize>((top + row) * width + left);
        const values = block + ((<usize>row) << 5);
        const first = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.add(v128.load(values, 0), half)));
        const second = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.add(v128.load(values, 16), half)));
        const words = i16x8.narrow_i32x4_s(first, second);
        const bytes = i8x16.narrow_i16x8_u(words, words);
        if (isWhole) v128.store64_lane(line, bytes, 0);
        else
          for (let column = 0; column < 8 && left + column < width; column++)
            store<u8>(
              line + <usize>column,
              <u8>min(max(<i32>nearest(load<f32>(at(values, column)) + 128), 0), 255),
            );
      }
    }
}

/** Four bytes as numbers. */
function bytesAt(place: usize): v128 {
  const words = i16x8.extend_low_i8x16_u(v128.load32_zero(place));
  return f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(words));
}

/**
 * Means of bytes over a square about each: as far as `reach` each way, of the outermost a part. The outermost rows and columns
 * go on beyond the edge. `sums` is a row with room for the reach at both ends.
 */
export function meanOver(
  plane: usize,
  means: usize,
  width: i32,
  height: i32,
  reach: i32,
  part: f32,
  perSquare: f32,
  sums: usize,
): void {
  const outer = f32x4.splat(part);
  const scale = f32x4.splat(perSquare);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column += 4) {
      const before = bytesAt(plane + <usize>(max(row - reach, 0) * width + column));
      const after = bytesAt(plane + <usize>(min(row + reach, height - 1) * width + column));
      let sum = f32x4.mul(f32x4.add(before, after), outer);
      for (let other = row - reach + 1; other < row + reach; other++)
        sum = f32x4.add(sum, bytesAt(plane + <usize>(min(max(other, 0), height - 1) * width + column)));
      v128.store(at(sums, reach + column), sum);
    }
    for (let beyond = 0; beyond < reach; beyond++) {
      store<f32>(at(sums, beyond), load<f32>(at(sums, reach)));
      store<f32>(at(sums, reach + width + beyond), load<f32>(at(sums, reach + width - 1)));
    }
    const line = means + <usize>(row * width);
    for (let column = 0; column < width; column += 4) {
      const first = at(sums, column);
      let sum = f32x4.mul(f32x4.add(v128.load(first), v128.load(at(first, 2 * reach))), outer);
      for (let place = 1; place < 2 * reach; place++) sum = f32x4.add(sum, v128.load(at(first, place)));
      const words = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(sum, scale)));
      const halves = i16x8.narrow_i32x4_s(words, words);
      // What is written beyond the end of a row is written again with the next one.
      v128.store32_lane(line + <usize>column, i8x16.narrow_i16x8_u(halves, halves), 0);
    }
  }
}
