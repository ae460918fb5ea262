/** Changes to an own profile until they are kept: they survive a reload, and are dropped on purpose only. */
import { computed, ref, watch } from 'vue';
import {
  pairDifferences,
  valueRows,
  withValue,
  type Origin,
  type OriginName,
  type PairValues,
  type ValueName,
} from '../../core/plan';
import { saveProfileSchema, type Profile, type SaveProfile } from '../../wire';
import { forget, recall, remember } from '../shared/browserStorage';
import type { ProfileEntry } from '../stores/profiles';

const keyOf = (id: string): string => `binarus.profile.${id}`;

const partsOf = ({ name, note, basedOn, pair }: Profile): SaveProfile => ({ name, note, basedOn, pair });

export function useProfileDraft(entry: () => ProfileEntry | undefined) {
  const draft = ref<SaveProfile | null>(null);
  const kept = computed(() => entry()?.own ?? null);

  watch(
    () => entry()?.id,
    (id) => {
      const parsed = id === undefined ? null : saveProfileSchema.safeParse(recall(localStorage, keyOf(id)));
      draft.value = parsed?.success && kept.value !== null ? parsed.data : null;
    },
    { immediate: true },
  );

  /** As it is being changed, or as it is. */
  const now = computed((): SaveProfile | null => draft.value ?? (kept.value && partsOf(kept.value)));

  function edit(change: Partial<SaveProfile>): void {
    if (now.value === null || kept.value === null) return;
    const next = { ...now.value, ...change };
    const isNew = JSON.stringify(next) !== JSON.stringify(partsOf(kept.value));
    draft.value = isNew ? next : null;
    if (isNew) remember(localStorage, keyOf(kept.value.id), next);
    else forget(localStorage, keyOf(kept.value.id));
  }
  const editPair = (change: Partial<PairValues>): void =>
    now.value === null ? undefined : edit({ pair: { ...now.value.pair, ...change } });
  const setValue = (name: ValueName, value: number): void =>
    now.value === null ? undefined : edit({ pair: withValue(now.value.pair, name, value) });

  function drop(): void {
    draft.value = null;
    if (kept.value !== null) forget(localStorage, keyOf(kept.value.id));
  }

  /** What is kept when the changes are: every changed value says whose it is. */
  function withOrigins(from: Origin['from'], how: string): SaveProfile | null {
    if (draft.value === null || kept.value === null) return null;
    const time = new Date().toISOString();
    const origins: Partial<Record<OriginName, Origin>> = { ...draft.value.pair.origins };
    for (const { name } of pairDifferences(kept.value.pair, draft.value.pair))
      origins[name] = { from, at: time, how };
    return { ...draft.value, pair: { ...draft.value.pair, origins } };
  }

  return {
    now,
    isChanged: computed(() => draft.value !== null),
    edit,
    editPair,
    setValue,
    drop,
    withOrigins,
  };
}

/** Names of the values that a part of a pair has. */
export const valuesOfPart = (part: 'material' | 'machine' | 'process'): ValueName[] =>
  (Object.keys(valueRows) as ValueName[]).filter((name) => valueRows[name].part === part);
