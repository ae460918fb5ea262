/** How a symbol is dressed, as it stands in the job document. */
import { z } from '../schema';
import { plainPaint, stylePaintSchema } from './paint';

/** What is done to a corner: rounded off, cut off straight, or scooped out by an arc about the corner. */
export const cornerKinds = ['round', 'cut', 'scoop'] as const;

/** Which corners of a unit are treated; the others stay square. */
export const unitCorners = ['all', 'falling', 'rising', 'upper', 'lower', 'left', 'right'] as const;

export const joins = ['none', 'rows', 'columns', 'all'] as const;

export const moduleStyleSchema = z.strictObject({
  corner: z.enum(cornerKinds),
  /** Share of the unit's side that a treated corner takes: 0 leaves squares, 0.5 gives circles or diamonds. */
  cornerSize: z.number().min(0).max(0.5),
  corners: z.enum(unitCorners),
  /** Side of a unit as a share of the module. */
  fill: z.number().min(0.5).max(1),
  /** Which dark neighbours become one area. */
  join: z.enum(joins),
  /** Radius of the fillets in inner corners of joined areas, in modules. */
  innerFillet: z.number().min(0).max(0.5),
  /** What becomes of two modules that meet only at a corner. */
  diagonal: z.enum(['gap', 'bridge']),
  /** Width of that gap or bridge in modules; a gap of 0 leaves them touching. */
  diagonalModules: z.number().min(0).max(0.4),
});
export type ModuleStyle = Readonly<z.infer<typeof moduleStyleSchema>>;

/** Which corners of a finder pattern are treated: `outer` points away from the symbol's middle, `inner` to it. */
export const finderCorners = ['all', 'outer', 'inner', 'sides', 'not-inner', 'not-outer'] as const;

const finderShapeSchema = z.strictObject({
  corner: z.enum(['round', 'cut']),
  /** Radius or leg in modules; the ring takes up to 3.5, the centre up to 1.5, straight cuts up to a regular octagon. */
  cornerModules: z.number().min(0).max(3.5),
  corners: z.enum(finderCorners),
});
export type FinderShape = Readonly<z.infer<typeof finderShapeSchema>>;

export const finderStyleSchema = z.strictObject({ ring: finderShapeSchema, centre: finderShapeSchema });
export type FinderStyle = Readonly<z.infer<typeof finderStyleSchema>>;

export const alignmentStyles = ['solid', 'finders', 'modules'] as const;

/** Decoration that makes the outline round. */
export const roundStyleSchema = z.strictObject({
  /** Another number, another filling. */
  seed: z.int().min(0).max(999_999),
  /** Light modules between the symbol and the decoration; the standard asks for 4. */
  quietModules: z.int().min(1).max(8),
});
export type RoundStyle = Readonly<z.infer<typeof roundStyleSchema>>;

/** With the quiet zone of ISO/IEC 18004, 5.3.8. */
export const usualRound: RoundStyle = { seed: 17, quietModules: 4 };

export const styleSchema = z.strictObject({
  modules: moduleStyleSchema,
  /** One for all three, or upper left, upper right and lower left on their own. */
  finders: z.union([
    z.tuple([finderStyleSchema]),
    z.tuple([finderStyleSchema, finderStyleSchema, finderStyleSchema]),
  ]),
  /** Alignment patterns: solid squares, the shape of the finder patterns, or units like the modules. */
  alignment: z.enum(alignmentStyles),
  /** A round outline of decorative modules; null for none. */
  round: roundStyleSchema.nullable(),
  /** Colours, for machines that print in colour. */
  paint: stylePaintSchema,
});
export type Style = Readonly<z.infer<typeof styleSchema>>;

const squareFinderShape: FinderShape = { corner: 'round', cornerModules: 0, corners: 'all' };

export const squareModules: ModuleStyle = {
  corner: 'round',
  cornerSize: 0,
  corners: 'all',
  fill: 1,
  join: 'all',
  innerFillet: 0,
  diagonal: 'gap',
  diagonalModules: 0,
};

/** Each unit by itself, with so much light between neighbours, in modules. */
export const partedModules = (modules: ModuleStyle, gapModules: number): ModuleStyle => ({
  ...modules,
  join: 'none',
  fill: Math.max(0.5, Math.floor((1 - gapModules) * 1000 + 1e-6) / 1000),
});

/** Plain squares, joined: what the standard draws. */
export const plainStyle: Style = {
  modules: squareModules,
  finders: [{ ring: squareFinderShape, centre: squareFinderShape }],
  alignment: 'solid',
  round: null,
  paint: plainPaint,
};
