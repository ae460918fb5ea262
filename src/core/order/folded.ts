/** Text as searches compare it: neither case nor accents matter. */
const plainLetters: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  ø: 'o',
  ł: 'l',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ı: 'i',
};

export const folded = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase()
    .replace(/[ßæœøłđðþı]/g, (letter) => plainLetters[letter]!);

/** What is searched for, word by word. */
export const wordsOf = (typed: string): string[] => folded(typed).split(/\s+/).filter(Boolean);
