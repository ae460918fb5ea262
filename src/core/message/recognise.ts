/** What a text is that was typed as an address or as plain text: another kind of message, filled in. */
import { electronicFormatIBAN, isValidIBAN } from 'ibantools';
import { addressFaults } from './address';
import { chatFromLink } from './chat';
import { looksLikeAddress } from './email';
import { emptyMessage, readPayload, type KindId, type Message } from './kinds';

/** A filled in message of another kind; null when it is what it was typed as. */
export function recognised(message: Message): Message | null {
  switch (message.kind) {
    case 'web':
      return otherThan('web', message.address.trim());
    case 'text':
      return otherThan('text', message.text.trim());
    case 'chat':
      return chatFromLink(message);
    default:
      return null;
  }
}

function otherThan(kind: KindId, typed: string): Message | null {
  if (typed === '') return null;
  const exact = readPayload(typed);
  // A scheme of an application's own can be a slip for https: the address says so itself.
  if (exact.kind !== 'text' && exact.kind !== 'app') return exact.kind === kind ? null : exact;
  return loosely(typed, kind);
}

/** As people write it, without the signs of a standard. */
function loosely(typed: string, kind: KindId): Message | null {
  if (looksLikeAddress(typed)) return { ...emptyMessage('email'), to: [typed] } as Message;
  if (isNumber(typed)) return { ...emptyMessage('phone'), number: typed } as Message;
  const iban = electronicFormatIBAN(typed);
  if (iban !== null && isValidIBAN(iban)) return { ...emptyMessage('payment'), iban: typed } as Message;
  const place = degrees.exec(typed);
  if (place !== null && Math.abs(Number(place[1])) <= 90 && Math.abs(Number(place[2])) <= 180)
    return { ...emptyMessage('place'), latitude: place[1]!, longitude: place[2]! } as Message;
  const isAddress = /^[^\s]+\.[^\s]+$/.test(typed) && addressFaults(typed).length === 0;
  return kind !== 'web' && isAddress ? { kind: 'web', address: typed } : null;
}

/** Two numbers of degrees with decimals. */
const degrees = /^([-+]?\d{1,2}\.\d+)°?\s*[,;\s]\s*([-+]?\d{1,3}\.\d+)°?$/;

/** Seven to fifteen digits (ITU-T E.164, 6), beginning as numbers do that are dialled, grouped as people group them. */
function isNumber(typed: string): boolean {
  const digits = typed.replace(/\D/g, '').length;
  return /^(?:\+|0|\(\+?\d)[\d\s().\-/]*\d$/.test(typed) && digits >= 7 && digits <= 15;
}
