/** A product link (GS1 Digital Link URI syntax). */
import { z } from '../schema';
import type { FindingKind, PartFinding } from '../finding';
import { fieldFinding, fieldFix, standardSource, type MessageKind } from './kind';
import { percentDecoded, queryFields } from './query';

export const productSchema = z.strictObject({
  kind: z.literal('product'),
  /** Host and path before the first identifier, with or without https. */
  domain: z.string().max(200),
  gtin: z.string().max(20),
  batch: z.string().max(20),
  serial: z.string().max(20),
  /** `2027-06-30`, or nothing. */
  expiry: z.string().regex(/^(\d{4}-\d{2}-\d{2})?$/, 'A date such as 2027-06-30.'),
});
export type ProductMessage = z.infer<typeof productSchema>;

const gs1 = standardSource('GS1 General Specifications, 7.9');

/** The last digit of a GTIN of any length: weights 3 and 1 in turn from the right (GS1 General Specifications, 7.9.1). */
export function gtinCheckDigit(digitsBefore: string): number {
  const sum = [...digitsBefore]
    .reverse()
    .reduce((total, digit, index) => total + Number(digit) * (index % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}

const digitsOf = (gtin: string): string => gtin.replace(/[\s-]/g, '');

/** 14 digits, as the identification key 01 has them. */
const gtin14 = (gtin: string): string => digitsOf(gtin).padStart(14, '0');

function write({ domain, gtin, batch, serial, expiry }: ProductMessage): string {
  if (domain.trim() === '' || digitsOf(gtin) === '') return '';
  const base = domain
    .trim()
    .replace(/^(?!https?:\/\/)/i, 'https://')
    .replace(/\/+$/, '');
  const part = (key: string, value: string): string =>
    value.trim() === '' ? '' : `/${key}/${encodeURIComponent(value.trim())}`;
  const date = expiry === '' ? '' : `?17=${expiry.slice(2).replaceAll('-', '')}`;
  return `${base}/01/${gtin14(gtin)}${part('10', batch)}${part('21', serial)}${date}`;
}

function read(payload: string): ProductMessage | null {
  const match = /^(https?:\/\/[^?#]*?)\/01\/(\d{8}|\d{12,14})((?:\/\d{2}\/[^/?#]+)*)(?:\?([^#]*))?$/i.exec(
    payload,
  );
  if (match === null) return null;
  const keys = new Map(
    [...match[3]!.matchAll(/\/(\d{2})\/([^/]+)/g)].map((pair) => [pair[1]!, percentDecoded(pair[2]!)]),
  );
  const date = /^(\d{2})(\d{2})(\d{2})$/.exec(queryFields(match[4] ?? '').get('17') ?? '');
  return {
    kind: 'product',
    domain: match[1]!,
    gtin: match[2]!,
    batch: keys.get('10') ?? '',
    serial: keys.get('21') ?? '',
    expiry: date === null ? '' : `20${date[1]}-${date[2]}-${date[3]}`,
  };
}

function problems(message: ProductMessage): PartFinding[] {
  const digits = digitsOf(message.gtin);
  const stop = (kind: FindingKind, text: string): PartFinding =>
    fieldFinding(kind, 'stop', 'Product', text, gs1);
  const findings: PartFinding[] = [];
  if (!/^(\d{8}|\d{12,14})$/.test(digits))
    findings.push(stop('product-gtin', 'A GTIN has 8, 12, 13 or 14 digits.'));
  else {
    const right = gtinCheckDigit(digits.slice(0, -1));
    if (right !== Number(digits.at(-1)))
      findings.push({
        ...stop(
          'product-check',
          `The last digit of ${digits} should be ${right}, not ${digits.at(-1)}: a digit is mistyped.`,
        ),
        fixes: [
          fieldFix(`Make it ${digits.slice(0, -1)}${right}`, { gtin: `${digits.slice(0, -1)}${right}` }),
        ],
      });
  }
  // Character set 82 of the GS1 General Specifications, Figure 7.11-1.
  for (const [name, value] of [
    ['batch', message.batch],
    ['serial', message.serial],
  ] as const)
    if (!/^[!"%&'()*+,\-./0-9:;<=>?A-Z_a-z]*$/.test(value.trim()))
      findings.push(stop(`product-${name}`, `The ${name} number has characters that GS1 does not allow.`));
  return findings;
}

export const product: MessageKind<ProductMessage> = {
  name: 'Product link',
  schema: productSchema,
  empty: { kind: 'product', domain: '', gtin: '', batch: '', serial: '', expiry: '' },
  write,
  read,
  describe: (message) =>
    write(message) === ''
      ? { summary: 'Leads to no product yet.', notes: [], findings: [] }
      : {
          summary: `Opens the page of product ${digitsOf(message.gtin)} in the browser; scanners in a shop read the number.`,
          notes: [],
          findings: problems(message),
        },
};
