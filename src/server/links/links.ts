/** Links with what happens to them: the table in memory, the door that is opened on purpose, visits, and logs of other servers. */
import type { Readable } from 'node:stream';
import { DateTime } from 'luxon';
import {
  baseProblem,
  type Grouping,
  type Link,
  mostOf,
  type SharedOut,
  sharesBy,
  shareOut,
  slugKey,
} from '../../core/links';
import type {
  ArchivedLink,
  AskLinks,
  AskVisits,
  DoorState,
  LinkPiece,
  LinkSettings,
  ReadLog,
  Visits,
} from '../../wire';
import type { Background } from '../background';
import type { DoorTools } from './door';
import { LinkTable } from './linkTable';
import { logReader, type LogOptions, type LogWork } from './logs';
import type { LinkUses } from './uses';
import type { KeptLink, LinkStore } from './store';
import { dayDigests } from './dayDigests';
import { PublicDoor, type DoorSetting } from './publicDoor';
import type { VisitStore } from './visits';

export interface Links extends LinkStore {
  readonly visits: VisitStore;
  readonly door: () => DoorState;
  /** Some of the links, the last that was changed first; `total` is how many there are that match. */
  readonly page: (ask: AskLinks) => { readonly links: readonly KeptLink[]; readonly total: number };
  /** Names of collections and campaigns that are in use. */
  readonly groups: () => { readonly collections: string[]; readonly campaigns: string[] };
  /** Which links and settings of an archive cannot come in, and why. */
  readonly refusedOf: (coming: ComingLinks) => RefusedLinks;
  /** Of an archive, where there is no base yet; known after `cameIn`. */
  readonly takeSettings: (settings: LinkSettings) => void;
  /** Throws a `Problem` where there is no such link. */
  readonly visitsOf: (ask: AskVisits) => Visits;
  /** Jobs and made pieces that hold one of its addresses. */
  readonly piecesOf: (id: string) => readonly LinkPiece[];
  /** Resolves with what became of it. */
  readonly openDoor: () => Promise<DoorState>;
  readonly closeDoor: () => Promise<void>;
  /** After a start, where it was open when the server ended. */
  readonly reopenDoor: () => Promise<DoorState>;
  /** What a door on this table does with a visit, for tests and for opening one elsewhere. */
  readonly doorTools: () => DoorTools;
  /** Counts visits of a log, from where it was read last. */
  readonly readLog: (log: Readable, options?: LogOptions) => Promise<ReadLog>;
  /** Forgets visits that are older than the owner keeps them. */
  readonly forgetOld: (now?: number) => number;
  readonly close: () => Promise<void>;
}

export interface ComingLinks {
  readonly links: readonly ArchivedLink[];
  readonly settings: LinkSettings | null;
}
export interface RefusedLinks {
  /** Reasons by the ids of links. */
  readonly links: ReadonlyMap<string, string>;
  /** Null where the settings can come in, or there are none. */
  readonly settings: string | null;
}

/** What links are made from. */
export interface LinkTools {
  readonly store: LinkStore;
  readonly visits: VisitStore;
  readonly uses: LinkUses;
  readonly door: DoorSetting;
  /** Logs lie in the folder while they are read, and are read by the work. */
  readonly logs: { readonly folder: string; readonly work: LogWork };
  readonly background: Background;
}

const dayMs = 24 * 3600 * 1000;
/** Rows of a chart. */
const mostShares = 40;

export function createLinks({ store, visits, uses, door: setting, logs, background }: LinkTools): Links {
  const table = new LinkTable();
  for (const kept of store.list().reverse()) table.learn(kept.id, kept);
  store.changed((id, kept) => table.learn(id, kept));

  const isFirst = dayDigests(today());
  let settings = store.settings();

  const doorTools = (): DoorTools => ({
    linkOf: (key) => table.ofKey(key)?.link,
    schemes: settings.schemes,
    report: (error) => background.report('The door could not answer a visit.', error),
    count: settings.counts ? visits.add : null,
    isFirst,
    path: pathOf(settings.base),
    proxies: setting.proxies,
  });
  /** Made anew only where the settings are others. */
  let made = { of: settings, tools: doorTools() };
  const toolsNow = (): DoorTools => {
    if (made.of !== settings) made = { of: settings, tools: doorTools() };
    return made.tools;
  };
  const door = new PublicDoor(setting, toolsNow, (isDoorOpen) => {
    settings = { ...settings, isDoorOpen };
    void background.untilKept('Whether the links are open to the public is not kept yet.', () =>
      store.saveSettings(settings),
    );
  });

  const pieceOf = (slug: string) => {
    const names = uses.piecesOf(slug).map(({ name }) => name);
    const name = names.length === 0 ? 'on no piece of this Binarus' : names.join(', ');
    return { key: name, name, link: null };
  };

  return {
    ...store,
    settings: () => settings,
    list: () => table.all(),
    find: (id) => table.find(id),
    ofSlug: (slug) => table.ofKey(slugKey(slug)) ?? null,
    page: ({ find, from, count }) => {
      const words = find.trim().toLowerCase();
      const listed = table.all().filter(({ id, link }) => words === '' || isNamed(id, link, words));
      return { links: listed.slice(from, from + count), total: listed.length };
    },
    groups: () => {
      const of = (name: (link: Link) => string): string[] =>
        [...new Set(table.all().map(({ link }) => name(link)))].filter((group) => group !== '').sort();
      return { collections: of(({ collection }) => collection), campaigns: of(({ campaign }) => campaign) };
    },
    visitsOf: (ask) => {
      visits.flush();
      const slugs = table.keysAskedAbout(ask);
      const { days, hours, slugs: counted, kinds } = visits.visits(ask, slugs);
      const shares = (by: Grouping): readonly SharedOut[] =>
        mostOf(
          shareOut(counted, by, (slug) => table.ofKey(slug)),
          mostShares,
        );
      return {
        days,
        hours,
        kinds,
        shares: {
          place: shares('place'),
          link: shares('link'),
          collection: shares('collection'),
          campaign: shares('campaign'),
          piece: mostOf(
            sharesBy(counted, ({ slug }) => pieceOf(slug)),
            mostShares,
          ),
        },
      };
    },
    piecesOf: (id) => table.keysOf(id).flatMap((slug) => uses.piecesOf(slug)),
    refusedOf: ({ links: coming, settings: comingSettings }) => {
      const problem =
        comingSettings === null || settings.base !== '' ? null : baseProblem(comingSettings.base);
      const willBe =
        comingSettings !== null && settings.base === '' && problem === null ? comingSettings : settings;
      return { links: store.refused(coming, willBe), settings: problem };
    },
    takeSettings: (coming) => {
      if (store.settings().base === '') store.saveSettings({ ...coming, isDoorOpen: settings.isDoorOpen });
    },
    takeIn: (coming) => {
      const isIn = store.takeIn(coming);
      if (isIn) visits.takeSums(coming.counted);
      return isIn;
    },
    cameIn: (ids) => {
      settings = store.settings();
      store.cameIn(ids);
    },
    saveSettings: (changed) => {
      const next = { ...changed, isDoorOpen: settings.isDoorOpen };
      store.saveSettings(next);
      settings = next;
    },
    visits,
    door: () => door.state(),
    doorTools,
    openDoor: () => door.open(),
    closeDoor: () => door.close(),
    reopenDoor: () => door.reopen(() => settings.isDoorOpen),
    readLog: logReader({ visits, ...logs, base: () => settings.base, slugs: () => table.keys() }),
    forgetOld: (now = Date.now()) => visits.forgetBefore(now - settings.keepDays * dayMs),
    close: async () => {
      await door.end();
      visits.close();
    },
  };
}

const pathOf = (base: string): string => {
  const path = URL.canParse(base) ? new URL(base).pathname : '/';
  return path.endsWith('/') ? path : `${path}/`;
};

const isNamed = (id: string, link: Link, words: string): boolean =>
  id === words ||
  [
    link.name,
    link.target,
    link.collection,
    link.campaign,
    ...link.places.flatMap(({ slug, name }) => [slug, name]),
  ].some((text) => text.toLowerCase().includes(words));

/** The day, looked up once a second: visitors are many. */
function today(): () => string {
  let [second, day] = [-1, ''];
  return () => {
    const now = Math.floor(Date.now() / 1000);
    if (now !== second) [second, day] = [now, DateTime.now().toISODate()];
    return day;
  };
}
