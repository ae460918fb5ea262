/**
 * Sentences as data: words, with the lengths and names in them apart. Whoever shows a sentence writes its lengths in the
 * reader's unit and calls codes by their places; nobody reads numbers back out of words.
 */

/** A length; with `by`, a width and a height. */
export interface Amount {
  readonly value: number;
  readonly by?: number;
  readonly unit: 'mm' | 'm';
}

/** A code, by its id. */
export interface CodeName {
  readonly code: string;
  /** With its article where it has no number: `the code`. */
  readonly isThe?: boolean;
}

export type Sentence = readonly (string | Amount | CodeName)[];

type Piece = string | number | Amount | CodeName | Sentence;

/** A sentence from a template; numbers without a unit are written as they are. */
export function say(words: TemplateStringsArray, ...pieces: readonly Piece[]): Sentence {
  const parts: (string | Amount | CodeName)[] = [];
  const add = (piece: Piece): void => {
    if (Array.isArray(piece)) (piece as Sentence).forEach(add);
    else if (typeof piece === 'object') parts.push(piece as Amount | CodeName);
    else if (typeof parts.at(-1) === 'string') parts.push(`${parts.pop() as string}${piece as string}`);
    else if (piece !== '') parts.push(String(piece));
  };
  words.forEach((text, index) => {
    add(text);
    if (index < pieces.length) add(pieces[index]!);
  });
  return parts;
}

export const mm = (value: number): Amount => ({ value, unit: 'mm' });
export const metres = (value: number): Amount => ({ value, unit: 'm' });
/** `60 × 40 mm`. */
export const sizeMm = (width: number, height: number): Amount => ({ value: width, by: height, unit: 'mm' });
export const codeName = (id: string): CodeName => ({ code: id });
/** `the code`, or `code 2` where there are several. */
export const theCode = (id: string): CodeName => ({ code: id, isThe: true });

/** A list with commas. */
export const listed = (parts: readonly Sentence[], between = ', '): Sentence =>
  parts.flatMap((part, index) => (index === 0 ? part : [between, ...part]));

/** How whoever shows a sentence writes what is not a word. */
export interface Wording {
  readonly amount: (amount: Amount) => string;
  readonly code: (id: string, isThe?: boolean) => string;
}

/** The words of a sentence. */
export const wordsOf = (sentence: Sentence, { amount, code }: Wording): string =>
  sentence
    .map((part) =>
      typeof part === 'string' ? part : 'code' in part ? code(part.code, part.isThe) : amount(part),
    )
    .join('');

const trimmed = (value: number, decimals: number): string => String(Number(value.toFixed(decimals)));

/** Millimetres and metres in hundredths, below one in thousandths; no trailing zeros. */
export const metricAmount = ({ value, by, unit }: Amount): string =>
  `${[value, by]
    .flatMap((side) => (side === undefined ? [] : trimmed(side, Math.abs(side) < 1 ? 3 : 2)))
    .join(' × ')} ${unit}`;

export const mmPerInch = 25.4;
export const mPerFoot = 0.3048;
/** Shorter distances are told in inches. */
export const mPerYard = 3 * mPerFoot;

/** The same in inches and feet; distances in whole inches up to a yard. */
export const inchAmount = ({ value, by, unit }: Amount): string =>
  unit === 'm'
    ? value < mPerYard
      ? `${trimmed((value / mPerFoot) * 12, 0)} in`
      : `${trimmed(value / mPerFoot, 1)} ft`
    : `${[value, by].flatMap((side) => (side === undefined ? [] : trimmed(side / mmPerInch, 3))).join(' × ')} in`;

/** What codes are called: by their places in the job, and `code` when there is only one. */
export const codeNamer =
  (codes: readonly { readonly id: string }[]) =>
  (id: string, isThe = false): string => {
    const place = codes.findIndex((code) => code.id === id);
    return codes.length > 1 && place >= 0 ? `code ${place + 1}` : isThe ? 'the code' : 'code';
  };
