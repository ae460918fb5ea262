/** The camera on something round, by hand. */
import { describe, expect, it } from '@jest/globals';
import { phoneCamera } from '../camera';
import type { Subject } from './view';
import { wrapped } from './wrapped';

/** A camera 300 mm away from a raster of 2 px a millimetre, on a cylinder of 40 mm radius. */
const awayMm = 300;
const subject = (around: 'width' | 'height', seenFromBehind = false): Subject => ({
  raster: {
    width: 0,
    height: 0,
    pxPerMm: 2,
    window: { x: 10, y: 20, width: 0, height: 0 },
    inks: [],
    seen: null,
  },
  baseColour: '#ffffff',
  markColour: '#000000',
  centreMm: [60, 50],
  fieldMm: 40,
  moduleMm: 1,
  seenFromBehind,
  pixelsPerModule: phoneCamera.focalPx / awayMm,
  focalPx: phoneCamera.focalPx,
  shortSidePx: phoneCamera.heightPx,
  tile: null,
  bend: { radiusMm: 40, around, slope: 0 },
});
const straight = { turn: 0, tilt: 0, leansTowards: 0 };
/** The middle of the code in the raster. */
const middle = [100, 60] as const;

/** Where the arc of an angle is seen on the flat piece: the line from the camera through it goes on to there (geometry). */
const flatPlace = (angle: number): number =>
  (awayMm * 40 * Math.sin(angle)) / (awayMm + 40 * (1 - Math.cos(angle)));

describe('a line of sight', () => {
  it.each([0, 0.1, -0.3, 0.5, 0.9])('straight on meets the arc of %p rad where geometry says', (angle) => {
    const places = Float64Array.from([middle[0] + 2 * flatPlace(angle), middle[1]]);
    wrapped(subject('width'), straight)(places);
    expect(places[0]).toBeCloseTo(middle[0] + 2 * 40 * angle, 6);
    expect(places[1]).toBeCloseTo(middle[1], 6);
    const down = Float64Array.from([middle[0], middle[1] + 2 * flatPlace(angle)]);
    wrapped(subject('height'), straight)(down);
    expect(down[1]).toBeCloseTo(middle[1] + 2 * 40 * angle, 6);
    expect(down[0]).toBeCloseTo(middle[0], 6);
  });

  it('along the cylinder goes on behind the flat piece, by as much as the surface lies behind', () => {
    // At 0.5 rad the surface lies 40 (1 - cos 0.5) mm deeper; what is seen at 10 mm there is at 10 (1 + depth / 300) mm.
    const depth = 40 * (1 - Math.cos(0.5));
    const places = Float64Array.from([middle[0] + 2 * flatPlace(0.5), middle[1] + 20]);
    wrapped(subject('width'), straight)(places);
    expect(places[1]).toBeCloseTo(middle[1] + 20 * (1 + depth / awayMm), 6);
  });

  it('beside the cylinder meets nothing', () => {
    // The outermost line of sight touches it where sin = R / (R + D).
    const outermost = awayMm * Math.tan(Math.asin(40 / 340));
    const places = Float64Array.from([
      middle[0] + 2 * (outermost - 0.1),
      60,
      middle[0] + 2 * (outermost + 0.1),
      60,
    ]);
    wrapped(subject('width'), straight)(places);
    expect(places[0]).toBeLessThan(middle[0] + 2 * 40 * (Math.PI / 2));
    expect(places[2]).toBeGreaterThan(1e5);
  });

  it('from aside sees more of that side, and the other way round from behind', () => {
    const aside = { ...straight, tilt: 0.4 };
    const reach = (from: Subject, angle: number): number => {
      const places = Float64Array.from([middle[0] + angle, middle[1]]);
      wrapped(from, aside)(places);
      return (places[0]! - middle[0]) / 80;
    };
    // What is seen of a place right of the middle lies nearer to it when the camera stands on the right.
    expect(reach(subject('width'), 30)).toBeLessThan(reach(subject('width', true), 30));
    expect(reach(subject('width'), -30)).toBeCloseTo(-reach(subject('width', true), 30), 9);
    expect(reach(subject('width'), 0)).toBeCloseTo(0, 9);
  });

  it('on a flat piece stays where it is', () => {
    const places = Float64Array.from([1, 2, 3, 4]);
    expect([...wrapped({ ...subject('width'), bend: null }, straight)(places)]).toEqual([1, 2, 3, 4]);
  });

  it('meets a cone where it lies: by the point that is found, laid back in space', () => {
    // Radius 40 mm at the middle, a tenth wider on each millimetre downwards; seen from straight and from aside.
    const slope = 0.1;
    const cone = { ...subject('width'), bend: { radiusMm: 40, around: 'width' as const, slope } };
    const cosine = Math.sqrt(1 - slope * slope);
    for (const tilt of [0, 0.3])
      for (const [across, down] of [
        [10, 15],
        [-20, -10],
        [25, 5],
        [0, 20],
      ] as const) {
        const places = Float64Array.from([middle[0] + 2 * across, middle[1] + 2 * down]);
        wrapped(cone, { turn: 0, tilt, leansTowards: 0 })(places);
        const [u, v] = [(places[0]! - middle[0]) / 2, (places[1]! - middle[1]) / 2];
        // Unrolled about the apex, which lies 40 / sin above the middle; its angle there is the one around times the sine.
        const apex = 40 / slope;
        const slant = Math.hypot(u, apex + v) - apex;
        const angle = Math.atan2(u, apex + v) / slope;
        const radius = 40 + slope * slant;
        const [x, h, along] = [radius * Math.sin(angle), radius * Math.cos(angle) - 40, slant * cosine];
        const point = [x, along * cosine + h * slope, h * cosine - along * slope] as const;
        const camera = [awayMm * Math.sin(tilt), 0, awayMm * Math.cos(tilt)] as const;
        // The flat place lies on the line from the camera through the point.
        const t = camera[2] / (camera[2] - point[2]);
        expect(camera[0] + t * (point[0] - camera[0])).toBeCloseTo(across, 6);
        expect(camera[1] + t * (point[1] - camera[1])).toBeCloseTo(down, 6);
      }
  });
});
