/** Short addresses that are made for symbols. */
import { clearAlphabet, drawnId } from '../numbers';
import { defaultSymbolSettings, smallestVersions, type Level } from '../symbol';
import { slugKey } from './link';
import { reachOf, type Reach } from './reach';

/** So that somebody who makes one up hits a link once in so many times, with so many links there. */
export const slugLength = (links: number, oneIn: number): number =>
  Math.max(3, Math.ceil(Math.log(Math.max(1, links) * oneIn) / Math.log(clearAlphabet.length) - 1e-9));

/** Drawn until one is free. */
export function drawnSlug(taken: (key: string) => boolean, length: number, random: () => number): string {
  for (let extra = 0; ; extra++) {
    // Where most are taken, a longer one is free.
    const slug = drawnId(length + Math.floor(extra / 50), random);
    if (!taken(slugKey(slug))) return slug;
  }
}

/** What a readable name becomes in an address. */
export const readableSlug = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/ß/g, 'ss')
    .replace(/[^0-9A-Za-z]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 64)
    .replace(/-+$/, '')
    .toUpperCase();

export type TargetCaution = Exclude<Reach, 'everywhere'> | 'plain-http';

/** What speaks against a target or a base that can be opened; nothing of other schemes is known. */
export function targetCautions(address: string): readonly TargetCaution[] {
  if (!URL.canParse(address)) return [];
  const { protocol, hostname } = new URL(address);
  if (!/^https?:$/.test(protocol)) return [];
  const reach = reachOf(hostname);
  return [
    ...(reach === 'everywhere' ? [] : [reach]),
    ...(protocol === 'http:' ? (['plain-http'] as const) : []),
  ];
}

export type BaseFault = 'no-address' | 'other-scheme' | 'query' | TargetCaution;

/** What is wrong with the address under which links are reached; the first two make it useless. */
export function baseFaults(base: string): readonly BaseFault[] {
  if (!URL.canParse(base)) return ['no-address'];
  const { protocol, search, hash } = new URL(base);
  if (protocol !== 'http:' && protocol !== 'https:') return ['other-scheme'];
  return [...(search !== '' || hash !== '' ? (['query'] as const) : []), ...targetCautions(base)];
}

/** Why links cannot be reached under an address, in one sentence; null where they can. Empty stands for none yet. */
export function baseProblem(base: string): string | null {
  if (base === '') return null;
  const [fault] = baseFaults(base);
  if (fault === 'no-address')
    return `“${base}” is not an address. Write it like https://go.ternquay.example.`;
  return fault === 'other-scheme'
    ? `“${base}” cannot be opened by a phone: the address has to begin with https:// or http://.`
    : null;
}

/**
 * The address of a link. In large letters throughout it stands in the alphanumeric mode of ISO/IEC 18004 (7.3.4): schemes and hosts are
 * alike in both (RFC 3986, 6.2.2.1), and so are paths where the server says so.
 */
export function linkAddress(base: string, slug: string, isCaseFree: boolean): string {
  const url = new URL(base);
  const path = url.pathname.endsWith('/') ? url.pathname : `${url.pathname}/`;
  const whole = `${url.protocol}//${url.host}${path}${slug}`;
  return isCaseFree ? whole.toUpperCase() : whole;
}

/** Letters, digits and hyphens as they are, where they were written as bytes: it is the same address (RFC 3986, 6.2.2.2). */
export const unescapedSlug = (written: string): string =>
  written.replace(/%([0-9A-Fa-f]{2})/g, (whole, byte: string) => {
    const sign = String.fromCharCode(Number.parseInt(byte, 16));
    return /[0-9A-Za-z-]/.test(sign) ? sign : whole;
  });

/** The slug of an address below a base; null for any other. */
export function slugOf(base: string, address: string): string | null {
  if (!URL.canParse(address) || !URL.canParse(base)) return null;
  const [own, url] = [new URL(base), new URL(address)];
  const path = own.pathname.endsWith('/') ? own.pathname : `${own.pathname}/`;
  if (own.host !== url.host || !url.pathname.toUpperCase().startsWith(path.toUpperCase())) return null;
  const slug = unescapedSlug(url.pathname.slice(path.length).replace(/\/$/, ''));
  return slug === '' || slug.includes('/') ? null : slug;
}

/** What an address takes in a symbol. */
export const addressCost = (
  address: string,
  level: Level,
): { readonly characters: number; readonly version: number | null } => ({
  characters: address.length,
  version: smallestVersions(address, { ...defaultSymbolSettings, level })[level],
});
