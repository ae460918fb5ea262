/** Brightness of a photograph, and ways to make it easier to read. */
import type { Brightness } from '../camera';

/** Dark and light turned round. */
export const turnedRound = ({ width, height, luma }: Brightness): Brightness => ({
  width,
  height,
  luma: luma.map((value) => 255 - value),
});

/** Luma between pixels, whose middles lie at halves; beyond the edges it goes on as it is there. */
export const lumaAt = ({ width, height, luma }: Brightness, x: number, y: number): number =>
  valueAt(luma, width, height, x, y);

/** The same of any value a pixel, row by row. */
export function valueAt(
  values: Uint8ClampedArray | Float32Array,
  width: number,
  height: number,
  x: number,
  y: number,
): number {
  const [right, down] = [
    Math.min(Math.max(x - 0.5, 0), width - 1),
    Math.min(Math.max(y - 0.5, 0), height - 1),
  ];
  const [left, top] = [Math.floor(right), Math.floor(down)];
  const [across, low] = [right - left, down - top];
  const next = left + 1 < width ? 1 : 0;
  const below = top + 1 < height ? width : 0;
  const index = top * width + left;
  return (
    (values[index]! * (1 - across) + values[index + next]! * across) * (1 - low) +
    (values[index + below]! * (1 - across) + values[index + below + next]! * across) * low
  );
}

/** The picture as it would be taken from elsewhere: each pixel of the new one is looked up in the old. */
export function remapped(
  picture: Brightness,
  width: number,
  height: number,
  from: (x: number, y: number) => { readonly x: number; readonly y: number },
): Brightness {
  const luma = new Uint8ClampedArray(width * height);
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) {
      const { x, y } = from(column + 0.5, row + 0.5);
      luma[index] = lumaAt(picture, x, y);
    }
  return { width, height, luma };
}

/** Smaller by a whole number: means of squares of pixels. */
export function shrunk({ width, height, luma }: Brightness, by: number): Brightness {
  const [columns, rows] = [Math.max(1, Math.floor(width / by)), Math.max(1, Math.floor(height / by))];
  const means = new Uint8ClampedArray(columns * rows);
  for (let row = 0, index = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, index++) {
      let sum = 0;
      for (let down = 0; down < by; down++)
        for (let right = 0; right < by; right++)
          sum += luma[(row * by + down) * width + column * by + right]!;
      means[index] = sum / (by * by);
    }
  return { width: columns, height: rows, luma: means };
}

/** Contrast brought to full in each neighbourhood: what is between the darkest and the lightest of the blocks around is stretched. */
export function evened(picture: Brightness, blockPx: number): Brightness {
  const { width, height, luma } = picture;
  const [columns, rows] = [Math.ceil(width / blockPx), Math.ceil(height / blockPx)];
  const lows = new Uint8Array(columns * rows).fill(255);
  const highs = new Uint8Array(columns * rows);
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) {
      const block = Math.floor(row / blockPx) * columns + Math.floor(column / blockPx);
      if (luma[index]! < lows[block]!) lows[block] = luma[index]!;
      if (luma[index]! > highs[block]!) highs[block] = luma[index]!;
    }
  const around = (values: Uint8Array, pick: (a: number, b: number) => number): Uint8Array =>
    values.map((value, block) => {
      const [column, row] = [block % columns, Math.floor(block / columns)];
      let best = value;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++)
          best = pick(best, values[y * columns + x]!);
      return best;
    });
  const [low, high] = [around(lows, Math.min), around(highs, Math.max)];
  const blockAt = (values: Uint8Array, x: number, y: number): number =>
    lumaAt(
      { width: columns, height: rows, luma: new Uint8ClampedArray(values.buffer) },
      x / blockPx,
      y / blockPx,
    );
  const stretched = new Uint8ClampedArray(luma.length);
  for (let row = 0, index = 0; row < height; row++)
    for (let column = 0; column < width; column++, index++) {
      const [dark, light] = [blockAt(low, column, row), blockAt(high, column, row)];
      // Where nothing differs there is nothing to stretch.
      stretched[index] = light - dark < 6 ? luma[index]! : ((luma[index]! - dark) * 255) / (light - dark);
    }
  return { width, height, luma: stretched };
}
