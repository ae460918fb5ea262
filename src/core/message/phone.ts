/** A telephone call (RFC 3966). */
import { z } from '../schema';
import type { MessageKind } from './kind';
import { numberFindings, phoneNumberSchema, readNumber } from './phoneNumber';

export const phoneSchema = z.strictObject({ kind: z.literal('phone'), ...phoneNumberSchema.shape });
export type PhoneMessage = z.infer<typeof phoneSchema>;

const write = (message: PhoneMessage): string =>
  message.number.trim() === '' ? '' : `tel:${readNumber(message).dialled}`;

export const phone: MessageKind<PhoneMessage> = {
  name: 'Telephone call',
  schema: phoneSchema,
  empty: { kind: 'phone', number: '', country: '' },
  write,
  read: (payload) => {
    const match = /^tel:([+\d().\-*#]+)(?:;.*)?$/i.exec(payload);
    return match && { kind: 'phone', number: match[1]!, country: '' };
  },
  describe: (message) => ({
    summary:
      message.number.trim() === '' ? 'Calls nobody yet.' : `Offers to call ${readNumber(message).shown}.`,
    notes: [],
    findings: numberFindings(message),
  }),
};
