/** The yard's forwarding links, and the made-up visits of a season that ended yesterday. */
import { DateTime } from 'luxon';
import { type Link, languageOf, newLink, simulatedPublic, visitorOf } from '../../core/links';
import type { ArchivedLink } from '../../wire';
import type { Links } from '../links';

const places = [
  { slug: 'REGATTA', name: 'poster at the slip' },
  { slug: 'RG-QUAY', name: 'poster at the quay' },
  { slug: 'RG-CLUB', name: 'notice board of the rowing club' },
];
const zone = 'Europe/London';
/** Whole weeks, and the days of this one. */
const seasonWeeks = 17;

/** The Monday on which a week of the season begins, counted from 0. */
const weekOf = (today: DateTime, week: number): DateTime =>
  today.startOf('week').plus({ weeks: week - seasonWeeks });
const rainyWeeks = [8, 12];
/** In which weeks the link came to lead to the calendar, got its rule, and the boats rowed. */
const [calendarWeek, ruleWeek, regattaWeek] = [6, 9, 10];

const regattaId = '3c1a94f2-6d0e-4f58-9b1e-2a7c51f0d816';
/** At first it led to the page where boats are entered; after that to the calendar, and on the days of the regatta to its results. */
function regattaRevisions(today: DateTime): ArchivedLink['revisions'] {
  const saturday = weekOf(today, regattaWeek).plus({ days: 5 });
  const local = (time: DateTime): string => time.toFormat("yyyy-MM-dd'T'HH:mm");
  const entered: Link = {
    ...newLink('Regatta calendar', 'REGATTA', 'https://ternquay.example/regatta/enter'),
    collection: 'Rowing club',
    campaign: `Regatta ${saturday.year}`,
    places,
  };
  const rules: Link['rules'] = [
    {
      schedule: {
        zone,
        from: local(saturday.plus({ hours: 6 })),
        to: local(saturday.plus({ days: 2 })),
        days: [6, 7],
        hours: { from: '08:00', to: '19:00' },
      },
      phone: null,
      target: 'https://ternquay.example/regatta/results',
    },
  ];
  const calendar = { ...entered, target: 'https://ternquay.example/regatta' };
  const savedAt = (week: number, time: { days: number; hours: number; minutes: number }): string =>
    weekOf(today, week).plus(time).toUTC().toISO()!;
  return [
    { number: 1, savedAt: savedAt(-2, { days: 0, hours: 9, minutes: 12 }), link: entered },
    { number: 2, savedAt: savedAt(calendarWeek, { days: 0, hours: 16, minutes: 40 }), link: calendar },
    {
      number: 3,
      savedAt: savedAt(ruleWeek, { days: 4, hours: 8, minutes: 5 }),
      link: { ...calendar, rules },
    },
  ];
}

/** One link with three places and a rule for the days of the regatta, three berths, and who came in a season. */
export function fillWithLinks(links: Links, now = new Date()): void {
  const today = DateTime.fromJSDate(now, { zone });
  links.saveSettings({ ...links.settings(), base: 'https://go.ternquay.example' });
  links.takeIn({ id: regattaId, revisions: regattaRevisions(today), counted: [] });
  links.cameIn([regattaId]);
  for (const berth of [15, 16, 17])
    links.create({
      name: `Berth ${berth}`,
      target: `https://ternquay.example/berth/${berth}`,
      slug: `B${berth}`,
    });
  const slugs = [
    { slug: 'REGATTA', weight: 9 },
    { slug: 'RG-QUAY', weight: 5 },
    { slug: 'RG-CLUB', weight: 3 },
    { slug: 'B15', weight: 1 },
    { slug: 'B16', weight: 1 },
    { slug: 'B17', weight: 2 },
  ];
  let [day, seen] = [-1, new Set<string>()];
  for (const { at, slug, userAgent, acceptLanguage, address } of simulatedPublic({
    from: weekOf(today, 0).toISODate()!,
    to: today.toISODate()!,
    zone,
    rainyWeeks: rainyWeeks.map((week) => weekOf(today, week).toFormat("kkkk-'W'WW")),
    slugs,
    perDay: 70,
    seed: 26,
  })) {
    const today = Math.floor(at / 86_400_000);
    if (today !== day) [day, seen] = [today, new Set()];
    const { who, device, system } = visitorOf(userAgent);
    const key = `${slug} ${address} ${userAgent}`;
    const isFirst = who === 'person' ? !seen.has(key) : null;
    seen.add(key);
    links.visits.add({ at, slug, who, device, system, language: languageOf(acceptLanguage), isFirst });
  }
  links.visits.flush();
}
