/** Where a camera sees what: the pinhole, and what stands before it. */
import { seededRandom } from '../numbers';
import type { Shot } from './shot';
import type { Surface } from './surface';
import type { TextureTile } from './texture';
import type { Bend } from './wrapped';

/** What stands before the camera. */
export interface Subject {
  readonly raster: Surface;
  readonly baseColour: string;
  readonly markColour: string;
  /** Of the bare surface, at the pixels of the picture; null where none is seen. */
  readonly tile: TextureTile | null;
  /** Where the code's middle lies in the file, and its width with the quiet zone, in millimetres. */
  readonly centreMm: readonly [number, number];
  readonly fieldMm: number;
  readonly moduleMm: number;
  /** The piece is looked at from behind, so the file is seen left for right. */
  readonly seenFromBehind: boolean;
  readonly pixelsPerModule: number;
  /** Of the camera, whose pictures are never wider than its short side. */
  readonly focalPx: number;
  readonly shortSidePx: number;
  /** The piece is put around something round; null for a flat one. */
  readonly bend: Bend | null;
}

type Turning = Pick<Shot, 'turn' | 'tilt' | 'leansTowards'>;

/** By how much of a pixel the picture is shifted, right and down. */
export function shiftOf({ seed }: Pick<Shot, 'seed'>): readonly [number, number] {
  const random = seededRandom(seed);
  return [random(), random()];
}

/** Pixels across the code with its quiet zone, seen straight. */
export const fieldPxOf = ({ fieldMm, moduleMm, pixelsPerModule }: Subject): number =>
  (fieldMm / moduleMm) * pixelsPerModule;

/** Wide enough for the turned code, whose near half looks larger, and four modules around. */
export function frameSidePx(subject: Subject, { turn, tilt }: Turning): number {
  const extent = fieldPxOf(subject) * (Math.abs(Math.cos(turn)) + Math.abs(Math.sin(turn)));
  const nearer = 1 - ((extent / 2) * Math.sin(tilt)) / subject.focalPx;
  return Math.min(Math.ceil(extent / nearer + 4 * subject.pixelsPerModule), subject.shortSidePx);
}

/** From a place in the picture to one in the raster, both in pixels: each is `(right, down, 1)` with its own weights, x and y over the third. */
export interface View {
  readonly x: readonly [number, number, number];
  readonly y: readonly [number, number, number];
  readonly depth: readonly [number, number, number];
}

/**
 * A pinhole camera that looks at the middle of the code. What lies q across the axis of the tilt and p along it is seen at
 * a = f q cos(tilt) / (D - q sin(tilt)) and b = f p / (D - q sin(tilt)), in pixels with f of the camera and D the distance.
 */
export function viewOf(
  { raster: { pxPerMm, window }, centreMm, moduleMm, seenFromBehind, pixelsPerModule, focalPx }: Subject,
  { turn, tilt, leansTowards }: Turning,
  side: number,
  [shiftRight, shiftDown]: readonly [number, number],
): View {
  const sourcePerPixel = (pxPerMm * moduleMm) / pixelsPerModule;
  const [across, along] = [Math.cos(leansTowards), Math.sin(leansTowards)];
  const [upright, leaning] = [Math.cos(tilt), Math.sin(tilt) / focalPx];
  // Solved for q and p: both are linear in a and b, over upright + a leaning.
  const right = [across * across + along * along * upright, across * along * (1 - upright)] as const;
  const down = [right[1], along * along + across * across * upright] as const;
  const depth = [across * leaning, along * leaning] as const;
  const [toX, toY] = [Math.cos(turn) * sourcePerPixel, Math.sin(turn) * sourcePerPixel];
  const flip = seenFromBehind ? -1 : 1;
  const middleX = (centreMm[0] - window.x) * pxPerMm;
  const middleY = (centreMm[1] - window.y) * pxPerMm;
  const [fromRight, fromDown] = [side / 2 + shiftRight, side / 2 + shiftDown];
  const weights = (byRight: number, byDown: number, constant: number): readonly [number, number, number] => [
    byRight,
    byDown,
    constant - byRight * fromRight - byDown * fromDown,
  ];
  const line = (middle: number, forRight: number, forDown: number): readonly [number, number, number] =>
    weights(
      middle * depth[0] + forRight * right[0] + forDown * down[0],
      middle * depth[1] + forRight * right[1] + forDown * down[1],
      middle * upright,
    );
  return {
    x: line(middleX, flip * toX, flip * toY),
    y: line(middleY, -toY, toX),
    depth: weights(depth[0], depth[1], upright),
  };
}

/** Where a place of the picture lies in the raster. */
export function placeOf({ x, y, depth }: View, column: number, row: number): readonly [number, number] {
  const [atX, atY, atDepth] = [x, y, depth].map(
    ([byRight, byDown, constant]) => byRight * column + byDown * row + constant,
  ) as [number, number, number];
  return [atX / atDepth, atY / atDepth];
}

/** Where the middles of the pixels of a row lie in the raster: x, y and depth of the first, and what each next one adds; x and y are over the depth. */
export function lineOf({ x, y, depth }: View, row: number): [number, number, number, number, number, number] {
  const [atX, atY, atDepth] = [x, y, depth].map(
    ([byRight, byDown, constant]) => byRight / 2 + byDown * row + constant,
  ) as [number, number, number];
  return [atX, atY, atDepth, x[0], y[0], depth[0]];
}

/** The same places, x and y by turns. */
export function placesOf(
  view: View,
  row: number,
  places: Float64Array<ArrayBuffer>,
): Float64Array<ArrayBuffer> {
  const [atX, atY, atDepth, perX, perY, perDepth] = lineOf(view, row);
  for (let index = 0, column = 0; index < places.length; index += 2, column++) {
    const nearness = 1 / (atDepth + column * perDepth);
    places[index] = (atX + column * perX) * nearness;
    places[index + 1] = (atY + column * perY) * nearness;
  }
  return places;
}
