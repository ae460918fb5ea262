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
  const isModuleDark = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < size && y < size && modules[Math.floor(y) * size + Math.floor(x)] === 1;
  const isDark = (x: number, y: number): boolean =>
    growth > 0
      ? [-growth, 0, growth].some((dx) => [-growth, 0, growth].some((dy) => isModuleDark(x + dx, y + dy)))
      : isModuleDark(x, y);
  const shadeAt = (x: number, y: number): number => {
    const isWithin = x > -4 && y > -4 && x < size + 4 && y < size + 4;
    if (!isWithin) return 128;
    return isDark(x, y) ? dark : light;
  };
  /** Of a pixel whose corners lie in one module there is one shade: views are smooth. */
  const evenShade = (column: number, row: number): number | null => {
    if (growth > 0) return null;
    const [x, y] = toModules(column + 0.1, row + 0.1);
    for (let corner = 1; corner < 4; corner++) {
      const [otherX, otherY] = toModules(column + (corner & 1 ? 0.9 : 0.1), row + (corner & 2 ? 0.9 : 0.1));
      if (Math.floor(otherX) !== Math.floor(x) || Math.floor(otherY) !== Math.floor(y)) return null;
    }
    return shadeAt(x, y);
  };
  const meanShade = (column: number, row: number): number => {
    let sum = 0;
    for (let down = 0; down < 5; down++)
      for (let right = 0; right < 5; right++) {
        const [x, y] = toModules(column + (right + 0.5) / 5, row + (down + 0.5) / 5);
        sum += shadeAt(x, y);
      }
    return sum / 25;
  };
  let state = 12345;
  const random = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const shade = evenShade(column, row) ?? meanShade(column, row);
      const value = shade + (noise === 0 ? 0 : noise * (random() + random() + random() - 1.5) * 2);
      const index = (row * width + column) * 4;
      rgba[index] = rgba[index + 1] = rgba[index + 2] = value;
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
  const far = distance * size;
  const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
  const [upright, leaning] = [Math.cos(tilt), Math.sin(tilt)];
  return (x, y) => {
    const right = (x - side / 2) / pixels;
    const down = (y - side / 2) / pixels;
    // The line of sight (right, down, D) meets the plane whose lower half is farther away.
    const along = (down * far) / (far * upright - down * leaning);
    const across = (right * (far + along * leaning)) / far;
    return [across * cosine + along * sine + size / 2, along * cosine - across * sine + size / 2];
  };
}
