/** Forwarding links, their revisions and settings in the database. What is kept here is what the forwarding server knows a moment later. */
import { randomInt, randomUUID } from 'node:crypto';
import {
  baseProblem,
  drawnSlug,
  linkFaults,
  newLink,
  slugKey,
  slugLength,
  slugOf,
  slugSchema,
  writtenTarget,
  type Link,
} from '../../core/links';
import {
  documentKinds,
  type ArchivedLink,
  type CreateLink,
  type LinkRevision,
  type LinkSettings,
  type SavedLink,
} from '../../wire';
import { writing, type Db } from '../db';
import { Problem } from '../http';
import { outcomeOf } from '../documents';
import { linkUses, type LinkUses } from './uses';

export type KeptLink = Omit<SavedLink, 'visits'>;

export interface LinkStore {
  list(): KeptLink[];
  find(id: string): KeptLink | null;
  /** By any of its addresses. */
  ofSlug(slug: string): KeptLink | null;
  revisions(id: string): LinkRevision[];
  /** Throws a `Problem` with a sentence where it cannot be. */
  create(wish: CreateLink): KeptLink;
  /** Throws a `Problem`: 409 with a newer revision, 422 with what is wrong. Sent twice under one `saveId` it is one. */
  save(id: string, baseRevision: number, link: Link, saveId?: string): KeptLink;
  /** Left as it is where an address of it stands anywhere: `heldBy` says where, in words. */
  remove(id: string): 'deleted' | 'unknown' | { readonly heldBy: readonly string[] };
  settings(): LinkSettings;
  saveSettings(settings: LinkSettings): void;
  /**
   * Which links of an archive cannot come in, by the same rules as links that are typed, and why; with settings as they will be. Links
   * that are here already are left as they are, and are not among them.
   */
  refused(coming: readonly ArchivedLink[], settings: LinkSettings): ReadonlyMap<string, string>;
  /** Left alone where the link is here. Part of a larger change: listeners hear of it by `cameIn`. */
  takeIn(link: ArchivedLink): boolean;
  cameIn(ids: readonly string[]): void;
  /** Hears every link as it is kept, or that one is gone. */
  readonly changed: (listener: (id: string, kept: KeptLink | null) => void) => void;
}

const firstSettings: LinkSettings = {
  base: '',
  isCaseFree: true,
  schemes: [],
  oneIn: 10_000,
  counts: true,
  keepDays: 400,
  isDoorOpen: false,
};

/** Settings that are kept and cannot be read: nothing is forwarded by guess. */
export class UnreadableSettings extends Error {}

/** Nothing that lacks is taken to be as it was at first. Throws `UnreadableSettings`. */
function settingsIn(text: string): LinkSettings {
  const read = documentKinds.linkSettings.readText(text);
  if ('document' in read) return read.document;
  throw new UnreadableSettings(
    `The settings of the forwarding links cannot be read (${read.problems[0]}). Go back to a daily copy with npm start -- --restore YEAR-MONTH-DAY; “binarus check-data” says which there are.`,
  );
}

const targetsOf = (link: Link): readonly string[] => [link.target, ...link.rules.map(({ target }) => target)];

/** The slug that an address has below the base, in large letters; null for any other address. */
function keyBelow(base: string, address: string): string | null {
  const slug = base === '' ? null : slugOf(base, address);
  return slug === null ? null : slugKey(slug);
}

/** Named one by one, at most. */
const mostNamed = 3;

interface Row {
  readonly id: string;
  readonly revision: number;
  readonly savedAt: string;
  readonly saveId: string | null;
  readonly document: string;
}

export function linkStore(db: Db, uses: LinkUses = linkUses(db)): LinkStore {
  const listeners: ((id: string, kept: KeptLink | null) => void)[] = [];
  const columns = 'id, revision, saved_at AS savedAt, save_id AS saveId, document';
  const selectAll = db.prepare<[], Row>(`SELECT ${columns} FROM links ORDER BY saved_at DESC, rowid DESC`);
  const select = db.prepare<[string], Row>(`SELECT ${columns} FROM links WHERE id = ?`);
  const selectRevisions = db.prepare<[string], { number: number; savedAt: string; document: string }>(
    'SELECT number, saved_at AS savedAt, document FROM link_revisions WHERE link_id = ? ORDER BY number',
  );
  const insert = db.prepare('INSERT INTO links (id, revision, saved_at, document) VALUES (?, ?, ?, ?)');
  const update = db.prepare(
    'UPDATE links SET revision = ?, saved_at = ?, save_id = ?, document = ? WHERE id = ?',
  );
  const insertRevision = db.prepare(
    'INSERT INTO link_revisions (link_id, number, saved_at, document) VALUES (?, ?, ?, ?)',
  );
  const ownerOf = db.prepare<[string], string>('SELECT link_id FROM link_slugs WHERE slug = ?').pluck();
  const slugsOf = db.prepare<[string], string>('SELECT slug FROM link_slugs WHERE link_id = ?').pluck();
  const insertSlug = db.prepare('INSERT INTO link_slugs (slug, link_id) VALUES (?, ?)');
  const countSlugs = db.prepare<[], number>('SELECT count(*) FROM link_slugs').pluck();
  const deleteLink = db.prepare('DELETE FROM links WHERE id = ?');
  const selectSettings = db.prepare<[], string>('SELECT document FROM link_settings').pluck();
  const upsertSettings = db.prepare(
    'INSERT INTO link_settings (only, document) VALUES (1, ?) ON CONFLICT (only) DO UPDATE SET document = excluded.document',
  );

  const keptOf = ({ document, saveId, ...own }: Row): KeptLink | null => {
    const row = saveId === null ? own : { ...own, saveId };
    const read = documentKinds.link.readText(document);
    return 'document' in read ? { ...row, link: read.document } : null;
  };
  const settings = (): LinkSettings => {
    const text = selectSettings.get();
    return text === undefined ? firstSettings : settingsIn(text);
  };
  let lastMs = 0;
  /** Never the same twice, however fast they come: lists go by it, after a new start too. */
  const newMoment = (): string => {
    const nowMs = Date.now();
    // A clock that was set back is followed.
    lastMs = nowMs <= lastMs && lastMs - nowMs < 1000 ? lastMs + 1 : nowMs;
    return new Date(lastMs).toISOString();
  };
  const tell = (id: string, kept: KeptLink | null): void =>
    listeners.forEach((listener) => listener(id, kept));

  /** What is wrong with a link, in sentences; `alsoOurs` are addresses in large letters that come in together with it. */
  function faultsOf(
    id: string,
    link: Link,
    { schemes, base }: LinkSettings,
    alsoOurs: ReadonlySet<string> = new Set(),
  ): readonly string[] {
    const faults = [...linkFaults(link, schemes)];
    const slugs = new Set(link.places.map(({ slug }) => slugKey(slug)));
    for (const { slug } of link.places) {
      const owner = ownerOf.get(slugKey(slug));
      if (owner !== undefined && owner !== id)
        faults.push(`“${slug}” is the address of another link, and stays so.`);
    }
    // What was given once may stand on a plate.
    const lost = slugsOf.all(id).filter((slug) => !slugs.has(slug));
    if (lost.length > 0) faults.push(`“${lost[0]!}” was given to this link; an address cannot be removed.`);
    for (const target of targetsOf(link)) {
      const key = keyBelow(base, target);
      if (key !== null && (slugs.has(key) || alsoOurs.has(key) || ownerOf.get(key) !== undefined))
        faults.push(`${target} is a forwarding link itself; links that lead to each other would go round.`);
    }
    return faults;
  }
  function check(id: string, link: Link): void {
    const faults = faultsOf(id, link, settings());
    if (faults.length > 0) throw new Problem(422, faults.join(' '));
  }
  function keep(id: string, number: number, link: Link, now: string): void {
    const text = JSON.stringify(link);
    insertRevision.run(id, number, now, text);
    for (const { slug } of link.places)
      if (ownerOf.get(slugKey(slug)) === undefined) insertSlug.run(slugKey(slug), id);
  }

  const find = (id: string): KeptLink | null => {
    const row = select.get(id);
    return row === undefined ? null : keptOf(row);
  };
  const create = writing(db, ({ name, target, slug: wanted, id = randomUUID() }: CreateLink): KeptLink => {
    const before = find(id);
    if (before !== null) return before;
    // What stands on a piece leads nowhere new, even where its link is gone.
    const isTaken = (key: string): boolean => ownerOf.get(key) !== undefined || uses.isUsed(key);
    const slug =
      wanted ??
      drawnSlug(
        isTaken,
        slugLength(countSlugs.get()! + 1, settings().oneIn),
        () => randomInt(2 ** 32) / 2 ** 32,
      );
    const parsed = slugSchema.safeParse(slug);
    if (!parsed.success)
      throw new Problem(422, `“${slug}” cannot be an address: ${parsed.error.issues[0]!.message}`);
    const link = newLink(name, slug, writtenTarget(target));
    check(id, link);
    const now = newMoment();
    insert.run(id, 1, now, JSON.stringify(link));
    keep(id, 1, link, now);
    return { id, revision: 1, savedAt: now, link };
  });
  const save = writing(db, (id: string, baseRevision: number, link: Link, saveId?: string): KeptLink => {
    const before = select.get(id);
    if (before === undefined) throw new Problem(404, 'There is no such link.');
    const outcome = outcomeOf(before, baseRevision, saveId);
    const known = outcome === 'kept' ? keptOf(before) : null;
    if (known !== null) return known;
    if (outcome !== 'new')
      throw new Problem(
        409,
        `Another window saved revision ${before.revision} of this link meanwhile. Look at it again.`,
      );
    const written = {
      ...link,
      target: writtenTarget(link.target),
      rules: link.rules.map((rule) => ({ ...rule, target: writtenTarget(rule.target) })),
    };
    check(id, written);
    const now = newMoment();
    const revision = before.revision + 1;
    update.run(revision, now, saveId ?? null, JSON.stringify(written), id);
    keep(id, revision, written, now);
    return { id, revision, savedAt: now, ...(saveId === undefined ? {} : { saveId }), link: written };
  });
  const remove = writing(db, (id: string): 'deleted' | 'unknown' | { readonly heldBy: readonly string[] } => {
    const heldBy = slugsOf.all(id).flatMap((slug) => uses.holdersOf(slug));
    if (heldBy.length > 0) return { heldBy };
    return deleteLink.run(id).changes > 0 ? 'deleted' : 'unknown';
  });

  const revisions = (id: string): LinkRevision[] =>
    selectRevisions.all(id).flatMap(({ document, ...revision }) => {
      const read = documentKinds.link.readText(document);
      return 'document' in read ? [{ ...revision, link: read.document }] : [];
    });

  return {
    list: () => selectAll.all().flatMap((row) => keptOf(row) ?? []),
    find,
    ofSlug: (slug) => {
      const id = ownerOf.get(slugKey(slug));
      const row = id === undefined ? undefined : select.get(id);
      return row === undefined ? null : keptOf(row);
    },
    revisions,
    create: (wish) => {
      const kept = create(wish);
      tell(kept.id, kept);
      return kept;
    },
    save: (id, baseRevision, link, saveId) => {
      const kept = save(id, baseRevision, link, saveId);
      tell(id, kept);
      return kept;
    },
    remove: (id) => {
      const outcome = remove(id);
      if (outcome === 'deleted') tell(id, null);
      return outcome;
    },
    settings,
    saveSettings: writing(db, (changed: LinkSettings) => {
      const isSame = changed.base === settings().base;
      const problem = isSame ? null : (baseProblem(changed.base) ?? roundTripOf(changed.base));
      if (problem !== null) throw new Problem(422, problem);
      upsertSettings.run(JSON.stringify(changed));
      uses.learnBase(changed.base);
    }),
    refused: (coming, comingSettings) => {
      const alsoOurs = new Set(
        coming.flatMap(({ revisions: all }) => all.at(-1)!.link.places.map(({ slug }) => slugKey(slug))),
      );
      const refused = new Map<string, string>();
      for (const { id, revisions: all } of coming) {
        if (select.get(id) !== undefined) continue;
        const faults = [...orderFaults(all), ...faultsOf(id, all.at(-1)!.link, comingSettings, alsoOurs)];
        if (faults.length > 0) refused.set(id, faults.slice(0, mostNamed).join(' '));
      }
      return refused;
    },
    takeIn,
    cameIn: (ids) => {
      for (const id of ids) tell(id, find(id));
    },
    changed: (listener) => void listeners.push(listener),
  };

  /** Under a base, links that lead to addresses below it would go round. */
  function roundTripOf(base: string): string | null {
    const round = selectAll.all().flatMap((row) => {
      const kept = keptOf(row);
      const leadsBack = (target: string): boolean => {
        const key = keyBelow(base, target);
        return key !== null && ownerOf.get(key) !== undefined;
      };
      return kept !== null && targetsOf(kept.link).some(leadsBack) ? [`“${kept.link.name}”`] : [];
    });
    if (round.length === 0) return null;
    const andMore = round.length > mostNamed ? ` and ${round.length - mostNamed} more` : '';
    return `Under ${base}, ${round.slice(0, mostNamed).join(', ')}${andMore} would lead to a forwarding link, and go round. Change where they lead first.`;
  }

  function takeIn({ id, revisions }: ArchivedLink): boolean {
    const newest = revisions.at(-1)!;
    if (select.get(id) !== undefined) return false;
    insert.run(id, newest.number, newest.savedAt, JSON.stringify(newest.link));
    for (const { number, savedAt, link } of revisions) keep(id, number, link, savedAt);
    return true;
  }
}

/** Revisions of an archive stand in the order of their numbers. */
const orderFaults = (revisions: ArchivedLink['revisions']): readonly string[] =>
  revisions.every(({ number }, index) => index === 0 || number > revisions[index - 1]!.number)
    ? []
    : ['Its revisions are not in the order of their numbers.'];
