import { describe, expect, it } from '@jest/globals';
import { phoneCamera, type Frame } from '../camera';
import { linearOfEncoded } from '../colour';
import { photograph } from './photograph';
import { plainSetting, shotOf, type Light, type Shot } from './shot';
import { surfaceOf } from './surface';
import type { Subject } from './view';

const straight: Shot = { ...shotOf(plainSetting(300), 0, 0), seed: 3 };
const inLight = (light: Partial<Light>): Shot => ({ ...straight, light: { ...straight.light, ...light } });
const degrees = Math.PI / 180;
const pixelsPerModule = 6;
/** A white square of 40 mm, a module of 1 mm, with black spots of 1 mm at places from its middle. */
function subjectWith(spots: readonly (readonly [number, number])[], change: Partial<Subject> = {}): Subject {
  const [side, pxPerMm] = [800, 20];
  const ink = new Uint8Array(side * side);
  for (const [x, y] of spots)
    for (let row = 0; row < pxPerMm; row++)
      ink.fill(
        255,
        ((y + 19.5) * pxPerMm + row) * side + (x + 19.5) * pxPerMm,
        ((y + 19.5) * pxPerMm + row) * side + (x + 20.5) * pxPerMm,
      );
  return {
    raster: surfaceOf(
      {
        width: side,
        height: side,
        pxPerMm,
        window: { x: 0, y: 0, width: 40, height: 40 },
        inks: [ink],
        onPiece: new Uint8Array(side * side).fill(1),
      },
      pxPerMm / pixelsPerModule,
    ),
    baseColour: '#ffffff',
    markColour: '#000000',
    centreMm: [20, 20],
    fieldMm: 40,
    moduleMm: 1,
    seenFromBehind: false,
    pixelsPerModule,
    focalPx: phoneCamera.focalPx,
    shortSidePx: phoneCamera.heightPx,
    tile: null,
    bend: null,
    ...change,
  };
}

/** The middle of what is dark within eight pixels of a place, from the middle of the picture. */
function spotNear({ width, rgba }: Frame, right: number, down: number): [number, number] {
  let [sum, sumRight, sumDown] = [0, 0, 0];
  for (let y = -8; y <= 8; y++)
    for (let x = -8; x <= 8; x++) {
      const [column, row] = [Math.round(width / 2 + right) + x, Math.round(width / 2 + down) + y];
      const dark = Math.max(0, 200 - rgba[(row * width + column) * 4]!);
      sum += dark;
      sumRight += dark * (column + 0.5 - width / 2);
      sumDown += dark * (row + 0.5 - width / 2);
    }
  return [sumRight / sum, sumDown / sum];
}

describe('a photograph', () => {
  // A pinhole, from the distance at which a millimetre in the middle takes the pixels of a module.
  it.each([
    ['straight', {}],
    ['turned', { turn: 50 * degrees }],
    ['leaning to the right', { tilt: 25 * degrees }],
    ['leaning downwards', { tilt: 40 * degrees, leansTowards: 90 * degrees }],
    ['turned and leaning askew', { turn: -20 * degrees, tilt: 35 * degrees, leansTowards: 200 * degrees }],
    ['from behind', { tilt: 20 * degrees, isFromBehind: true }],
  ])('shows things where a pinhole sees them: %s', (_, way) => {
    const { isFromBehind = false, ...change } = way as Partial<Shot> & { isFromBehind?: boolean };
    const shot = { ...straight, ...change };
    const spots = [
      [12, 0],
      [-12, 3],
      [4, 11],
      [-6, -12],
    ] as const;
    const frame = photograph(subjectWith(spots, { seenFromBehind: isFromBehind }), shot);
    const distance = phoneCamera.focalPx / pixelsPerModule;
    // Places are found within a shift of a pixel, the same for all, that every shot has.
    const found: { off: number[] }[] = spots.map(([x, y]) => {
      const faced = isFromBehind ? -x : x;
      // Turning the camera turns the piece the other way in its picture.
      const [right, down] = [
        faced * Math.cos(shot.turn) - y * Math.sin(shot.turn),
        faced * Math.sin(shot.turn) + y * Math.cos(shot.turn),
      ];
      const across = right * Math.cos(shot.leansTowards) + down * Math.sin(shot.leansTowards);
      const along = down * Math.cos(shot.leansTowards) - right * Math.sin(shot.leansTowards);
      const depth = distance - across * Math.sin(shot.tilt);
      const seenAcross = (phoneCamera.focalPx * across * Math.cos(shot.tilt)) / depth;
      const seenAlong = (phoneCamera.focalPx * along) / depth;
      const expected = [
        seenAcross * Math.cos(shot.leansTowards) - seenAlong * Math.sin(shot.leansTowards),
        seenAcross * Math.sin(shot.leansTowards) + seenAlong * Math.cos(shot.leansTowards),
      ] as const;
      const spot = spotNear(frame, ...expected);
      return { off: [spot[0] - expected[0], spot[1] - expected[1]] };
    });
    for (const { off } of found)
      for (const axis of [0, 1]) {
        expect(off[axis]!).toBeGreaterThan(-0.25);
        expect(off[axis]!).toBeLessThan(1.25);
        expect(Math.abs(off[axis]! - found[0]!.off[axis]!)).toBeLessThan(0.35);
      }
  });

  it('is lit less on one side, by the share that is asked, in linear light', () => {
    const frame = photograph(
      subjectWith([], { baseColour: '#bbbbbb' }),
      inLight({ leastLight: 0.5, lightFrom: 180 * degrees }),
    );
    const lightAt = (share: number): number => {
      let sum = 0;
      const column = Math.round(frame.width / 2 + (share - 0.5) * 40 * pixelsPerModule);
      for (let row = 40; row < frame.height - 40; row++) sum += frame.rgba[(row * frame.width + column) * 4]!;
      return linearOfEncoded(sum / (frame.height - 80) / 255);
    };
    expect(lightAt(0.98) / lightAt(0.02)).toBeCloseTo(0.51 / 0.99, 1);
    expect(lightAt(0.5) / lightAt(0.02)).toBeCloseTo(0.75 / 0.99, 1);
  });

  it('shows three inks in their own colours', () => {
    const subject = subjectWith([]);
    const [ink] = subject.raster.inks;
    const inks = [new Uint8Array(ink!.length).fill(255), ink!, ink!];
    const { rgba, width } = photograph({ ...subject, raster: { ...subject.raster, inks } }, straight, true);
    const middle = (width / 2) * width + width / 2;
    const [red, green, blue] = rgba.subarray(Math.round(middle) * 4, Math.round(middle) * 4 + 3);
    expect(red!).toBeLessThan(40);
    expect(Math.min(green!, blue!)).toBeGreaterThan(215);
  });

  it('is the same from the same seed and differs with another', () => {
    const subject = subjectWith([[0, 0]]);
    const of = (seed: number): string =>
      Buffer.from(photograph(subject, { ...straight, seed }).rgba).toString('base64');
    expect(of(5) === of(5)).toBe(true);
    expect(of(5) === of(6)).toBe(false);
  });
});
