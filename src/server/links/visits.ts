/** Visits: gathered for a moment, then kept together with their sums by the hour; nothing that leads to a person is. */
import { hash, randomBytes } from 'node:crypto';
import { DateTime } from 'luxon';
import { slugKey, type Visitor, type Who } from '../../core/links';
import type { AskVisits, Visits } from '../../wire';
import { writing, type Db } from '../db/open';

export interface NewVisit extends Pick<Visitor, 'who' | 'device' | 'system'> {
  readonly at: number;
  /** In large letters. */
  readonly slug: string;
  readonly language: string;
  /** Null where nobody can tell. */
  readonly isFirst: boolean | null;
}

export interface VisitStore {
  /** At most a moment later it is kept. */
  readonly add: (visit: NewVisit) => void;
  /** Keeps what was gathered; what cannot be kept waits. */
  readonly flush: () => void;
  /** Of people, since a moment, by slug. */
  readonly since: (at: number) => ReadonlyMap<string, number>;
  readonly visits: (ask: AskVisits, slugs: readonly string[] | null) => Visits;
  /** Deletes visits that are older, one by one; sums stay. */
  readonly forgetBefore: (at: number) => number;
  /** How far a log was read; 0 for one that is new. */
  readonly readBytes: (fingerprint: string) => number;
  /** With how far it is read, as one. */
  readonly addLogged: (visits: readonly NewVisit[], fingerprint: string, bytes: number) => void;
  readonly close: () => void;
}

const hourMs = 3600 * 1000;
const flushMs = 500;
/** Kept in memory while nothing can be written. */
const mostGathered = 200_000;

export function visitStore(db: Db): VisitStore {
  const insert = db.prepare(
    'INSERT INTO visits (at, slug, who, device, system, language, is_first) VALUES (?, ?, ?, ?, ?, ?, ?)',
  );
  const sum = db.prepare(
    `INSERT INTO visits_by_hour (slug, hour, who, device, system, count, firsts) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (slug, hour, who, device, system)
     DO UPDATE SET count = count + excluded.count, firsts = firsts + excluded.firsts`,
  );
  const selectSince = db.prepare<[number], { slug: string; count: number }>(
    "SELECT slug, sum(count) AS count FROM visits_by_hour WHERE hour >= ? AND who = 'person' GROUP BY slug",
  );
  const deleteBefore = db.prepare('DELETE FROM visits WHERE at < ?');
  const selectLog = db
    .prepare<[string], number>('SELECT bytes FROM counted_logs WHERE fingerprint = ?')
    .pluck();
  const upsertLog = db.prepare(
    'INSERT INTO counted_logs (fingerprint, bytes) VALUES (?, ?) ON CONFLICT (fingerprint) DO UPDATE SET bytes = excluded.bytes',
  );
  let gathered: NewVisit[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;

  function insertAll(visits: readonly NewVisit[]): void {
    const sums = new Map<
      string,
      { readonly of: NewVisit; readonly hour: number; count: number; firsts: number }
    >();
    for (const visit of visits) {
      const { at, slug, who, device, system, language, isFirst } = visit;
      insert.run(at, slug, who, device, system, language, isFirst === null ? null : Number(isFirst));
      const hour = Math.floor(at / hourMs);
      const key = `${slug} ${hour} ${who} ${device} ${system}`;
      const own = sums.get(key) ?? { of: visit, hour, count: 0, firsts: 0 };
      sums.set(key, own);
      own.count++;
      if (isFirst === true) own.firsts++;
    }
    for (const { of, hour, count, firsts } of sums.values())
      sum.run(of.slug, hour, of.who, of.device, of.system, count, firsts);
  }
  const keepAll = writing(db, insertAll);
  function flush(): void {
    clearTimeout(timer);
    timer = undefined;
    const visits = gathered;
    if (visits.length === 0 || !db.open) return;
    gathered = [];
    try {
      keepAll(visits);
    } catch {
      // A full disk: they are tried again with the next visit, and the links go on forwarding.
      gathered = [...visits, ...gathered].slice(-mostGathered);
    }
  }
  return {
    add: (visit) => {
      gathered.push(visit);
      timer ??= setTimeout(flush, flushMs).unref();
    },
    flush,
    since: (at) => new Map(selectSince.all(Math.floor(at / hourMs)).map(({ slug, count }) => [slug, count])),
    visits: (ask, slugs) => visitsOf(db, ask, slugs),
    forgetBefore: writing(db, (at: number) => deleteBefore.run(at).changes),
    readBytes: (fingerprint) => selectLog.get(fingerprint) ?? 0,
    addLogged: writing(db, (visits: readonly NewVisit[], fingerprint: string, bytes: number) => {
      insertAll(visits);
      upsertLog.run(fingerprint, bytes);
    }),
    close: flush,
  };
}

/** Sums of hours become days and hours of the week in a zone: hours begin with a full hour of UTC. */
function visitsOf(db: Db, { from, to, zone }: AskVisits, slugs: readonly string[] | null): Visits {
  const [begin, end] = [from, to].map((day) => DateTime.fromISO(day, { zone }));
  const first = Math.floor(begin!.toMillis() / hourMs);
  const last = Math.ceil(end!.toMillis() / hourMs);
  const own = slugs === null ? '' : `AND slug IN (${slugs.map(() => '?').join(', ')})`;
  const asked = [first, last, ...(slugs ?? []).map(slugKey)];
  const byHour = db
    .prepare<(string | number)[], { hour: number; who: Who; count: number }>(
      `SELECT hour, who, sum(count) AS count FROM visits_by_hour WHERE hour >= ? AND hour < ? ${own} GROUP BY hour, who`,
    )
    .all(...asked);
  const days = new Map<string, { day: string } & Record<Who, number>>();
  for (let day = begin!; day < end! && days.size < 4000; day = day.plus({ days: 1 }))
    days.set(day.toISODate()!, { day: day.toISODate()!, person: 0, preview: 0, robot: 0 });
  const hours = Array.from({ length: 168 }, () => 0);
  for (const { hour, who, count } of byHour) {
    const local = DateTime.fromMillis(hour * hourMs, { zone });
    const day = days.get(local.toISODate()!);
    if (day !== undefined) day[who] += count;
    if (who === 'person') hours[(local.weekday - 1) * 24 + local.hour]! += count;
  }
  const people = `FROM visits_by_hour WHERE hour >= ? AND hour < ? ${own} AND who = 'person'`;
  return {
    days: [...days.values()],
    hours,
    places: db
      .prepare<(string | number)[], Visits['places'][number]>(
        `SELECT slug, sum(count) AS count, sum(firsts) AS firsts ${people} GROUP BY slug ORDER BY count DESC`,
      )
      .all(...asked),
    devices: db
      .prepare<(string | number)[], Visits['devices'][number]>(
        `SELECT device, system, sum(count) AS count, sum(firsts) AS firsts ${people} GROUP BY device, system ORDER BY count DESC`,
      )
      .all(...asked),
  };
}

const newKey = (): string => randomBytes(32).toString('base64');

/** Tells whether somebody came before on the same day, by a digest whose key is thrown away with the day. */
export function dayDigests(
  today: () => string,
): (slug: string, address: string, userAgent: string) => boolean {
  let day = '';
  let key = newKey();
  let seen = new Set<string>();
  return (slug, address, userAgent) => {
    const now = today();
    if (now !== day) {
      day = now;
      key = newKey();
      seen = new Set();
    }
    const digest = hash('sha256', `${key}${slug}\n${address}\n${userAgent}`, 'base64').slice(0, 16);
    if (seen.has(digest)) return false;
    // More than that in a day is no public that can be told apart.
    if (seen.size < 2_000_000) seen.add(digest);
    return true;
  };
}
