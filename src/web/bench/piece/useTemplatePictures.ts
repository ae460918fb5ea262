/** Small pictures of templates, drawn one after the other off the page's thread. */
import { onBeforeUnmount, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../../core/job';
import type { PiecePicture } from '../../../engine';
import { useAttempt } from '../../shared/useAttempt';
import { useEngine } from '../../shared/engine';

/** Drawn once for the life of the page: a template under an id does not change, one's own are drawn by their content. */
const drawn = new Map<string, PiecePicture>();

export function useTemplatePictures(
  offers: Ref<readonly { readonly id: string; readonly job: Job }[]>,
): ShallowRef<ReadonlyMap<string, PiecePicture>> {
  const pictures = shallowRef<ReadonlyMap<string, PiecePicture>>(new Map());
  const { attempt } = useAttempt();
  let isGone = false;

  async function drawAll(list: readonly { readonly id: string; readonly job: Job }[]): Promise<void> {
    for (const { id, job } of list) {
      const key = JSON.stringify(job);
      // One that cannot be drawn has no picture; the others have theirs.
      if (!drawn.has(key))
        await attempt(async () => void drawn.set(key, await useEngine().desk.picture(job)));
      if (isGone || offers.value !== list) return;
      const picture = drawn.get(key);
      if (picture !== undefined) pictures.value = new Map([...pictures.value, [id, picture]]);
    }
  }

  watch(offers, (list) => void drawAll(list), { immediate: true });
  onBeforeUnmount(() => (isGone = true));
  return pictures;
}
