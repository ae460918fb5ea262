import { describe, expect, it } from '@jest/globals';
import { folded, sortKey, wordsOf } from '.';

const byKey = (names: readonly string[]): string[] =>
  names
    .map((name) => ({ name, key: sortKey(name) }))
    .sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : 0))
    .map(({ name }) => name);

describe('folded', () => {
  it('leaves case, accents and joined letters out of account', () => {
    expect(folded('Größe ŁÓDŹ Ærø ﬁn Ｂ9')).toBe('grosse lodz aero fin b9');
    expect(wordsOf('  Drawer  ÉTÉ ')).toEqual(['drawer', 'ete']);
  });
});

describe('sortKey', () => {
  it('puts numbers in order of their value', () => {
    expect(byKey(['Berth 17', 'Berth 9', 'Berth 009a', 'Berth 100', 'Berth'])).toEqual([
      'Berth',
      'Berth 9',
      'Berth 009a',
      'Berth 17',
      'Berth 100',
    ]);
  });

  // Intl.Collator is ICU's Unicode Collation Algorithm (UTS #10); `base` compares the first level, as the key does.
  const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  const parts = [
    'Berth', 'berth', 'Ölzeug', 'Oil', 'Orlop', 'Éperon', 'Eperon', 'Zander', 'Ångström', 'Anker', 'Škoda',
    '#', '/', '&', '9', '17', '170', '007', '-', '_', '(', ',', 'Ærø', 'Łódź', 'Größe', 'Grosse',
  ]; // prettier-ignore
  it('agrees with a collator about 20,000 pairs of names', () => {
    let seed = 7;
    const some = (): number => (seed = (seed * 48271) % 2147483647);
    const name = (): string =>
      Array.from({ length: 1 + (some() % 3) }, () => parts[some() % parts.length]!).join(' ');
    const wrong: string[] = [];
    for (let pair = 0; pair < 20_000; pair++) {
      const [one, other] = [name(), name()];
      const [a, b] = [sortKey(one), sortKey(other)];
      const mine = a < b ? -1 : a > b ? 1 : 0;
      if (Math.sign(collator.compare(one, other)) !== mine) wrong.push(`${one} | ${other}`);
    }
    expect(wrong).toEqual([]);
  });
});
