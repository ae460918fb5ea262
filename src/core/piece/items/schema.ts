/** Words, pictures, frames and border lines in the job document. */
import { z } from '../../schema';
import { logoSchema, logoSourceSchema } from '../../logo';
import { fontIds } from '../../words';
import { axisSchema, codeIdSchema, colour, degrees, distanceMm, partIdSchema, sizeMm } from '../lengths';

const placed = {
  id: partIdSchema,
  /** Of the upright box around the item. */
  xMm: axisSchema,
  yMm: axisSchema,
  turnDegrees: degrees,
  /** Null is the machine's own mark; colours count only where the machine prints them. */
  colour: colour.nullable(),
};

const fontSchema = z.enum(fontIds);

/** Whether the words came with a template and nobody has said yet that they are meant. */
const sampleSchema = z.boolean();

export const wordsSchema = z.strictObject({
  ...placed,
  kind: z.literal('words'),
  /** May hold fields such as `{host}`; line breaks part lines. */
  text: z.string().max(600),
  sample: sampleSchema,
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

export const frameShapes = ['panel', 'band', 'corners', 'ring', 'sides'] as const;
export const frameSchema = z.strictObject({
  id: partIdSchema,
  kind: z.literal('frame'),
  /** Id of the code that it goes around. */
  around: codeIdSchema,
  shape: z.enum(frameShapes),
  colour: colour.nullable(),
  /** From the quiet zone. */
  gapMm: distanceMm,
  lineMm: z.number().min(0.05).max(100),
  /** Height of what carries the words. */
  bandMm: z.number().min(0.5).max(500),
  cornerMm: distanceMm,
  side: z.enum(['above', 'below']),
  /** On four sides: parts between `|` go to the top, the right, the bottom and the left in turn. */
  text: z.string().max(120),
  sample: sampleSchema,
  font: fontSchema,
});
export type FrameSettings = Readonly<z.infer<typeof frameSchema>>;

/** A line that follows the edge of the piece. */
export const borderSchema = z.strictObject({
  id: partIdSchema,
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
