/** Keys that put names in order where only bytes are compared, as in a database. */
import { folded } from './folded';

/** Most digits of a number that count; more are as good as equal. */
const mostDigits = 40;
/** Signs in their order in the root collation of CLDR. */
const signs = '_-,;:!?.\'"()[]{}@*/\\&#%`^+<=>|~$';

/**
 * Blanks come before signs, signs before numbers, numbers before letters; numbers count by their value, so that `Berth 9` comes before
 * `Berth 17` (as in the Unicode Collation Algorithm, UTS #10, at its first level, for Latin letters; other scripts follow by code point).
 */
export function sortKey(name: string): string {
  let key = '';
  for (const [part] of folded(name)
    .trim()
    .matchAll(/[0-9]+|\s+|[^]/gu)) {
    if (/^[0-9]/.test(part)) {
      const digits = part.replace(/^0+(?=.)/, '').slice(0, mostDigits);
      // More digits come later, whichever they are.
      key += `0${String.fromCharCode(0x40 + digits.length)}${digits}`;
    } else if (/^\s/.test(part)) key += '\u0001';
    else if (/^\p{L}/u.test(part)) key += part;
    else {
      const index = signs.indexOf(part);
      key += index < 0 ? `\u0003${part}` : `\u0002${String.fromCharCode(0x30 + index)}`;
    }
  }
  return key;
}
