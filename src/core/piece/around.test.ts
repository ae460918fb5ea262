/** Around something round: arcs of a circle, by hand. */
import { describe, expect, it } from '@jest/globals';
import { boundsOf, boxContour } from '../geometry';
import { aroundThing } from './around';

const piece = { widthMm: 60, heightMm: 40 };
const tin = { around: 'width' as const, diameterMm: 60, otherDiameterMm: 60 };

describe('a piece around a tin', () => {
  it('is as wide as the sine of its arc, and as high as before', () => {
    // 60 mm around a radius of 30 mm reach 1 rad to each side: 2 x 30 x sin 1.
    const seen = boundsOf(aroundThing([boxContour({ x: 0, y: 0, width: 60, height: 40 })], tin, piece))!;
    expect(seen.width).toBeCloseTo(60 * Math.sin(1), 6);
    expect(seen).toMatchObject({ y: 0, height: 40 });
    expect(seen.x).toBeCloseTo(30 - 30 * Math.sin(1), 6);
  });

  it('leaves the middle where it is, and narrows a module at 60 degrees to half', () => {
    const module = (x: number) =>
      boundsOf(aroundThing([boxContour({ x, y: 0, width: 0.1, height: 0.1 })], tin, piece))!.width;
    expect(module(29.95)).toBeCloseTo(0.1, 5);
    expect(module(30 + (30 * Math.PI) / 3 - 0.05)).toBeCloseTo(0.05, 4);
  });

  it('ends at the edge of a thing that is smaller than half of it goes around', () => {
    const post = { ...tin, diameterMm: 30, otherDiameterMm: 30 };
    const seen = boundsOf(aroundThing([boxContour({ x: 0, y: 0, width: 60, height: 40 })], post, piece))!;
    expect(seen.width).toBeCloseTo(30, 6);
  });

  it('tapers with a cone, and goes around by its height where it is meant to', () => {
    const cone = { ...tin, otherDiameterMm: 90 };
    const [edge] = aroundThing([boxContour({ x: 0, y: 0, width: 60, height: 40 })], cone, piece);
    const widthAt = (y: number): number => {
      const xs = edge!.filter((vertex) => Math.abs(vertex.y - y) < 1e-6).map(({ x }) => x);
      return Math.max(...xs) - Math.min(...xs);
    };
    expect([widthAt(0), widthAt(40)]).toEqual([
      expect.closeTo(60 * Math.sin(1), 6),
      expect.closeTo(90 * Math.sin(2 / 3), 6),
    ]);
    const upright = boundsOf(
      aroundThing([boxContour({ x: 0, y: 0, width: 60, height: 40 })], { ...tin, around: 'height' }, piece),
    )!;
    expect(upright.height).toBeCloseTo(60 * Math.sin(2 / 3), 6);
    expect(upright.width).toBe(60);
  });
});
