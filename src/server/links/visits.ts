/** Visits: gathered for a moment, then kept together with their sums by the hour; nothing that leads to a person is. */
import { DateTime } from 'luxon';
import { sharesBy, slugKey, type Visitor, type Who } from '../../core/links';
import type { AskVisits, CountedSums, Visits } from '../../wire';
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
  /** Of people, since a moment. */
  readonly since: (slugs: readonly string[], at: number) => number;
  /** Of some addresses; of all where it is null. */
  readonly visits: (ask: AskVisits, slugs: readonly string[] | null) => CountedVisits;
  /** Deletes visits that are older, one by one; sums stay. */
  readonly forgetBefore: (at: number) => number;
  /** How far a log was read; 0 for one that is new. */
  readonly readBytes: (fingerprint: string) => number;
  /** With how far it is read, as one. */
  readonly addLogged: (visits: readonly NewVisit[], fingerprint: string, bytes: number) => void;
  /** All that was counted at some addresses, for archives. */
  readonly sumsOf: (slugs: readonly string[]) => readonly CountedSums[];
  /** Adds them to what is here. */
  readonly takeSums: (counted: readonly CountedSums[]) => void;
  readonly close: () => void;
}

type CountedHour = CountedSums['hours'][number];
type CountedDay = CountedSums['days'][number];
type Writable<Of> = { -readonly [Key in keyof Of]: Of[Key] };

export interface CountedVisits extends Pick<Visits, 'days' | 'hours'> {
  /** Of people, the most visited first. */
  readonly slugs: readonly { readonly slug: string; readonly count: number; readonly firsts: number }[];
  /** What people came with, by whole days of UTC. */
  readonly kinds: readonly Omit<CountedDay, 'day'>[];
}

const hourMs = 3600 * 1000;
const flushMs = 500;
/** After what could not be kept. */
const flushAgainMs = 2000;
/** Kept in memory while nothing can be written. */
const mostGathered = 200_000;

export function visitStore(db: Db, report: (error: unknown) => void = () => undefined): VisitStore {
  const insert = db.prepare(
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
  let gathered: NewVisit[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;

  function addSums(slug: string, hours: readonly CountedHour[], days: Iterable<CountedDay>): void {
    for (const { hour, person, preview, robot, firsts } of hours)
      addHour.run(slug, hour, person, preview, robot, firsts);
    for (const { day, device, system, language, count } of days)
      addKind.run(slug, day, device, system, language, count);
    if (slug !== allLinks)
      for (const [day, { person, firsts }] of byDay(hours)) addDay.run(slug, day, person, firsts);
  }
  function insertAll(visits: readonly NewVisit[]): void {
    const all = sums();
    const bySlug = new Map<string, Sums>();
    for (const visit of visits) {
      const { at, slug, who, device, system, language, isFirst } = visit;
      insert.run(at, slug, who, device, system, language, isFirst === null ? null : Number(isFirst));
      let sumsOfLink = bySlug.get(slug);
      if (sumsOfLink === undefined) bySlug.set(slug, (sumsOfLink = sums()));
      sumsOfLink.add(visit);
      all.add(visit);
    }
    addSums(allLinks, [...all.hours.values()], all.days.values());
    for (const [slug, own] of bySlug) addSums(slug, [...own.hours.values()], own.days.values());
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
    } catch (error) {
      // A full disk or a locked database: they are tried again, and the links go on forwarding.
      gathered = [...visits, ...gathered].slice(-mostGathered);
      timer = setTimeout(flush, flushAgainMs).unref();
      report(error);
    }
  }
  return {
    add: (visit) => {
      gathered.push(visit);
      timer ??= setTimeout(flush, flushMs).unref();
    },
    flush,
    since: (slugs, time) =>
      slugs.reduce((sum, slug) => sum + selectSince.get(slugKey(slug), Math.floor(time / hourMs))!, 0),
    visits: (ask, slugs) => visitsOf(db, ask, slugs?.map(slugKey) ?? null),
    forgetBefore: writing(db, (time: number) => deleteBefore.run(time).changes),
    readBytes: (fingerprint) => selectLog.get(fingerprint) ?? 0,
    addLogged: writing(db, (visits: readonly NewVisit[], fingerprint: string, bytes: number) => {
      insertAll(visits);
      upsertLog.run(fingerprint, bytes);
    }),
    sumsOf: (slugs) =>
      slugs.map(slugKey).flatMap((slug) => {
        const [hours, days] = [selectHours.all(slug), selectDays.all(slug)];
        return hours.length === 0 ? [] : [{ slug, hours, days }];
      }),
    takeSums: (counted) => {
      for (const { slug, hours, days } of counted) {
        addSums(slugKey(slug), hours, days);
        addSums(allLinks, hours, days);
      }
    },
    close: flush,
  };
}

/** In place of a slug: all links together. No link has it. */
const allLinks = '';

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

/** Sums of hours become days and hours of the week in a zone: hours begin with a full hour of UTC. */
function visitsOf(db: Db, { from, to, zone }: AskVisits, slugs: readonly string[] | null): CountedVisits {
  const [begin, end] = [from, to].map((day) => DateTime.fromISO(day, { zone }));
  const first = Math.floor(begin!.toMillis() / hourMs);
  const last = Math.ceil(end!.toMillis() / hourMs);
  const asked = slugs ?? [allLinks];
  // One value however many they are: SQLite takes 32,766.
  const ofSlugs = 'slug IN (SELECT value FROM json_each(?))';
  const askedJson = JSON.stringify(asked);
  const days = new Map<string, { day: string } & Record<Who, number>>();
  for (let day = begin!; day < end! && days.size < 4000; day = day.plus({ days: 1 }))
    days.set(day.toISODate()!, { day: day.toISODate()!, person: 0, preview: 0, robot: 0 });
  const hours = Array.from({ length: 168 }, () => 0);
  const byHour = db
    .prepare<(string | number)[], CountedHour>(
      `SELECT hour, sum(person) AS person, sum(preview) AS preview, sum(robot) AS robot, sum(firsts) AS firsts
       FROM visit_hours WHERE ${ofSlugs} AND hour >= ? AND hour < ? GROUP BY hour`,
    )
    .all(askedJson, first, last);
  const clock = clockOf(zone);
  for (const { hour, person, preview, robot } of byHour) {
    const local = clock(hour);
    const day = days.get(local.day);
    if (day !== undefined) {
      day.person += person;
      day.preview += preview;
      day.robot += robot;
    }
    hours[(local.weekday - 1) * 24 + local.hour]! += person;
  }
  return {
    days: [...days.values()],
    hours,
    slugs: slugs === null ? ofAll(db, first, last) : ofSome(db, slugs, first, last),
    kinds: db
      .prepare<(string | number)[], CountedVisits['kinds'][number]>(
        `SELECT device, system, language, sum(count) AS count FROM visitor_days
         WHERE ${ofSlugs} AND day >= ? AND day < ? GROUP BY device, system, language`,
      )
      .all(askedJson, Math.floor(first / 24), Math.ceil(last / 24)),
  };
}

type CountedSlugs = CountedVisits['slugs'];
const mostFirst = (counted: CountedSlugs): CountedSlugs =>
  counted.filter(({ count }) => count > 0).sort((a, b) => b.count - a.count);

/** People by address, of hours from the first up to the last. */
const ofSome = (db: Db, slugs: readonly string[], first: number, last: number): CountedSlugs =>
  mostFirst(
    db
      .prepare<(string | number)[], CountedSlugs[number]>(
        `SELECT slug, sum(person) AS count, sum(firsts) AS firsts FROM visit_hours
         WHERE slug IN (SELECT value FROM json_each(?)) AND hour >= ? AND hour < ? GROUP BY slug`,
      )
      .all(JSON.stringify(slugs), first, last),
  );

/** Whole days of UTC by their sums, and what is before and after them by hours. */
function ofAll(db: Db, first: number, last: number): CountedSlugs {
  const [firstDay, lastDay] = [Math.ceil(first / 24), Math.floor(last / 24)];
  if (firstDay >= lastDay) return ofEnds(db, [[first, last]]);
  return mostFirst(
    sharesBy(
      [
        ...db
          .prepare<[number, number], CountedSlugs[number]>(
            `SELECT slug, sum(person) AS count, sum(firsts) AS firsts FROM visit_days
             WHERE day >= ? AND day < ? GROUP BY slug`,
          )
          .all(firstDay, lastDay),
        ...ofEnds(db, [
          [first, firstDay * 24],
          [lastDay * 24, last],
        ]),
      ],
      ({ slug }) => ({ key: slug, name: slug, link: null }),
    ).map(({ name, count, firsts }) => ({ slug: name, count, firsts })),
  );
}
const ofEnds = (db: Db, ends: readonly (readonly [number, number])[]): CountedSlugs =>
  ends
    .filter(([from, to]) => from < to)
    .flatMap((end) =>
      db
        .prepare<[number, number], CountedSlugs[number]>(
          `SELECT known.slug, sum(person) AS count, sum(firsts) AS firsts
           FROM (SELECT DISTINCT slug FROM visit_days) AS known
           JOIN visit_hours ON visit_hours.slug = known.slug AND hour >= ? AND hour < ? GROUP BY known.slug`,
        )
        .all(...end),
    );

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

interface LocalHour {
  readonly day: string;
  readonly weekday: number;
  readonly hour: number;
}

/** Days and hours in a zone of hours since 1970, asked in order: an offset holds for a day of UTC, but where it changes. */
function clockOf(zone: string): (hour: number) => LocalHour {
  const offsetAt = (hour: number): number => DateTime.fromMillis(hour * hourMs, { zone }).offset;
  let [of, offset, isEven] = [NaN, 0, false];
  return (hour) => {
    const day = Math.floor(hour / 24);
    if (day !== of) {
      of = day;
      offset = offsetAt(day * 24);
      isEven = offset === offsetAt(day * 24 + 24);
    }
    const local = new Date(hour * hourMs + (isEven ? offset : offsetAt(hour)) * 60_000);
    return {
      day: local.toISOString().slice(0, 10),
      weekday: local.getUTCDay() || 7,
      hour: local.getUTCHours(),
    };
  };
}
