/** The standing piece in its base, seen at an angle in parallel projection. */
import {
  boundsOf,
  flattenRegion,
  holdsPoint,
  sharedRegion,
  type Box,
  type Contour,
  type Region,
  type Vertex,
} from '../../geometry';
import type { StandingPiece, Stand } from './stand';

export interface StandFace {
  readonly outline: Region;
  /** 0 dark to 1 light. */
  readonly shade: number;
  readonly part: 'base' | 'plate';
}

export interface StandPicture {
  /** From the back to the front. */
  readonly faces: readonly StandFace[];
  /** Takes what lies on the front of the piece into the picture, as in SVG: a b c d e f. */
  readonly front: readonly [number, number, number, number, number, number];
  /** The part of the front that stands out of the base, in the picture. */
  readonly visibleFront: Region;
  readonly bounds: Box;
}

export interface Gaze {
  /** To the side and from above, in radians. */
  readonly turn: number;
  readonly tilt: number;
}

export const usualGaze: Gaze = { turn: -0.5, tilt: 0.38 };

/** Right along the plate, towards the viewer, upwards. */
type Point = readonly [number, number, number];

const tolerance = 0.05;

export function standPicture(
  stand: Stand,
  piece: StandingPiece & { readonly widthMm: number },
  sizes: { readonly layerMm: number; readonly plateMm: number },
  { turn, tilt }: Gaze = usualGaze,
): StandPicture {
  const [cosTurn, sinTurn, cosTilt, sinTilt] = [
    Math.cos(turn),
    Math.sin(turn),
    Math.cos(tilt),
    Math.sin(tilt),
  ];
  const project = ([x, y, z]: Point): Vertex => ({
    x: x * cosTurn - y * sinTurn,
    y: (x * sinTurn + y * cosTurn) * sinTilt - z * cosTilt,
  });
  /** Towards the viewer along the floor. */
  const facing = (dx: number, dy: number): number => dx * sinTurn + dy * cosTurn;
  const faces: StandFace[] = [];
  const wall = (a: Point, b: Point, c: Point, d: Point, light: number, part: StandFace['part']): void => {
    faces.push({ outline: [[a, b, c, d].map(project)], shade: light, part });
  };

  stand.layers.forEach(({ edge, slot, widthMm, depthMm }, index) => {
    const place = ({ x, y }: Vertex, z: number): Point => [x - widthMm / 2, y - depthMm / 2, z];
    const [bottom, top] = [index * sizes.layerMm, (index + 1) * sizes.layerMm];
    const [flat] = flattenRegion([edge], tolerance);
    flat!.forEach((a, index) => {
      const b = flat![(index + 1) % flat!.length]!;
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length < 1e-9) return;
      const light = facing((b.y - a.y) / length, -(b.x - a.x) / length);
      // Outlines run clockwise as seen from above, with the depth towards the viewer: the outer side is on the left.
      if (light > 0)
        wall(place(a, bottom), place(b, bottom), place(b, top), place(a, top), 0.35 + 0.4 * light, 'base');
    });
    const lid = [flat!.map((vertex) => project(place(vertex, top)))];
    const hole = slot === null ? [] : [slot.map((vertex) => project(place(vertex, top)))];
    faces.push({ outline: lid, shade: 0.92, part: 'base' });
    if (hole.length > 0) faces.push({ outline: hole, shade: 0.1, part: 'base' });
  });

  const baseTop = stand.layers.length * sizes.layerMm;
  const foot = baseTop - stand.depthMm;
  const level = piece.heightMm - stand.depthMm;
  const front = sizes.plateMm / 2;
  const middle = piece.widthMm / 2;
  const pointAt = ({ x, y }: Vertex, depth: number): Point => [x - middle, depth, foot + piece.heightMm - y];
  const above: Contour = [
    { x: -1e4, y: -1e4 },
    { x: 1e4, y: -1e4 },
    { x: 1e4, y: level },
    { x: -1e4, y: level },
  ];
  const seen = sharedRegion([piece.outline], [above], tolerance);
  const shown = seen.length === 0 ? [] : seen;
  for (const contour of shown)
    contour.forEach((a, index) => {
      const b = contour[(index + 1) % contour.length]!;
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length < 1e-9) return;
      const outward = { x: (b.y - a.y) / length, z: (b.x - a.x) / length };
      const light = facing(outward.x, 0) * cosTilt + outward.z * sinTilt;
      if (light <= 0) return;
      wall(
        pointAt(a, -front),
        pointAt(b, -front),
        pointAt(b, front),
        pointAt(a, front),
        0.4 + 0.5 * light,
        'plate',
      );
    });
  const visibleFront = shown.map((contour) => contour.map((vertex) => project(pointAt(vertex, front))));
  faces.push({ outline: visibleFront, shade: 1, part: 'plate' });
  const origin = project(pointAt({ x: 0, y: 0 }, front));
  return {
    faces,
    front: [cosTurn, sinTurn * sinTilt, 0, cosTilt, origin.x, origin.y],
    visibleFront,
    bounds: boundsOf(faces.flatMap(({ outline }) => outline))!,
  };
}

/** Whether the picture shows a point of the piece's front. */
export const showsFrontAt = (
  { visibleFront, front: [a, b, c, d, e, f] }: StandPicture,
  { x, y }: Vertex,
): boolean => holdsPoint(visibleFront, { x: a * x + c * y + e, y: b * x + d * y + f });
