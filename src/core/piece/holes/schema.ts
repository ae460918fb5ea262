/** Holes in the job document. */
import { z } from '../../schema';
import { axisSchema, partIdSchema } from '../lengths';
import { screwIds } from './screws';

export const holePatterns = ['one', 'two-across', 'two-down', 'corners'] as const;
export const holeFits = ['fine', 'medium', 'coarse'] as const;
export const holeSchema = z.strictObject({
  id: partIdSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('screw'), screw: z.enum(screwIds), fit: z.enum(holeFits) }),
    z.strictObject({ kind: z.literal('round'), diameterMm: z.number().min(0.3).max(500) }),
    /** Ends are half circles; the length is over all. */
    z.strictObject({
      kind: z.literal('slot'),
      lengthMm: z.number().min(0.5).max(1000),
      widthMm: z.number().min(0.3).max(500),
      upright: z.boolean(),
    }),
  ]),
  pattern: z.enum(holePatterns),
  /** Middle of the first hole from the left and upper edges; the others mirror it. */
  xMm: axisSchema,
  yMm: axisSchema,
  /** Free distance from the hole's edge to the code and to everything else. */
  keepOutMm: z.number().min(0).max(100),
});
export type HoleSettings = Readonly<z.infer<typeof holeSchema>>;
