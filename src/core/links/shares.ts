/** Who came to what: sums of addresses become those of links, collections and campaigns. */
import { type Link, slugKey } from './link';

export const groupings = ['place', 'link', 'collection', 'campaign'] as const;
export type Grouping = (typeof groupings)[number];

export interface Counted {
  /** In large letters. */
  readonly slug: string;
  readonly count: number;
  readonly firsts: number;
}
export interface SharedOut {
  readonly name: string;
  readonly count: number;
  readonly firsts: number;
  /** The id of the link, where it is one. */
  readonly link: string | null;
}

type Known = { readonly id: string; readonly link: Link } | undefined;

/** A link with one address is its own place. */
function placeName({ places, name }: Link, slug: string): string {
  const place = places.find((place) => slugKey(place.slug) === slug);
  return place?.name || (places.length === 1 ? name : `${name}, ${slug}`);
}

const nameIn: Readonly<Record<Grouping, (link: Link, slug: string) => string>> = {
  place: placeName,
  link: ({ name }) => name,
  collection: ({ collection }) => collection || 'in no collection',
  campaign: ({ campaign }) => campaign || 'in no campaign',
};

/** The most first. Addresses of links that are gone stand under themselves. */
export function shareOut(
  counted: readonly Counted[],
  by: Grouping,
  linkOf: (slug: string) => Known,
): readonly SharedOut[] {
  return sharesBy(counted, ({ slug }) => {
    const known = linkOf(slug);
    if (known === undefined) return { key: slug, name: slug, link: null };
    const name = nameIn[by](known.link, slug);
    const link = by === 'link' || by === 'place' ? known.id : null;
    return { key: by === 'link' ? known.id : by === 'place' ? slug : name, name, link };
  });
}

/** Sums of whatever has the same key, the most first. */
export function sharesBy(
  counted: readonly Counted[],
  under: (one: Counted) => { readonly key: string; readonly name: string; readonly link: string | null },
): readonly SharedOut[] {
  const shares = new Map<string, { name: string; count: number; firsts: number; link: string | null }>();
  for (const one of counted) {
    const { key, name, link } = under(one);
    const share = shares.get(key) ?? { name, count: 0, firsts: 0, link };
    shares.set(key, share);
    share.count += one.count;
    share.firsts += one.firsts;
  }
  return [...shares.values()].sort((a, b) => b.count - a.count);
}

/** The first of many, and the rest as one. */
export function mostOf(shares: readonly SharedOut[], most: number): readonly SharedOut[] {
  if (shares.length <= most) return shares;
  const rest = shares.slice(most - 1);
  return [
    ...shares.slice(0, most - 1),
    {
      name: `${rest.length} others`,
      count: rest.reduce((sum, { count }) => sum + count, 0),
      firsts: rest.reduce((sum, { firsts }) => sum + firsts, 0),
      link: null,
    },
  ];
}
