/**
 * Closed outlines as plain data. Y grows downwards. Outer outlines run clockwise on screen, holes the other way, so
 * that both fill rules give the same area.
 */

export interface Vertex {
  readonly x: number;
  readonly y: number;
  /**
   * How the outline goes on to the next vertex: straight when missing, else a circular arc whose bulge is the tangent
   * of a quarter of its turn, positive clockwise on screen (1 is a half circle).
   */
  readonly bulge?: number;
}

/** A closed outline: the last vertex goes on to the first. */
export type Contour = readonly Vertex[];

/** An area: outlines and holes together. */
export type Region = readonly Contour[];

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Area with sign: positive for a contour that runs clockwise on screen. */
export function signedArea(contour: Contour): number {
  let doubled = 0;
  contour.forEach((vertex, index) => {
    const next = contour[(index + 1) % contour.length]!;
    doubled += vertex.x * next.y - next.x * vertex.y;
    if (vertex.bulge) doubled += 2 * arcSegmentArea(vertex, next, vertex.bulge);
  });
  return doubled / 2;
}

/** Area between an arc and its chord, with the sign of the bulge. */
function arcSegmentArea(from: Vertex, to: Vertex, bulge: number): number {
  const turn = 4 * Math.atan(bulge);
  const radius = arcRadius(from, to, bulge);
  return (radius * radius * (turn - Math.sin(turn))) / 2;
}

/** Radius of the arc from one vertex to the next. */
export function arcRadius(from: Vertex, to: Vertex, bulge: number): number {
  const chord = Math.hypot(to.x - from.x, to.y - from.y);
  return (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
}

/** Centre of the arc from one vertex to the next. */
export function arcCentre(from: Vertex, to: Vertex, bulge: number): { x: number; y: number } {
  // From the middle of the chord, along its normal: half the chord over the tangent of half the turn.
  const share = (1 - bulge * bulge) / (4 * bulge);
  return {
    x: (from.x + to.x) / 2 - (to.y - from.y) * share,
    y: (from.y + to.y) / 2 + (to.x - from.x) * share,
  };
}

/** Area of a region, holes taken off. */
export function regionArea(region: Region): number {
  return region.reduce((sum, contour) => sum + signedArea(contour), 0);
}

/** Length of all outlines, arcs along their curve; closed unless they are said to be open. */
export function regionLength(region: Region, isOpen = false): number {
  return region.reduce(
    (sum, contour) =>
      sum +
      contour.reduce((total, { x, y, bulge = 0 }, index) => {
        if (isOpen && index === contour.length - 1) return total;
        const next = contour[(index + 1) % contour.length]!;
        const chord = Math.hypot(next.x - x, next.y - y);
        const turn = 4 * Math.atan(Math.abs(bulge));
        return total + (turn === 0 ? chord : (chord * turn) / (2 * Math.sin(turn / 2)));
      }, 0),
    0,
  );
}

/** Scales by a positive factor, then moves. */
export function placeRegion(region: Region, scale: number, dx: number, dy: number): Region {
  return region.map((contour) =>
    contour.map(({ x, y, bulge }) => ({ x: x * scale + dx, y: y * scale + dy, bulge })),
  );
}

/** Left for right about the middle of something so wide. */
export const mirrorBox = <Mirrored extends Box>(box: Mirrored, widthMm: number): Mirrored => ({
  ...box,
  x: widthMm - box.x - box.width,
});

/** Mirrors left and right about the vertical line at `axisX`; the winding is kept. */
export function mirrorRegion(region: Region, axisX: number): Region {
  return region.map((contour) =>
    contour.map((_, index) => {
      // Run backwards: each vertex now goes on to the one before it, along that one's arc turned the same way.
      const vertex = contour[contour.length - 1 - index]!;
      const before = contour[(2 * contour.length - 2 - index) % contour.length]!;
      return { x: 2 * axisX - vertex.x, y: vertex.y, bulge: before.bulge };
    }),
  );
}

/** The same outline run the other way: an area becomes a hole. */
export function reversedContour(contour: Contour): Contour {
  const count = contour.length;
  return contour.map((_, index) => {
    const { x, y } = contour[count - 1 - index]!;
    const { bulge } = contour[(2 * count - 2 - index) % count]!;
    return { x, y, bulge: bulge === undefined ? undefined : -bulge };
  });
}

/** Clockwise rectangle with corners rounded by true arcs; the radius is cut to half the shorter side. */
export function roundedRectangle({ x, y, width, height }: Box, radius: number): Contour {
  const r = Math.max(0, Math.min(radius, width / 2, height / 2));
  const right = x + width;
  const bottom = y + height;
  if (r === 0)
    return [
      { x, y },
      { x: right, y },
      { x: right, y: bottom },
      { x, y: bottom },
    ];
  const bulge = Math.tan(Math.PI / 8);
  const corners: Vertex[] = [
    { x: x + r, y },
    { x: right - r, y, bulge },
    { x: right, y: y + r },
    { x: right, y: bottom - r, bulge },
    { x: right - r, y: bottom },
    { x: x + r, y: bottom, bulge },
    { x, y: bottom - r },
    { x, y: y + r, bulge },
  ];
  return corners.filter((corner, index) => {
    const next = corners[(index + 1) % corners.length]!;
    return corner.bulge !== undefined || corner.x !== next.x || corner.y !== next.y;
  });
}

/** Whether two boxes share an area. */
export const boxesMeet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** A rectangle as an outline, clockwise from the upper left corner. */
export const boxContour = ({ x, y, width, height }: Box): Contour => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
