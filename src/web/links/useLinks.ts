/** All links, the one at hand, and its visits. Changes are saved one by one, each as a revision. */
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { DateTime } from 'luxon';
import { linkAddress, type Link } from '../../core/links';
import type {
  CreateLink,
  DoorState,
  LinkList,
  LinkRevision,
  LinkSettings,
  SavedLink,
  Visits,
} from '../../wire';
import {
  closeDoor,
  createLink,
  fetchLinkRevisions,
  fetchLinks,
  fetchVisits,
  openDoor,
  removeLink,
  saveLink,
  saveLinkSettings,
} from '../shared/linksApi';
import { useAttempt } from '../shared/useAttempt';

export interface LinksAtHand {
  readonly problem: Ref<string>;
  readonly list: ShallowRef<LinkList | null>;
  readonly own: ComputedRef<SavedLink | null>;
  readonly revisions: ShallowRef<readonly LinkRevision[]>;
  readonly visits: ShallowRef<Visits | null>;
  /** Visits of all links instead of the one at hand. */
  readonly ofAll: Readonly<Ref<boolean>>;
  readonly days: Readonly<Ref<number>>;
  /** The whole address of a slug; the slug alone as long as there is no base. */
  readonly addressOf: (slug: string) => string;
  readonly look: (at: { readonly days?: number; readonly ofAll?: boolean }) => void;
  readonly pick: (id: string) => void;
  readonly create: (wish: CreateLink) => Promise<void>;
  readonly change: (part: Partial<Link>) => Promise<void>;
  readonly remove: () => Promise<void>;
  readonly set: (part: Partial<LinkSettings>) => Promise<void>;
  readonly turnDoor: (isOpen: boolean) => Promise<void>;
  readonly lookAgain: () => Promise<void>;
}

export const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone;

export function useLinks(first: string, picked: (id: string) => void): LinksAtHand {
  const { problem, attempt } = useAttempt();
  const list = shallowRef<LinkList | null>(null);
  const id = ref(first);
  const revisions = shallowRef<readonly LinkRevision[]>([]);
  const visits = shallowRef<Visits | null>(null);
  const ofAll = ref(false);
  const days = ref(28);
  const own = computed(
    () => list.value?.links.find((link) => link.id === id.value) ?? list.value?.links[0] ?? null,
  );

  const load = (): Promise<void> =>
    attempt(async () => {
      list.value = await fetchLinks();
    });
  let asked = 0;
  const look = (): Promise<void> =>
    attempt(async () => {
      const mine = ++asked;
      const link = own.value;
      if (link === null) {
        visits.value = null;
        revisions.value = [];
        return;
      }
      const to = DateTime.now().plus({ days: 1 });
      const ask = {
        from: to.minus({ days: days.value }).toISODate(),
        to: to.toISODate(),
        zone: ownZone,
        ...(ofAll.value ? {} : { link: link.id }),
      };
      const [counted, kept] = await Promise.all([fetchVisits(ask), fetchLinkRevisions(link.id)]);
      if (mine !== asked) return;
      visits.value = counted;
      revisions.value = kept;
    });
  function put(saved: SavedLink): void {
    const before = list.value;
    if (before === null) return;
    const links = before.links.some((link) => link.id === saved.id)
      ? before.links.map((link) => (link.id === saved.id ? saved : link))
      : [saved, ...before.links];
    list.value = { ...before, links };
  }
  function setDoor(door: DoorState): void {
    if (list.value !== null) list.value = { ...list.value, door };
  }
  watch([() => own.value?.id, () => own.value?.revision, ofAll, days], look);
  void load();

  return {
    problem,
    list,
    own,
    revisions,
    visits,
    ofAll,
    days,
    addressOf: (slug) => {
      const { base = '', isCaseFree = true } = list.value?.settings ?? {};
      return URL.canParse(base) ? linkAddress(base, slug, isCaseFree) : slug;
    },
    look: (next) => {
      days.value = next.days ?? days.value;
      ofAll.value = next.ofAll ?? ofAll.value;
    },
    pick: (next) => {
      id.value = next;
      picked(next);
    },
    create: (wish) =>
      attempt(async () => {
        const saved = await createLink(wish);
        put(saved);
        id.value = saved.id;
        picked(saved.id);
      }),
    change: (part) =>
      attempt(async () => {
        if (own.value === null) return;
        const { id: of, revision, link } = own.value;
        put(await saveLink(of, revision, { ...link, ...part }));
      }),
    remove: () =>
      attempt(async () => {
        if (own.value === null) return;
        await removeLink(own.value.id);
        await load();
      }),
    set: (part) =>
      attempt(async () => {
        if (list.value === null) return;
        const settings = { ...list.value.settings, ...part };
        await saveLinkSettings(settings);
        list.value = { ...list.value, settings };
      }),
    turnDoor: (isOpen) => attempt(async () => setDoor(await (isOpen ? openDoor() : closeDoor()))),
    lookAgain: async () => {
      await load();
      await look();
    },
  };
}
