/** Visits: gathered for a moment, then kept together with their sums by the hour; nothing that leads to a person is. */
import { slugKey, type Visitor } from '../../core/links';
import type { AskVisits, CountedSums } from '../../wire';
import { writing, type Db } from '../db';
import {
  allLinks,
  hourMs,
  visitsOf,
  type CountedDay,
  type CountedHour,
  type CountedVisits,
} from './countedVisits';

export interface NewVisit extends Pick<Visitor, 'who' | 'device' | 'system'> {
  readonly at: number;
  /** In large letters. */
  readonly slug: string;
  readonly language: string;
  /** Null where nobody can tell. */
  readonly isFirst: boolean | null;
}

type Writable<Of> = { -readonly [Key in keyof Of]: Of[Key] };

const flushMs = 500;
/** After what could not be kept. */
const flushAgainMs = 2000;
/** Kept in memory while nothing can be written. */
const mostGathered = 200_000;

type Statements = ReturnType<typeof prepared>;

export class VisitStore {
  private readonly statements: Statements;
  private gathered: NewVisit[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly keepAll: (visits: readonly NewVisit[]) => void;
  /** Keeps visits of a log together with how far it was read. */
  readonly addLogged: (visits: readonly NewVisit[], fingerprint: string, bytes: number) => void;
  /** Deletes visits before a time, one by one, and says how many; sums stay. */
  readonly forgetBefore: (timeMs: number) => number;

  constructor(
    private readonly db: Db,
    private readonly report: (error: unknown) => void = () => undefined,
  ) {
    this.statements = prepared(db);
    const { deleteBefore, upsertLog } = this.statements;
    this.keepAll = writing(db, (visits: readonly NewVisit[]) => this.insertAll(visits));
    this.addLogged = writing(db, (visits: readonly NewVisit[], fingerprint: string, bytes: number) => {
      this.insertAll(visits);
      upsertLog.run(fingerprint, bytes);
    });
    this.forgetBefore = writing(db, (timeMs: number) => deleteBefore.run(timeMs).changes);
  }

  /** At most a moment later it is kept. */
  add(visit: NewVisit): void {
    this.gathered.push(visit);
    this.timer ??= setTimeout(() => this.flush(), flushMs).unref();
  }

  /** Keeps what was gathered; what cannot be kept waits. */
  flush(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    const visits = this.gathered;
    if (visits.length === 0 || !this.db.open) return;
    this.gathered = [];
    try {
      this.keepAll(visits);
    } catch (error) {
      // A full disk or a locked database: they are tried again, and the links go on forwarding.
      this.gathered = [...visits, ...this.gathered].slice(-mostGathered);
      this.timer = setTimeout(() => this.flush(), flushAgainMs).unref();
      this.report(error);
    }
  }

  close(): void {
    this.flush();
  }

  /** Visits of people to some addresses, since a time. */
  since(slugs: readonly string[], timeMs: number): number {
    const hour = Math.floor(timeMs / hourMs);
    return slugs.reduce((sum, slug) => sum + this.statements.selectSince.get(slugKey(slug), hour)!, 0);
  }

  /** Of some addresses; of all where it is null. */
  visits(ask: AskVisits, slugs: readonly string[] | null): CountedVisits {
    return visitsOf(this.db, ask, slugs?.map(slugKey) ?? null);
  }

  /** How far a log was read; 0 for one that is new. */
  readBytes(fingerprint: string): number {
    return this.statements.selectLog.get(fingerprint) ?? 0;
  }

  /** All that was counted at some addresses, for archives. */
  sumsOf(slugs: readonly string[]): readonly CountedSums[] {
    const { selectHours, selectDays } = this.statements;
    return slugs.map(slugKey).flatMap((slug) => {
      const [hours, days] = [selectHours.all(slug), selectDays.all(slug)];
      return hours.length === 0 ? [] : [{ slug, hours, days }];
    });
  }

  /** Adds the sums of an archive to what is here. */
  takeSums(counted: readonly CountedSums[]): void {
    for (const { slug, hours, days } of counted) {
      this.addSums(slugKey(slug), hours, days);
      this.addSums(allLinks, hours, days);
    }
  }

  private insertAll(visits: readonly NewVisit[]): void {
    const { insertVisit } = this.statements;
    const all = sums();
    const bySlug = new Map<string, Sums>();
    for (const visit of visits) {
      const { at, slug, who, device, system, language, isFirst } = visit;
      insertVisit.run(at, slug, who, device, system, language, isFirst === null ? null : Number(isFirst));
      let sumsOfLink = bySlug.get(slug);
      if (sumsOfLink === undefined) bySlug.set(slug, (sumsOfLink = sums()));
      sumsOfLink.add(visit);
      all.add(visit);
    }
    this.addSums(allLinks, [...all.hours.values()], all.days.values());
    for (const [slug, { hours, days }] of bySlug) this.addSums(slug, [...hours.values()], days.values());
  }

  private addSums(slug: string, hours: readonly CountedHour[], days: Iterable<CountedDay>): void {
    const { addHour, addDay, addKind } = this.statements;
    for (const { hour, person, preview, robot, firsts } of hours)
      addHour.run(slug, hour, person, preview, robot, firsts);
    for (const { day, device, system, language, count } of days)
      addKind.run(slug, day, device, system, language, count);
    if (slug !== allLinks)
      for (const [day, { person, firsts }] of byDay(hours)) addDay.run(slug, day, person, firsts);
  }
}

function prepared(db: Db) {
  const insertVisit = db.prepare(
    'INSERT INTO visits (at, slug, who, device, system, language, is_first) VALUES (?, ?, ?, ?, ?, ?, ?)',
  );
  const addHour = db.prepare(
    `INSERT INTO visit_hours (slug, hour, person, preview, robot, firsts) VALUES (?, ?, ?, ?, ?, ?)
     ON CONFLICT (slug, hour) DO UPDATE SET person = person + excluded.person, preview = preview + excluded.preview,
       robot = robot + excluded.robot, firsts = firsts + excluded.firsts`,
  );
  const addDay = db.prepare(
    `INSERT INTO visit_days (slug, day, person, firsts) VALUES (?, ?, ?, ?)
     ON CONFLICT (slug, day) DO UPDATE SET person = person + excluded.person, firsts = firsts + excluded.firsts`,
  );
  const addKind = db.prepare(
    `INSERT INTO visitor_days (slug, day, device, system, language, count) VALUES (?, ?, ?, ?, ?, ?)
     ON CONFLICT (slug, day, device, system, language) DO UPDATE SET count = count + excluded.count`,
  );
  const selectSince = db
    .prepare<[string, number], number>(
      'SELECT coalesce(sum(person), 0) FROM visit_hours WHERE slug = ? AND hour >= ?',
    )
    .pluck();
  const deleteBefore = db.prepare('DELETE FROM visits WHERE at < ?');
  const selectLog = db
    .prepare<[string], number>('SELECT bytes FROM counted_logs WHERE fingerprint = ?')
    .pluck();
  const upsertLog = db.prepare(
    'INSERT INTO counted_logs (fingerprint, bytes) VALUES (?, ?) ON CONFLICT (fingerprint) DO UPDATE SET bytes = excluded.bytes',
  );
  const selectHours = db.prepare<[string], CountedHour>(
    'SELECT hour, person, preview, robot, firsts FROM visit_hours WHERE slug = ? ORDER BY hour',
  );
  const selectDays = db.prepare<[string], CountedDay>(
    'SELECT day, device, system, language, count FROM visitor_days WHERE slug = ? ORDER BY day, device, system, language',
  );
  return {
    insertVisit,
    addHour,
    addDay,
    addKind,
    selectSince,
    deleteBefore,
    selectLog,
    upsertLog,
    selectHours,
    selectDays,
  };
}

interface Sums {
  readonly hours: Map<number, CountedHour>;
  readonly days: Map<string, CountedDay>;
  readonly add: (visit: NewVisit) => void;
}

function sums(): Sums {
  const hours = new Map<number, Writable<CountedHour>>();
  const days = new Map<string, Writable<CountedDay>>();
  return {
    hours,
    days,
    add: ({ at, who, device, system, language, isFirst }) => {
      const hour = Math.floor(at / hourMs);
      let counts = hours.get(hour);
      if (counts === undefined)
        hours.set(hour, (counts = { hour, person: 0, preview: 0, robot: 0, firsts: 0 }));
      counts[who]++;
      if (isFirst === true) counts.firsts++;
      if (who !== 'person') return;
      const day = Math.floor(hour / 24);
      const key = `${day} ${device} ${system} ${language}`;
      const kind = days.get(key);
      if (kind === undefined) days.set(key, { day, device, system, language, count: 1 });
      else kind.count++;
    },
  };
}

/** Sums of whole days. */
function byDay(hours: readonly CountedHour[]): ReadonlyMap<number, { person: number; firsts: number }> {
  const days = new Map<number, { person: number; firsts: number }>();
  for (const { hour, person, firsts } of hours) {
    if (person === 0) continue;
    const day = Math.floor(hour / 24);
    const counts = days.get(day) ?? { person: 0, firsts: 0 };
    days.set(day, counts);
    counts.person += person;
    counts.firsts += firsts;
  }
  return days;
}
