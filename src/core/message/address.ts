/**
 * What is wrong with a web address, told from the text as it was typed: a parser alone accepts most slips, or mends them
 * in silence in one browser and not in the next. Then the parser of the WHATWG URL Standard has its say.
 */
import { distance } from 'fastest-levenshtein';
import punycode from 'punycode/punycode.js';
import topLevelDomains from 'tlds/index.json' with { type: 'json' };
import { standardSource } from './kind';
import type { Source } from '../finding';

export interface AddressFault {
  readonly kind:
    | 'address-doubled'
    | 'address-email'
    | 'address-escape'
    | 'address-form'
    | 'address-host'
    | 'address-other-scheme'
    | 'address-scheme'
    | 'address-top-level'
    | 'address-word'
    | 'address-wrapped';
  readonly severity: 'stop' | 'caution';
  readonly text: string;
  readonly source: Source;
  /** The address that was probably meant; null when there is none to guess. */
  readonly likely: string | null;
}

/** Worst first; empty when the address is what it should be. */
export function addressFaults(typed: string): AddressFault[] {
  const trimmed = typed.trim();
  const mistakes = slips(trimmed);
  if (mistakes.length === 0) return [];
  const likely = mistakes.some(({ mends }) => mends) ? likelyAddress(trimmed) : null;
  return mistakes.map(({ mends, ...fault }) => ({ ...fault, likely: mends ? likely : null }));
}

type Slip = Omit<AddressFault, 'likely'> & { readonly mends: boolean };

/** A typed address in its parts, none of them mended. */
interface RawAddress {
  /** As typed; null when the text begins with the host. */
  readonly scheme: string | null;
  /** What stands between scheme and host. */
  readonly mark: string;
  readonly host: string;
  /** Port, path, query and fragment. */
  readonly rest: string;
}

const urlStandard = standardSource('WHATWG URL Standard');
const uriStandard = standardSource('RFC 3986, 3.1 and 3.2');
const hostStandard = standardSource('RFC 1123, 2.1; RFC 1035, 2.3.4');
const registry: Source = { tag: 'std', text: 'root zone of the Internet, as registered; RFC 2606; RFC 6761' };

/** Of RFC 2606, RFC 6761, RFC 6762, RFC 7686 and RFC 8375: known, though not in the root zone. */
const reservedNames = new Set(['example', 'test', 'invalid', 'localhost', 'local', 'onion', 'internal']);
const knownNames = new Set([...topLevelDomains, ...reservedNames]);
/** What a slip of the finger most likely meant. */
const commonNames = ['com', 'org', 'net', 'info', 'edu', 'app', 'shop', 'online'];

const refusedSchemes = new Set(['javascript', 'data', 'vbscript', 'file']);
/** Schemes that are no slip for http or https, however near. */
const otherSchemes = new Set([
  'ftp',
  'sftp',
  'tel',
  'sms',
  'smsto',
  'mailto',
  'geo',
  'ws',
  'wss',
  'ssh',
  'nntp',
  'rtsp',
]);

const schemeAndMark = /^([a-z][a-z0-9+-]*)(\s*[:;]\s*[\\/]*)(?!\d+(?:[/?#]|$))/i;
const schemeWithoutColon = /^([a-z]+)([\\/]+)/i;

function partsOf(trimmed: string): RawAddress {
  const { scheme, mark } = schemeOf(trimmed);
  const behind = trimmed.slice((scheme ?? '').length + mark.length);
  const authority = /^[^/?#\\]*/.exec(behind)![0];
  const withoutUser = authority.slice(authority.lastIndexOf('@') + 1);
  const host = withoutUser.startsWith('[') ? /^[^\]]*\]?/.exec(withoutUser)![0] : withoutUser.split(':')[0]!;
  return { scheme, mark, host, rest: behind.slice(authority.length) };
}

function schemeOf(trimmed: string): Pick<RawAddress, 'scheme' | 'mark'> {
  const marked = schemeAndMark.exec(trimmed);
  if (marked !== null && (!marked[2]!.includes(';') || isLikeHttp(marked[1]!, 2)))
    return { scheme: marked[1]!, mark: marked[2]! };
  const bare = schemeWithoutColon.exec(trimmed);
  if (bare !== null && isLikeHttp(bare[1]!, bare[2]!.length > 1 ? 1 : 0))
    return { scheme: bare[1]!, mark: bare[2]! };
  return { scheme: null, mark: /^[:;]?[\\/]{2,}/.exec(trimmed)?.[0] ?? '' };
}

const isHttp = (scheme: string): boolean => /^https?$/i.test(scheme);

function isLikeHttp(scheme: string, most: number): boolean {
  const name = scheme.toLowerCase();
  if (/^(?:https?){2,}$/.test(name)) return true;
  return !otherSchemes.has(name) && Math.min(distance(name, 'http'), distance(name, 'https')) <= most;
}

function slips(trimmed: string): Slip[] {
  const stop = (kind: Slip['kind'], text: string, source: Source, mends = true): Slip[] => [
    { kind, severity: 'stop', text, source, mends },
  ];
  if (/^["'<«“‘„(\[{]/.test(trimmed) && !/^\[[\da-f:.]+\]/i.test(trimmed))
    return stop(
      'address-wrapped',
      `The address begins with “${trimmed[0]}”, which is no part of it.`,
      urlStandard,
    );
  if (/^[^\s@/:?#]+@[^\s@/:?#]+\.[^\s@/:?#]+$/.test(trimmed))
    return stop(
      'address-email',
      `“${trimmed}” is an e-mail address: a browser opens no page there.`,
      uriStandard,
      false,
    );
  const { scheme, mark, host, rest } = partsOf(trimmed);
  if (scheme !== null && refusedSchemes.has(scheme.toLowerCase()))
    return stop(
      'address-scheme',
      `Phones do not open ${scheme.toLowerCase()}: addresses from a code.`,
      urlStandard,
      false,
    );
  if (scheme !== null && !isHttp(scheme)) {
    if (isLikeHttp(scheme, 2))
      return stop(
        'address-scheme',
        `“${scheme}” is no scheme that a browser knows; it may be https.`,
        uriStandard,
      );
    return [
      {
        kind: 'address-other-scheme',
        severity: 'caution',
        text: `“${scheme}:” is for another application than the browser; a phone without it opens nothing.`,
        source: uriStandard,
        mends: false,
      },
    ];
  }
  if (scheme !== null ? mark !== '://' : mark !== '' && mark !== '//')
    return stop(
      'address-scheme',
      scheme === null
        ? `The address begins with “${mark}”; the scheme before it is missing.`
        : `Between “${scheme}” and the host stands “${mark.trim()}” instead of “://”.`,
      uriStandard,
    );
  const behind = trimmed.slice((scheme ?? '').length + mark.length);
  if (scheme !== null && doubled.test(behind))
    return stop(
      'address-doubled',
      'The scheme stands there twice, so the second is taken for the host.',
      uriStandard,
    );
  return hostSlips(trimmed, { host, rest }, scheme !== null);
}

/** A second scheme where the host should be. */
const doubled = /^https?(?:[:;][\\/]*|[\\/]{2,})(?!\d+(?:[/?#]|$))/i;

function hostSlips(
  trimmed: string,
  { host, rest }: Pick<RawAddress, 'host' | 'rest'>,
  hasScheme: boolean,
): Slip[] {
  const stop = (kind: Slip['kind'], text: string, source: Source, mends = true): Slip[] => [
    { kind, severity: 'stop', text, source, mends },
  ];
  if (host === '')
    return stop('address-host', 'There is no host: the name of the site is missing.', uriStandard, false);
  if (/\s/.test(host))
    return /[.@]/.test(host) || rest !== ''
      ? stop('address-host', `There is a space in the host “${host}”; no site has such a name.`, hostStandard)
      : stop('address-word', `“${trimmed}” is text, not an address.`, uriStandard, false);
  if (host.includes('%'))
    return stop(
      'address-host',
      `There is an escape (%) in the host “${host}”; no site has such a name.`,
      hostStandard,
    );
  if (trimmed.includes('\\'))
    return stop('address-host', 'There is a backslash in the address; addresses have slashes.', urlStandard);
  if (host.startsWith('[')) return parserSlips(trimmed);
  if (host.includes(','))
    return stop('address-host', `There is a comma in the host “${host}”.`, hostStandard);
  const labels = host.replace(/\.$/, '').split('.');
  if (labels.includes(''))
    return stop('address-host', `Between two dots of the host “${host}” nothing stands.`, hostStandard);
  const name = asRegistered(labels.at(-1)!);
  if (labels.length === 1 && !hasScheme && name !== 'localhost')
    return stop(
      'address-word',
      `“${host}” is a word, not an address: there is no dot and no ending.`,
      uriStandard,
      false,
    );
  const wrong = labels.find((label) => /^-|-$/.test(label) || asAscii(label).length > 63);
  if (wrong !== undefined)
    return stop(
      'address-host',
      wrong.length > 60
        ? `A part of the host has ${asAscii(wrong).length} characters; at most 63 are allowed.`
        : `“${wrong}” begins or ends with a hyphen, which no name of a site does.`,
      hostStandard,
      wrong.length <= 60,
    );
  const broken = parserSlips(trimmed);
  if (broken.length > 0) return broken;
  const { hostname } = new URL(withScheme(trimmed));
  if (isIpv4(hostname))
    return hostname === host
      ? restSlips(rest)
      : stop('address-host', `Browsers take “${host}” for the number ${hostname}.`, urlStandard, false);
  const mistakes = restSlips(rest);
  if (labels.length > 1 && !knownNames.has(name))
    mistakes.push({
      kind: 'address-top-level',
      severity: 'caution',
      text: `No site ends in “.${name}”: there is no such ending in the registry.`,
      source: registry,
      mends: true,
    });
  return mistakes;
}

function parserSlips(trimmed: string): Slip[] {
  if (URL.canParse(withScheme(trimmed))) return [];
  return [
    {
      kind: 'address-form',
      severity: 'stop',
      text: `“${trimmed}” is not an address that a browser can open.`,
      source: urlStandard,
      mends: false,
    },
  ];
}

function restSlips(rest: string): Slip[] {
  const broken = /%(?![\da-f]{2}).{0,2}/i.exec(rest);
  if (broken === null) return [];
  return [
    {
      kind: 'address-escape',
      severity: 'caution',
      text: `“${broken[0]}” is half of an escape; a percent sign that is meant is written %25.`,
      source: uriStandard,
      mends: true,
    },
  ];
}

/** Whether a scheme was typed, right or wrong. */
export const hasScheme = (trimmed: string): boolean => schemeOf(trimmed).scheme !== null;

/** With https in front when no scheme was typed. */
export const withScheme = (trimmed: string): string =>
  !hasScheme(trimmed) ? `https://${trimmed.replace(/^\/\//, '')}` : trimmed;

const isIpv4 = (host: string): boolean => /^\d+\.\d+\.\d+\.\d+$/.test(host);

/** As the registry lists it: small letters, in its own script. */
const asRegistered = (label: string): string => {
  const small = label.toLowerCase();
  return small.startsWith('xn--') ? punycode.toUnicode(small) : small;
};
const asAscii = (label: string): string => punycode.toASCII(label);

/** The address with its slips taken out, as long as something without a stop comes out of it. */
function likelyAddress(trimmed: string): string | null {
  let text = trimmed
    .replace(/^["'<«“‘„(\[{\s]+|["'>»”’)\]}\s]+$/g, '')
    .replace(/\\/g, '/')
    .replace(/^[:;]?\/{2,}/, '');
  let scheme = 'https';
  for (let found = schemeOf(text); found.scheme !== null; found = schemeOf(text)) {
    if (!isLikeHttp(found.scheme, 2)) return null;
    if (/^http$/i.test(found.scheme)) scheme = 'http';
    else scheme = 'https';
    text = text.slice(found.scheme.length + found.mark.length);
  }
  const host = /^[^/?#]*/.exec(text)![0];
  const rest = text.slice(host.length).replace(/%(?![\da-f]{2})/gi, '%25');
  for (const between of ['', '.', '-']) {
    const mended = mendedHost(host, between);
    const candidate = mended === null ? null : `${scheme}://${mended}${rest}`;
    if (candidate !== null && candidate !== trimmed && slips(candidate).length === 0) return candidate;
  }
  return null;
}

/** `between`: what stands where spaces stood. */
function mendedHost(host: string, between: string): string | null {
  let decoded: string;
  try {
    decoded = decodeURIComponent(host);
  } catch {
    return null;
  }
  const labels = decoded
    .trim()
    .replace(/\s*[.,]+\s*/g, '.')
    .replace(/\s+/g, between)
    .split('.')
    .map((label) => label.replace(/^-+|-+$/g, ''))
    .filter((label) => label !== '');
  // One word alone was not meant to be a site.
  if (labels.length < 2) return null;
  const name = asRegistered(labels.at(-1)!.split(':')[0]!);
  if (!knownNames.has(name)) {
    const meant = commonNames.find((known) => isNear(name, known));
    if (meant === undefined) return null;
    labels[labels.length - 1] = labels.at(-1)!.replace(/^[^:]*/, meant);
  }
  return labels.join('.');
}

/** One slip of the finger away: a letter more, less or another, or two that changed places. */
const isNear = (typed: string, known: string): boolean =>
  distance(typed, known) === 1 || (typed.length === known.length && sorted(typed) === sorted(known));
const sorted = (word: string): string => [...word].sort().join('');
