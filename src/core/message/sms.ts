/** A text message that is ready to be sent. */
import { z } from '../schema';
import type { MessageKind } from './kind';
import { numberFindings, phoneNumberSchema, readNumber } from './phoneNumber';
import { queryFields } from './query';

export const smsForms = ['sms', 'smsto'] as const;

export const smsSchema = z.strictObject({
  kind: z.literal('sms'),
  ...phoneNumberSchema.shape,
  text: z.string().max(2000),
  /** RFC 5724 `sms:`, or the older `SMSTO:` that many phones take better (common practice, no source). */
  form: z.enum(smsForms),
});
export type SmsMessage = z.infer<typeof smsSchema>;

function write(message: SmsMessage): string {
  if (message.number.trim() === '' && message.text === '') return '';
  const { dialled } = readNumber(message);
  if (message.form === 'smsto') return `SMSTO:${dialled}:${message.text}`;
  return `sms:${dialled}${message.text === '' ? '' : `?body=${encodeURIComponent(message.text)}`}`;
}

function read(payload: string): SmsMessage | null {
  const modern = /^sms:([+\d().\-*#]*)(?:\?(.*))?$/is.exec(payload);
  if (modern)
    return {
      kind: 'sms',
      number: modern[1]!,
      country: '',
      text: queryFields(modern[2] ?? '').get('body') ?? '',
      form: 'sms',
    };
  const older = /^smsto:([+\d().\-*#]*)(?::(.*))?$/is.exec(payload);
  return older && { kind: 'sms', number: older[1]!, country: '', text: older[2] ?? '', form: 'smsto' };
}

export const sms: MessageKind<SmsMessage> = {
  name: 'Text message',
  schema: smsSchema,
  empty: { kind: 'sms', number: '', country: '', text: '', form: 'sms' },
  write,
  read,
  describe: (message) => ({
    summary:
      write(message) === ''
        ? 'Writes to nobody yet.'
        : `Opens a text message to ${readNumber(message).shown || 'somebody'}${message.text === '' ? '' : ` that says “${message.text}”`}; the sender still has to press send.`,
    notes: [],
    findings: numberFindings(message),
  }),
};
