/** The document of a test piece: what lies on it and where, so that a photograph of it can be read at any time later. Lengths in millimetres. */
import { verdicts } from '../finding';
import { pairKind } from '../plan';
import { z } from '../schema';

/** Characters that are told apart when they are read aloud or engraved small. */
export const idLetters = 'ACDEFGHJKLMNPQRTUVWXY34679';
export const couponIdSchema = z.string().regex(new RegExp(`^[${idLetters}]{5}$`));

/** What is set at a laser. */
const settingSchema = z.strictObject({
  /** Of its full power. */
  powerPercent: z.number().min(1).max(100),
  speedMmPerS: z.number().min(0.1).max(20_000),
});
export type LaserSetting = Readonly<z.infer<typeof settingSchema>>;

const patchSchema = z.strictObject({
  /** In the message of its code. */
  number: z.int().min(0).max(99),
  /** `anchor` tells where the piece lies in a photograph; the others are made to be measured. */
  role: z.enum(['anchor', 'size', 'growth', 'power']),
  /** Of the code without its quiet zone, as it is seen. */
  xMm: z.number(),
  yMm: z.number(),
  moduleMm: z.number().positive(),
  /** How far its marks are drawn in on every edge. */
  drawnInMm: z.number(),
  /** Light and dark turned round. */
  reversed: z.boolean(),
  /** Null for what is made as the machine is set. */
  setting: settingSchema.nullable(),
  /** What is written under it. */
  label: z.string().max(20),
});
export type Patch = Readonly<z.infer<typeof patchSchema>>;

export const couponKinds = ['sizes', 'power'] as const;

export const currentCouponVersion = 1;

export const couponSchema = z.strictObject({
  format: z.literal('binarus-coupon'),
  formatVersion: z.literal(currentCouponVersion),
  id: couponIdSchema,
  /** When it was laid out, ISO 8601. */
  at: z.iso.datetime(),
  /** Module sizes with graded growth, or one size with graded power and speed. */
  kind: z.enum(couponKinds),
  pair: pairKind.anySchema,
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
  patches: z.array(patchSchema).min(5).max(100),
});
export type Coupon = Readonly<z.infer<typeof couponSchema>>;

/** What the code of a patch says; short enough for version 1. */
export const patchMessage = (id: string, number: number): string =>
  `${id} ${String(number).padStart(2, '0')}`;

/** Of which test piece, and which patch, a message is; null for any other text. */
export function patchOfMessage(text: string): { readonly id: string; readonly number: number } | null {
  const [id, number, ...more] = text.split(' ');
  return more.length === 0 && couponIdSchema.safeParse(id).success && /^\d\d$/.test(number ?? '')
    ? { id: id!, number: Number(number) }
    : null;
}

/** What a photograph says of one patch. */
export const patchReadingSchema = z.strictObject({
  number: z.int().min(0).max(99),
  pixelsPerModule: z.number().min(0),
  /** So many views of it were shown to each reader; 0 where the picture has too few pixels to say anything. */
  views: z.int().min(0).max(100),
  readers: z
    .array(z.strictObject({ name: z.string().max(60), votes: z.boolean(), read: z.int().min(0) }))
    .max(12),
  /** Null where nothing can be said. */
  verdict: z.enum(verdicts).nullable(),
  /** Share of the views that the slowest voting reader read. */
  leastShare: z.number().min(0).max(1),
  /** By how much marks came out larger on each edge than they were meant; null where that cannot be measured. */
  residualMm: z.number().nullable(),
  /** Between the patch's dark and light, as linear light beside that of the lighter; 0 to 1. */
  contrast: z.number().min(0).max(1),
});
export type PatchReading = Readonly<z.infer<typeof patchReadingSchema>>;
