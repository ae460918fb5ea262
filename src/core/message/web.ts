/** A web address: what a phone opens. */
import punycode from 'punycode/punycode.js';
import { z } from '../schema';
import type { PartFinding } from '../finding';
import {
  commonPractice,
  fieldFinding,
  fieldFix,
  standardSource,
  type Description,
  type MessageKind,
} from './kind';

/** What the address leads to. The payload is the same; words and icons follow the purpose. */
export const webPurposes = [
  'page',
  'document',
  'form',
  'sound',
  'video',
  'picture',
  'profile',
  'review',
  'shop',
  'menu',
  'recipe',
  'instructions',
] as const;

export const webSchema = z.strictObject({
  kind: z.literal('web'),
  /** As typed; the scheme may be missing. */
  address: z.string().max(8192),
  /** A page when missing. */
  purpose: z.enum(webPurposes).optional(),
});
export type WebMessage = z.infer<typeof webSchema>;

/** `scheme:` with a dot-free name; `host:8080` and `localhost:3000` are not schemes (RFC 3986, 3.1). */
const schemePattern = /^[a-z][a-z0-9+-]*:(?!\d+(?:[/?#]|$))/i;

/** With https in front when no scheme was typed; surrounding white space removed; other scripts as a browser sends them. */
function write({ address }: WebMessage): string {
  const trimmed = address.trim();
  const whole =
    trimmed === '' || schemePattern.test(trimmed) ? trimmed : `https://${trimmed.replace(/^\/\//, '')}`;
  return /^[\x21-\x7e]*$/.test(whole) || !URL.canParse(whole) ? whole : new URL(whole).href;
}

function read(payload: string): WebMessage | null {
  const isAddress = /^https?:\/\/[\x21-\x7e]+$/i.test(payload) && URL.canParse(payload);
  return isAddress ? { kind: 'web', address: payload } : null;
}

const urlStandard = standardSource('WHATWG URL Standard');
const refusedSchemes = /^(javascript|data|vbscript|file):/i;
/** Hosts that only this network knows (RFC 1918, RFC 4193, RFC 6762, RFC 8375). */
const privateHost =
  /^(localhost|127\.|10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|169\.254\.|\[(::1|f[cd]|fe80))|\.(local|internal|localhost|lan|home\.arpa)$|^[^.[]+$/i;
/** From here on symbols get dense; a shorter address or a forwarding link is better. */
const longBytes = 200;

const purposeWords: Readonly<Record<(typeof webPurposes)[number], string>> = {
  page: 'in the browser',
  document: 'to show a document',
  form: 'to fill in a form',
  sound: 'to play a sound',
  video: 'to play a video',
  picture: 'to show a picture',
  profile: 'to show a profile',
  review: 'to leave a review',
  shop: 'to buy something',
  menu: 'to show a menu',
  recipe: 'to show a recipe',
  instructions: 'to show instructions',
};

function describe(message: WebMessage): Description {
  const payload = write(message);
  const typed = message.address.trim();
  if (payload === '') return { summary: 'Opens nothing yet.', notes: [], findings: [] };
  const notes: string[] = [];
  if (!schemePattern.test(typed)) notes.push('No scheme was typed, so https:// is put in front.');
  if (message.address !== typed) notes.push('White space around the address is left out.');
  if (/[^\x21-\x7e]/.test(typed) && URL.canParse(payload))
    notes.push(
      'Other scripts are written as browsers send them: xn-- for the host, percent signs for the rest.',
    );
  const url = URL.canParse(payload) ? new URL(payload) : null;
  const host = url === null || url.host === '' ? payload : punycode.toUnicode(url.host);
  return {
    summary: `Opens ${host} ${purposeWords[message.purpose ?? 'page']}.`,
    notes,
    findings: problems(typed, payload, url),
  };
}

function problems(typed: string, payload: string, url: URL | null): PartFinding[] {
  const refused = refusedSchemes.exec(payload);
  const stop = (code: string, text: string): PartFinding[] => [
    fieldFinding(code, 'stop', 'Address', text, urlStandard),
  ];
  if (refused)
    return stop('address-scheme', `Phones do not open ${refused[1]!.toLowerCase()}: addresses from a code.`);
  if (url === null) return stop('address-form', `“${payload}” is not an address that a browser can open.`);
  const findings: PartFinding[] = [];
  const caution = (code: string, text: string, fixed?: string, label = ''): void => {
    const fixes = fixed === undefined ? [] : [fieldFix(label, { address: fixed })];
    findings.push(fieldFinding(code, 'caution', 'Address', text, commonPractice, fixes));
  };
  if (/\s/.test(typed))
    caution('address-space', 'There is a space inside the address; it is written as %20. Was it meant?');
  if (url.protocol === 'http:')
    caution(
      'address-http',
      'Plain http is not private, and phones warn of it.',
      payload.replace(/^http:/i, 'https:'),
      'Use https',
    );
  if (privateHost.test(url.hostname))
    caution(
      'address-private',
      `${url.hostname} is only known in your own network; a phone elsewhere opens nothing.`,
    );
  if (url.username !== '' || url.password !== '')
    caution(
      'address-user',
      'There is a user name or password in the address; everybody who scans it has them.',
      payload.replace(/\/\/[^/?#]*@/, '//'),
      'Take them out',
    );
  if (/[.,;:!)\]}"'”’]$/.test(payload) && !/\([^)]*\)$/.test(payload))
    caution(
      'address-ending',
      `The address ends in “${payload.at(-1)}”, which often comes along when a sentence is copied.`,
      payload.replace(/[.,;:!)\]}"'”’]+$/, ''),
      'Take it off',
    );
  if (payload.length > longBytes)
    caution(
      'address-long',
      `The address has ${payload.length} characters, which makes small modules; under ${longBytes} is better.`,
    );
  return findings;
}

export const web: MessageKind<WebMessage> = {
  name: 'Web address',
  schema: webSchema,
  empty: { kind: 'web', address: '' },
  write,
  read,
  describe,
};
