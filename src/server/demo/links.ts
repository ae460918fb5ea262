/** The yard's forwarding links, and a season of made-up visits. */
import { type Link, languageOf, newLink, simulatedPublic, visitorOf } from '../../core/links';
import type { ArchivedLink } from '../../wire';
import type { Links } from '../links';

const places = [
  { slug: 'REGATTA', name: 'poster at the slip' },
  { slug: 'RG-QUAY', name: 'poster at the quay' },
  { slug: 'RG-CLUB', name: 'notice board of the rowing club' },
];
const season = {
  from: '2026-05-04',
  to: '2026-08-31',
  zone: 'Europe/London',
  rainyWeeks: ['2026-W27', '2026-W31'],
};

const regattaId = '3c1a94f2-6d0e-4f58-9b1e-2a7c51f0d816';
/** At first it led to the page where boats are entered; after that to the calendar, and on the days of the regatta to its results. */
function regattaRevisions(): ArchivedLink['revisions'] {
  const entered: Link = {
    ...newLink('Regatta calendar', 'REGATTA', 'https://ternquay.example/regatta/enter'),
    collection: 'Rowing club',
    campaign: 'Regatta 2026',
    places,
  };
  const rules: Link['rules'] = [
    {
      schedule: {
        zone: season.zone,
        from: '2026-07-18T06:00',
        to: '2026-07-20T00:00',
        days: [6, 7],
        hours: { from: '08:00', to: '19:00' },
      },
      phone: null,
      target: 'https://ternquay.example/regatta/results',
    },
  ];
  const calendar = { ...entered, target: 'https://ternquay.example/regatta' };
  return [
    { number: 1, savedAt: '2026-04-20T09:12:00.000Z', link: entered },
    { number: 2, savedAt: '2026-06-15T16:40:00.000Z', link: calendar },
    { number: 3, savedAt: '2026-07-10T08:05:00.000Z', link: { ...calendar, rules } },
  ];
}

/** One link with three places and a rule for the days of the regatta, three berths, and who came in a season. */
export function fillWithLinks(links: Links): void {
  links.saveSettings({ ...links.settings(), base: 'https://go.ternquay.example' });
  links.takeIn({ id: regattaId, revisions: regattaRevisions(), counted: [] });
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
    ...season,
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
