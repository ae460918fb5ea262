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

export const logoSchema = z.strictObject({
  source: logoSourceSchema,
  /** Words below it, as wide as it at most. */
  title: z.string().max(40),
  /** Longer side as a share of the symbol's side. */
  share: z.number().min(0.04).max(0.7),
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
});
export type LogoSettings = Readonly<z.infer<typeof logoSchema>>;

/** A logo to begin with: a fifth of the side in the middle, one module of margin, whole modules cleared. */
export const newLogo = (source: LogoSource): LogoSettings => ({
  source,
  title: '',
  share: 0.2,
  place: 'middle',
  marginModules: 0.5,
  knockOut: { shape: 'rounded', wholeModules: true },
  ink: { threshold: 0.6, inverted: false, groundTolerance: 0.15, keepsColours: true },
});
