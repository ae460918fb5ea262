import { describe, expect, it } from '@jest/globals';
import { moduleRoles, symbolAnatomy } from './anatomy';
import { encodeSymbol } from './encode';
import { defaultSymbolSettings } from './settings';
import { blockLayout, dataModuleCount, levels } from './tables';
import { readBack } from '../../testing/readSymbol';

const countOf = (roles: Uint8Array, name: (typeof moduleRoles)[number]): number =>
  roles.filter((role) => role === moduleRoles.indexOf(name)).length;

describe('symbolAnatomy', () => {
  it('has as many modules of each pattern as ISO/IEC 18004:2015, clause 6.3, draws', () => {
    const { role } = symbolAnatomy(7, 'M');
    expect(countOf(role, 'finder-ring')).toBe(3 * 24);
    expect(countOf(role, 'finder-centre')).toBe(3 * 9);
    expect(countOf(role, 'separator')).toBe(3 * 15);
    expect(countOf(role, 'version')).toBe(2 * 18);
    // Two copies of 15 bits and the dark module.
    expect(countOf(role, 'format')).toBe(31);
    expect(countOf(role, 'alignment')).toBe(6 * 25);
  });

  it.each([1, 2, 6, 7, 14, 21, 27, 32, 40])(
    'gives every bit of every codeword of version %i one module',
    (version) => {
      for (const level of levels) {
        const { codeword, bit, role } = symbolAnatomy(version, level);
        const layout = blockLayout(version, level);
        const seen = new Set<number>();
        codeword.forEach((position, module) => {
          if (position >= 0) seen.add(position * 8 + bit[module]!);
        });
        expect(seen.size).toBe(layout.totalCodewords * 8);
        expect(countOf(role, 'data')).toBe(layout.dataCodewords * 8);
        expect(countOf(role, 'remainder')).toBe(dataModuleCount(version) - layout.totalCodewords * 8);
      }
    },
  );

  it('tells which codewords stand together: a block survives exactly its budget of damage', async () => {
    // Version 5-Q has four blocks, two short and two long (Table 9); each corrects 9 codewords.
    const settings = { ...defaultSymbolSettings, version: 5, level: 'Q', raiseLevel: false } as const;
    const text = 'https://ternquay.example/tide/17';
    const symbol = encodeSymbol(text, settings).symbol!;
    const { codeword, blockOfCodeword } = symbolAnatomy(5, 'Q');
    const budget = blockLayout(5, 'Q').correctablePerBlock;
    expect(budget).toBe(9);
    for (const block of [0, 1, 2, 3]) {
      const damaged = (count: number) => {
        const victims = new Set(
          [...blockOfCodeword.keys()].filter((index) => blockOfCodeword[index] === block).slice(0, count),
        );
        return {
          ...symbol,
          modules: symbol.modules.map((dark, index) => (victims.has(codeword[index]!) ? 1 - dark : dark)),
        };
      };
      expect(await readBack(damaged(budget))).toEqual([text, text]);
      expect(await readBack(damaged(budget + 1))).not.toContain(text);
    }
  });
});
