/** The named outlines of a piece, drawn into its width and height. */
import {
  boundsOf,
  fitArcs,
  growRegion,
  placeRegion,
  signedArea,
  reversedContour,
  stretchRegion,
  type Box,
  type Contour,
  type Region,
  type Vertex,
} from '../../geometry';
import type { CornerSettings, OutlineSettings, SizedOutline } from './schema';

/** How far outlines that had to be flattened may leave their arcs, in millimetres. */
export const outlineToleranceMm = 0.004;

/** A named outline with the openings that belong to it. */
export interface NamedOutline {
  readonly edge: Contour;
  /** Clockwise like the edge. */
  readonly openings: readonly Contour[];
}

/**
 * The edge of a piece, its upper left corner at 0: as named, moved out or in by the offset. A contour around everything
 * has no outline of its own; the sheet that it is cut from stands in.
 */
export function outlineOf({ widthMm, heightMm, outline, offset }: SizedOutline): NamedOutline {
  if (offset.mm === 0 || outline.kind === 'contour')
    return named(outline, { x: 0, y: 0, width: widthMm, height: heightMm });
  const inner = {
    x: offset.mm,
    y: offset.mm,
    width: Math.max(widthMm - 2 * offset.mm, 0.1),
    height: Math.max(heightMm - 2 * offset.mm, 0.1),
  };
  const { edge, openings } = named(outline, inner);
  const moved = offsetEdge(edge, offset.mm, offset.corner);
  const bounds = boundsOf([moved])!;
  return {
    edge: placeRegion([moved], 1, -bounds.x, -bounds.y)[0]!,
    openings: placeRegion(openings, 1, -bounds.x, -bounds.y),
  };
}

/** The largest outline of an edge moved by a distance; the edge itself when nothing is left of it. */
export function offsetEdge(edge: Contour, mm: number, corner: 'round' | 'mitre'): Contour {
  const moved = fitArcs(growRegion([edge], mm, outlineToleranceMm / 2, corner), outlineToleranceMm);
  return moved.length === 0 ? edge : largestOf(moved);
}

export const largestOf = (region: Region): Contour =>
  region.reduce((best, contour) => (signedArea(contour) > signedArea(best) ? contour : best));

export const circleAt = ({ x, y }: Vertex, radius: number): Contour => [
  { x: x - radius, y, bulge: 1 },
  { x: x + radius, y, bulge: 1 },
];

function named(outline: OutlineSettings, box: Box): NamedOutline {
  const { x, y, width, height } = box;
  const middle = x + width / 2;
  const [right, bottom] = [x + width, y + height];
  const alone = (edge: Contour): NamedOutline => ({ edge, openings: [] });
  switch (outline.kind) {
    case 'rectangle':
      return alone(rectangle(box, outline.corners));
    case 'contour':
      return alone(rectangle(box, []));
    case 'circle': {
      const radius = Math.min(width, height) / 2;
      return alone(circleAt({ x: middle, y: y + height / 2 }, radius));
    }
    case 'ellipse':
      return alone(ellipse(box));
    case 'arch': {
      const rise = Math.min(width / 2, height);
      // Wider than twice its height, the head is part of a larger circle.
      const bulge = rise / (width / 2);
      return alone([{ x, y: y + rise, bulge }, { x: right, y: y + rise }, ...feet(box, rise)]);
    }
    case 'tag': {
      const cut = Math.min(outline.cutMm, width / 2, height / 2);
      const corner: CornerSettings = { shape: 'chamfer', mm: cut };
      const radius = Math.min(outline.holeMm / 2, width / 2);
      const hole = circleAt({ x: middle, y: y + outline.holeFromTopMm }, radius);
      return { edge: rectangle(box, [corner, corner]), openings: radius > 0 ? [hole] : [] };
    }
    case 'ticket': {
      const notch = Math.min(outline.notchMm, height / 2, width / 4);
      const centre = y + height / 2;
      if (notch === 0) return alone(rectangle(box, []));
      return alone([
        { x, y },
        { x: right, y },
        { x: right, y: centre - notch, bulge: -1 },
        { x: right, y: centre + notch },
        { x: right, y: bottom },
        { x, y: bottom },
        { x, y: centre + notch, bulge: -1 },
        { x, y: centre - notch },
      ]);
    }
    case 'shield': {
      const shoulder = y + height * 0.42;
      // Both flanks leave their upright sides smoothly: the chord's angle from upright is half the turn.
      const bulge = Math.tan(Math.atan2(width / 2, bottom - shoulder) / 2);
      return alone([
        { x, y },
        { x: right, y },
        { x: right, y: shoulder, bulge },
        { x: middle, y: bottom, bulge },
        { x, y: shoulder },
      ]);
    }
    case 'burgee': {
      const notch = Math.min(outline.notchMm, width * 0.8);
      return alone([
        { x, y },
        { x: right, y },
        { x: right - notch, y: y + height / 2 },
        { x: right, y: bottom },
        { x, y: bottom },
      ]);
    }
    case 'hull': {
      const beam = y + height * 0.45;
      const transom = width * 0.16;
      const bow = Math.tan(Math.atan2(width / 2, beam - y) / 2);
      const quarter = Math.tan(Math.atan2(transom, bottom - beam) / 2);
      return alone([
        { x: middle, y, bulge: bow },
        { x: right, y: beam, bulge: quarter },
        { x: right - transom, y: bottom },
        { x: x + transom, y: bottom, bulge: quarter },
        { x, y: beam, bulge: bow },
      ]);
    }
    case 'drawn': {
      const contours = outline.contours.map((contour) => clockwise(contour));
      const from = boundsOf(contours.slice(0, 1)) ?? box;
      const [edge, ...openings] = stretchRegion(contours, from, box, outlineToleranceMm);
      return { edge: edge!, openings };
    }
  }
}

const feet = ({ x, y, width, height }: Box, rise: number): Vertex[] =>
  rise >= height
    ? []
    : [
        { x: x + width, y: y + height },
        { x, y: y + height },
      ];

export const clockwise = (contour: Contour): Contour =>
  signedArea(contour) < 0 ? reversedContour(contour) : contour;

/** Missing corners are square. Two corners on a side share it in proportion when they want more than it has. */
function rectangle({ x, y, width, height }: Box, corners: readonly (CornerSettings | undefined)[]): Contour {
  const wanted = [0, 1, 2, 3].map((place) => {
    const corner = corners[place];
    return corner === undefined || corner.shape === 'square' ? 0 : corner.mm;
  });
  const [a, b, c, d] = wanted as [number, number, number, number];
  const share = Math.min(
    1,
    width / (a + b || 1e-9),
    width / (c + d || 1e-9),
    height / (b + c || 1e-9),
    height / (d + a || 1e-9),
  );
  const [right, bottom] = [x + width, y + height];
  const ends: readonly (readonly [Vertex, Vertex, Vertex])[] = [
    [
      { x, y },
      { x: 0, y: 1 },
      { x: 1, y: 0 },
    ],
    [
      { x: right, y },
      { x: -1, y: 0 },
      { x: 0, y: 1 },
    ],
    [
      { x: right, y: bottom },
      { x: 0, y: -1 },
      { x: -1, y: 0 },
    ],
    [
      { x, y: bottom },
      { x: 1, y: 0 },
      { x: 0, y: -1 },
    ],
  ];
  const bulge = Math.tan(Math.PI / 8);
  const vertices = ends.flatMap(([at, before, after], place): Vertex[] => {
    const mm = wanted[place]! * share;
    if (mm === 0) return [at];
    const from = { x: at.x + before.x * mm, y: at.y + before.y * mm };
    const to = { x: at.x + after.x * mm, y: at.y + after.y * mm };
    return [corners[place]!.shape === 'round' ? { ...from, bulge } : from, to];
  });
  return vertices.filter((vertex, index) => {
    const next = vertices[(index + 1) % vertices.length]!;
    return vertex.bulge !== undefined || Math.hypot(vertex.x - next.x, vertex.y - next.y) > 1e-9;
  });
}

function ellipse({ x, y, width, height }: Box): Contour {
  const [across, down] = [width / 2, height / 2];
  if (Math.abs(across - down) < 1e-9) return circleAt({ x: x + across, y: y + down }, across);
  const radius = Math.max(across, down);
  const count = Math.max(24, Math.ceil(Math.PI / Math.acos(1 - outlineToleranceMm / 4 / radius)));
  const points = Array.from({ length: count }, (_, index) => {
    const angle = (2 * Math.PI * index) / count;
    return { x: x + across * (1 + Math.cos(angle)), y: y + down * (1 + Math.sin(angle)) };
  });
  return fitArcs([points], outlineToleranceMm)[0]!;
}
