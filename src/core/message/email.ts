/** An e-mail that is ready to be sent (RFC 6068). */
import { z } from '../schema';
import { fieldFinding, standardSource, type MessageKind } from './kind';
import { percentDecoded, queryFields } from './query';

export const emailSchema = z.strictObject({
  kind: z.literal('email'),
  to: z.array(z.string().max(320)).max(20),
  subject: z.string().max(500),
  body: z.string().max(4000),
});
export type EmailMessage = z.infer<typeof emailSchema>;

const rfc = standardSource('RFC 6068');
/** Good enough to catch slips: something, an at sign, a name with a dot (RFC 5321, 4.1.2, allows more). */
export const looksLikeAddress = (address: string): boolean =>
  /^[^\s@,;]+@[^\s@,;]+\.[^\s@,;.]+$/.test(address);

/** Percent-encoding of RFC 6068, section 2; line breaks are %0D%0A (section 5). */
const encoded = (text: string): string => encodeURIComponent(text.replace(/\r\n?|\n/g, '\r\n'));

const filled = ({ to }: EmailMessage): string[] =>
  to.map((address) => address.trim()).filter((address) => address !== '');

function write(message: EmailMessage): string {
  const to = filled(message);
  if (to.length === 0 && message.subject === '' && message.body === '') return '';
  const fields = [
    message.subject === '' ? '' : `subject=${encoded(message.subject)}`,
    message.body === '' ? '' : `body=${encoded(message.body)}`,
  ].filter((field) => field !== '');
  // The at sign may stand as it is; it makes the payload shorter and readable.
  const recipients = to.map((address) => encoded(address).replace(/%40/g, '@')).join(',');
  return `mailto:${recipients}${fields.length > 0 ? `?${fields.join('&')}` : ''}`;
}

function read(payload: string): EmailMessage | null {
  const match = /^mailto:([^?]*)(?:\?(.*))?$/is.exec(payload);
  if (match === null) return null;
  const fields = queryFields(match[2] ?? '');
  const unbroken = (text: string | undefined): string => (text ?? '').replace(/\r\n/g, '\n');
  const otherTo = fields.get('to');
  return {
    kind: 'email',
    to: [
      ...match[1]!.split(',').map(percentDecoded),
      ...(otherTo === undefined ? [] : otherTo.split(',')),
    ].filter(Boolean),
    subject: fields.get('subject') ?? '',
    body: unbroken(fields.get('body')),
  };
}

export const email: MessageKind<EmailMessage> = {
  name: 'E-mail',
  schema: emailSchema,
  empty: { kind: 'email', to: [], subject: '', body: '' },
  write,
  read,
  describe: (message) => {
    const to = filled(message);
    const wrong = to.filter((address) => !looksLikeAddress(address));
    const findings = wrong.map((address) =>
      fieldFinding('email-address', 'stop', 'Recipient', `“${address}” is not an e-mail address.`, rfc),
    );
    if (to.length === 0 && write(message) !== '')
      findings.push(
        fieldFinding(
          'email-recipient',
          'caution',
          'Recipient',
          'There is no recipient; the phone asks for one.',
          rfc,
        ),
      );
    const about = message.subject === '' ? '' : ` about “${message.subject}”`;
    const summary =
      write(message) === ''
        ? 'Writes to nobody yet.'
        : `Opens a new e-mail to ${to.join(' and ') || 'somebody'}${about}, ready to be sent.`;
    return { summary, notes: [], findings: findings.slice(0, 1) };
  },
};
