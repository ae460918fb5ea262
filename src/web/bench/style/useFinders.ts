/** Finder patterns set alike or one by one: which is being set, and setting it. */
import { computed, ref, type ComputedRef } from 'vue';
import { mapFinders, type PerFinder } from '../../../core/artwork';

/** Place of the finder pattern that is set; -1 for all three. */
export type FinderPlace = -1 | 0 | 1 | 2;

export const finderPlaces = [
  { value: -1, label: 'alike' },
  { value: 0, label: 'upper left' },
  { value: 1, label: 'upper right' },
  { value: 2, label: 'lower left' },
] as const;

export interface FinderChoice<Entry> {
  readonly place: ComputedRef<FinderPlace>;
  /** The entry that is being set. */
  readonly finder: ComputedRef<Entry>;
  /** Makes them alike, after the first, or apart. */
  readonly choose: (chosen: FinderPlace) => void;
  /** All of them with the chosen one replaced. */
  readonly withFinder: (changed: Entry) => PerFinder<Entry>;
}

export function useFinders<Entry>(
  finders: () => PerFinder<Entry>,
  set: (finders: PerFinder<Entry>) => void,
): FinderChoice<Entry> {
  const last = ref<0 | 1 | 2>(0);
  const isEach = computed(() => finders().length === 3);
  return {
    place: computed(() => (isEach.value ? last.value : -1)),
    finder: computed(() => finders()[isEach.value ? last.value : 0] ?? finders()[0]),
    choose: (chosen) => {
      const [first] = finders();
      if (chosen >= 0) last.value = chosen as 0 | 1 | 2;
      if (chosen < 0 && isEach.value) set([first]);
      if (chosen >= 0 && !isEach.value) set([first, first, first]);
    },
    withFinder: (changed) =>
      mapFinders(finders(), (old, place) => (isEach.value && place !== last.value ? old : changed)),
  };
}
