/** True pictures of pieces, made when their rows come into view and kept while the page lives. */
import { ref, watchEffect, type Ref } from 'vue';
import type { Job } from '../../core/job';
import type { PiecePicture } from '../../engine';
import { useEngine } from '../shared/engine';
import type { JobSummary } from '../../wire';

const made = new Map<string, Promise<PiecePicture | null>>();
const mostKept = 400;

/** Rows that come into view together ask together: one request for all of them. */
const askedTogether = 50;
const waitMs = 20;
let asking: { readonly ids: Set<string>; readonly documents: Promise<ReadonlyMap<string, Job>> } | null =
  null;

function documentOf(id: string): Promise<Job | undefined> {
  if (asking === null || asking.ids.size >= askedTogether) {
    const ids = new Set<string>();
    asking = { ids, documents: fetchTogether(ids) };
  }
  asking.ids.add(id);
  return asking.documents.then((documents) => documents.get(id));
}

async function fetchTogether(ids: ReadonlySet<string>): Promise<ReadonlyMap<string, Job>> {
  await new Promise((resolve) => setTimeout(resolve, waitMs));
  if (asking?.ids === ids) asking = null;
  const { fetchDocuments } = await import('../shared/api');
  return new Map((await fetchDocuments([...ids])).map(({ id, document }) => [id, document]));
}

async function make(id: string): Promise<PiecePicture | null> {
  const document = await documentOf(id);
  if (document === undefined) return null;
  const picture = await useEngine().desk.picture(document);
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
        make(id).catch(() => {
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
