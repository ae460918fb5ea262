import { describe, expect, it } from '@jest/globals';
import { boundsOf, regionArea, roundedRectangle, uniteRegion, type Contour } from '../geometry';
import { cutLines } from './cutLines';

/** A rectangle of 40 by 20 with a slit 10 deep from above, `slitMm` wide. */
const slitted = (slitMm: number): Contour => [
  { x: 0, y: 0 },
  { x: 20 - slitMm / 2, y: 0 },
  { x: 20 - slitMm / 2, y: 10 },
  { x: 20 + slitMm / 2, y: 10 },
  { x: 20 + slitMm / 2, y: 0 },
  { x: 40, y: 0 },
  { x: 40, y: 20 },
  { x: 0, y: 20 },
];
const half = 0.09;

describe('the line that is cut', () => {
  it('lies half a cut outside of what stays, in true arcs', () => {
    const [line, ...more] = cutLines([roundedRectangle({ x: 0, y: 0, width: 60, height: 40 }, 3)], half);
    expect(more).toEqual([]);
    expect(line).toHaveLength(8);
    const bounds = boundsOf([line!])!;
    expect([bounds.x, bounds.y]).toEqual([expect.closeTo(-half, 9), expect.closeTo(-half, 9)]);
    expect([bounds.width, bounds.height]).toEqual([
      expect.closeTo(60 + 2 * half, 9),
      expect.closeTo(40 + 2 * half, 9),
    ]);
    // A rounded rectangle grown by d has its area + d times its length + d squared times pi.
    const lengthMm = 2 * (54 + 34) + 6 * Math.PI;
    const area = 60 * 40 - (4 - Math.PI) * 9;
    expect(regionArea([line!])).toBeCloseTo(area + half * lengthMm + half * half * Math.PI, 6);
  });

  it('stays a true arc in a hole and along a hollow edge', () => {
    const circle: Contour = [
      { x: 0, y: 0, bulge: 1 },
      { x: 4, y: 0, bulge: 1 },
    ];
    expect(cutLines([circle], -half)).toEqual([
      [
        { x: expect.closeTo(half, 9), y: expect.closeTo(0, 9), bulge: expect.closeTo(1, 9) },
        { x: expect.closeTo(4 - half, 9), y: expect.closeTo(0, 9), bulge: expect.closeTo(1, 9) },
      ],
    ]);
    // A notch of radius 5 in the upper edge: its arc is drawn in to 5 - half.
    const notched: Contour = [
      { x: 0, y: 0 },
      { x: 15, y: 0, bulge: -1 },
      { x: 25, y: 0 },
      { x: 40, y: 0 },
      { x: 40, y: 20 },
      { x: 0, y: 20 },
    ];
    const [line] = cutLines([notched], half);
    expect(line!.filter(({ bulge }) => bulge !== undefined && bulge !== 0)).toHaveLength(1);
    // What the notch still takes: a disc of radius r from its diameter down, and the strip of height h above it.
    const [r, h] = [5 - half, half];
    const taken = (Math.PI * r * r) / 2 + r * r * Math.asin(h / r) + h * Math.sqrt(r * r - h * h);
    expect(regionArea([line!])).toBeCloseTo((40 + 2 * h) * (20 + 2 * h) - taken, 6);
  });

  it('follows a gap that is wider than the cut to its end', () => {
    const [line] = cutLines([slitted(0.5)], half);
    expect(regionArea([line!])).toBeCloseTo((40 + 2 * half) * (20 + 2 * half) - (0.5 - 2 * half) * 10, 6);
  });

  it('passes over a gap that is narrower than the cut, and never crosses itself', () => {
    const lines = cutLines([slitted(0.1)], half);
    expect(regionArea(lines)).toBeCloseTo((40 + 2 * half) * (20 + 2 * half), 3);
    expect(regionArea(uniteRegion(lines, 0.002))).toBeCloseTo(regionArea(lines), 3);
  });

  it('of an opening lies inside it, and is none where the cut is wider than the opening', () => {
    const opening = (width: number): Contour => roundedRectangle({ x: 0, y: 0, width, height: 10 }, 0);
    expect(regionArea(cutLines([opening(1)], -half))).toBeCloseTo((1 - 2 * half) * (10 - 2 * half), 9);
    expect(cutLines([opening(0.1)], -half)).toEqual([]);
    const pin: Contour = [
      { x: 0, y: 0, bulge: 1 },
      { x: 0.15, y: 0, bulge: 1 },
    ];
    expect(cutLines([pin], -half)).toEqual([]);
  });

  it('gives the same whatever was cut before', () => {
    const contour = slitted(0.1);
    const first = cutLines([contour], half);
    cutLines([contour], -half);
    expect(cutLines([contour], half)).toEqual(first);
  });
});

describe('an outline that its own offset closes', () => {
  it('keeps the size of its parts to a hundredth', () => {
    // The slit of 0.1 mm is closed by half a cut of 0.09 mm from both sides.
    const lines = cutLines([slitted(0.1)], half);
    const bounds = boundsOf(lines)!;
    expect([bounds.x, bounds.y, bounds.width, bounds.height].map((value) => value.toFixed(2))).toEqual([
      '-0.09',
      '-0.09',
      '40.18',
      '20.18',
    ]);
    expect(regionArea(lines)).toBeCloseTo(40.18 * 20.18, 1);
    const corners = lines.flat().filter(({ bulge }) => bulge === undefined || bulge === 0);
    for (const x of [-0.09, 40.09])
      for (const y of [-0.09, 20.09])
        expect(corners.some((corner) => Math.hypot(corner.x - x, corner.y - y) < 0.005)).toBe(true);
  });

  it('keeps its round corners round', () => {
    const bulge = Math.tan(Math.PI / 8);
    const rounded: Contour = [
      ...slitted(0.1).slice(0, 6),
      { x: 40, y: 15, bulge },
      { x: 35, y: 20 },
      { x: 5, y: 20, bulge },
      { x: 0, y: 15 },
    ];
    const lines = cutLines([rounded], half);
    // Two corners of radius 5 grow to 5.09; each leaves out (1 - pi/4) of its square.
    expect(regionArea(lines)).toBeCloseTo(40.18 * 20.18 - 2 * (1 - Math.PI / 4) * 5.09 ** 2, 1);
    const arcs = lines.flat().filter(({ bulge: curve }) => curve !== undefined && curve !== 0);
    expect(arcs.length).toBeGreaterThan(0);
    expect(arcs.length).toBeLessThan(8);
  });
});
