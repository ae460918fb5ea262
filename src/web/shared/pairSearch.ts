/** Profiles found by what people call the things that are made of them. */
import { alsoCalled } from '../../content';
import { machineKinds, materialFamilies } from '../../core/plan';
import type { ProfileEntry } from '../stores/profiles';
import { folded, wordsOf } from '../../core/order';

function searchText({ name, pair: { material, machine } }: ProfileEntry): string {
  const parts = [name, material.name, materialFamilies[material.family].name, machine.name, machine.short];
  return folded([...parts, machineKinds[machine.kind].name, ...alsoCalled(material.id)].join('\n'));
}

/** Those that have every word, in their order; what was used lately comes first, and the owner's before the shipped. */
export function foundProfiles(
  entries: readonly ProfileEntry[],
  typed: string,
  recent: readonly string[] = [],
): ProfileEntry[] {
  const words = wordsOf(typed);
  const place = ({ id }: ProfileEntry): number => {
    const index = recent.indexOf(id);
    return index < 0 ? recent.length : index;
  };
  return entries
    .filter((entry) => {
      const text = searchText(entry);
      return words.every((word) => text.includes(word));
    })
    .sort((a, b) => place(a) - place(b) || Number(a.own === null) - Number(b.own === null));
}
