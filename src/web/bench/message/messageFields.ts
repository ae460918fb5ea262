/** The forms of the message kinds: a row a field. */
import {
  numberCountries,
  webPurposeNames,
  webPurposes,
  type KindId,
  type Message,
} from '../../../core/message';

export interface FieldSpec {
  /** Key of the field in the message. */
  readonly key: string;
  readonly label: string;
  readonly control: 'line' | 'text' | 'list' | 'choice' | 'switch' | 'password' | 'moment';
  readonly example?: string;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** Takes the whole width of the form. */
  readonly wide?: boolean;
  /** Fields that would have no effect are not shown. */
  readonly shown?: (message: Message) => boolean;
}

const regions = new Intl.DisplayNames('en', { type: 'region' });
const countries = [
  { value: '', label: 'international (+…)' },
  ...numberCountries
    .map((value) => ({ value, label: regions.of(value) ?? value }))
    .sort((a, b) => a.label.localeCompare(b.label)),
];

const number: readonly FieldSpec[] = [
  { key: 'number', label: 'Number', control: 'line', example: '+44 20 7946 0018' },
  { key: 'country', label: 'Country', control: 'choice', choices: countries },
];

const choices = (...pairs: readonly (readonly [string, string])[]) =>
  pairs.map(([value, label]) => ({ value, label }));

export const messageFields: Readonly<Record<KindId, readonly FieldSpec[]>> = {
  web: [
    { key: 'address', label: 'Address', control: 'line', example: 'ternquay.example/berth/17', wide: true },
    {
      key: 'purpose',
      label: 'Leads to',
      control: 'choice',
      choices: webPurposes.map((value) => ({ value, label: webPurposeNames[value] })),
    },
  ],
  text: [{ key: 'text', label: 'Text', control: 'text', example: 'What the phone shows', wide: true }],
  contact: [
    { key: 'given', label: 'First name', control: 'line', example: 'Ines' },
    { key: 'family', label: 'Family name', control: 'line', example: 'Tarrow' },
    { key: 'organisation', label: 'Organisation', control: 'line', example: 'Ternquay Boatyard' },
    { key: 'role', label: 'Role', control: 'line', example: 'Harbour master' },
    { key: 'phones', label: 'Telephones', control: 'list', example: '+44 20 7946 0018, …' },
    { key: 'emails', label: 'E-mails', control: 'list', example: 'office@ternquay.example, …' },
    { key: 'web', label: 'Web', control: 'line', example: 'https://ternquay.example' },
    { key: 'street', label: 'Street', control: 'line', example: '1 Slipway Lane' },
    { key: 'postcode', label: 'Postcode', control: 'line' },
    { key: 'city', label: 'Town', control: 'line', example: 'Ternquay' },
    { key: 'region', label: 'Region', control: 'line' },
    { key: 'country', label: 'Country', control: 'line' },
    { key: 'note', label: 'Note', control: 'line', wide: true },
    {
      key: 'form',
      label: 'Form',
      control: 'choice',
      choices: choices(['vcard3', 'vCard 3.0'], ['vcard4', 'vCard 4.0'], ['compact', 'compact']),
    },
  ],
  wifi: [
    { key: 'network', label: 'Network', control: 'line', example: 'Ternquay Slipway' },
    {
      key: 'security',
      label: 'Security',
      control: 'choice',
      choices: choices(['wpa', 'WPA2 or WPA3'], ['open', 'open'], ['wep', 'WEP (legacy)']),
    },
    {
      key: 'password',
      label: 'Password',
      control: 'password',
      shown: (message) => message.kind === 'wifi' && message.security !== 'open',
    },
    { key: 'hidden', label: 'The network is hidden', control: 'switch' },
  ],
  phone: number,
  sms: [
    ...number,
    { key: 'text', label: 'Text', control: 'text', example: 'Berth 17: mooring line is worn', wide: true },
    {
      key: 'form',
      label: 'Form',
      control: 'choice',
      choices: choices(['sms', 'sms: (standard)'], ['smsto', 'SMSTO: (older phones)']),
    },
  ],
  email: [
    { key: 'to', label: 'To', control: 'list', example: 'office@ternquay.example, …', wide: true },
    { key: 'subject', label: 'Subject', control: 'line', wide: true },
    { key: 'body', label: 'Text', control: 'text', wide: true },
  ],
  event: [
    { key: 'title', label: 'Title', control: 'line', example: 'Ternquay regatta', wide: true },
    { key: 'start', label: 'From', control: 'moment' },
    { key: 'end', label: 'To', control: 'moment' },
    { key: 'allDay', label: 'Whole days', control: 'switch' },
    {
      key: 'zone',
      label: 'Time zone',
      control: 'choice',
      choices: ['UTC', ...Intl.supportedValuesOf('timeZone')].map((value) => ({ value, label: value })),
      shown: (message) => message.kind === 'event' && !message.allDay,
    },
    { key: 'place', label: 'Place', control: 'line', example: 'Boathouse steps' },
    { key: 'note', label: 'Note', control: 'line' },
    {
      key: 'form',
      label: 'Form',
      control: 'choice',
      choices: choices(['event', 'event alone (phones)'], ['calendar', 'whole calendar object']),
    },
  ],
  place: [
    { key: 'latitude', label: 'Latitude', control: 'line', example: '50.3500' },
    { key: 'longitude', label: 'Longitude', control: 'line', example: '-4.1400' },
    {
      key: 'form',
      label: 'Form',
      control: 'choice',
      choices: choices(['geo', 'geo: address'], ['map', 'address of a map']),
    },
    {
      key: 'pattern',
      label: 'Map address',
      control: 'line',
      example: 'https://map.example/?at={latitude},{longitude}',
      wide: true,
      shown: (message) => message.kind === 'place' && message.form === 'map',
    },
  ],
  chat: [
    {
      key: 'pattern',
      label: 'Link pattern',
      control: 'line',
      example: 'https://chat.example/{number}?text={text}',
      wide: true,
    },
    ...number,
    { key: 'text', label: 'Text', control: 'text', wide: true },
  ],
  payment: [
    { key: 'beneficiary', label: 'Paid to', control: 'line', example: 'Ternquay Rowing Club' },
    { key: 'iban', label: 'IBAN', control: 'line', example: 'DE89 3704 0044 0532 0130 00' },
    { key: 'amount', label: 'Euros', control: 'line', example: '12.50, or nothing' },
    { key: 'bic', label: 'BIC', control: 'line', example: 'only outside the EEA' },
    { key: 'reference', label: 'Reference', control: 'line', example: 'RF18 …' },
    { key: 'text', label: 'Text', control: 'line', example: 'Berth fee, June' },
  ],
  product: [
    { key: 'domain', label: 'Domain', control: 'line', example: 'id.ternquay.example', wide: true },
    { key: 'gtin', label: 'GTIN', control: 'line', example: '4006381333931' },
    { key: 'batch', label: 'Batch', control: 'line' },
    { key: 'serial', label: 'Serial', control: 'line' },
    { key: 'expiry', label: 'Expires', control: 'line', example: '2027-06-30' },
  ],
  app: [{ key: 'link', label: 'Link', control: 'line', example: 'ternquay-tides:berth/17', wide: true }],
  raw: [
    {
      key: 'content',
      label: 'Bytes',
      control: 'text',
      example: '54 65 72 6e 71 75 61 79, or text with \\xHH',
      wide: true,
    },
    {
      key: 'notation',
      label: 'Written as',
      control: 'choice',
      choices: choices(['hexadecimal', 'hexadecimal digits'], ['escaped', 'text with \\xHH, \\n, \\r, \\t']),
    },
  ],
};
