import { describe, expect, it } from '@jest/globals';
import { decode } from 'fast-png';
import { boxContour } from '../geometry';
import type { PlacedItem } from '../piece';
import { castShadow } from './shadow';

/** A square of 20 mm whose upper left corner is at 10, 10. */
const square = {
  id: 'art-1',
  kind: 'art',
  area: [boxContour({ x: 10, y: 10, width: 20, height: 20 })],
  lines: [],
} as unknown as PlacedItem;
const settings = { rightMm: 2, downMm: 3, blurMm: 1, opacity: 0.5 };

function drawn(change: Partial<typeof settings> = {}) {
  const { png, box } = castShadow([square], { ...settings, ...change }, null).picture!;
  const { width, height, data } = decode(png);
  const step = box.width / width;
  /** Opacity at a place on the piece, 0 to 1. */
  const at = (xMm: number, yMm: number): number =>
    data[(Math.floor((yMm - box.y) / step) * width + Math.floor((xMm - box.x) / step)) * 4 + 3]! / 255;
  let sum = 0;
  for (let pixel = 0; pixel < width * height; pixel++) sum += data[pixel * 4 + 3]! / 255;
  return { at, areaMm2: sum * step * step };
}

describe('a shadow', () => {
  it('is as dark as it is set in its middle, half as dark on its edge, and away as it is set', () => {
    const { at } = drawn();
    expect(at(22, 23)).toBeCloseTo(0.5, 2);
    for (const [x, y] of [
      [12, 23],
      [32, 23],
      [22, 13],
      [22, 33],
    ] as const)
      expect(Math.abs(at(x, y) - 0.25)).toBeLessThan(0.05);
    expect([at(10.2, 23), at(33.8, 23)].every((opacity) => opacity < 0.02)).toBe(true);
  });

  it('has as much of it however soft it is: blurring moves darkness and takes none away', () => {
    for (const blurMm of [0, 0.5, 1, 2]) {
      const { areaMm2 } = drawn({ blurMm });
      expect(Math.abs(areaMm2 / (0.5 * 400) - 1)).toBeLessThan(0.01);
    }
  });

  it('is taken over while nothing changes, and is none where nothing casts one', () => {
    const first = castShadow([square], settings, null);
    expect(castShadow([square], { ...settings }, first)).toBe(first);
    expect(castShadow([square], { ...settings, blurMm: 2 }, first)).not.toBe(first);
    expect(castShadow([{ ...square }], settings, first)).not.toBe(first);
    expect(castShadow([{ ...square, kind: 'border' } as PlacedItem], settings, null).picture).toBeNull();
  });
});
