/** Finder and alignment patterns as solid shapes: a ring of one module about a light gap about a solid centre. */
import { reversedContour, treatCorners, type Contour, type Quadrant, type Region } from '../geometry';
import type { FinderShape, FinderStyle } from './style';

/** Quadrants of a finder pattern in the upper left of the symbol that each choice treats. */
const treatedQuadrants: Readonly<Record<FinderShape['corners'], readonly Quadrant[]>> = {
  all: [0, 1, 2, 3],
  outer: [0],
  inner: [2],
  sides: [1, 3],
  'not-inner': [0, 1, 3],
  'not-outer': [1, 2, 3],
};

/** Turns by which the patterns upper left, upper right and lower left have their outer corner outside. */
const turnsOfPlace = [0, 1, 3] as const;

export interface FinderOutlines {
  readonly ring: Region;
  readonly centre: Region;
}

/** A finder pattern about (0, 0), 7 modules wide; `place` is 0 upper left, 1 upper right, 2 lower left. */
export function drawFinder({ ring, centre }: FinderStyle, place: 0 | 1 | 2): FinderOutlines {
  const turns = turnsOfPlace[place];
  return {
    ring: [square(3.5, ring, turns), reversedContour(square(2.5, narrowed(ring, 1), turns))],
    centre: [square(1.5, centre, turns)],
  };
}

/** An alignment pattern about (0, 0), 5 modules wide, in the shape of a finder pattern or square. */
export function drawAlignment(style: FinderStyle | null): Region {
  const shape = (of: FinderShape | undefined, share: number): FinderShape =>
    of === undefined ? squareShape : { ...of, cornerModules: of.cornerModules * share };
  const ring = shape(style?.ring, 2.5 / 3.5);
  return [
    square(2.5 - sliver, ring, 0),
    reversedContour(square(1.5, narrowed(ring, 1 - sliver), 0)),
    square(0.5, shape(style?.centre, 0.5 / 1.5), 0),
  ];
}

/** Modules beside an alignment pattern would share its edge; this much stays free between them. */
const sliver = 0.02;

const squareShape: FinderShape = { corner: 'round', cornerModules: 0, corners: 'all' };

/** The same shape further in, so that what lies between keeps its width all around. */
function narrowed(shape: FinderShape, distance: number): FinderShape {
  const lost = shape.corner === 'round' ? distance : distance * (2 - Math.SQRT2);
  return { ...shape, cornerModules: Math.max(0, shape.cornerModules - lost) };
}

/** A clockwise square of half side `half` about (0, 0) with the shape's corners. */
function square(half: number, { corner, cornerModules, corners }: FinderShape, turns: number): Contour {
  // Straight cuts go as far as a regular octagon; beyond it a ring would meet the centre.
  const leg = Math.min(cornerModules, corner === 'round' ? half : half * (2 - Math.SQRT2));
  const treated = treatedQuadrants[corners].map((quadrant) => (quadrant + turns) % 4);
  return treatCorners(
    [
      { x: -half, y: -half },
      { x: half, y: -half },
      { x: half, y: half },
      { x: -half, y: half },
    ],
    0,
    (quadrant) => (leg > 0 && treated.includes(quadrant) ? { kind: corner, leg } : null),
    () => null,
  );
}
