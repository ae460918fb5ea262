import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { typesetter } from '../../node/logoAssets';
import { boundsOf, regionArea, roundedRectangle, type Region } from '../geometry';
import { areaOfLine, type SetLine } from './shape';
import { fontIds, packagePathOf, fontFiles } from './fonts';
import { strokeWidth } from './strokeWidth';

const words = typesetter();
const setLine = async (text: string, font: (typeof fontIds)[number] = 'plain'): Promise<SetLine> => {
  await words.load([{ font, text }]);
  return words.setLine(font, text)!;
};
/** Where the ink of each sign begins, from the left. */
const inkStarts = ({ glyphs }: SetLine): number[] =>
  glyphs.map(({ shape, x }) => (boundsOf(shape.area)?.x ?? 0) + x);

describe('the shipped fonts', () => {
  it('are eight characters, each with letters, digits and capitals of a height', async () => {
    expect(fontIds).toHaveLength(8);
    for (const font of fontIds) {
      const line = await setLine('ABCXYZ abcxyz 0123456789', font);
      expect([font, line.missing, line.borrowed]).toEqual([font, [], []]);
      expect(words.metrics(font)!.capHeight).toBeGreaterThan(0.5);
      expect(words.metrics(font)!.capHeight).toBeLessThan(0.9);
    }
  });

  it('look different from each other', async () => {
    const areas = new Set<string>();
    for (const font of fontIds) areas.add(regionArea(areaOfLine(await setLine('Boat 17', font))).toFixed(4));
    expect(areas.size).toBe(8);
  });

  it('lie where the packages have them', () => {
    expect(packagePathOf('archivo-latin-ext-700')).toBe(
      '@fontsource/archivo/files/archivo-latin-ext-700-normal.woff',
    );
    expect(packagePathOf('noto-sans-hebrew-hebrew-700')).toBe(
      '@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-700-normal.woff',
    );
    expect(new Set(fontFiles.map(packagePathOf)).size).toBe(fontFiles.length);
  });
});

describe('a line of words', () => {
  it('kerns: AV is narrower than A and V', async () => {
    const [both, a, v] = [await setLine('AV'), await setLine('A'), await setLine('V')];
    expect(both.width).toBeLessThan(a.width + v.width - 0.02);
  });

  it('sets accented letters with their accents, composed or not', async () => {
    // Unicode Standard Annex 15: both spellings are the same text.
    const [composed, apart] = [await setLine('Ångström é'), await setLine('A\u030angstro\u0308m e\u0301')];
    expect(apart).toEqual(composed);
    const [plain] = [await setLine('Angstrom e')];
    expect(regionArea(areaOfLine(composed))).toBeGreaterThan(regionArea(areaOfLine(plain)));
    expect(composed.missing).toEqual([]);
  });

  it('sets Hebrew from right to left, with a number in it from left to right', async () => {
    // Unicode Standard Annex 9: the first letter of the text stands at the right end, digits keep their order.
    const [first, last, whole] = [await setLine('ש'), await setLine('ם'), await setLine('שם')];
    expect(whole.glyphs.map(({ shape }) => shape)).toEqual([last.glyphs[0]!.shape, first.glyphs[0]!.shape]);
    expect(whole.glyphs[0]!.shape).toBe(last.glyphs[0]!.shape);
    const mixed = await setLine('שם 17');
    const shown = mixed.glyphs.map(({ shape }) => regionArea(shape.area).toFixed(5));
    const digits = (await setLine('17')).glyphs.map(({ shape }) => regionArea(shape.area).toFixed(5));
    expect(shown.slice(0, 2)).toEqual(digits);
    expect(inkStarts(mixed)).toEqual([...inkStarts(mixed)].sort((a, b) => a - b));
  });

  it('joins Arabic letters: a letter within a word is another shape than alone', async () => {
    // Unicode Standard, chapter 9.2: cursive joining.
    const alone = (await setLine('ب')).glyphs[0]!;
    const word = await setLine('ببب');
    expect(new Set([alone, ...word.glyphs].map(({ shape }) => regionArea(shape.area).toFixed(5))).size).toBe(
      4,
    );
    expect(word.glyphs.every(({ joins }) => joins)).toBe(true);
  });

  it('names signs that no font has, and those that another font lends', async () => {
    const line = await setLine('Tide 漢 Ω', 'stencil');
    expect(line.missing).toEqual(['漢']);
    expect(line.borrowed).toEqual(['Ω']);
    expect(line.glyphs.length).toBeGreaterThan(5);
  });

  it('is not set before its fonts are there', () => {
    expect(typesetter().setLine('plain', 'Boat')).toBeNull();
    expect(typesetter().metrics('plain')).toBeNull();
  });
});

describe('stroke width', () => {
  beforeAll(() => words.load([{ font: 'plain', text: 'I' }]));

  it('of a bar is its shorter side', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.04, max: 0.3, noNaN: true }),
        fc.double({ min: 2, max: 8, noNaN: true }),
        (width, slenderness) => {
          const bar: Region = [roundedRectangle({ x: 0, y: 0, width, height: width * slenderness }, 0)];
          expect(Math.abs(strokeWidth(bar) - width)).toBeLessThan(0.004);
        },
      ),
      { seed: 17, numRuns: 30 },
    );
  });

  it('of two bars of different width is that of the thinner one', () => {
    const bars: Region = [
      roundedRectangle({ x: 0, y: 0, width: 0.2, height: 1 }, 0),
      roundedRectangle({ x: 0.4, y: 0, width: 0.05, height: 1 }, 0),
    ];
    expect(Math.abs(strokeWidth(bars) - 0.05)).toBeLessThan(0.004);
  });

  it('of an I is the width of its stem, and of a script thinner than of a plain font', async () => {
    const stem = (await setLine('I')).glyphs[0]!.shape;
    expect(Math.abs(stem.strokeEm() - boundsOf(stem.area)!.width)).toBeLessThan(0.004);
    const thinnest = async (font: 'plain' | 'script') =>
      Math.min(...(await setLine('moon', font)).glyphs.map(({ shape }) => shape.strokeEm()));
    expect(await thinnest('script')).toBeLessThan(0.6 * (await thinnest('plain')));
  });
});
