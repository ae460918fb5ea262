/** The document at hand of a screen or a store: one after the other, each with a saver of its own. */
import {
  computed,
  getCurrentScope,
  onScopeDispose,
  shallowRef,
  type ComputedRef,
  type ShallowRef,
} from 'vue';
import { DocumentSaver, openingOf, type SaverNews } from './documentSaver';
import type { SavedKind, Saving, ServerVersion } from './saving';

export interface SavedDocument<Document extends object, Saved> {
  /** Null until one is open. */
  readonly saver: Readonly<ShallowRef<DocumentSaver<Document, Saved> | null>>;
  readonly document: ComputedRef<Document | null>;
  readonly isSaved: ComputedRef<boolean>;
  readonly saving: Saving;
  /** Null when another was asked for meanwhile. Rejects with a sentence when it cannot be opened. */
  readonly open: (
    id: string,
    known?: ServerVersion<Document, Saved>,
  ) => Promise<DocumentSaver<Document, Saved> | null>;
  /** Nothing is at hand any more; what is not saved is sent. */
  readonly close: () => void;
}

export function useSavedDocument<Document extends object, Saved>(
  kind: SavedKind<Document, Saved>,
  news: SaverNews<Document, Saved> = {},
): SavedDocument<Document, Saved> {
  const saver = shallowRef<DocumentSaver<Document, Saved> | null>(null);
  const state = computed(() => saver.value?.state.value ?? 'saved');
  let opening = 0;

  function put(next: DocumentSaver<Document, Saved> | null): void {
    void saver.value?.close();
    saver.value = next;
  }
  function close(): void {
    opening++;
    put(null);
  }
  if (getCurrentScope() !== undefined) onScopeDispose(close);

  return {
    saver,
    document: computed(() => saver.value?.document.value ?? null),
    isSaved: computed(() => state.value === 'saved'),
    saving: {
      state,
      why: computed(() => saver.value?.why.value ?? ''),
      saveNow: async () => saver.value?.saveNow(),
      takeTheirs: () => saver.value?.takeTheirs(),
      keepMine: async () => saver.value?.keepMine(),
    },
    open: async (id, known) => {
      const mine = ++opening;
      const found = await openingOf(kind, id, known);
      if (mine !== opening) return null;
      const next = new DocumentSaver(kind, id, found, news);
      put(next);
      return next;
    },
    close,
  };
}

/** Of a screen that shows much more than the document: it is loaded anew with the one of another window. */
export const withReload = (saving: Saving): Saving => ({
  ...saving,
  takeTheirs: () => {
    saving.takeTheirs();
    location.reload();
  },
});
