/** Telephone numbers through a phone-number library: read as typed, shown back the way a phone would act on them. */
import { getCountries, parsePhoneNumberFromString, type CountryCode } from 'libphonenumber-js/min';
import { z } from '../schema';
import type { PartFinding } from '../finding';
import { fieldFinding, fieldFix, standardSource } from './kind';

/** A number as typed, with the country whose national form it may have (ISO 3166-1 alpha-2). */
export const phoneNumberSchema = z.strictObject({
  number: z.string().max(40),
  country: z.string().regex(/^([A-Z]{2})?$/, 'Two capital letters, or nothing.'),
});
export type TypedNumber = z.infer<typeof phoneNumberSchema>;

export const numberCountries: readonly string[] = getCountries();

export interface ReadNumber {
  /** `+` and digits (ITU-T E.164), or the digits as typed when the number could not be understood. */
  readonly dialled: string;
  readonly understood: boolean;
  /** For people: international form, and the national form with the country. */
  readonly shown: string;
}

export function readNumber({ number, country }: TypedNumber): ReadNumber {
  const parsed = parsePhoneNumberFromString(number, country === '' ? undefined : (country as CountryCode));
  if (!parsed?.isPossible())
    return { dialled: number.replace(/[^\d+*#]/g, ''), understood: false, shown: number.trim() };
  const where = parsed.country ?? `+${parsed.countryCallingCode}`;
  return {
    dialled: parsed.number,
    understood: true,
    shown: `${parsed.formatInternational()} (${parsed.formatNational()} in ${where})`,
  };
}

/** With + for 00 in front, as people type it; null when that gives no number. */
export function withPlus(number: string): string | null {
  const typed = number.trim();
  if (!/^0\s*0/.test(typed)) return null;
  const plus = typed.replace(/^0\s*0\s*/, '+');
  return readNumber({ number: plus, country: '' }).understood ? plus : null;
}

/** What is wrong with a number, in plain words; nothing for an empty one. */
export function numberFindings(typed: TypedNumber): PartFinding[] {
  if (typed.number.trim() === '') return [];
  const { understood, dialled } = readNumber(typed);
  const source = standardSource('ITU-T E.164; RFC 3966');
  if (!/\d/.test(dialled))
    return [
      fieldFinding('phone-number', 'stop', 'Number', `“${typed.number}” has no digits to dial.`, source),
    ];
  if (understood) return [];
  const abroad = withPlus(typed.number);
  if (abroad !== null)
    return [
      fieldFinding(
        'phone-number',
        'caution',
        'Number',
        `“${typed.number.trim()}” begins with 00, which dials abroad only from some countries; + does from all.`,
        source,
        [fieldFix(`Make it ${abroad}`, { number: abroad, country: '' })],
      ),
    ];
  const hint =
    typed.number.trim().startsWith('+') || typed.country !== ''
      ? ''
      : ' Give it with + and the country code, or choose the country.';
  return [
    fieldFinding(
      'phone-number',
      'caution',
      'Number',
      `“${typed.number.trim()}” is not a number that can be dialled from everywhere.${hint}`,
      source,
    ),
  ];
}
