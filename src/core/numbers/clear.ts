/** Identifiers that are read and typed by people. */

/** Without 0 and O, 1, I and L, U and V, which are taken for each other (common practice, no source). */
export const clearAlphabet = '23456789ABCDEFGHJKMNPQRSTWXYZ';

/** Of so many characters; `random` gives numbers from 0 to below 1. */
export function drawnId(length: number, random: () => number): string {
  let id = '';
  for (let index = 0; index < length; index++)
    id += clearAlphabet[Math.floor(random() * clearAlphabet.length)]!;
  return id;
}
