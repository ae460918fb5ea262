/** A contact to save: vCard 3.0 (RFC 2426), vCard 4.0 (RFC 6350), or the compact form that phones read as well. */
import { z } from '../schema';
import { looksLikeAddress } from './email';
import type { PartFinding } from '../finding';
import { fieldFinding, fieldFix, standardSource, type MessageKind } from './kind';
import { readNumber, withPlus } from './phoneNumber';

export const contactForms = ['vcard3', 'vcard4', 'compact'] as const;

const line = z.string().max(300);

export const contactSchema = z.strictObject({
  kind: z.literal('contact'),
  form: z.enum(contactForms),
  given: line,
  family: line,
  organisation: line,
  role: line,
  phones: z.array(line).max(6),
  emails: z.array(line).max(6),
  street: line,
  city: line,
  region: line,
  postcode: line,
  country: line,
  web: line,
  note: z.string().max(1000),
});
export type ContactMessage = z.infer<typeof contactSchema>;

const filled = (lines: readonly string[]): string[] =>
  lines.map((text) => text.trim()).filter((text) => text !== '');

const isEmpty = (contact: ContactMessage): boolean =>
  filled([
    contact.given,
    contact.family,
    contact.organisation,
    ...contact.phones,
    ...contact.emails,
    contact.web,
  ]).length === 0;

const addressOf = ({ street, city, region, postcode, country }: ContactMessage): string[] => [
  street,
  city,
  region,
  postcode,
  country,
];

const nameOf = ({ given, family, organisation }: ContactMessage): string =>
  filled([given, family]).join(' ') || organisation.trim();

/** Escaping of RFC 6350, 3.4, which is that of RFC 2426, section 4. */
const escaped = (text: string): string => text.replace(/([\\,;])/g, '\\$1').replace(/\r\n?|\n/g, '\\n');
const unescaped = (text: string): string =>
  text.replace(/\\([nN\\,;:])/g, (_all, letter: string) => (/n/i.test(letter) ? '\n' : letter));

/** Lines end in CR LF (RFC 6350, 3.2). They are not folded: folding is asked for softly and costs bytes. */
function writeVcard(contact: ContactMessage): string {
  const four = contact.form === 'vcard4';
  const lines = ['BEGIN:VCARD', `VERSION:${four ? '4.0' : '3.0'}`];
  const add = (name: string, ...parts: string[]): void => {
    if (parts.some((part) => part.trim() !== ''))
      lines.push(`${name}:${parts.map((part) => escaped(part.trim())).join(';')}`);
  };
  // N is required in 3.0 and optional in 4.0; FN is required in both.
  if (!four || contact.given !== '' || contact.family !== '')
    lines.push(`N:${escaped(contact.family.trim())};${escaped(contact.given.trim())};;;`);
  add('FN', nameOf(contact));
  add('ORG', contact.organisation);
  add('TITLE', contact.role);
  for (const phone of filled(contact.phones))
    lines.push(four ? `TEL;VALUE=uri:tel:${phone.replace(/[^\d+*#]/g, '')}` : `TEL:${escaped(phone)}`);
  for (const email of filled(contact.emails)) add('EMAIL', email);
  const [street, city, region, postcode, country] = addressOf(contact);
  if (filled(addressOf(contact)).length > 0) add('ADR', '', '', street!, city!, region!, postcode!, country!);
  add('URL', contact.web);
  add('NOTE', contact.note);
  return [...lines, 'END:VCARD', ''].join('\r\n');
}

/** Escaping of the compact form: a backslash before its own separators. */
const compactEscaped = (text: string): string =>
  text
    .trim()
    .replace(/([\\;:,"])/g, '\\$1')
    .replace(/\r\n?|\n/g, ' ');

function writeCompact(contact: ContactMessage): string {
  const fields: string[] = [];
  const add = (name: string, text: string): void => {
    if (text.trim() !== '') fields.push(`${name}:${compactEscaped(text)};`);
  };
  const name = [contact.family, contact.given].map(compactEscaped).filter((part) => part !== '');
  if (name.length > 0) fields.push(`N:${contact.family.trim() === '' ? name[0] : name.join(',')};`);
  add('ORG', contact.organisation);
  add('TITLE', contact.role);
  for (const phone of filled(contact.phones)) add('TEL', phone);
  for (const email of filled(contact.emails)) add('EMAIL', email);
  const address = addressOf(contact);
  if (filled(address).length > 0) fields.push(`ADR:,,${address.map(compactEscaped).join(',')};`);
  add('URL', contact.web);
  add('NOTE', contact.note);
  return `MECARD:${fields.join('')};`;
}

function write(contact: ContactMessage): string {
  if (isEmpty(contact)) return '';
  return contact.form === 'compact' ? writeCompact(contact) : writeVcard(contact);
}

const empty: ContactMessage = {
  kind: 'contact',
  form: 'vcard3',
  given: '',
  family: '',
  organisation: '',
  role: '',
  phones: [],
  emails: [],
  street: '',
  city: '',
  region: '',
  postcode: '',
  country: '',
  web: '',
  note: '',
};

function read(payload: string): ContactMessage | null {
  if (/^BEGIN:VCARD\r?\n/i.test(payload)) return readVcard(payload);
  return /^MECARD:/i.test(payload) ? readCompact(payload) : null;
}

/** Splits at a separator that no backslash protects. */
function splitAt(text: string, separator: string): string[] {
  const parts = [''];
  for (let index = 0; index < text.length; index++) {
    if (text[index] === '\\') parts.push(parts.pop()! + text.slice(index, ++index + 1));
    else if (text[index] === separator) parts.push('');
    else parts.push(parts.pop()! + text[index]!);
  }
  return parts;
}

function readVcard(payload: string): ContactMessage {
  const contact = { ...empty, phones: [] as string[], emails: [] as string[] };
  let fullName = '';
  // Folded lines go on after a line break with a space (RFC 6350, 3.2).
  for (const text of payload.replace(/\r?\n[ \t]/g, '').split(/\r?\n/)) {
    const colon = text.indexOf(':');
    if (colon < 0) continue;
    const name = text.slice(0, colon).split(';')[0]!.toUpperCase().replace(/^.*\./, '');
    const value = text.slice(colon + 1);
    const parts = splitAt(value, ';').map(unescaped);
    if (name === 'VERSION') contact.form = value.trim() === '4.0' ? 'vcard4' : 'vcard3';
    else if (name === 'N') [contact.family, contact.given] = [parts[0] ?? '', parts[1] ?? ''];
    else if (name === 'FN') fullName = unescaped(value);
    else if (name === 'ORG') contact.organisation = parts[0]!;
    else if (name === 'TITLE') contact.role = unescaped(value);
    else if (name === 'TEL') contact.phones.push(unescaped(value).replace(/^tel:/i, ''));
    else if (name === 'EMAIL') contact.emails.push(unescaped(value));
    else if (name === 'ADR')
      [contact.street, contact.city, contact.region, contact.postcode, contact.country] = [2, 3, 4, 5, 6].map(
        (index) => parts[index] ?? '',
      ) as [string, string, string, string, string];
    else if (name === 'URL') contact.web = unescaped(value);
    else if (name === 'NOTE') contact.note = unescaped(value);
  }
  if (contact.given === '' && contact.family === '' && fullName !== contact.organisation)
    contact.given = fullName;
  return contact;
}

function readCompact(payload: string): ContactMessage {
  const contact = { ...empty, form: 'compact' as const, phones: [] as string[], emails: [] as string[] };
  const plain = (text: string): string => text.replace(/\\(.)/g, '$1');
  for (const field of splitAt(payload.slice(7), ';')) {
    const colon = field.indexOf(':');
    if (colon < 0) continue;
    const name = field.slice(0, colon).toUpperCase();
    const value = field.slice(colon + 1);
    const parts = splitAt(value, ',').map(plain);
    if (name === 'N')
      [contact.family, contact.given] = parts.length > 1 ? [parts[0]!, parts[1]!] : ['', parts[0]!];
    else if (name === 'ORG') contact.organisation = plain(value);
    else if (name === 'TITLE') contact.role = plain(value);
    else if (name === 'TEL') contact.phones.push(plain(value));
    else if (name === 'EMAIL') contact.emails.push(plain(value));
    else if (name === 'ADR')
      [contact.street, contact.city, contact.region, contact.postcode, contact.country] = [2, 3, 4, 5, 6].map(
        (index) => parts[index] ?? '',
      ) as [string, string, string, string, string];
    else if (name === 'URL') contact.web = plain(value);
    else if (name === 'NOTE') contact.note = plain(value);
  }
  return contact;
}

/** Checked as in calls, one finding for all. */
function phoneFindings(phones: readonly string[]): PartFinding[] {
  const wrong = filled(phones).filter((number) => !readNumber({ number, country: '' }).understood);
  if (wrong.length === 0) return [];
  const mended = phones.map((number) => withPlus(number) ?? number);
  const isMended = wrong.every((number) => withPlus(number) !== null);
  return [
    fieldFinding(
      'contact-phone',
      'caution',
      'Telephone',
      `${wrong.map((number) => `“${number}”`).join(', ')} cannot be dialled from everywhere. Give it with + and the country code.`,
      standardSource('ITU-T E.164; RFC 3966'),
      isMended ? [fieldFix('Put + for 00', { phones: mended })] : [],
    ),
  ];
}

export const contact: MessageKind<ContactMessage> = {
  name: 'Contact',
  schema: contactSchema,
  empty,
  write,
  read,
  describe: (message) => {
    if (isEmpty(message)) return { summary: 'Saves no contact yet.', notes: [], findings: [] };
    const wrong = filled(message.emails).filter((address) => !looksLikeAddress(address));
    return {
      summary: `Offers to save the contact “${nameOf(message) || filled([...message.phones, ...message.emails])[0]}”.`,
      notes: ['A picture is left out on purpose: it is many times what a code can hold.'],
      findings: [
        ...phoneFindings(message.phones),
        ...wrong.map((address) =>
          fieldFinding(
            'contact-email',
            'stop',
            'E-mail',
            `“${address}” is not an e-mail address.`,
            standardSource('RFC 6068'),
          ),
        ),
      ],
    };
  },
};
