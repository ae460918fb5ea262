/** The measured fitness of the styles that come with the program. */
import type { Style } from '../../../core/artwork';
import measured from '../../../core/presetFitness.json' with { type: 'json' };
import type { StyleFitness } from '../../../core/styleFitness';

const entries = measured as unknown as Readonly<
  Record<string, { readonly style: Style; readonly fitness: StyleFitness }>
>;

export const presetFitness = (id: string): StyleFitness | null => entries[id]?.fitness ?? null;
