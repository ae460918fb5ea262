/** The list of links, the one at hand and where it stands. Changes are saved one by one, each as a revision (useLinkChanges.ts). */
import { watchDebounced } from '@vueuse/core';
import { ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { linkAddress, type Link } from '../../core/links';
import type { CreateLink, LinkList, LinkPiece, LinkRevision, LinkSettings, SavedLink } from '../../wire';
import {
  closeToPublic,
  createLink,
  fetchLink,
  fetchLinkPieces,
  fetchLinkRevisions,
  fetchLinks,
  openToPublic,
  removeLink,
  saveLinkSettings,
} from '../shared/linksApi';
import { useAttempt } from '../shared/useAttempt';
import { useNewest } from '../shared/useNewest';
import { useLinkChanges, type LinkChanges } from './useLinkChanges';

export interface LinksAtHand {
  readonly problem: Ref<string>;
  /** As many as are shown, of those that match. */
  readonly list: ShallowRef<LinkList | null>;
  readonly find: Readonly<Ref<string>>;
  readonly search: (words: string) => void;
  readonly more: () => Promise<void>;
  /** With what is not saved yet. */
  readonly own: ComputedRef<SavedLink | null>;
  readonly changes: LinkChanges;
  readonly revisions: ShallowRef<readonly LinkRevision[]>;
  readonly pieces: ShallowRef<readonly LinkPiece[]>;
  /** The whole address of a slug; the slug alone as long as there is no base. */
  readonly addressOf: (slug: string) => string;
  readonly pick: (id: string) => void;
  readonly create: (wish: CreateLink) => Promise<void>;
  readonly change: (part: Partial<Link>) => Promise<void>;
  readonly remove: () => Promise<void>;
  readonly set: (part: Partial<LinkSettings>) => Promise<void>;
  readonly setPublicAccess: (isOpen: boolean) => Promise<void>;
  readonly lookAgain: () => Promise<void>;
}

export const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
const linksAtOnce = 100;
const patienceMs = 1000;

export function useLinks(first: string, picked: (id: string) => void): LinksAtHand {
  const { problem, attempt } = useAttempt();
  const list = shallowRef<LinkList | null>(null);
  const find = ref('');
  const chosen = shallowRef<SavedLink | null>(null);
  const revisions = shallowRef<readonly LinkRevision[]>([]);
  const pieces = shallowRef<readonly LinkPiece[]>([]);

  const asked = useNewest();
  /** The first of them, or as many more as were shown. */
  async function load(count = linksAtOnce): Promise<void> {
    const isNewest = asked.ask();
    const fresh = await fetchLinks({ find: find.value, from: 0, count: Math.min(count, 500) });
    if (!isNewest()) return;
    list.value = fresh;
    chosen.value ??= fresh.links[0] ?? null;
  }
  async function loadMore(): Promise<void> {
    await attempt(async () => {
      const before = list.value;
      if (before === null) return;
      const isNewest = asked.ask();
      const next = await fetchLinks({ find: find.value, from: before.links.length, count: linksAtOnce });
      if (!isNewest()) return;
      const known = new Set(before.links.map(({ id }) => id));
      list.value = { ...next, links: [...before.links, ...next.links.filter(({ id }) => !known.has(id))] };
    });
  }
  async function pick(id: string): Promise<void> {
    await attempt(async () => {
      // What is on its way arrives before another is at hand, unless it takes long: then it is sent when its link is at hand again.
      await Promise.race([changes.saveNow(), new Promise((resolve) => setTimeout(resolve, patienceMs))]);
      chosen.value = list.value?.links.find((link) => link.id === id) ?? (await fetchLink(id));
      picked(id);
    });
  }
  /** Into the list; whoever went on to another link meanwhile stays there. */
  function put(saved: SavedLink): void {
    if (chosen.value?.id === saved.id) chosen.value = saved;
    const before = list.value;
    if (before === null) return;
    const isThere = before.links.some((link) => link.id === saved.id);
    const links = isThere
      ? before.links.map((link) => (link.id === saved.id ? saved : link))
      : [saved, ...before.links];
    list.value = { ...before, links, total: before.total + (isThere ? 0 : 1) };
  }
  const changes = useLinkChanges(chosen, put);
  watch(
    () => [chosen.value?.id, chosen.value?.revision] as const,
    async ([id]) => {
      if (id === undefined) {
        revisions.value = pieces.value = [];
        return;
      }
      await attempt(async () => {
        const [kept, on] = await Promise.all([fetchLinkRevisions(id), fetchLinkPieces(id)]);
        if (chosen.value?.id !== id) return;
        revisions.value = kept;
        pieces.value = on;
      });
    },
  );
  watchDebounced(find, () => attempt(() => load()), { debounce: 200 });
  void attempt(async () => {
    // One that is gone is not missed: the first of the list is shown instead.
    if (first !== '') chosen.value = await fetchLink(first).catch(() => null);
    await load();
  });

  return {
    problem,
    list,
    find,
    search: (words) => {
      find.value = words;
    },
    more: loadMore,
    own: changes.shown,
    changes,
    revisions,
    pieces,
    addressOf: (slug) => {
      const { base = '', isCaseFree = true } = list.value?.settings ?? {};
      return URL.canParse(base) ? linkAddress(base, slug, isCaseFree) : slug;
    },
    pick: (id) => void pick(id),
    create: (wish) =>
      attempt(async () => {
        const saved = await createLink(wish);
        chosen.value = saved;
        put(saved);
        picked(saved.id);
      }),
    change: changes.change,
    remove: () =>
      attempt(async () => {
        if (chosen.value === null) return;
        await removeLink(chosen.value.id);
        changes.takeTheirs();
        chosen.value = null;
        await load(list.value?.links.length);
      }),
    set: (part) =>
      attempt(async () => {
        if (list.value === null) return;
        await saveLinkSettings(part);
        list.value = { ...list.value, settings: { ...list.value.settings, ...part } };
      }),
    setPublicAccess: (isOpen) =>
      attempt(async () => {
        const door = await (isOpen ? openToPublic() : closeToPublic());
        if (list.value !== null) list.value = { ...list.value, door };
      }),
    lookAgain: () => attempt(() => load(list.value?.links.length)),
  };
}
