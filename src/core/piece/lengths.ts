/** Lengths, places and colours that the parts of a piece share. Millimetres, degrees; Y grows downwards. */
import { z } from '../schema';

export const sizeMm = z.number().min(1).max(5000);
export const distanceMm = z.number().min(0).max(500);
export const colour = z.string().regex(/^#[0-9a-f]{6}$/i);
export const degrees = z.number().min(-360).max(360);
export const partIdSchema = z.string().min(1).max(40);
export const codeIdSchema = partIdSchema;

/** Along one axis: in the middle of the piece, or the near edge of the thing from the near edge of the piece. */
export const axisSchema = z.union([z.literal('middle'), z.number().min(-5000).max(5000)]);
export type Axis = z.infer<typeof axisSchema>;

/** What things are placed on. */
export interface SheetSize {
  readonly widthMm: number;
  readonly heightMm: number;
}
