/** A piece that is put around something round: where the lines of sight of a flat one meet it. */
import { phoneCamera } from '../camera';
import type { Surface } from './surface';

/** A cylinder, of which the code's middle is nearest to who looks squarely at it. */
export interface Bend {
  readonly radiusMm: number;
  /** The side of the file that goes around. */
  readonly around: 'width' | 'height';
}

/** What of a scene and a shot it depends on; lengths in millimetres, angles in radians. */
interface Sight {
  readonly raster: Pick<Surface, 'pxPerMm' | 'window'>;
  readonly centreMm: readonly [number, number];
  readonly moduleMm: number;
  readonly pixelsPerModule: number;
  readonly seenFromBehind: boolean;
  readonly bend: Bend | null;
}
interface Turning {
  readonly turn: number;
  readonly tilt: number;
  readonly leansTowards: number;
}

/** Farther away than any surface reaches, in pixels of the raster. */
const nowhere = 1e6;

/**
 * Takes places of the flat piece, x and y by turns in pixels of the raster, to those of the bent one that are seen there; in
 * place. Each line of sight, from the camera through its place on the flat piece, is cut with a cylinder that touches the
 * flat piece in a line through the code's middle: x = R sin(s / R), z = R (cos(s / R) - 1), with s along the arc.
 */
export function wrapped(
  { raster: { pxPerMm, window }, centreMm, bend, moduleMm, pixelsPerModule, seenFromBehind }: Sight,
  { turn, tilt, leansTowards }: Turning,
): (places: Float64Array<ArrayBuffer>) => Float64Array<ArrayBuffer> {
  if (bend === null) return (places) => places;
  const radius = bend.radiusMm * pxPerMm;
  const away = ((phoneCamera.focalPx * moduleMm) / pixelsPerModule) * pxPerMm;
  // The camera stands towards the side of the piece that leans to it; the picture is turned and may be from behind.
  const [across, along] = [Math.cos(leansTowards), Math.sin(leansTowards)];
  const flip = seenFromBehind ? -1 : 1;
  const side = {
    x: flip * (across * Math.cos(turn) + along * Math.sin(turn)) * Math.sin(tilt) * away,
    y: (along * Math.cos(turn) - across * Math.sin(turn)) * Math.sin(tilt) * away,
  };
  const up = Math.cos(tilt) * away;
  const middle = { x: (centreMm[0] - window.x) * pxPerMm, y: (centreMm[1] - window.y) * pxPerMm };
  const [bent, straight] = bend.around === 'width' ? (['x', 'y'] as const) : (['y', 'x'] as const);
  const [bentAt, straightAt] = bend.around === 'width' ? [0, 1] : [1, 0];
  return (places) => {
    for (let at = 0; at < places.length; at += 2) {
      const toBent = places[at + bentAt]! - middle[bent];
      const toStraight = places[at + straightAt]! - middle[straight];
      // From the camera (side, up) to the place (to, 0): x = side + t (to - side), z = up (1 - t), on x^2 + (z + R)^2 = R^2.
      const run = toBent - side[bent];
      const a = run * run + up * up;
      const b = side[bent] * run - up * (up + radius);
      const c = side[bent] * side[bent] + up * up + 2 * up * radius;
      const within = b * b - a * c;
      const t = within < 0 ? Infinity : (-b - Math.sqrt(within)) / a;
      const x = side[bent] + t * run;
      const isSeen = Number.isFinite(t) && Math.abs(x) <= radius;
      places[at + bentAt] = isSeen ? middle[bent] + radius * Math.asin(x / radius) : nowhere;
      places[at + straightAt] = isSeen
        ? middle[straight] + side[straight] + t * (toStraight - side[straight])
        : nowhere;
    }
    return places;
  };
}
