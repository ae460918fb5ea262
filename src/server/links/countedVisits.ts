/** Visits as they were counted: by days, hours of the week, addresses, and what people came with. */
import { DateTime } from 'luxon';
import { sharesBy, type Who } from '../../core/links';
import type { AskVisits, CountedSums, Visits } from '../../wire';
import type { Db } from '../db';

export type CountedHour = CountedSums['hours'][number];
export type CountedDay = CountedSums['days'][number];

export interface CountedVisits extends Pick<Visits, 'days' | 'hours'> {
  /** Of people, the most visited first. */
  readonly slugs: readonly { readonly slug: string; readonly count: number; readonly firsts: number }[];
  /** What people came with, by whole days of UTC. */
  readonly kinds: readonly Omit<CountedDay, 'day'>[];
}

export const hourMs = 3600 * 1000;
/** In place of a slug: all links together. No link has it. */
export const allLinks = '';

/** Sums of hours become days and hours of the week in a zone: hours begin with a full hour of UTC. */
export function visitsOf(
  db: Db,
  { from, to, zone }: AskVisits,
  slugs: readonly string[] | null,
): CountedVisits {
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
