/** Links with what happens to them: the table in memory, the door that is opened on purpose, visits, and logs of other servers. */
import { createHash } from 'node:crypto';
import type { Server } from 'node:http';
import type { BlockList } from 'node:net';
import { DateTime } from 'luxon';
import {
  type Grouping,
  isForwarding,
  type Link,
  linkAddress,
  mostOf,
  readLogLine,
  type SharedOut,
  sharesBy,
  shareOut,
  slugKey,
  slugOf,
  visitorsKept,
} from '../../core/links';
import type { AskLinks, AskVisits, DoorState, LinkPiece, LinkSettings, ReadLog, Visits } from '../../wire';
import { Problem } from '../problem';
import { doorServer, type DoorTools } from './door';
import type { LinkPieces } from './pieces';
import type { KeptLink, LinkStore } from './store';
import { dayDigests, type NewVisit, type VisitStore } from './visits';

export interface DoorSetting {
  /** Null where no door was asked for. */
  readonly port: number | null;
  readonly host: string;
  readonly proxies: BlockList;
}

export interface Links extends LinkStore {
  readonly visits: VisitStore;
  readonly door: () => DoorState;
  /** Some of the links, the last that was changed first; `total` is how many there are that match. */
  readonly page: (ask: AskLinks) => { readonly links: readonly KeptLink[]; readonly total: number };
  /** Names of collections and campaigns that are in use. */
  readonly groups: () => { readonly collections: string[]; readonly campaigns: string[] };
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
  readonly readLog: (bytes: Uint8Array) => Promise<ReadLog>;
  /** Forgets visits that are older than the owner keeps them. */
  readonly forgetOld: (now?: number) => number;
  readonly close: () => Promise<void>;
}

const dayMs = 24 * 3600 * 1000;
/** Rows of a chart. */
const mostShares = 40;
/** After so many lines others are let in. */
const linesAtOnce = 5000;

export function createLinks(
  store: LinkStore,
  visits: VisitStore,
  pieces: LinkPieces,
  setting: DoorSetting,
): Links {
  const table = new Map<string, KeptLink>();
  const byId = new Map<string, KeptLink>();
  const keysOf = (kept: KeptLink | undefined): string[] =>
    kept?.link.places.map(({ slug }) => slugKey(slug)) ?? [];
  const learn = (id: string, kept: KeptLink | null): void => {
    for (const key of keysOf(byId.get(id))) table.delete(key);
    // The last that was changed comes last.
    byId.delete(id);
    if (kept === null) return;
    byId.set(id, kept);
    for (const key of keysOf(kept)) table.set(key, kept);
  };
  for (const kept of store.list().reverse()) learn(kept.id, kept);
  store.changed(learn);

  const isFirst = dayDigests(today());
  let settings = store.settings();
  let server: Server | null = null;
  let problem = '';

  const pathOf = (base: string): string => {
    const path = URL.canParse(base) ? new URL(base).pathname : '/';
    return path.endsWith('/') ? path : `${path}/`;
  };
  const doorTools = (): DoorTools => ({
    linkOf: (key) => table.get(key)?.link,
    count: settings.counts ? visits.add : null,
    isFirst,
    path: pathOf(settings.base),
    proxies: setting.proxies,
  });
  /** As it may stand in a code: in large letters throughout, or as it was given. */
  const addressesOf = (slug: string): string[] => {
    const { base } = settings;
    const own = table.get(slug)?.link.places.find((place) => slugKey(place.slug) === slug)?.slug ?? slug;
    return URL.canParse(base) ? [linkAddress(base, slug, true), linkAddress(base, own, false)] : [];
  };
  const pieceOf = (slug: string) => {
    const names = pieces.of(addressesOf(slug)).map(({ name }) => name);
    const name = names.length === 0 ? 'on no piece of this Binarus' : names.join(', ');
    return { key: name, name, link: null };
  };
  /** Null for all. */
  function slugsOf({ link, collection, campaign }: AskVisits): readonly string[] | null {
    if (link !== undefined) {
      const own = byId.get(link);
      if (own === undefined) throw new Problem(404, 'There is no such link.');
      return keysOf(own);
    }
    if (collection === undefined && campaign === undefined) return null;
    return [...byId.values()]
      .filter(
        ({ link: { collection: in1, campaign: in2 } }) =>
          (collection === undefined || in1 === collection) && (campaign === undefined || in2 === campaign),
      )
      .flatMap(keysOf);
  }
  function keepSettings(own: LinkSettings): void {
    store.saveSettings(own);
    settings = own;
  }
  const door = (): DoorState => ({ port: setting.port, isOpen: server !== null, problem });
  async function closeDoor(): Promise<void> {
    const open = server;
    server = null;
    if (open === null) return;
    open.closeAllConnections();
    await new Promise((resolve) => open.close(resolve));
  }

  async function open(): Promise<DoorState> {
    if (setting.port === null || server !== null) return door();
    let tools = doorTools();
    let of = settings;
    const opened = doorServer(() => {
      if (of !== settings) [of, tools] = [settings, doorTools()];
      return tools;
    });
    problem = '';
    await new Promise<void>((resolve) => {
      opened.once('error', (error: NodeJS.ErrnoException) => {
        problem =
          error.code === 'EADDRINUSE'
            ? `Port ${setting.port} is taken. Set BINARUS_LINKS_PORT to another.`
            : error.message;
        resolve();
      });
      opened.listen(setting.port!, setting.host, () => {
        server = opened;
        resolve();
      });
    });
    return door();
  }

  return {
    ...store,
    list: () => [...byId.values()].reverse(),
    find: (id) => byId.get(id) ?? null,
    ofSlug: (slug) => table.get(slugKey(slug)) ?? null,
    page: ({ find, from, count }) => {
      const words = find.trim().toLowerCase();
      const found = [...byId.values()]
        .reverse()
        .filter(({ id, link }) => words === '' || isNamed(id, link, words));
      return { links: found.slice(from, from + count), total: found.length };
    },
    groups: () => {
      const of = (name: (link: Link) => string): string[] =>
        [...new Set([...byId.values()].map(({ link }) => name(link)))].filter((own) => own !== '').sort();
      return { collections: of(({ collection }) => collection), campaigns: of(({ campaign }) => campaign) };
    },
    visitsOf: (ask) => {
      visits.flush();
      const slugs = slugsOf(ask);
      const { days, hours, slugs: counted, kinds } = visits.visits(ask, slugs);
      const shares = (by: Grouping): readonly SharedOut[] =>
        mostOf(
          shareOut(counted, by, (slug) => table.get(slug)),
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
    piecesOf: (id) =>
      keysOf(byId.get(id)).flatMap((slug) =>
        pieces.of(addressesOf(slug)).map((piece) => ({ slug, ...piece })),
      ),
    takeSettings: (own) => {
      if (store.settings().base === '') store.saveSettings({ ...own, isDoorOpen: settings.isDoorOpen });
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
    saveSettings: (own) => keepSettings({ ...own, isDoorOpen: settings.isDoorOpen }),
    visits,
    door,
    doorTools,
    openDoor: async () => {
      const state = await open();
      if (state.isOpen) keepSettings({ ...settings, isDoorOpen: true });
      return state;
    },
    closeDoor: async () => {
      keepSettings({ ...settings, isDoorOpen: false });
      await closeDoor();
    },
    reopenDoor: async () => (settings.isDoorOpen ? open() : door()),
    readLog: async (bytes) => {
      const { base } = settings;
      if (base === '') throw new Problem(409, 'Say first under which address the links are reached.');
      // A log is known by its first line, which grows no more.
      const fingerprint = createHash('sha256')
        .update(bytes.subarray(0, bytes.indexOf(newline) + 1))
        .digest('hex');
      const known = visits.readBytes(fingerprint);
      let found: NewVisit[] = [];
      let counted = 0;
      const own = dayDigestsOfLog();
      const visitorOf = visitorsKept();
      /** What was found up to here, with how far that is, so that nothing is counted twice or lost. */
      const keep = (upTo: number): void => {
        visits.addLogged(found, fingerprint, upTo);
        counted += found.length;
        found = [];
      };
      let [lines, passedOver, at] = [0, 0, Math.min(known, bytes.length)];
      for (let next = bytes.indexOf(newline, at); next >= 0; next = bytes.indexOf(newline, at)) {
        if (found.length >= linesAtOnce) keep(at);
        if (++lines % linesAtOnce === 0) await new Promise((resolve) => setImmediate(resolve));
        const request = readLogLine(decoder.decode(bytes.subarray(at, next)).replace(/\r$/, ''));
        at = next + 1;
        const slug =
          request === null || !URL.canParse(request.path, base)
            ? null
            : slugOf(base, new URL(request.path, base).href);
        if (request === null || slug === null || !isForwarding(request) || !table.has(slugKey(slug))) {
          passedOver++;
          continue;
        }
        const visitor = visitorOf(request.userAgent);
        const who = request.method === 'HEAD' && visitor.who === 'person' ? 'robot' : visitor.who;
        found.push({
          at: request.at,
          slug: slugKey(slug),
          who,
          device: visitor.device,
          system: visitor.system,
          language: '',
          isFirst: who === 'person' ? own(request.at, slug, request.address, request.userAgent) : null,
        });
      }
      // A last line that does not end may go on later.
      keep(at);
      return { lines, counted, passedOver, knownBytes: Math.min(known, bytes.length) };
    },
    forgetOld: (now = Date.now()) => visits.forgetBefore(now - settings.keepDays * dayMs),
    close: async () => {
      await closeDoor();
      visits.close();
    },
  };
}

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

const newline = 10;
const decoder = new TextDecoder();

/** With a key for this import alone, thrown away after it. */
function dayDigestsOfLog(): (at: number, slug: string, address: string, userAgent: string) => boolean {
  let day = '';
  const digest = dayDigests(() => day);
  return (at, slug, address, userAgent) => {
    day = DateTime.fromMillis(at).toISODate()!;
    return digest(slug, address, userAgent);
  };
}
