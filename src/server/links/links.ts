/** Links with what happens to them: the table in memory, the forwarding server that is opened on purpose, visits, and logs of other servers. */
import type { BlockList } from 'node:net';
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
  CreateLink,
  PublicAccess,
  LinkPiece,
  LinkRevision,
  LinkSettings,
  ReadLog,
  Visits,
} from '../../wire';
import type { Background } from '../upkeep';
import type { ForwardingTools } from './forwardingListener';
import { LinkTable } from './linkTable';
import { logReader, type LogOptions, type LogWork } from './logs';
import type { LinkUses } from './uses';
import type { KeptLink, LinkStore } from './store';
import { dayDigests } from './dayDigests';
import { ForwardingServer, type ForwardingSetting } from './forwardingServer';
import type { VisitStore } from './visits';

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
  readonly forwarding: ForwardingSetting;
  /** Logs lie in the folder while they are read, and are read by the work. */
  readonly logs: { readonly folder: string; readonly work: LogWork };
  readonly background: Background;
}

const dayMs = 24 * 3600 * 1000;
/** Rows of a chart. */
const mostShares = 40;

export class Links {
  readonly visits: VisitStore;
  /** Counts visits of a log, from where it was read last. */
  readonly readLog: (log: Readable, options?: LogOptions) => Promise<ReadLog>;
  private readonly store: LinkStore;
  private readonly uses: LinkUses;
  private readonly background: Background;
  private readonly proxies: BlockList;
  private readonly table = new LinkTable();
  private readonly forwardingServer: ForwardingServer;
  private readonly isFirst = dayDigests(today());
  private currentSettings: LinkSettings;
  /** Made anew only where the settings are others. */
  private tools: { readonly of: LinkSettings; readonly tools: ForwardingTools };

  constructor({ store, visits, uses, forwarding, logs, background }: LinkTools) {
    this.store = store;
    this.visits = visits;
    this.uses = uses;
    this.background = background;
    for (const kept of store.list().reverse()) this.table.learn(kept.id, kept);
    store.changed((id, kept) => this.table.learn(id, kept));
    this.proxies = forwarding.proxies;
    this.currentSettings = store.settings();
    this.tools = { of: this.currentSettings, tools: this.forwardingTools() };
    this.forwardingServer = new ForwardingServer(
      forwarding,
      () => this.toolsNow(),
      (isOpen) => this.rememberAccess(isOpen),
    );
    this.readLog = logReader({
      visits,
      ...logs,
      base: () => this.currentSettings.base,
      slugs: () => this.table.keys(),
    });
  }

  list(): KeptLink[] {
    return this.table.all();
  }

  find(id: string): KeptLink | null {
    return this.table.find(id);
  }

  /** By any of its addresses. */
  ofSlug(slug: string): KeptLink | null {
    return this.table.ofKey(slugKey(slug)) ?? null;
  }

  /** Some of the links, the last that was changed first; `total` is how many there are that match. */
  page({ find, from, count }: AskLinks): { readonly links: readonly KeptLink[]; readonly total: number } {
    const words = find.trim().toLowerCase();
    const listed = this.table.all().filter(({ id, link }) => words === '' || isNamed(id, link, words));
    return { links: listed.slice(from, from + count), total: listed.length };
  }

  /** Names of collections and campaigns that are in use. */
  groups(): { readonly collections: string[]; readonly campaigns: string[] } {
    const of = (name: (link: Link) => string): string[] =>
      [...new Set(this.table.all().map(({ link }) => name(link)))].filter((group) => group !== '').sort();
    return { collections: of(({ collection }) => collection), campaigns: of(({ campaign }) => campaign) };
  }

  revisions(id: string): LinkRevision[] {
    return this.store.revisions(id);
  }

  /** Throws a `Problem` with a sentence where it cannot be. */
  create(wish: CreateLink): KeptLink {
    return this.store.create(wish);
  }

  /** Throws a `Problem`: 409 with a newer revision, 422 with what is wrong. Sent twice under one `saveId` it is one. */
  save(id: string, baseRevision: number, link: Link, saveId?: string): KeptLink {
    return this.store.save(id, baseRevision, link, saveId);
  }

  /** Left as it is where an address of it stands anywhere: `heldBy` says where, in words. */
  remove(id: string): ReturnType<LinkStore['remove']> {
    return this.store.remove(id);
  }

  settings(): LinkSettings {
    return this.currentSettings;
  }

  /** All but whether the links are open to the public: that is `openToPublic` and `closeToPublic`. */
  saveSettings(changed: LinkSettings): void {
    const next = { ...changed, isDoorOpen: this.currentSettings.isDoorOpen };
    this.store.saveSettings(next);
    this.currentSettings = next;
  }

  /** Throws a `Problem` where there is no such link. */
  visitsOf(ask: AskVisits): Visits {
    this.visits.flush();
    const asked = this.table.keysAskedAbout(ask);
    const { days, hours, slugs: counted, kinds } = this.visits.visits(ask, asked);
    const shares = (by: Grouping): readonly SharedOut[] =>
      mostOf(
        shareOut(counted, by, (slug) => this.table.ofKey(slug)),
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
          sharesBy(counted, ({ slug }) => this.pieceOf(slug)),
          mostShares,
        ),
      },
    };
  }

  /** Jobs and made pieces that hold one of its addresses. */
  piecesOf(id: string): readonly LinkPiece[] {
    return this.table.keysOf(id).flatMap((slug) => this.uses.piecesOf(slug));
  }

  /** Which links and settings of an archive cannot come in, and why. */
  refusedOf({ links: coming, settings: comingSettings }: ComingLinks): RefusedLinks {
    const hasBase = this.currentSettings.base !== '';
    const problem = comingSettings === null || hasBase ? null : baseProblem(comingSettings.base);
    const willBe =
      comingSettings !== null && !hasBase && problem === null ? comingSettings : this.currentSettings;
    return { links: this.store.refused(coming, willBe), settings: problem };
  }

  /** Of an archive, where there is no base yet; known after `cameIn`. */
  takeSettings(coming: LinkSettings): void {
    if (this.store.settings().base === '')
      this.store.saveSettings({ ...coming, isDoorOpen: this.currentSettings.isDoorOpen });
  }

  /** Left alone where the link is here. Part of a larger change: what comes in is known by `cameIn`. */
  takeIn(coming: ArchivedLink): boolean {
    const isIn = this.store.takeIn(coming);
    if (isIn) this.visits.takeSums(coming.counted);
    return isIn;
  }

  cameIn(ids: readonly string[]): void {
    this.currentSettings = this.store.settings();
    this.store.cameIn(ids);
  }

  publicAccess(): PublicAccess {
    return this.forwardingServer.state();
  }

  /** Resolves with what became of it. */
  openToPublic(): Promise<PublicAccess> {
    return this.forwardingServer.open();
  }

  closeToPublic(): Promise<void> {
    return this.forwardingServer.close();
  }

  /** After a start, where it was open when the server ended. */
  reopenToPublic(): Promise<PublicAccess> {
    return this.forwardingServer.reopen(() => this.currentSettings.isDoorOpen);
  }

  /** What the forwarding server does with a visit, for tests and for opening another one. */
  forwardingTools(): ForwardingTools {
    const { base, schemes, counts } = this.currentSettings;
    return {
      linkOf: (key) => this.table.ofKey(key)?.link,
      schemes,
      report: (error) => this.background.report('The forwarding server could not answer a visit.', error),
      count: counts ? (visit) => this.visits.add(visit) : null,
      isFirst: this.isFirst,
      path: pathOf(base),
      proxies: this.proxies,
    };
  }

  /** Forgets visits that are older than the owner keeps them. */
  forgetOld(now = Date.now()): number {
    return this.visits.forgetBefore(now - this.currentSettings.keepDays * dayMs);
  }

  async close(): Promise<void> {
    await this.forwardingServer.end();
    this.visits.close();
  }

  private toolsNow(): ForwardingTools {
    if (this.tools.of !== this.currentSettings)
      this.tools = { of: this.currentSettings, tools: this.forwardingTools() };
    return this.tools.tools;
  }

  private rememberAccess(isDoorOpen: boolean): void {
    this.currentSettings = { ...this.currentSettings, isDoorOpen };
    void this.background.untilKept('Whether the links are open to the public is not kept yet.', () =>
      this.store.saveSettings(this.currentSettings),
    );
  }

  private pieceOf(slug: string): { key: string; name: string; link: null } {
    const names = this.uses.piecesOf(slug).map(({ name }) => name);
    const name = names.length === 0 ? 'on no piece of this Binarus' : names.join(', ');
    return { key: name, name, link: null };
  }
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
