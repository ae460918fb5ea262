/** Whose an address is. */
import { getDomain } from 'tldts';

/** The part of a host that somebody registered, by the list of public suffixes; the host itself where there is none. */
const ownerOf = (address: string): string => {
  const { hostname } = new URL(address);
  return getDomain(hostname, { allowPrivateDomains: true }) ?? hostname;
};

/** Whether two addresses belong to different people, as far as their hosts tell. */
export const isThirdParty = (host: string, other: string): boolean => ownerOf(host) !== ownerOf(other);
