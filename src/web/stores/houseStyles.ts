/** The house styles, as the server has them. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { Look } from '../../core/job';
import type { HouseStyle } from '../../wire';
import { jsonOf } from '../shared/jsonFile';

/** Styles are large to understand; what does is loaded when it is needed. */
const api = () => import('../shared/lookApi');

export const useHouseStyles = defineStore('houseStyles', () => {
  const styles = shallowRef<readonly HouseStyle[]>([]);
  const problem = ref('');

  async function attempt<Result>(work: () => Promise<Result>): Promise<Result | null> {
    try {
      problem.value = '';
      const result = await work();
      styles.value = await (await api()).listHouseStyles();
      return result;
    } catch (error) {
      problem.value = (error as Error).message;
      return null;
    }
  }

  const load = (): Promise<null> => attempt(() => Promise.resolve(null));
  const save = (name: string, look: Look): Promise<HouseStyle | null> =>
    attempt(async () => (await api()).saveHouseStyle(name, look));
  const remove = (id: string): Promise<unknown> => attempt(async () => (await api()).removeHouseStyle(id));
  const assign = (collection: string, id: string | null): Promise<unknown> =>
    attempt(async () => (await api()).assignHouseStyle(collection, id));

  /** Takes in a style document; gives the style as it is kept. */
  const importFile = (file: File): Promise<HouseStyle | null> =>
    attempt(async () => (await api()).importHouseStyle(await jsonOf(file, 'style document')));

  const ofCollection = (collection: string | null): HouseStyle | null =>
    styles.value.find(({ collections }) => collection !== null && collections.includes(collection)) ?? null;

  return { styles, problem, load, save, remove, assign, importFile, ofCollection };
});
