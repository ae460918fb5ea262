/** Where a code lies, in the job document. */
import { z } from '../../schema';
import { axisSchema, degrees, sizeMm } from '../lengths';

export const codePlacementSchema = z.strictObject({
  /** Width of the code without its quiet zone. */
  widthMm: sizeMm,
  /** Of the upright box around the code, without its quiet zone. */
  xMm: axisSchema,
  yMm: axisSchema,
  turnDegrees: degrees,
});
export type CodePlacement = Readonly<z.infer<typeof codePlacementSchema>>;

/** A code of a width in the middle of the piece. */
export const centredCode = (widthMm: number): CodePlacement => ({
  widthMm,
  xMm: 'middle',
  yMm: 'middle',
  turnDegrees: 0,
});
