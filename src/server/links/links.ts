/** Links with what happens to them: the table in memory, the door that is opened on purpose, visits, and logs of other servers. */
import { createHash } from 'node:crypto';
import type { Server } from 'node:http';
import type { BlockList } from 'node:net';
import { DateTime } from 'luxon';
import { isForwarding, readLogLine, slugKey, slugOf, visitorsKept, type Link } from '../../core/links';
import type { DoorState, ReadLog } from '../../wire';
import { Problem } from '../problem';
import { doorServer, type DoorTools } from './door';
import type { LinkStore } from './store';
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
  /** Resolves with what became of it. */
  readonly openDoor: () => Promise<DoorState>;
  readonly closeDoor: () => Promise<void>;
  /** What a door on this table does with a visit, for tests and for opening one elsewhere. */
  readonly doorTools: () => DoorTools;
  /** Counts visits of a log, from where it was read last. */
  readonly readLog: (bytes: Uint8Array) => Promise<ReadLog>;
  /** Forgets visits that are older than the owner keeps them. */
  readonly forgetOld: (now?: number) => number;
  readonly close: () => Promise<void>;
}

const dayMs = 24 * 3600 * 1000;
/** After so many lines others are let in. */
const linesAtOnce = 5000;

export function createLinks(store: LinkStore, visits: VisitStore, setting: DoorSetting): Links {
  const table = new Map<string, Link>();
  const ids = new Map<string, string[]>();
  const learn = (id: string, link: Link | null): void => {
    for (const key of ids.get(id) ?? []) table.delete(key);
    const keys = link?.places.map(({ slug }) => slugKey(slug)) ?? [];
    ids.set(id, keys);
    if (link !== null) for (const key of keys) table.set(key, link);
  };
  for (const { id, link } of store.list()) learn(id, link);
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
    linkOf: (key) => table.get(key),
    count: settings.counts ? visits.add : null,
    isFirst,
    path: pathOf(settings.base),
    proxies: setting.proxies,
  });
  const door = (): DoorState => ({ port: setting.port, isOpen: server !== null, problem });
  async function closeDoor(): Promise<void> {
    const open = server;
    server = null;
    if (open === null) return;
    open.closeAllConnections();
    await new Promise((resolve) => open.close(resolve));
  }

  return {
    ...store,
    saveSettings: (own) => {
      store.saveSettings(own);
      settings = own;
    },
    visits,
    door,
    doorTools,
    openDoor: async () => {
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
    },
    closeDoor,
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
