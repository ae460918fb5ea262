/** A logo that modules draw by themselves: what each module is to be, and how much it matters. */
import type { Wishes } from '../symbol';
import { brushed } from './brush';
import { sharesOf, type PutLogo } from './knockOut';
import type { Stroke } from './settings';

/** A module that is half and half matters least; one at an edge of the picture the most (from memory, by looking). */
const [leastWeight, clearWeight, edgeWeight] = [40, 90, 120];
/** What is brushed to be kept comes before all else. */
const keptWeight = 255;

/**
 * Of a symbol of `size` modules a side: dark under what is marked, light in what is kept free for it, no matter elsewhere and where that was
 * brushed.
 */
export function wishesOfLogo(
  { ink, knockOut }: Pick<PutLogo, 'ink' | 'knockOut'>,
  size: number,
  strokes: readonly Stroke[] = [],
): Wishes {
  const kinds = brushed(strokes, size);
  const inks = sharesOf(ink, size, 1);
  const fields = sharesOf(knockOut, size, 1);
  const wanted = new Int8Array(size * size).fill(-1);
  const weight = new Uint8Array(size * size);
  for (let module = 0; module < wanted.length; module++)
    if (kinds[module] !== 'free' && (fields[module]! > 0.5 || inks[module]! > 0.5))
      wanted[module] = inks[module]! >= 0.5 ? 1 : 0;
  for (let module = 0; module < wanted.length; module++) {
    if (wanted[module]! < 0) continue;
    const x = module % size;
    const beside = [
      ...(x > 0 ? [module - 1] : []),
      ...(x < size - 1 ? [module + 1] : []),
      module - size,
      module + size,
    ];
    const isEdge = beside.some((other) => (wanted[other] ?? -1) >= 0 && wanted[other] !== wanted[module]);
    weight[module] =
      kinds[module] === 'keep'
        ? keptWeight
        : leastWeight + clearWeight * Math.abs(2 * inks[module]! - 1) + (isEdge ? edgeWeight : 0);
  }
  return { wanted, weight };
}
