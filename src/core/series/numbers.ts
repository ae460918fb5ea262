/** Numbers of a series: counted, or drawn by lot. */
import { clearAlphabet, drawnId } from '../numbers';
import { z } from '../schema';
import { checkCharacters, checkSystems } from './checkDigits';

export const runningSchema = z.strictObject({
  kind: z.literal('running'),
  first: z.int().min(0).max(999_999_999_999),
  step: z.int().min(1).max(1_000_000),
  count: z.int().min(1).max(20_000),
  /** With leading zeros up to so many. */
  digits: z.int().min(1).max(12),
  prefix: z.string().max(40),
  suffix: z.string().max(40),
  /** Of the digits, or of prefix and digits together where the system knows letters. */
  check: z.enum(checkSystems).nullable(),
});

export const drawnSchema = z.strictObject({
  kind: z.literal('drawn'),
  count: z.int().min(1).max(20_000),
  length: z.int().min(3).max(32),
  prefix: z.string().max(40),
});

export const numbersSchema = z.discriminatedUnion('kind', [runningSchema, drawnSchema]);
export type NumbersWish = Readonly<z.infer<typeof numbersSchema>>;
type Running = Extract<NumbersWish, { kind: 'running' }>;
type Drawn = Extract<NumbersWish, { kind: 'drawn' }>;

function running({ first, step, count, digits, prefix, suffix, check }: Running): string[] | string {
  const numbers: string[] = [];
  for (let index = 0; index < count; index++) {
    const body = String(first + index * step).padStart(digits, '0');
    if (body.length > digits)
      return `Number ${index + 1} is ${body}, which has ${body.length} digits; ${digits} are meant.`;
    const problem =
      check === null ? '' : (checkCharacters(`${prefix}${body}`, check) ?? checkCharacters(body, check));
    numbers.push(`${prefix}${body}${problem ?? ''}${suffix}`);
  }
  return numbers;
}

function drawn({ count, length, prefix }: Drawn, random: () => number): string[] | string {
  const there = clearAlphabet.length ** length;
  // With more of them taken, drawing would take ever longer.
  if (count > there / 2)
    return `There are ${Math.floor(there)} identifiers of ${length} characters; at most half of them are drawn, and ${count} are wanted.`;
  const ids = new Set<string>();
  while (ids.size < count) {
    ids.add(`${prefix}${drawnId(length, random)}`);
  }
  return [...ids];
}

/** In order; a sentence where they cannot be. `random` gives numbers from 0 to below 1, for drawn ones from a source that nobody can foretell. */
export function seriesNumbers(
  wish: NumbersWish,
  random: () => number,
): { readonly numbers: readonly string[] } | { readonly problem: string } {
  const made = wish.kind === 'running' ? running(wish) : drawn(wish, random);
  return typeof made === 'string' ? { problem: made } : { numbers: made };
}

/** How likely it is that somebody who makes one up hits one of the series: one in so many. */
export const oneInSoMany = ({ count, length }: Drawn): number => clearAlphabet.length ** length / count;
