/** Visits as rows of bars: by day, by week, or by the hour of the week. */
import { whos, type Who } from '../../core/links';
import type { Visits } from '../../wire';

export interface Bars {
  readonly labels: readonly string[];
  readonly rows: readonly { readonly name: string; readonly values: readonly number[] }[];
  /** On top of each other, because they are parts of a whole. */
  readonly areStacked: boolean;
}

export const spans = ['day', 'week', 'hour'] as const;
export type Span = (typeof spans)[number];

const names: Readonly<Record<Who, string>> = { person: 'People', preview: 'Previews', robot: 'Robots' };
const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** The bar in which a day is. */
export const barOfDay = (index: number, span: Span): number =>
  span === 'week' ? Math.floor(index / 7) : index;

interface Spread {
  readonly labels: readonly string[];
  readonly sums: readonly Readonly<Record<Who, number>>[];
}

function spread({ days, hours }: Visits, span: Span): Spread {
  if (span === 'hour')
    return {
      labels: hours.map((_, hour) => `${weekdays[Math.floor(hour / 24)]!} ${hour % 24}:00`),
      sums: hours.map((person) => ({ person, preview: 0, robot: 0 })),
    };
  const labels: string[] = [];
  const sums: Record<Who, number>[] = [];
  days.forEach((day, index) => {
    const bar = barOfDay(index, span);
    if (sums[bar] === undefined) {
      // The year as well, where the same day comes twice.
      labels.push(days.length > 365 ? day.day : day.day.slice(5));
      sums.push({ person: 0, preview: 0, robot: 0 });
    }
    for (const who of whos) sums[bar]![who] += day[who];
  });
  return { labels, sums };
}

/** People, previews and robots on top of each other; hours of people alone. */
export function barsOf(visits: Visits, span: Span): Bars {
  const { labels, sums } = spread(visits, span);
  const shown = span === 'hour' ? (['person'] as const) : whos;
  return {
    labels,
    rows: shown.map((who) => ({ name: names[who], values: sums.map((sum) => sum[who]) })),
    areStacked: true,
  };
}

/** People of one beside those of another. */
export function barsBeside(
  first: { readonly name: string; readonly visits: Visits },
  other: { readonly name: string; readonly visits: Visits },
  span: Span,
): Bars {
  const [mine, theirs] = [spread(first.visits, span), spread(other.visits, span)];
  return {
    labels: mine.labels,
    rows: [
      { name: first.name, values: mine.sums.map(({ person }) => person) },
      { name: other.name, values: theirs.sums.map(({ person }) => person) },
    ],
    areStacked: false,
  };
}
