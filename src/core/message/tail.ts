/** Where a tail of digits may stand behind an address so that it still leads where it led. */

export const tailKinds = ['fragment', 'parameter'] as const;
export type TailKind = (typeof tailKinds)[number];

/** Name of the parameter whose value nobody looks at. */
const parameter = 'fill';

export type TailPlace =
  /** What stands between the address and the digits. */
  { readonly lead: string } | { readonly problem: string };

/**
 * A fragment never leaves the phone (RFC 9110, 4.2.5), and a parameter is left alone by servers that do not know it (common practice). Both
 * are looked at with digits: what is asked of whom has to be the same.
 */
export function tailPlace(payload: string, kind: TailKind): TailPlace {
  const url = /^https?:\/\//i.test(payload) ? parsed(payload) : null;
  if (url === null)
    return { problem: 'Digits can only stand behind an address that begins with http or https.' };
  if (payload.includes('#'))
    return {
      problem: 'The address has a fragment (#) already, and digits behind it would change where it leads.',
    };
  const lead = kind === 'fragment' ? '#' : `${payload.includes('?') ? '&' : '?'}${parameter}=`;
  return leadsTo(`${payload}${lead}123`, kind) === leadsTo(payload, null)
    ? { lead }
    : { problem: 'Digits behind this address would change where it leads.' };
}

function parsed(address: string): URL | null {
  return URL.canParse(address) ? new URL(address) : null;
}

/** What is asked of the server, without what was added. */
function leadsTo(address: string, added: TailKind | null): string {
  const url = new URL(address);
  if (added === 'fragment') url.hash = '';
  const search =
    added === 'parameter' ? url.search.replace(new RegExp(`[?&]${parameter}=\\d+$`), '') : url.search;
  return `${url.origin}${url.pathname}${search.replace(/^\?$/, '')}${url.hash}`;
}

/** Fewer digits may well belong to the address. */
const leastDigits = 9;

/** What was read without a tail of digits; as it is where there is none. */
export const withoutTail = (text: string): string =>
  text.replace(new RegExp(`(?:#|[?&]${parameter}=)\\d{${leastDigits},}$`), '');
