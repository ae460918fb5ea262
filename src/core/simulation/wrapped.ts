/** A piece that is put around something round: where the lines of sight of a flat one meet it. */
import type { Surface } from './surface';

/** A cylinder or a cone, of which the code's middle is nearest to who looks squarely at it. */
export interface Bend {
  /** At the code's middle, across the axis of what is bent around. */
  readonly radiusMm: number;
  /** The side of the file that goes around. */
  readonly around: 'width' | 'height';
  /** By how much the radius grows on each millimetre of the other side, downwards or to the right; 0 for a cylinder. */
  readonly slope: number;
}

/** What of a subject and a shot it depends on; lengths in millimetres, angles in radians. */
interface Sight {
  readonly raster: Pick<Surface, 'pxPerMm' | 'window'>;
  readonly centreMm: readonly [number, number];
  readonly moduleMm: number;
  readonly pixelsPerModule: number;
  readonly focalPx: number;
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
 * place. Each line of sight, from the camera through its place on the flat piece, is cut with a cone whose side lies along
 * the flat piece through the code's middle. In the cone's own axes, h from the axis at the middle and a along it,
 * x^2 + (h + R)^2 = (R + a tan)^2; a cylinder is a cone that does not widen.
 */
export function wrapped(
  { raster: { pxPerMm, window }, centreMm, bend, moduleMm, pixelsPerModule, focalPx, seenFromBehind }: Sight,
  { turn, tilt, leansTowards }: Turning,
): (places: Float64Array<ArrayBuffer>) => Float64Array<ArrayBuffer> {
  if (bend === null) return (places) => places;
  const radius = bend.radiusMm * pxPerMm;
  const sine = Math.min(Math.max(bend.slope, -0.95), 0.95);
  const cosine = Math.sqrt(1 - sine * sine);
  const tangent = sine / cosine;
  const away = ((focalPx * moduleMm) / pixelsPerModule) * pxPerMm;
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
  // Of the camera, in the cone's axes.
  const cameraAlong = side[straight] * cosine - up * sine;
  const cameraHigh = side[straight] * sine + up * cosine;
  return (places) => {
    for (let index = 0; index < places.length; index += 2) {
      const toBent = places[index + bentAt]! - middle[bent];
      const toStraight = places[index + straightAt]! - middle[straight];
      // From the camera to the place: x = side + t run, a = camera + t runAlong, h = camera + t runHigh.
      const run = toBent - side[bent];
      const runAlong = toStraight * cosine - cameraAlong;
      const runHigh = toStraight * sine - cameraHigh;
      const wide = radius + cameraAlong * tangent;
      const high = cameraHigh + radius;
      const a = run * run + runHigh * runHigh - (runAlong * tangent) ** 2;
      const b = side[bent] * run + high * runHigh - wide * runAlong * tangent;
      const c = side[bent] * side[bent] + high * high - wide * wide;
      const within = b * b - a * c;
      const t = within < 0 ? Infinity : (-b - Math.sqrt(within)) / a;
      const x = side[bent] + t * run;
      const hub = high + t * runHigh;
      const slant = (cameraAlong + t * runAlong) / cosine;
      const isSeen = Number.isFinite(t) && hub > 0 && radius + slant * sine > 0;
      if (!isSeen) {
        places[index + bentAt] = nowhere;
        places[index + straightAt] = nowhere;
        continue;
      }
      const angle = Math.atan2(x, hub);
      const [goesAround, goesAlong] = unrolled(angle, slant, radius, sine);
      places[index + bentAt] = middle[bent] + goesAround;
      places[index + straightAt] = middle[straight] + goesAlong;
    }
    return places;
  };
}

/** A place of a cone, by its angle and its way along the side, on the flat piece that it is bent from. */
function unrolled(angle: number, slant: number, radius: number, sine: number): readonly [number, number] {
  if (Math.abs(sine) < 1e-9) return [radius * angle, slant];
  const fromApex = radius / sine + slant;
  const turned = angle * sine;
  return [fromApex * Math.sin(turned), slant - 2 * fromApex * Math.sin(turned / 2) ** 2];
}
