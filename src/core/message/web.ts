/** A web address: what a phone opens. */
import punycode from 'punycode/punycode.js';
import { z } from '../schema';
import type { FindingKind, Fix, PartChange, PartFinding } from '../finding';
import { reachOf, type Reach } from '../links';
import { addressFaults, hasScheme, withScheme, type AddressFault } from './address';
import { app } from './app';
import { commonPractice, fieldFinding, fieldFix, kindFix, type Description, type MessageKind } from './kind';
import { looseNames, readLoosely } from './loose';
import { text } from './text';

/** What the address leads to, in words. The payload is the same; words and icons follow the purpose. */
export const webPurposeNames = {
  page: 'a page',
  document: 'a document',
  form: 'a form',
  sound: 'a sound',
  video: 'a video',
  picture: 'a picture',
  profile: 'a profile',
  review: 'a review',
  shop: 'a shop',
  menu: 'a menu',
  recipe: 'a recipe',
  instructions: 'instructions',
} as const;
type WebPurpose = keyof typeof webPurposeNames;
export const webPurposes = Object.keys(webPurposeNames) as [WebPurpose, ...WebPurpose[]];

export const webSchema = z.strictObject({
  kind: z.literal('web'),
  /** As typed; the scheme may be missing. */
  address: z.string().max(8192),
  /** A page when missing. */
  purpose: z.enum(webPurposes).optional(),
});
export type WebMessage = z.infer<typeof webSchema>;

/** With https in front when no scheme was typed; surrounding white space removed; other scripts as a browser sends them. */
function write({ address }: WebMessage): string {
  const trimmed = address.trim();
  const whole = trimmed === '' ? '' : withScheme(trimmed);
  return /^[\x21-\x7e]*$/.test(whole) || !URL.canParse(whole) ? whole : new URL(whole).href;
}

function read(payload: string): WebMessage | null {
  const isAddress = /^https?:\/\/[\x21-\x7e]+$/i.test(payload) && URL.canParse(payload);
  return isAddress ? { kind: 'web', address: payload } : null;
}

/** From here on symbols get dense; a shorter address or a forwarding link is better. */
const longBytes = 200;

const purposeWords: Readonly<Record<WebPurpose, string>> = {
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
  const url = URL.canParse(payload) ? new URL(payload) : null;
  const findings = problems(typed, payload, url);
  if (findings.some(({ severity }) => severity === 'stop'))
    return { summary: 'Opens no page.', notes: [], findings };
  const notes: string[] = [];
  if (!hasScheme(typed)) notes.push('No scheme was typed, so https:// is put in front.');
  if (message.address !== typed) notes.push('White space around the address is left out.');
  if (/[^\x20-\x7e]/.test(typed))
    notes.push(
      'Other scripts are written as browsers send them: xn-- for the host, percent signs for the rest.',
    );
  const host = url === null || url.host === '' ? payload : punycode.toUnicode(url.host);
  return { summary: `Opens ${host} ${purposeWords[message.purpose ?? 'page']}.`, notes, findings };
}

/** One click for each slip: the address that was meant, or the kind of message that it is. */
function fixesOf({ kind, likely }: AddressFault, typed: string): Fix<PartChange>[] {
  const loose = readLoosely(typed);
  if (loose !== null) return [kindFix(`Make it: ${looseNames[loose.kind]}`, { ...loose })];
  if (kind === 'address-word') return [kindFix(`Make it: ${text.name}`, { ...text.empty, text: typed })];
  if (kind === 'address-other-scheme')
    return [kindFix(`Make it: ${app.name}`, { ...app.empty, link: typed })];
  return likely === null ? [] : [fieldFix(`Make it ${likely}`, { address: likely })];
}

const reachTexts: Readonly<Record<Exclude<Reach, 'everywhere'>, (host: string) => string>> = {
  'this-machine': (host) => `${host} is this computer itself; a phone that scans it opens nothing.`,
  'this-house': (host) => `${host} is only known in your own network; a phone elsewhere opens nothing.`,
};

function problems(typed: string, payload: string, url: URL | null): PartFinding[] {
  const faults = addressFaults(typed);
  const findings: PartFinding[] = faults.map((fault) =>
    fieldFinding(fault.kind, fault.severity, 'Address', fault.text, fault.source, fixesOf(fault, typed)),
  );
  if (
    url === null ||
    faults.some(({ kind, severity }) => severity === 'stop' || kind === 'address-other-scheme')
  )
    return findings;
  const caution = (kind: FindingKind, words: string, fixed?: string, label = ''): void => {
    const fixes = fixed === undefined ? [] : [fieldFix(label, { address: fixed })];
    findings.push(fieldFinding(kind, 'caution', 'Address', words, commonPractice, fixes));
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
  const reach = reachOf(url.hostname);
  if (reach !== 'everywhere')
    findings.push({
      ...fieldFinding(
        'address-private',
        'caution',
        'Address',
        reachTexts[reach](url.hostname),
        commonPractice,
      ),
      measured: { words: `reached from ${reach}` },
      required: { words: 'reached from everywhere' },
      stopsLasting: true,
    });
  if (url.username !== '' || url.password !== '')
    caution(
      'address-user',
      'There is a user name or password in the address; everybody who scans it has them.',
      payload.replace(/\/\/[^/?#]*@/, '//'),
      'Remove them',
    );
  if (/[.,;:!)\]}"'”’]$/.test(payload) && !/\([^)]*\)$/.test(payload))
    caution(
      'address-ending',
      `The address ends in “${payload.at(-1)}”, which often comes along when a sentence is copied.`,
      payload.replace(/[.,;:!)\]}"'”’]+$/, ''),
      'Remove it',
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
