/**
 * Changes of the link at hand, saved as every document is (shared/saving), field by field: one that the server refuses stays
 * where it was typed and does not hold up the others.
 */
import { computed, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue';
import type { Link } from '../../core/links';
import type { SavedLink } from '../../wire';
import { DocumentSaver, openingOf } from '../shared/saving/documentSaver';
import { linkVersion, savedLink } from '../shared/saving/kinds/link';
import type { Saving } from '../shared/saving/saving';
import { useSavedDocument } from '../shared/saving/useSavedDocument';

export interface LinkChanges extends Saving {
  /** The link at hand with what is not saved yet. */
  readonly shown: ComputedRef<SavedLink | null>;
  /** The revision of another window, while somebody has to choose. */
  readonly otherRevision: ComputedRef<number | null>;
  /** What the server refused last, and why, so that it can be mended where it was typed; until the next change. */
  readonly refused: Readonly<ShallowRef<{ readonly part: Partial<Link>; readonly why: string } | null>>;
  /** Resolves when it was tried; never rejects. */
  readonly change: (part: Partial<Link>) => Promise<void>;
}

export function useLinkChanges(
  chosen: ShallowRef<SavedLink | null>,
  put: (saved: SavedLink) => void,
): LinkChanges {
  const refused: LinkChanges['refused'] & ShallowRef = shallowRef(null);
  const { saver, document, saving, open, close } = useSavedDocument<Link, SavedLink>(savedLink, {
    saved: put,
    refused: (part, why) => {
      refused.value = { part: { ...refused.value?.part, ...part }, why };
    },
  });
  let opening: Promise<DocumentSaver<Link, SavedLink> | null> = Promise.resolve(null);

  watch(
    () => chosen.value?.id,
    (id) => {
      refused.value = null;
      if (id === undefined) close();
      else opening = open(id, linkVersion(chosen.value!));
    },
    { immediate: true },
  );
  // What another window saved is taken over with its revision.
  watch(
    () => saver.value?.adopted.value,
    (saved) => saved && put(saved),
    { flush: 'sync' },
  );

  return {
    ...saving,
    shown: computed(() => {
      const [link, changed] = [chosen.value, document.value];
      return link === null || changed === null || saver.value?.id !== link.id
        ? link
        : { ...link, link: changed };
    }),
    otherRevision: computed(() => saver.value?.theirs.value?.saved.revision ?? null),
    refused,
    change: async (part) => {
      const link = chosen.value;
      if (link === null) return;
      refused.value = null;
      const opened = saver.value?.id === link.id ? saver.value : await opening;
      // Another link may be at hand before this one is open.
      const of = opened ?? new DocumentSaver(savedLink, link.id, await openingOf(savedLink, link.id));
      of.edit({ ...of.document.value!, ...part });
      await (opened === null ? of.close() : of.saveNow());
    },
  };
}
