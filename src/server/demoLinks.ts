/** The yard's forwarding links, and a season of made-up visits. */
import { languageOf, simulatedPublic, visitorOf } from '../core/links';
import type { Links } from './links';

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

/** One link with three places and a rule for the day of the regatta, three berths, and who came in a season. */
export function fillWithLinks(links: Links): void {
  links.saveSettings({ ...links.settings(), base: 'https://go.ternquay.example' });
  const regatta = links.create({
    name: 'Regatta calendar',
    target: 'https://ternquay.example/regatta',
    slug: 'REGATTA',
  });
  links.save(regatta.id, 1, {
    ...regatta.link,
    collection: 'Rowing club',
    campaign: 'Regatta 2026',
    places,
    rules: [
      {
        schedule: {
          zone: 'Europe/London',
          from: '2026-07-18T06:00',
          to: '2026-07-20T00:00',
          days: [6, 7],
          hours: { from: '08:00', to: '19:00' },
        },
        phone: null,
        target: 'https://ternquay.example/regatta/results',
      },
    ],
  });
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
