/** Terms of the trade, each in one plain sentence. Figures are those of ISO/IEC 18004:2015, 5.3 and 7.5. */
export const terms = {
  module: 'A module is one of the small squares that the code is made of.',
  version:
    'The version, 1 to 40, says how many modules the code has on each side: 21 in version 1, and four more in each after it.',
  level:
    'The level says how much of the code may be dirty or gone and it still reads: about 7 % at L, 15 % at M, 25 % at Q, 30 % at H.',
  codeword: 'A codeword is eight modules, which hold one byte of the message or of what mends it.',
  mask: 'A mask is one of eight patterns by which light and dark are mixed evenly; all of them read alike.',
  mode: 'The mode is how letters are written: digits and capitals take less room than other signs.',
  eci: 'ECI is a note at the start of the message that says in which character set the rest is written.',
  X: 'X is the width of one module, so 4 X is as wide as four of them.',
} as const;

export type Term = keyof typeof terms;
