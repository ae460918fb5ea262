import { describe, expect, it } from '@jest/globals';
import { snapped } from './snapping';

const room = { x: 5, y: 5, width: 200, height: 287 };
const box = (x: number, y: number) => ({ x, y, width: 60, height: 40 });

describe('a piece that is dragged', () => {
  it('rests at the edge of the room, a gap beside another, or in line with it', () => {
    expect(snapped(box(6.4, 30), [], room, 2, 2)).toEqual({ x: 5, y: 30 });
    expect(snapped(box(146.2, 253), [], room, 2, 2)).toEqual({ x: 145, y: 252 });
    expect(snapped(box(68, 6), [box(5, 5)], room, 2, 2)).toEqual({ x: 67, y: 5 });
    expect(snapped(box(5.5, 48.3), [box(5, 5)], room, 2, 2)).toEqual({ x: 5, y: 47 });
  });

  it('stays where it is put away from everything, and goes to the nearest of two', () => {
    expect(snapped(box(100, 100), [box(5, 5)], room, 2, 2)).toEqual({ x: 100, y: 100 });
    expect(
      snapped(box(66.2, 100), [box(5, 5), { x: 5, y: 200, width: 60.5, height: 10 }], room, 2, 2).x,
    ).toBe(67);
  });
});
