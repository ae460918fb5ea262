/** For tests: a symbol seen through a made-up camera, by formulas that share nothing with the simulation. */
import type { Frame } from '../core/camera';
import type { QrSymbol } from '../core/symbol';

export interface Warp {
  readonly width: number;
  readonly height: number;
  /** From pixels to columns and rows of modules, from the symbol's upper left corner. */
  readonly toModules: (x: number, y: number) => readonly [number, number];
  /** By how much dark modules are larger on each edge, in modules. */
  readonly growth?: number;
  readonly dark?: number;
  readonly light?: number;
  readonly noise?: number;
}

/** Five by five samples a pixel; what lies beyond the quiet zone is grey. */
export function warpedPicture(
  { size, modules }: Pick<QrSymbol, 'size' | 'modules'>,
  { width, height, toModules, growth = 0, dark = 25, light = 230, noise = 0 }: Warp,
): Frame {
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  const isDark = (x: number, y: number): boolean => {
    for (const dx of growth > 0 ? [-growth, 0, growth] : [0])
      for (const dy of growth > 0 ? [-growth, 0, growth] : [0]) {
        const [column, row] = [Math.floor(x + dx), Math.floor(y + dy)];
        if (column >= 0 && row >= 0 && column < size && row < size && modules[row * size + column] === 1)
          return true;
      }
    return false;
  };
  let state = 12345;
  const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      let sum = 0;
      for (let down = 0; down < 5; down++)
        for (let right = 0; right < 5; right++) {
          const [x, y] = toModules(column + (right + 0.5) / 5, row + (down + 0.5) / 5);
          const isWithin = x > -4 && y > -4 && x < size + 4 && y < size + 4;
          sum += !isWithin ? 128 : isDark(x, y) ? dark : light;
        }
      const value = sum / 25 + noise * (random() + random() + random() - 1.5) * 2;
      rgba.fill(value, (row * width + column) * 4, (row * width + column) * 4 + 3);
    }
  return { width, height, rgba };
}

/** A plane seen by a pinhole: turned about its middle, then leaning back by an angle, from a distance in widths of the symbol. */
export function pinhole(
  size: number,
  side: number,
  {
    turn = 0,
    tilt = 0,
    pixels = 6,
    distance = 3,
  }: { turn?: number; tilt?: number; pixels?: number; distance?: number },
): Warp['toModules'] {
  return (x, y) => {
    const [right, down] = [(x - side / 2) / pixels, (y - side / 2) / pixels];
    // The line of sight (right, down, D) meets the plane whose lower half is farther away.
    const far = distance * size;
    const along = (down * far) / (far * Math.cos(tilt) - down * Math.sin(tilt));
    const across = (right * (far + along * Math.sin(tilt))) / far;
    const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
    return [across * cosine + along * sine + size / 2, along * cosine - across * sine + size / 2];
  };
}
