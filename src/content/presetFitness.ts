/** The measured fitness of the styles that come with the program. */
import type { Style } from '../core/artwork';
import type { StyleFitness } from '../core/solving';
import measured from './presetFitness.json' with { type: 'json' };

/** Each shipped style as it was when it was measured, with what the readers made of it. */
export const measuredPresets = measured as unknown as Readonly<
  Record<string, { readonly style: Style; readonly fitness: StyleFitness }>
>;

export const presetFitness = (id: string): StyleFitness | null => measuredPresets[id]?.fitness ?? null;
