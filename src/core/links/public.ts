/** A made-up public: who visits when, from a seed. It fills the demo, and what it sent is what must be counted. */
import { DateTime } from 'luxon';
import { seededRandom } from '../numbers';

export interface SentVisit {
  readonly at: number;
  readonly slug: string;
  readonly userAgent: string;
  readonly acceptLanguage: string;
  /** Stands for the address of a visitor: the same person has the same. */
  readonly address: string;
}

export interface PublicWish {
  readonly slugs: readonly { readonly slug: string; readonly weight: number }[];
  /** ISO days, the last not included. */
  readonly from: string;
  readonly to: string;
  readonly zone: string;
  readonly perDay: number;
  readonly seed: number;
  /** ISO weeks in which it rains, such as 2026-W31: a third comes. */
  readonly rainyWeeks: readonly string[];
}

/** Shares of a day by the hour: few at night, most at noon and after work (made up). */
const hours = [1, 1, 0.5, 0.5, 0.5, 1, 3, 6, 9, 11, 12, 13, 14, 13, 12, 12, 13, 15, 14, 11, 8, 6, 4, 2];

/** Programs by how often they come: names as such programs give them, of versions that are made up. */
const agents: readonly (readonly [weight: number, userAgent: string])[] = [
  [
    40,
    'Mozilla/5.0 (Linux; Android 14; Phone) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Mobile Safari/537.36',
  ],
  [
    34,
    'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.5 Mobile/15E148 Safari/604.1',
  ],
  [
    5,
    'Mozilla/5.0 (iPad; CPU OS 17_5 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.5 Mobile/15E148 Safari/604.1',
  ],
  [
    9,
    'Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Safari/537.36',
  ],
  [2, 'Mozilla/5.0 (X11; Linux x86_64; rv:127.0) Gecko/20100101 Firefox/127.0'],
  [4, 'WhatsApp/2.24.10.80 A'],
  [3, 'Mozilla/5.0 (compatible; ExampleCrawler/1.0; +https://crawler.example/bot)'],
  [1, 'curl/8.8.0'],
];
const languages = ['en-GB,en;q=0.9', 'en-GB', 'de-DE,de;q=0.9,en;q=0.5', 'nl', 'fr-FR,fr;q=0.8'];

export function* simulatedPublic(wish: PublicWish): Generator<SentVisit> {
  const random = seededRandom(wish.seed);
  const pick = <Item>(items: readonly (readonly [number, Item])[]): Item => {
    let left = random() * items.reduce((sum, [weight]) => sum + weight, 0);
    return (items.find(([weight]) => (left -= weight) < 0) ?? items.at(-1)!)[1];
  };
  const slugs = wish.slugs.map(({ slug, weight }) => [weight, slug] as const);
  const byHour = hours.map((weight, hour) => [weight, hour] as const);
  const end = DateTime.fromISO(wish.to, { zone: wish.zone });
  for (let day = DateTime.fromISO(wish.from, { zone: wish.zone }); day < end; day = day.plus({ days: 1 })) {
    const isRainy = wish.rainyWeeks.includes(`${day.weekYear}-W${String(day.weekNumber).padStart(2, '0')}`);
    const share = (day.weekday >= 6 ? 1.7 : 0.72) * (isRainy ? 0.33 : 1);
    const count = Math.round(wish.perDay * share * (0.8 + 0.4 * random()));
    const starts = hours.map((_, hour) => day.set({ hour }).toMillis());
    const visits = Array.from({ length: count }, (): SentVisit => {
      const start = starts[pick(byHour)]!;
      const minute = Math.floor(random() * 60);
      return {
        at: start + (minute * 60 + Math.floor(random() * 60)) * 1000,
        slug: pick(slugs),
        userAgent: pick(agents),
        acceptLanguage: languages[Math.floor(random() ** 2 * languages.length)]!,
        address: `198.51.100.${Math.floor(random() * 254) + 1}`,
      };
    });
    yield* visits.sort((a, b) => a.at - b.at);
  }
}
