/** Texts as people write them, without the signs of a standard: addresses of e-mail, numbers, accounts, places. */
import { electronicFormatIBAN, isValidIBAN } from 'ibantools';
import { email, looksLikeAddress, type EmailMessage } from './email';
import { payment, type PaymentMessage } from './payment';
import { phone, type PhoneMessage } from './phone';
import { place, type PlaceMessage } from './place';

export type LooseMessage = EmailMessage | PaymentMessage | PhoneMessage | PlaceMessage;

/** Of the kinds that a text can be taken for. */
export const looseNames: Readonly<Record<LooseMessage['kind'], string>> = {
  email: email.name,
  payment: payment.name,
  phone: phone.name,
  place: place.name,
};

/** What the text is, when it is nothing else beside; null when it is just text. */
export function readLoosely(typed: string): LooseMessage | null {
  if (looksLikeAddress(typed)) return { ...email.empty, to: [typed] };
  if (isNumber(typed)) return { ...phone.empty, number: typed };
  const iban = electronicFormatIBAN(typed);
  if (iban !== null && isValidIBAN(iban)) return { ...payment.empty, iban: typed };
  const match = degrees.exec(typed);
  if (match !== null && Math.abs(Number(match[1])) <= 90 && Math.abs(Number(match[2])) <= 180)
    return { ...place.empty, latitude: match[1]!, longitude: match[2]! };
  return null;
}

/** Two numbers of degrees with decimals. */
const degrees = /^([-+]?\d{1,2}\.\d+)°?\s*[,;\s]\s*([-+]?\d{1,3}\.\d+)°?$/;

/** Seven to fifteen digits (ITU-T E.164, 6), beginning as numbers do that are dialled, grouped as people group them. */
function isNumber(typed: string): boolean {
  const digits = typed.replace(/\D/g, '').length;
  return /^(?:\+|0|\(\+?\d)[\d\s().\-/]*\d$/.test(typed) && digits >= 7 && digits <= 15;
}
