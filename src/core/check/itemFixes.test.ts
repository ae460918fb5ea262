/** Things moved and made smaller, as they would come out: by hand. */
import { describe, expect, it } from '@jest/globals';
import { boundsOf, boxContour } from '../geometry';
import type { PlacedItem } from '../piece';
import { movedItem, scaledItem } from './itemFixes';

const box = { x: 10, y: 20, width: 8, height: 4 };
const item = {
  id: 'words-1',
  box,
  area: [boxContour(box)],
  lines: [boxContour(box)],
} as unknown as PlacedItem;

describe('a thing on the piece', () => {
  it('is scaled about the point that stays: box, areas and lines alike', () => {
    // Half its size about (12, 30): each distance from there is halved.
    const half = { x: 11, y: 25, width: 4, height: 2 };
    const scaled = scaledItem(item, { x: 12, y: 30 }, 0.5);
    expect(scaled.box).toEqual(half);
    expect(boundsOf(scaled.area)).toEqual(half);
    expect(boundsOf(scaled.lines)).toEqual(half);
  });

  it('is moved with all that belongs to it', () => {
    const there = { ...box, x: 13, y: 18 };
    const moved = movedItem(item, 3, -2);
    expect([moved.box, boundsOf(moved.area), boundsOf(moved.lines)]).toEqual([there, there, there]);
  });
});
