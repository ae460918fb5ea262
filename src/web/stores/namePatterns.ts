/** What files of each collection are called, as the server has it. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { usualPattern } from '../../core/output';
import { namePatternListSchema, type NamePattern } from '../../wire';
import { get, jsonRequest, request } from '../shared/http';
import { useAttempt } from '../shared/useAttempt';

const base = '/api/name-patterns';

export const useNamePatterns = defineStore('namePatterns', () => {
  const patterns = shallowRef<readonly NamePattern[]>([]);
  const { problem, attempt } = useAttempt();
  const isLoaded = ref(false);

  const load = (): Promise<void> =>
    attempt(async () => {
      if (isLoaded.value) return;
      patterns.value = (await get(base, namePatternListSchema)).patterns;
      isLoaded.value = true;
    });
  const of = (collection: string): string =>
    patterns.value.find((entry) => entry.collection === collection)?.pattern ?? usualPattern;
  const keep = (collection: string, pattern: string): Promise<void> =>
    attempt(async () => {
      await request(base, jsonRequest('PUT', { collection, pattern }));
      patterns.value = [
        ...patterns.value.filter((entry) => entry.collection !== collection),
        { collection, pattern },
      ];
    });
  return { problem, load, of, keep };
});
