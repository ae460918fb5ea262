/** Which links a text names: whoever scans or types the address in it ends up at one. */
import { slugKey, slugPattern } from './link';
import { unescapedSlug } from './address';

/** Of a base: finds its addresses in texts. Null for a base under which nothing can be reached. */
function addressesBelow(base: string): RegExp | null {
  if (!URL.canParse(base)) return null;
  const { host, pathname } = new URL(base);
  if (host === '') return null;
  const below = host + (pathname.endsWith('/') ? pathname : `${pathname}/`);
  const literal = below.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
  // A longer name of a host is another one.
  return new RegExp(`(?<![0-9A-Za-z.-])${literal}((?:[0-9A-Za-z-]|%[0-9A-Fa-f]{2})+)`, 'gi');
}

/** In small letters, what every text with an address below a base holds; for looking through many texts at once. */
export const hostIn = (base: string): string => (URL.canParse(base) ? new URL(base).host.toLowerCase() : '');

/** Slugs below a base that texts name, in large letters (`slugKey`); with or without a scheme, a query or a slash at the end. */
export function slugsIn(texts: Iterable<string>, base: string): ReadonlySet<string> {
  const slugs = new Set<string>();
  const addresses = addressesBelow(base);
  if (addresses === null) return slugs;
  for (const text of texts)
    for (const [, written] of text.matchAll(addresses)) {
      const slug = unescapedSlug(written!);
      if (slugPattern.test(slug)) slugs.add(slugKey(slug));
    }
  return slugs;
}

/** Every text within a document, whatever its kind. */
export function* textsIn(document: unknown): Generator<string> {
  if (typeof document === 'string') yield document;
  else if (typeof document === 'object' && document !== null)
    for (const part of Object.values(document)) yield* textsIn(part);
}
