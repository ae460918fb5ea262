/** Edges of marks, against their plain definitions. */
import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '../../numbers';
import { grow, reachedBy, wander } from './edges';

const [width, height] = [23, 17];
const random = seededRandom(5);
/** Runs of the same ink, as marks are; or greys. */
const plane = (isGrey: boolean): Uint8Array => {
  let ink = 0;
  return Uint8Array.from({ length: width * height }, () => {
    if (random() < 0.3) ink = isGrey ? Math.floor(random() * 256) : random() < 0.5 ? 0 : 255;
    return ink;
  });
};

/** A dilation by a segment: the most of all pixels within reach, the last one by its share (common practice, no source). */
function plainlyGrown(from: Uint8Array, distancePx: number): Uint8Array {
  const reach = Math.ceil(distancePx);
  const along = (plane: Uint8Array, right: number, below: number): Uint8Array =>
    plane.map((ink, index) => {
      const [x, y] = [index % width, Math.floor(index / width)];
      let most = ink;
      for (let away = -reach; away <= reach; away++) {
        const [column, row] = [x + away * right, y + away * below];
        if (column < 0 || column >= width || row < 0 || row >= height) continue;
        const weight = Math.abs(away) === reach ? distancePx - (reach - 1) : 1;
        if (away !== 0) most = Math.max(most, plane[row * width + column]! * weight);
      }
      return most;
    });
  return along(along(from, 1, 0), 0, 1);
}

/** An opening by a disc, as mathematical morphology defines it: what discs that lie wholly on the marks cover. */
function plainlyReached(from: Uint8Array, radiusPx: number): Uint8Array {
  const reach = Math.floor(radiusPx);
  const overDisc = (plane: Uint8Array, pick: (a: number, b: number) => number): Uint8Array =>
    plane.map((ink, index) => {
      const [x, y] = [index % width, Math.floor(index / width)];
      let picked = ink;
      for (let below = -reach; below <= reach; below++)
        for (let right = -reach; right <= reach; right++) {
          const [column, row] = [x + right, y + below];
          const isOnPlane = column >= 0 && column < width && row >= 0 && row < height;
          if (isOnPlane && right * right + below * below <= radiusPx * radiusPx)
            picked = pick(picked, plane[row * width + column]!);
        }
      return picked;
    });
  return overDisc(overDisc(from, Math.min), Math.max);
}

describe('edges', () => {
  it.each([0.8, 1, 1.5, 2.3, 5, 7.9, 30])('are rounded by a tool of %d px as discs say', (radiusPx) => {
    for (const isGrey of [false, true]) {
      const marked = plane(isGrey);
      expect(reachedBy(marked, { width, height }, radiusPx)).toEqual(plainlyReached(marked, radiusPx));
    }
  });

  it.each([0.3, 1, 1.7, 2, 4.4, 30])('grow by %d px as all pixels within reach say', (distancePx) => {
    for (const isGrey of [false, true]) {
      const marked = plane(isGrey);
      expect(grow(marked, { width, height }, distancePx)).toEqual(plainlyGrown(marked, distancePx));
    }
  });

  it('are where they were without growth', () => {
    const marked = plane(true);
    expect(grow(marked, { width, height }, 0)).toEqual(marked);
  });

  it('wander, and nothing else does: away from them every pixel keeps its ink', () => {
    const marked = new Uint8Array(60 * 60).map((_, index) => (index % 60 < 30 ? 255 : 0));
    const moved = wander(marked, { width: 60, height: 60 }, 0.8, 6, 7);
    const changed = [...moved.keys()]
      .filter((index) => moved[index] !== marked[index])
      .map((index) => index % 60);
    expect(changed.length).toBeGreaterThan(20);
    // 0.8 px of deviation are at most 2.1 px each way: uniform corners, straight between them.
    expect(Math.min(...changed)).toBeGreaterThanOrEqual(27);
    expect(Math.max(...changed)).toBeLessThanOrEqual(32);
    expect(wander(marked, { width: 60, height: 60 }, 0.05, 6, 7)).toBe(marked);
  });
});
