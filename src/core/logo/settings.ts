/** A logo in the job document: where it comes from, how large it is and what is cleared for it. */
import { z } from '../schema';

/** Content hash of an uploaded file. */
export const fileHashSchema = z.string().regex(/^[0-9a-f]{64}$/);
const fileName = z.string().max(200);

export const logoSourceSchema = z.discriminatedUnion('kind', [
  /** An SVG file. */
  z.strictObject({ kind: z.literal('drawing'), file: fileHashSchema, fileName }),
  /** A PNG file; other pictures become one before they are sent. */
  z.strictObject({ kind: z.literal('picture'), file: fileHashSchema, fileName }),
  z.strictObject({ kind: z.literal('icon'), icon: z.string().max(40) }),
  z.strictObject({ kind: z.literal('emoji'), emoji: z.string().min(1).max(16) }),
  z.strictObject({ kind: z.literal('text'), text: z.string().min(1).max(40) }),
]);
export type LogoSource = Readonly<z.infer<typeof logoSourceSchema>>;

export const knockOutShapes = ['box', 'rounded', 'circle', 'outline'] as const;

/**
 * How it comes about: modules are cleared for it; they draw it by themselves with the bits that the message leaves free; parts of them
 * draw it around a middle that stays; or bits first and parts for the rest.
 */
export const logoWays = ['knock-out', 'free-bits', 'half-tone', 'both'] as const;
export type LogoWay = (typeof logoWays)[number];

/** Whether modules draw it, without anything being cleared for it. */
export const isDrawnByModules = (logo: { readonly by: LogoWay } | null): boolean =>
  logo !== null && logo.by !== 'knock-out';

/** Whether free bits are chosen for it. */
export const isSteered = (logo: { readonly by: LogoWay } | null): boolean =>
  logo?.by === 'free-bits' || logo?.by === 'both';

/** Whether parts of modules follow it. */
export const isSplit = (logo: { readonly by: LogoWay } | null): boolean =>
  logo?.by === 'half-tone' || logo?.by === 'both';

/** What a brush says of the wishes for modules: they matter most, they do not matter, or they are as the picture has them. */
export const brushKinds = ['keep', 'free', 'plain'] as const;
export type BrushKind = (typeof brushKinds)[number];

/** A map that is brushed by hand has some ten strokes; more would only swell the document. */
export const mostStrokes = 100;
export const mostPoints = 400;

/** Places and radius in shares of the symbol's side, so that a stroke stays where it is in a larger version. */
export const strokeSchema = z.strictObject({
  as: z.enum(brushKinds),
  radius: z.number().min(0.002).max(0.25),
  points: z
    .array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
    .min(1)
    .max(mostPoints),
});
export type Stroke = Readonly<z.infer<typeof strokeSchema>>;

/** Where bits are that may be chosen. */
export const bitPlaces = ['filling', 'fragment', 'parameter'] as const;
export type BitPlace = (typeof bitPlaces)[number];

export const logoSchema = z.strictObject({
  /** Looks of house styles and templates from before say nothing of it. */
  by: z.enum(logoWays).default('knock-out'),
  source: logoSourceSchema,
  /** Words below it, as wide as it at most. */
  title: z.string().max(40),
  /** Longer side as a share of the symbol's side; over the whole of it where modules draw it. */
  share: z.number().min(0.04).max(1),
  /** In the middle, or its middle in modules from the symbol's upper left corner. */
  place: z.union([
    z.literal('middle'),
    z.strictObject({ columns: z.number().min(0).max(177), rows: z.number().min(0).max(177) }),
  ]),
  marginModules: z.number().min(0).max(4),
  knockOut: z.strictObject({
    shape: z.enum(knockOutShapes),
    /** Clears every module that it touches, so that no module is cut. */
    wholeModules: z.boolean(),
  }),
  ink: z.strictObject({
    /** Luma 0 to 1 below which colours become marks. */
    threshold: z.number().min(0.02).max(0.98),
    /** Light parts become marks instead of dark ones. */
    inverted: z.boolean(),
    /** Luma distance from the corners' colour within which a picture is ground; null keeps the ground. */
    groundTolerance: z.number().min(0).max(0.6).nullable(),
    /** Where the machine prints in colour: as it is, or in one ink like everything else. */
    keepsColours: z.boolean(),
  }),
  /** Where its free bits are: what fills the symbol behind the message, or digits behind an address. */
  bits: z.enum(bitPlaces).default('filling'),
  /** Where modules draw it; later strokes lie over earlier ones. */
  brush: z.array(strokeSchema).max(mostStrokes).default([]),
});
export type LogoSettings = Readonly<z.infer<typeof logoSchema>>;

/** How large one is to begin with: a picture of modules needs many of them. */
export const usualShare: Readonly<Record<LogoWay, number>> = {
  'knock-out': 0.2,
  'free-bits': 0.8,
  'half-tone': 0.8,
  both: 0.8,
};

/** Parts follow the whole picture: a ground that is taken away for a knock-out is light for them. */
const usualInk = (
  ink: LogoSettings['ink'],
  by: LogoWay,
  source: Pick<LogoSource, 'kind'>,
): LogoSettings['ink'] =>
  isSplit({ by }) && source.kind === 'picture' ? { ...ink, groundTolerance: null } : ink;

/** The logo by another way, at a size at which that works unless the one at hand does. */
export function withWay(logo: LogoSettings, by: LogoWay): LogoSettings {
  const isAlike = isDrawnByModules(logo) === isDrawnByModules({ by });
  return {
    ...logo,
    by,
    share: isAlike ? logo.share : usualShare[by],
    ink: isSplit(logo) ? logo.ink : usualInk(logo.ink, by, logo.source),
  };
}

/** Another logo in the same place: what was brushed concerned the one before. */
export const withSource = (logo: LogoSettings, source: LogoSource): LogoSettings => ({
  ...logo,
  source,
  ink: usualInk(logo.ink, logo.by, source),
  brush: [],
});

/** A logo to begin with: in the middle, half a module of margin, whole modules cleared. */
export const newLogo = (source: LogoSource, by: LogoWay = 'knock-out'): LogoSettings => ({
  by,
  source,
  title: '',
  share: usualShare[by],
  place: 'middle',
  marginModules: 0.5,
  knockOut: { shape: 'rounded', wholeModules: true },
  // A background that is part of the picture stays; taking it away is the owner's choice.
  ink: { threshold: 0.6, inverted: false, groundTolerance: null, keepsColours: true },
  bits: 'filling',
  brush: [],
});
