/** A SEPA credit transfer (European Payments Council, EPC069-12, version 2 of the data set). */
import { electronicFormatIBAN, friendlyFormatIBAN, isValidBIC, isValidIBAN } from 'ibantools';
import { z } from '../schema';
import type { FindingKind, PartFinding } from '../finding';
import { fieldFinding, standardSource, type MessageKind } from './kind';

export const paymentSchema = z.strictObject({
  kind: z.literal('payment'),
  /** Who is paid. */
  beneficiary: z.string().max(70),
  iban: z.string().max(42),
  /** Only needed outside the European Economic Area. */
  bic: z.string().max(11),
  /** Euros, as typed; nothing lets the payer fill it in. */
  amount: z.string().max(14),
  /** An ISO 11649 creditor reference, or a text; not both. */
  reference: z.string().max(35),
  text: z.string().max(140),
});
export type PaymentMessage = z.infer<typeof paymentSchema>;

const epc = standardSource('EPC069-12');
/** The whole payload in bytes (EPC069-12, 3.2.1). */
const mostBytes = 331;

const ibanOf = ({ iban }: PaymentMessage): string => electronicFormatIBAN(iban) ?? '';

/** Euros with a point and two decimals; null when it is no amount. */
function euros(typed: string): string | null {
  const text = typed.trim().replace(',', '.');
  return /^\d{1,9}(\.\d{1,2})?$/.test(text) && Number(text) >= 0.01 ? Number(text).toFixed(2) : null;
}

function write(message: PaymentMessage): string {
  if (message.beneficiary.trim() === '' && ibanOf(message) === '') return '';
  const amount = euros(message.amount);
  const lines = [
    'BCD',
    '002',
    '1',
    'SCT',
    message.bic.trim().toUpperCase(),
    message.beneficiary.trim(),
    ibanOf(message),
    amount === null ? '' : `EUR${amount}`,
    '',
    message.reference.trim(),
    message.text.trim(),
  ];
  // Empty lines at the end are left out (EPC069-12, 3.2.2).
  while (lines.at(-1) === '') lines.pop();
  return lines.join('\n');
}

function read(payload: string): PaymentMessage | null {
  const lines = payload.split(/\r?\n/);
  if (lines[0] !== 'BCD' || lines[3] !== 'SCT') return null;
  return {
    kind: 'payment',
    bic: lines[4] ?? '',
    beneficiary: lines[5] ?? '',
    iban: lines[6] ?? '',
    amount: (lines[7] ?? '').replace(/^EUR/, ''),
    reference: lines[9] ?? '',
    text: lines[10] ?? '',
  };
}

function problems(message: PaymentMessage): PartFinding[] {
  const findings: PartFinding[] = [];
  const stop = (kind: FindingKind, text: string): void =>
    void findings.push(fieldFinding(kind, 'stop', 'Payment', text, epc));
  if (message.beneficiary.trim() === '') stop('payment-name', 'Say who is paid.');
  if (!isValidIBAN(ibanOf(message)))
    stop(
      'payment-iban',
      message.iban.trim() === ''
        ? 'Give the IBAN.'
        : `“${message.iban.trim()}” is not an IBAN: its length or its check digits are wrong.`,
    );
  if (message.bic.trim() !== '' && !isValidBIC(message.bic.trim().toUpperCase()))
    stop('payment-bic', `“${message.bic.trim()}” is not a BIC.`);
  if (message.amount.trim() !== '' && euros(message.amount) === null)
    stop('payment-amount', `“${message.amount.trim()}” is not an amount from 0.01 to 999999999.99 euros.`);
  if (message.reference.trim() !== '' && message.text.trim() !== '')
    stop('payment-reference', 'Give a reference or a text, not both.');
  const bytes = new TextEncoder().encode(write(message)).length;
  if (bytes > mostBytes)
    stop('payment-length', `The payment has ${bytes} bytes; at most ${mostBytes} are allowed.`);
  return findings;
}

export const payment: MessageKind<PaymentMessage> = {
  name: 'Payment request',
  schema: paymentSchema,
  empty: { kind: 'payment', beneficiary: '', iban: '', bic: '', amount: '', reference: '', text: '' },
  write,
  read,
  describe: (message) => {
    if (write(message) === '') return { summary: 'Asks for no payment yet.', notes: [], findings: [] };
    const amount = euros(message.amount);
    return {
      summary: `Fills in a bank transfer of ${amount === null ? 'an amount to be typed' : `€ ${amount}`} to ${message.beneficiary.trim() || 'somebody'}, ${friendlyFormatIBAN(message.iban) ?? ''}.`,
      notes: ['Banking applications in the SEPA countries read this; others show the text.'],
      findings: problems(message),
      symbolRule: { level: 'M', largestVersion: 13, source: standardSource('EPC069-12, 3.1') },
    };
  },
};
