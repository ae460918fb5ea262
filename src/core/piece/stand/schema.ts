/** The base of a standing piece in the job document. */
import { z } from '../../schema';
import { distanceMm } from '../lengths';

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
