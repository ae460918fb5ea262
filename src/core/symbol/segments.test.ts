import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { kanjiValue } from './kanji';
import { charactersOutside, runsOf, shortestSegments, singleSegment } from './segments';
import { alphanumericCharacters, countBits, modes, type Mode } from './tables';

const bitsOf = (text: string, version: number): number =>
  shortestSegments(runsOf(text, false), version).reduce((sum, segment) => sum + segment.bits, 0);

const canHold: Record<Mode, (character: string) => boolean> = {
  numeric: (character) => /^\d$/.test(character),
  alphanumeric: (character) => alphanumericCharacters.includes(character),
  byte: () => true,
  kanji: (character) => kanjiValue(character.codePointAt(0)!) !== undefined,
};

/** Every way to cut the text into segments, by brute force: the reference for the fewest bits. */
function fewestBits(text: string, version: number): number {
  const characters = [...text];
  const best = [0];
  for (let end = 1; end <= characters.length; end++) {
    best[end] = Infinity;
    for (let start = 0; start < end; start++)
      for (const mode of modes) {
        const part = characters.slice(start, end);
        if (!part.every(canHold[mode])) continue;
        const bytes = new TextEncoder().encode(part.join('')).length;
        // Bits of a segment: ISO/IEC 18004:2015, 7.4.3 to 7.4.6.
        const data = {
          numeric: Math.floor(part.length / 3) * 10 + [0, 4, 7][part.length % 3]!,
          alphanumeric: Math.floor(part.length / 2) * 11 + (part.length % 2) * 6,
          byte: bytes * 8,
          kanji: part.length * 13,
        }[mode];
        best[end] = Math.min(best[end]!, best[start]! + 4 + countBits(mode, version) + data);
      }
  }
  return best[characters.length]!;
}

const mixedText = fc
  .array(
    fc.oneof(
      fc.stringMatching(/^[0-9]{1,12}$/),
      fc.stringMatching(/^[A-Z $%*+\-./:]{1,8}$/),
      fc.stringMatching(/^[a-z#?=]{1,5}$/),
      fc.stringMatching(/^[潮汐表点茗]{1,4}$/),
      fc.constantFrom('é', '⚓', '🚣', '～'),
    ),
    { minLength: 1, maxLength: 6 },
  )
  .map((parts) => parts.join(''));

describe('shortestSegments', () => {
  it('needs as few bits as the best of all ways to cut the text, in every version range', () => {
    fc.assert(
      fc.property(mixedText, fc.constantFrom(9, 26, 40), (text, version) => {
        expect(bitsOf(text, version)).toBe(fewestBits(text, version));
      }),
      { numRuns: 400, seed: 18004 },
    );
  });

  it('covers the text without gaps, in modes that hold it', () => {
    fc.assert(
      fc.property(mixedText, (text) => {
        const segments = shortestSegments(runsOf(text, false), 1);
        expect(segments.map(({ start, end }) => text.slice(start, end)).join('')).toBe(text);
        for (const { mode, start, end } of segments)
          expect(charactersOutside(text.slice(start, end), mode, false)).toEqual([]);
      }),
      { seed: 18004 },
    );
  });

  it('is never longer than the whole text in byte mode', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, unit: 'binary' }), (text) => {
        expect(bitsOf(text, 9)).toBeLessThanOrEqual(singleSegment(runsOf(text, false), 'byte', 9)[0]!.bits);
      }),
      { seed: 18004 },
    );
  });
});

describe('kanjiValue', () => {
  // ISO/IEC 18004:2015, 7.4.6: the worked examples 点 (0x935F) and 茗 (0xE4AA).
  it.each([
    ['点', 0x0d9f],
    ['茗', 0x1aaa],
  ])('packs %s', (character, value) => {
    expect(kanjiValue(character.codePointAt(0)!)).toBe(value);
  });

  it('leaves ASCII and characters that decoders disagree on to byte mode', () => {
    for (const character of ['A', '\\', '～', '－', '①'])
      expect(kanjiValue(character.codePointAt(0)!)).toBeUndefined();
  });
});
