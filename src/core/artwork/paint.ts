/** Colours of the parts of a code, for machines that print in colour. */
import { z } from '../schema';
import { encodedOfLinear, hexOfRgb, linearOfHex, rgbOfHex, type Rgb } from '../colour';
import { fileHashSchema } from '../logo';

export const hexColourSchema = z.string().regex(/^#[0-9a-f]{6}$/, 'Give a colour as # and six hex digits.');

const stopsSchema = z
  .array(z.strictObject({ at: z.number().min(0).max(1), colour: hexColourSchema }))
  .min(2)
  .max(6);

export const paintSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('solid'), colour: hexColourSchema }),
  /** From left to right at 0°, from top to bottom at 90°; the ends lie on the corners. */
  z.strictObject({
    kind: z.literal('linear'),
    angleDegrees: z.number().min(-360).max(360),
    stops: stopsSchema,
  }),
  /** From the middle to the corners. */
  z.strictObject({ kind: z.literal('radial'), stops: stopsSchema }),
  /** From the middle to the sides, in squares. */
  z.strictObject({ kind: z.literal('square'), stops: stopsSchema }),
]);
export type Paint = Readonly<z.infer<typeof paintSchema>>;

export const groundSchema = z.discriminatedUnion('kind', [
  /** The material as it is. */
  z.strictObject({ kind: z.literal('bare') }),
  z.strictObject({ kind: z.literal('paint'), paint: paintSchema }),
  z.strictObject({
    kind: z.literal('picture'),
    file: fileHashSchema,
    fileName: z.string().max(200),
    opacity: z.number().min(0.02).max(1),
    /** Cut to fill the ground, or whole within it. */
    fit: z.enum(['cover', 'contain']),
  }),
]);
export type Ground = Readonly<z.infer<typeof groundSchema>>;

/** Null stands for what it follows: the machine's own mark for modules, the modules for finder patterns. */
const finderPaintSchema = z.strictObject({ ring: paintSchema.nullable(), centre: paintSchema.nullable() });
export type FinderPaint = Readonly<z.infer<typeof finderPaintSchema>>;

export const stylePaintSchema = z.strictObject({
  modules: paintSchema.nullable(),
  /** One for all three, or upper left, upper right and lower left on their own. */
  finders: z.union([
    z.tuple([finderPaintSchema]),
    z.tuple([finderPaintSchema, finderPaintSchema, finderPaintSchema]),
  ]),
  ground: groundSchema,
});
export type StylePaint = Readonly<z.infer<typeof stylePaintSchema>>;

/** Everything in the machine's own mark on the bare material. */
export const plainPaint: StylePaint = {
  modules: null,
  finders: [{ ring: null, centre: null }],
  ground: { kind: 'bare' },
};

export const isPlainPaint = ({ modules, finders, ground }: StylePaint): boolean =>
  modules === null &&
  ground.kind === 'bare' &&
  finders.every(({ ring, centre }) => ring === null && centre === null);

const coloursOf = (paint: Paint | null): string[] =>
  paint === null ? [] : paint.kind === 'solid' ? [paint.colour] : paint.stops.map(({ colour }) => colour);

/** Every colour that a style paints with, once, in the order of its parts. */
export function paintedColours({ modules, finders, ground }: StylePaint): string[] {
  const paints = [
    modules,
    ...finders.flatMap(({ ring, centre }) => [ring, centre]),
    ground.kind === 'paint' ? ground.paint : null,
  ];
  return [...new Set(paints.flatMap(coloursOf))];
}

/** Encoded sRGB of a paint at a place of its box; x and y run from 0 to 1. Interpolated as SVG 1.1, 11.7.2 does by default. */
export function colourAt(paint: Paint, x: number, y: number): Rgb {
  if (paint.kind === 'solid') return rgbOfHex(paint.colour);
  const [dx, dy] = [x - 0.5, y - 0.5];
  switch (paint.kind) {
    case 'linear': {
      const angle = (paint.angleDegrees * Math.PI) / 180;
      const half = halfLength(angle);
      return colourOfStops(paint.stops, (dx * Math.cos(angle) + dy * Math.sin(angle)) / (2 * half) + 0.5);
    }
    case 'radial':
      return colourOfStops(paint.stops, Math.hypot(dx, dy) / Math.SQRT1_2);
    case 'square':
      return colourOfStops(paint.stops, 2 * Math.max(Math.abs(dx), Math.abs(dy)));
  }
}

/** Half the length of a linear gradient that reaches from corner to corner of a unit square. */
export const halfLength = (angle: number): number =>
  (Math.abs(Math.cos(angle)) + Math.abs(Math.sin(angle))) / 2;

type Stops = z.infer<typeof stopsSchema>;

/** Stops in the order of their places. */
export const sortedStops = (stops: Stops): Stops => [...stops].sort((a, b) => a.at - b.at);

function colourOfStops(stops: Stops, position: number): Rgb {
  const sorted = sortedStops(stops);
  const next = sorted.findIndex((stop) => stop.at >= position);
  if (next === 0) return rgbOfHex(sorted[0]!.colour);
  if (next < 0) return rgbOfHex(sorted.at(-1)!.colour);
  const [from, to] = [sorted[next - 1]!, sorted[next]!];
  const share = (position - from.at) / Math.max(to.at - from.at, 1e-9);
  const [a, b] = [rgbOfHex(from.colour), rgbOfHex(to.colour)];
  return [0, 1, 2].map((channel) => a[channel]! + (b[channel]! - a[channel]!) * share) as unknown as Rgb;
}

/** The same paint with every colour changed. */
export function withColours(paint: Paint, change: (colour: string) => string): Paint {
  return paint.kind === 'solid'
    ? { ...paint, colour: change(paint.colour) }
    : { ...paint, stops: paint.stops.map((stop) => ({ ...stop, colour: change(stop.colour) })) };
}

/**
 * What a printed colour looks like on a material: full ink gives the mark's colour, no ink the bare surface, and
 * between them each channel mixes in proportion to the light that the ink lets through (linear values; common practice).
 */
export function printedLinear(colour: Rgb, base: Rgb, mark: Rgb): Rgb {
  return [0, 1, 2].map(
    (channel) => mark[channel]! + colour[channel]! * (base[channel]! - mark[channel]!),
  ) as unknown as Rgb;
}

/** The same as a `#rrggbb` colour for the picture on the stage. */
export function printedHex(colour: string, baseColour: string, markColour: string): string {
  const printed = printedLinear(linearOfHex(colour), linearOfHex(baseColour), linearOfHex(markColour));
  return hexOfRgb(printed.map((value) => encodedOfLinear(Math.max(0, value))) as unknown as Rgb);
}
