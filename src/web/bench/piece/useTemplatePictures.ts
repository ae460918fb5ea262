/** Small pictures of templates, null for one that cannot be drawn, drawn one after the other off the page's thread. */
import { onBeforeUnmount, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../../core/job';
import type { PiecePicture } from '../../../engine';
import { useEngine } from '../../shared/engine';

/** Drawn once for the life of the page: a template under an id does not change, one's own are drawn by their content. */
const drawn = new Map<string, PiecePicture | null>();

export function useTemplatePictures(
  offers: Ref<readonly { readonly id: string; readonly job: Job }[]>,
): ShallowRef<ReadonlyMap<string, PiecePicture | null>> {
  const pictures = shallowRef<ReadonlyMap<string, PiecePicture | null>>(new Map());
  let isGone = false;

  async function drawAll(list: readonly { readonly id: string; readonly job: Job }[]): Promise<void> {
    for (const { id, job } of list) {
      const key = JSON.stringify(job);
      // One that cannot be drawn has none; the others have theirs, and it is tried again when the page is opened again.
      const picture =
        drawn.get(key) ??
        (await useEngine()
          .desk.picture(job)
          .catch(() => null));
      drawn.set(key, picture);
      if (isGone || offers.value !== list) return;
      pictures.value = new Map([...pictures.value, [id, picture]]);
    }
  }

  watch(offers, (list) => void drawAll(list), { immediate: true });
  onBeforeUnmount(() => (isGone = true));
  return pictures;
}
