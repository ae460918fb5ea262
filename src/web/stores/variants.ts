/** Up to six looks of one job beside each other; kept in this browser until they are dropped. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { z } from '../../core/schema';
import { lookSchema, type Look, lookKey } from '../../core/job';
import { recall, remember } from '../shared/browserStorage';

export const mostVariants = 6;
const keyOf = (id: string): string => `binarus.variants.${id}`;
const keptSchema = z.array(lookSchema).max(mostVariants);

export const useVariants = defineStore('variants', () => {
  const jobId = ref('');
  const looks = shallowRef<readonly Look[]>([]);

  function open(id: string): void {
    if (jobId.value === id) return;
    jobId.value = id;
    const kept = keptSchema.safeParse(recall(localStorage, keyOf(id)));
    looks.value = kept.success ? kept.data : [];
  }

  function replace(next: readonly Look[]): void {
    looks.value = next;
    remember(localStorage, keyOf(jobId.value), next);
  }

  /** Puts a look beside the others; false when it is there already or there are six. */
  function add(look: Look): boolean {
    const isThere = looks.value.some((other) => lookKey(other) === lookKey(look));
    if (isThere || looks.value.length >= mostVariants) return false;
    replace([...looks.value, look]);
    return true;
  }

  const drop = (index: number): void => replace(looks.value.filter((_, place) => place !== index));

  return { looks, open, add, drop };
});
