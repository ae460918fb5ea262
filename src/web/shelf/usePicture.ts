/** True pictures of pieces, made when their rows come into view and kept while the page lives. */
import { ref, watchEffect, type Ref } from 'vue';
import type { JobSummary } from '../../wire';
import type { PiecePicture } from '../../engine';
import { useEngine } from '../shared/engine';

const made = new Map<string, Promise<PiecePicture | null>>();
const mostKept = 400;

async function make(id: string, revision: number): Promise<PiecePicture | null> {
  const { fetchRevision } = await import('../shared/api');
  const picture = await useEngine().desk.picture(await fetchRevision(id, revision));
  return picture.code === null ? null : picture;
}

/** Null until it is made, and for jobs that give no symbol. */
export function usePicture(job: () => JobSummary): Ref<PiecePicture | null> {
  const picture = ref<PiecePicture | null>(null);
  watchEffect(async () => {
    const { id, revision } = job();
    const key = `${id} ${revision}`;
    if (!made.has(key)) {
      if (made.size >= mostKept) made.delete(made.keys().next().value!);
      made.set(
        key,
        make(id, revision).catch(() => {
          // It may be there when the row comes into view again.
          made.delete(key);
          return null;
        }),
      );
    }
    const done = await made.get(key)!;
    if (job().id === id && job().revision === revision) picture.value = done;
  });
  return picture;
}
