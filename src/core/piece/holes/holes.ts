/** Holes and slots of a piece in place. */
import { mm, say, sizeMm, type Sentence } from '../../finding';
import type { Contour, Vertex } from '../../geometry';
import { circleAt } from '../outline';
import { clearanceHoles } from './screws';
import type { Axis, SheetSize } from '../lengths';
import type { HoleSettings } from './schema';

export interface Hole {
  /** Of the row in the document that it comes from. */
  readonly id: string;
  readonly name: Sentence;
  /** Clockwise. */
  readonly edge: Contour;
  readonly centre: Vertex;
  readonly keepOutMm: number;
}

/** Diameter of a round hole, width of a slot. */
export function holeWidthMm({ shape }: Pick<HoleSettings, 'shape'>): number {
  switch (shape.kind) {
    case 'screw':
      return clearanceHoles[shape.screw][shape.fit];
    case 'round':
      return shape.diameterMm;
    case 'slot':
      return shape.widthMm;
  }
}

export function holeName({ shape }: Pick<HoleSettings, 'shape'>): Sentence {
  switch (shape.kind) {
    case 'screw':
      return [`hole for ${shape.screw}`];
    case 'round':
      return say`hole of ${mm(shape.diameterMm)}`;
    case 'slot':
      return say`slot of ${sizeMm(shape.lengthMm, shape.widthMm)}`;
  }
}

/** Every hole of every row; rows in the middle of an axis have no mirrored twin along it. */
export function holesOf({
  holes,
  widthMm,
  heightMm,
}: SheetSize & { readonly holes: readonly HoleSettings[] }): readonly Hole[] {
  return holes.flatMap((row) => {
    const xs = along(row.xMm, widthMm, row.pattern === 'two-across' || row.pattern === 'corners');
    const ys = along(row.yMm, heightMm, row.pattern === 'two-down' || row.pattern === 'corners');
    return ys.flatMap((y) =>
      xs.map((x) => ({
        id: row.id,
        name: holeName(row),
        edge: edgeAt(row, { x, y }),
        centre: { x, y },
        keepOutMm: row.keepOutMm,
      })),
    );
  });
}

function along(place: Axis, length: number, isMirrored: boolean): number[] {
  if (place === 'middle') return [length / 2];
  const mirrored = length - place;
  return isMirrored && Math.abs(mirrored - place) > 1e-9 ? [place, mirrored] : [place];
}

function edgeAt({ shape }: HoleSettings, { x, y }: Vertex): Contour {
  if (shape.kind !== 'slot') return circleAt({ x, y }, holeWidthMm({ shape }) / 2);
  const radius = shape.widthMm / 2;
  const half = Math.max(shape.lengthMm / 2 - radius, 0);
  if (half === 0) return circleAt({ x, y }, radius);
  return shape.upright
    ? [
        { x: x - radius, y: y - half, bulge: 1 },
        { x: x + radius, y: y - half },
        { x: x + radius, y: y + half, bulge: 1 },
        { x: x - radius, y: y + half },
      ]
    : [
        { x: x - half, y: y - radius },
        { x: x + half, y: y - radius, bulge: 1 },
        { x: x + half, y: y + radius },
        { x: x - half, y: y + radius, bulge: 1 },
      ];
}
