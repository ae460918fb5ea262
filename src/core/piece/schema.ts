/** The piece in the job document. Lengths in millimetres, angles in degrees, Y grows downwards. */
import { z } from 'zod';
import { logoSourceSchema, logoSchema } from '../artwork';
import { fontIds } from '../words';
import { screwIds } from './screws';

const sizeMm = z.number().min(1).max(5000);
const distanceMm = z.number().min(0).max(500);
const colour = z.string().regex(/^#[0-9a-f]{6}$/i);
const degrees = z.number().min(-360).max(360);

/** Along one axis: in the middle of the piece, or the near edge of the thing from the near edge of the piece. */
const axisSchema = z.union([z.literal('middle'), z.number().min(-5000).max(5000)]);
export type Axis = z.infer<typeof axisSchema>;

export const codePlacementSchema = z.strictObject({
  /** Width of the code without its quiet zone. */
  widthMm: sizeMm,
  /** Of the upright box around the code, without its quiet zone. */
  xMm: axisSchema,
  yMm: axisSchema,
  turnDegrees: degrees,
});
export type CodePlacement = Readonly<z.infer<typeof codePlacementSchema>>;

export const cornerShapes = ['round', 'chamfer', 'square'] as const;
const cornerSchema = z.strictObject({
  shape: z.enum(cornerShapes),
  mm: z.number().min(0).max(2500),
});
export type CornerSettings = Readonly<z.infer<typeof cornerSchema>>;

const vertexSchema = z.strictObject({ x: z.number(), y: z.number(), bulge: z.number().optional() });

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
    contours: z.array(z.array(vertexSchema).min(2).max(4000)).min(1).max(100),
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

const idSchema = z.string().min(1).max(40);

export const holePatterns = ['one', 'two across', 'two down', 'corners'] as const;
export const holeFits = ['fine', 'medium', 'coarse'] as const;
export const holeSchema = z.strictObject({
  id: idSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('screw'), screw: z.enum(screwIds), fit: z.enum(holeFits) }),
    z.strictObject({ kind: z.literal('round'), diameterMm: z.number().min(0.3).max(500) }),
    /** Ends are half circles; the length is over all. */
    z.strictObject({
      kind: z.literal('slot'),
      lengthMm: z.number().min(0.5).max(1000),
      widthMm: z.number().min(0.3).max(500),
      upright: z.boolean(),
    }),
  ]),
  pattern: z.enum(holePatterns),
  /** Middle of the first hole from the left and upper edges; the others mirror it. */
  xMm: axisSchema,
  yMm: axisSchema,
  /** Free distance from the hole's edge to the code and to everything else. */
  keepOutMm: z.number().min(0).max(100),
});
export type HoleSettings = Readonly<z.infer<typeof holeSchema>>;

const placed = {
  id: idSchema,
  /** Of the upright box around the item. */
  xMm: axisSchema,
  yMm: axisSchema,
  turnDegrees: degrees,
  /** Null is the machine's own mark; colours count only where the machine prints them. */
  colour: colour.nullable(),
};

const fontSchema = z.enum(fontIds);

export const wordsSchema = z.strictObject({
  ...placed,
  kind: z.literal('words'),
  /** May hold fields such as `{host}`; line breaks part lines. */
  text: z.string().max(600),
  font: fontSchema,
  /** Letter height as given, as wide as the width, or as large as the box allows. */
  fit: z.enum(['height', 'width', 'box']),
  /** Height of capitals, for `height`. */
  capitalMm: z.number().min(0.3).max(1000),
  /** For `width` and `box`. */
  widthMm: sizeMm,
  /** For `box`. */
  heightMm: sizeMm,
  align: z.enum(['left', 'middle', 'right']),
  /** From baseline to baseline, in heights of capitals. */
  lineSpacing: z.number().min(1).max(4),
  /** Put between letters, in ems. */
  tracking: z.number().min(-0.1).max(1),
  /** Set on a circle instead of straight lines; null for straight. */
  circle: z
    .strictObject({
      /** Of the baseline. */
      radiusMm: z.number().min(1).max(2500),
      /** Over the top reading clockwise, or under the bottom reading the other way. */
      side: z.enum(['top', 'bottom']),
    })
    .nullable(),
  /** Filled, or followed once along the outline. */
  drawn: z.enum(['filled', 'outline']),
});
export type WordsSettings = Readonly<z.infer<typeof wordsSchema>>;

export const artSchema = z.strictObject({
  ...placed,
  kind: z.literal('art'),
  source: logoSourceSchema,
  ink: logoSchema.shape.ink,
  widthMm: sizeMm,
});
export type ArtSettings = Readonly<z.infer<typeof artSchema>>;

export const frameShapes = ['panel', 'band', 'corners', 'ring'] as const;
export const frameSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('frame'),
  /** The code that it goes around: 0 is the first. */
  around: z.number().int().min(0).max(5),
  shape: z.enum(frameShapes),
  colour: colour.nullable(),
  /** From the quiet zone. */
  gapMm: distanceMm,
  lineMm: z.number().min(0.05).max(100),
  /** Height of what carries the words. */
  bandMm: z.number().min(0.5).max(500),
  cornerMm: distanceMm,
  side: z.enum(['above', 'below']),
  text: z.string().max(120),
  font: fontSchema,
});
export type FrameSettings = Readonly<z.infer<typeof frameSchema>>;

/** A line that follows the edge of the piece. */
export const borderSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('border'),
  colour: colour.nullable(),
  insetMm: distanceMm,
  lineMm: z.number().min(0.05).max(100),
  corner: z.enum(['round', 'mitre']),
});
export type BorderSettings = Readonly<z.infer<typeof borderSchema>>;

export const itemSchema = z.discriminatedUnion('kind', [wordsSchema, artSchema, frameSchema, borderSchema]);
export type ItemSettings = Readonly<z.infer<typeof itemSchema>>;
export type PlacedSettings = WordsSettings | ArtSettings;

export const standSchema = z.strictObject({
  /** Thickness of the piece that stands in it. */
  plateMm: z.number().min(0.5).max(60),
  /** Thickness of the sheet that the base is cut from. */
  layerMm: z.number().min(0.5).max(60),
  steps: z.number().int().min(1).max(6),
  /** How far each layer reaches beyond the one above it, on every side. */
  stepMm: z.number().min(0).max(200),
  /** From the slot to the edge of the uppermost layer. */
  shoulderMm: z.number().min(2).max(200),
  cornerMm: distanceMm,
  /** Play of the plate in the slot, over the whole width. */
  fitMm: z.number().min(-0.5).max(2),
});
export type StandSettings = Readonly<z.infer<typeof standSchema>>;

export const shadowSchema = z.strictObject({
  rightMm: z.number().min(-20).max(20),
  downMm: z.number().min(-20).max(20),
  blurMm: z.number().min(0).max(10),
  opacity: z.number().min(0.05).max(1),
});
export type ShadowSettings = Readonly<z.infer<typeof shadowSchema>>;

export const pieceSchema = z.strictObject({
  widthMm: sizeMm,
  heightMm: sizeMm,
  outline: outlineSchema,
  /** The outline is drawn this much further out or in; width and height are those of the result. */
  offset: offsetSchema,
  holes: z.array(holeSchema).max(40),
  code: codePlacementSchema,
  items: z.array(itemSchema).max(60),
  /** How far printed grounds and borders go beyond the cut line. */
  bleedMm: z.number().min(0).max(20),
  /** Least distance of words and pictures from the cut line. */
  safeMm: z.number().min(0).max(50),
  /** Under words, pictures and frames, on machines that print colours. */
  shadow: shadowSchema.nullable(),
  stand: standSchema.nullable(),
  /** What `{serial}` stands for. */
  serial: z.string().max(40),
});
export type PieceSettings = Readonly<z.infer<typeof pieceSchema>>;

export type Corners = Extract<OutlineSettings, { kind: 'rectangle' }>['corners'];

export function roundCorners(mm: number): Corners {
  const corner = { shape: mm === 0 ? ('square' as const) : ('round' as const), mm };
  return [corner, corner, corner, corner];
}

/** A bare rectangle with the code in the middle. */
export function plainPiece(
  widthMm: number,
  heightMm: number,
  codeWidthMm: number,
  cornerRadiusMm = 0,
): PieceSettings {
  return {
    widthMm,
    heightMm,
    outline: { kind: 'rectangle', corners: roundCorners(cornerRadiusMm) },
    offset: { mm: 0, corner: 'round' },
    holes: [],
    code: { widthMm: codeWidthMm, xMm: 'middle', yMm: 'middle', turnDegrees: 0 },
    items: [],
    bleedMm: 0,
    safeMm: 0,
    shadow: null,
    stand: null,
    serial: '',
  };
}
