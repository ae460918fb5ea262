/**
 * A document that is kept with a job. What was changed is in the browser until the server has it, so that neither a reload, a
 * crash nor a server that is gone loses it.
 */
import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import type { z } from '../../core/schema';
import { forget, recall, remember } from './browserStorage';
import type { Attempts } from './useAttempt';

export interface JobDocument<Document> {
  readonly document: ShallowRef<Document | null>;
  readonly isSaved: Ref<boolean>;
  /** Takes up what this browser kept and the server has not, or else what it has; null where there is neither. */
  readonly begin: (kept: Document | null) => Document | null;
  /** Changes it; after a pause it is kept, and `then` is done. */
  readonly set: (next: Document, then?: () => void) => void;
  /** Saves at once what waits to be saved; rejects where the server does not take it. */
  readonly saved: () => Promise<void>;
}

interface Keeping<Document> {
  /** In the browser. */
  readonly key: string;
  readonly schema: z.ZodType<Document>;
  readonly keep: (document: Document) => Promise<void>;
  readonly attempt: Attempts['attempt'];
}

/** After the last change. */
const pauseMs = 350;

export function useJobDocument<Document extends object>({
  key,
  schema,
  keep,
  attempt,
}: Keeping<Document>): JobDocument<Document> {
  const document = shallowRef(null) as ShallowRef<Document | null>;
  const isSaved = ref(true);
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function saveNow(): Promise<void> {
    const own = document.value;
    if (own === null) return;
    await keep(JSON.parse(JSON.stringify(own)) as Document);
    if (document.value !== own) return;
    isSaved.value = true;
    forget(localStorage, key);
  }
  const save = (): Promise<void> => attempt(saveNow);
  function saveSoon(then?: () => void): void {
    isSaved.value = false;
    clearTimeout(timer);
    timer = setTimeout(() => {
      void save();
      then?.();
    }, pauseMs);
  }

  onScopeDispose(() => {
    if (isSaved.value) return;
    clearTimeout(timer);
    void save();
  });

  return {
    document,
    isSaved,
    saved: async () => {
      if (!isSaved.value) await saveNow();
    },
    begin: (kept) => {
      const draft = schema.safeParse(recall(localStorage, key));
      document.value = draft.success ? draft.data : kept;
      if (draft.success) saveSoon();
      return document.value;
    },
    set: (next, then) => {
      document.value = next;
      remember(localStorage, key, next);
      saveSoon(then);
    },
  };
}
