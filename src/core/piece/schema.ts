/** The piece in the job document. Lengths in millimetres, angles in degrees, Y grows downwards. */
import { z } from '../schema';
import { holeSchema } from './holes';
import { itemSchema } from './items';
import { sizeMm } from './lengths';
import { offsetSchema, outlineSchema, roundCorners } from './outline';
import { standSchema } from './stand';

export const shadowSchema = z.strictObject({
  rightMm: z.number().min(-20).max(20),
  downMm: z.number().min(-20).max(20),
  blurMm: z.number().min(0).max(10),
  opacity: z.number().min(0.05).max(1),
});
export type ShadowSettings = Readonly<z.infer<typeof shadowSchema>>;

/** What the piece is put around: a bottle, a mug, a pole; a cone has two diameters. */
export const bendSchema = z.strictObject({
  /** Which of its sides goes around. */
  around: z.enum(['width', 'height']),
  /** At the upper or left end of the piece. */
  diameterMm: z.number().min(5).max(100_000),
  /** At the other end; the same of a cylinder. */
  otherDiameterMm: z.number().min(5).max(100_000),
});
export type BendSettings = Readonly<z.infer<typeof bendSchema>>;

export const pieceSchema = z.strictObject({
  widthMm: sizeMm,
  heightMm: sizeMm,
  outline: outlineSchema,
  /** The outline is drawn this much further out or in; width and height are those of the result. */
  offset: offsetSchema,
  holes: z.array(holeSchema).max(40),
  items: z.array(itemSchema).max(60),
  /** How far printed grounds and borders go beyond the cut line. */
  bleedMm: z.number().min(0).max(20),
  /** Least distance of words and pictures from the cut line. */
  safeMm: z.number().min(0).max(50),
  /** Under words, pictures and frames, on machines that print colours. */
  shadow: shadowSchema.nullable(),
  stand: standSchema.nullable(),
  /** Null for a piece that stays flat. */
  bend: bendSchema.nullable(),
  /** What `{serial}` stands for. */
  serial: z.string().max(40),
});
export type PieceSettings = Readonly<z.infer<typeof pieceSchema>>;

/** A bare rectangle. */
export function plainPiece(widthMm: number, heightMm: number, cornerRadiusMm = 0): PieceSettings {
  return {
    widthMm,
    heightMm,
    outline: { kind: 'rectangle', corners: roundCorners(cornerRadiusMm) },
    offset: { mm: 0, corner: 'round' },
    holes: [],
    items: [],
    bleedMm: 0,
    safeMm: 0,
    shadow: null,
    stand: null,
    bend: null,
    serial: '',
  };
}
