/** Profiles to choose from: the shipped ones and the owner's, as the server has them. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { pairs } from '../../content';
import { pairOf, valuesOf, type Pair, type PairValues } from '../../core/plan';
import {
  parseProfileDocument,
  profileListSchema,
  profileSchema,
  type Profile,
  type SaveProfile,
} from '../../wire';
import { jsonOf } from '../shared/jsonFile';
import { madeOnce } from '../shared/madeOnce';
import { answerOf, ApiProblem, get, jsonRequest, put, request, send } from '../shared/http';

const base = '/api/profiles';

/** A profile, shipped or own. */
export interface ProfileEntry {
  readonly id: string;
  readonly name: string;
  readonly pair: Pair;
  /** What is kept of it; null for shipped ones. */
  readonly own: Profile | null;
}

const shippedEntries: readonly ProfileEntry[] = pairs.map((pair) => ({
  id: pair.profile,
  name: pair.material.name,
  pair,
  own: null,
}));

export const useProfiles = defineStore('profiles', () => {
  const ownProfiles = shallowRef<readonly Profile[]>([]);
  const problem = ref('');
  let loaded: Promise<void> | null = null;

  const entries = computed((): readonly ProfileEntry[] => [
    ...ownProfiles.value.map((profile) => ({
      id: profile.id,
      name: profile.name,
      pair: pairOf(profile.pair),
      own: profile,
    })),
    ...shippedEntries,
  ]);
  const find = (id: string): ProfileEntry | undefined => entries.value.find((entry) => entry.id === id);

  async function refresh(): Promise<void> {
    ownProfiles.value = (await get(base, profileListSchema)).profiles;
  }

  /** Null when it did not work; `problem` says why. */
  async function attempt<Result>(work: () => Promise<Result>): Promise<Result | null> {
    try {
      problem.value = '';
      const result = await work();
      await refresh();
      return result;
    } catch (error) {
      problem.value = (error as Error).message;
      return null;
    }
  }

  /** Once; a failure is tried again the next time. */
  const load = (): Promise<void> =>
    (loaded ??= refresh().catch((error: unknown) => {
      problem.value = (error as Error).message;
      loaded = null;
    }));
  const add = (profile: SaveProfile): Promise<Profile | null> =>
    attempt(() =>
      madeOnce('profile', profile, (id) => send('POST', base, { ...profile, id }, profileSchema)),
    );
  /** What was sent of each without an answer: the server may have kept it. */
  const unanswered = new Map<string, string>();
  const markOf = (id: string, { name, note, basedOn, pair }: SaveProfile): string =>
    JSON.stringify([name, note, basedOn, valuesOf(pairOf({ ...pair, profile: id }))]);
  /** On top of what is known here of it. */
  async function putOn(id: string, profile: SaveProfile): Promise<Profile> {
    const known = find(id)?.own?.savedAt;
    const kept = await put(`${base}/${id}`, profile, known === undefined ? null : `"${known}"`);
    const saved = await answerOf(kept, profileSchema);
    unanswered.delete(id);
    return saved;
  }
  /** In place of what is known here of it; what another window kept meanwhile is shown first. */
  const change = (id: string, profile: SaveProfile): Promise<Profile | null> =>
    attempt(async () => {
      const before = unanswered.get(id);
      unanswered.set(id, markOf(id, profile));
      try {
        return await putOn(id, profile);
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.status !== 412) throw error;
        await refresh();
        const there = find(id)?.own;
        // It is what this window sent before: this comes on top of it.
        if (there && markOf(id, there) === before) return putOn(id, profile);
        throw new Error(
          `${error.message} Your changes are still here: keep them again to put them in its place, or drop them to see it.`,
        );
      }
    });
  const remove = (id: string): Promise<true | null> =>
    attempt(async () => {
      await request(`${base}/${id}`, jsonRequest('DELETE', {}));
      return true as const;
    });

  /** Takes in a profile document; gives the profile as it is kept. */
  const importFile = (file: File): Promise<Profile | null> =>
    attempt(async () => {
      const parsed = parseProfileDocument(await jsonOf(file, 'profile document'));
      if ('problems' in parsed)
        throw new Error(`This is not a profile document. ${parsed.problems.slice(0, 3).join(' ')}`);
      const { profile } = parsed;
      return send('POST', base, { ...profile, name: freeName(profile.name) }, profileSchema);
    });

  /** The name, with a number where another profile has it. */
  function freeName(name: string): string {
    const names = new Set(ownProfiles.value.map((profile) => profile.name));
    let free = name;
    for (let number = 2; names.has(free); number++) free = `${name.slice(0, 72)} (${number})`;
    return free;
  }

  /** The values of all, as plain data for a worker. */
  const plainPairs = (): PairValues[] =>
    JSON.parse(JSON.stringify(entries.value.map(({ pair }) => valuesOf(pair)))) as PairValues[];

  return {
    plainPairs,
    own: ownProfiles,
    problem,
    entries,
    find,
    load,
    add,
    change,
    remove,
    importFile,
    freeName,
  };
});
