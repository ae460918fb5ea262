/** The outline of a piece in the job document. */
import { z } from '../../schema';
import { colour, distanceMm, type SheetSize } from '../lengths';

export const cornerShapes = ['round', 'chamfer', 'square'] as const;
const cornerSchema = z.strictObject({
  shape: z.enum(cornerShapes),
  mm: z.number().min(0).max(2500),
});
export type CornerSettings = Readonly<z.infer<typeof cornerSchema>>;

/** Of an outline from a drawing: what is more cannot be followed at every key press. */
export const drawnLimits = { outlines: 100, points: 12_000 } as const;

/** Within what can be made: a piece is 5 m at most; longer arcs than that of bulge 10 (337 degrees) come as two. */
const coordinate = z.number().min(-1e5).max(1e5);
const vertexSchema = z.strictObject({
  x: coordinate,
  y: coordinate,
  bulge: z.number().min(-10).max(10).optional(),
});

export const outlineSchema = z.discriminatedUnion('kind', [
  /** Corners from the upper left, clockwise. */
  z.strictObject({
    kind: z.literal('rectangle'),
    corners: z.tuple([cornerSchema, cornerSchema, cornerSchema, cornerSchema]),
  }),
  z.strictObject({ kind: z.literal('circle') }),
  z.strictObject({ kind: z.literal('ellipse') }),
  /** Square feet, round head. */
  z.strictObject({ kind: z.literal('arch') }),
  /** Cut corners at the top and a hole to hang it by. */
  z.strictObject({
    kind: z.literal('tag'),
    cutMm: distanceMm,
    holeMm: distanceMm,
    holeFromTopMm: distanceMm,
  }),
  /** A half circle bitten out of the middle of the left and right sides. */
  z.strictObject({ kind: z.literal('ticket'), notchMm: distanceMm }),
  z.strictObject({ kind: z.literal('shield') }),
  /** A club's flag: swallow-tailed on the right. */
  z.strictObject({ kind: z.literal('burgee'), notchMm: distanceMm }),
  /** A rowing boat seen from above: bow at the top, flat transom at the bottom. */
  z.strictObject({ kind: z.literal('hull') }),
  /** From a drawing; as wide and high as the piece. The first outline is the edge, the others are holes. */
  z.strictObject({
    kind: z.literal('drawn'),
    fileName: z.string().max(200),
    contours: z
      .array(z.array(vertexSchema).min(2))
      .min(1)
      .max(drawnLimits.outlines)
      .refine((contours) => contours.flat().length <= drawnLimits.points, {
        error: ({ input }) =>
          `The outline has ${(input as unknown[][]).flat().length} points; at most ${drawnLimits.points} are kept.`,
      }),
  }),
  /** Around everything that lies on the piece. */
  z.strictObject({
    kind: z.literal('contour'),
    /** Bare, between what lies on it and the border. */
    paddingMm: distanceMm,
    /** Width of the coloured border inside the cut line. */
    borderMm: distanceMm,
    corner: z.enum(['round', 'mitre']),
    /** Null leaves the border bare. */
    colour: colour.nullable(),
  }),
]);
export type OutlineSettings = Readonly<z.infer<typeof outlineSchema>>;
export type OutlineKind = OutlineSettings['kind'];

export const offsetSchema = z.strictObject({
  /** Outwards when positive. */
  mm: z.number().min(-500).max(500),
  corner: z.enum(['round', 'mitre']),
});

export type Corners = Extract<OutlineSettings, { kind: 'rectangle' }>['corners'];

export function roundCorners(mm: number): Corners {
  const corner = { shape: mm === 0 ? ('square' as const) : ('round' as const), mm };
  return [corner, corner, corner, corner];
}

/** An outline with the size that it fills. */
export interface SizedOutline extends SheetSize {
  readonly outline: OutlineSettings;
  readonly offset: Readonly<z.infer<typeof offsetSchema>>;
}
