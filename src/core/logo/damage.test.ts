import { describe, expect, it } from '@jest/globals';
import { readBack } from '../../testing/readSymbol';
import { roundedRectangle } from '../geometry';
import {
  blockLayout,
  defaultSymbolSettings,
  encodeSymbol,
  moduleRoles,
  symbolAnatomy,
  type Level,
  type QrSymbol,
} from '../symbol';
import { knockOutDamage, protectedRoles } from './damage';
import { largestSafeShare } from './search';
import { newLogo, type LogoSettings } from './settings';
import { placeLogo } from './knockOut';
import type { LogoArt } from './ink';

const text = 'https://ternquay.example';
const symbolOf = (version: number, level: Level, mask = 2): QrSymbol =>
  encodeSymbol(text, { ...defaultSymbolSettings, version, level, raiseLevel: false, mask }).symbol!;

/** A filled square of side 1. */
const square: LogoArt = {
  width: 1,
  height: 1,
  ink: [roundedRectangle({ x: -0.5, y: -0.5, width: 1, height: 1 }, 0)],
  shapes: [],
  picture: null,
};
const settings = (change: Partial<LogoSettings>): LogoSettings => ({
  ...newLogo({ kind: 'icon', icon: 'anchor' }),
  ...change,
});

/** The symbol with the first module of `count` codewords of each block turned over. */
function withDamage(symbol: QrSymbol, count: number, blocks: readonly number[]): QrSymbol {
  const anatomy = symbolAnatomy(symbol.version, symbol.level);
  const modules = symbol.modules.slice();
  for (const block of blocks) {
    const codewords = [...anatomy.blockOfCodeword.keys()].filter(
      (codeword) => anatomy.blockOfCodeword[codeword] === block,
    );
    // Spread over the block, so that data and error correction are both hit.
    for (let index = 0; index < count; index++) {
      const codeword = codewords[Math.floor(((index + 0.5) * codewords.length) / count)]!;
      const module = anatomy.codeword.indexOf(codeword);
      modules[module] = 1 - modules[module]!;
    }
  }
  return { ...symbol, modules };
}

/**
 * ISO/IEC 18004:2015, Table 9: number of blocks, codewords of a block (c, k, r); from memory, and held against the
 * values that the standard's text gives for r. `r` is what is corrected with misdecode protection taken off.
 */
const table: readonly (readonly [version: number, level: Level, blocks: number, r: number])[] = [
  [3, 'M', 1, 13],
  [3, 'H', 2, 11],
  [4, 'Q', 2, 13],
  [5, 'Q', 4, 9],
  [7, 'M', 4, 9],
  [7, 'H', 5, 13],
  [10, 'M', 5, 13],
  [10, 'H', 8, 14],
];

describe('the budget of a block', () => {
  it.each(table)('of version %i-%s is %i blocks of %i', (version, level, blocks, r) => {
    expect(blockLayout(version, level)).toMatchObject({ blockCount: blocks, correctablePerBlock: r });
  });

  it.each(table.filter(([version]) => version <= 7))(
    'of %i-%s holds: that many codewords of every block are read through, one more in any block is not',
    async (version, level, blocks, r) => {
      const symbol = symbolOf(version, level);
      const all = Array.from({ length: blocks }, (_, block) => block);
      expect(await readBack(withDamage(symbol, r, all))).toEqual([text, text]);
      for (const block of [0, blocks - 1])
        for (const read of await readBack(withDamage(symbol, r + 1, [block]))) expect(read).not.toBe(text);
    },
  );
});

describe('the damage of a knock-out', () => {
  it('counts every codeword with a module that can be read wrong, block by block', () => {
    const symbol = symbolOf(5, 'Q');
    const placed = placeLogo(square, settings({ share: 0.22, marginModules: 1 }), symbol.size, false);
    const damage = knockOutDamage(symbol, placed);
    const anatomy = symbolAnatomy(5, 'Q');
    // Counted anew from the picture: cleared modules read light, those under the square dark.
    const codewords = new Set<number>();
    const half = (0.22 * symbol.size) / 2;
    const middle = symbol.size / 2;
    placed.cleared.forEach((cleared, module) => {
      if (cleared === 0) return;
      const row = Math.floor(module / symbol.size) + 0.5 - middle;
      const column = (module % symbol.size) + 0.5 - middle;
      const reach = Math.max(Math.abs(row), Math.abs(column));
      const isSureDark = reach + 1 / 3 < half;
      const isSureLight = reach - 1 / 3 > half;
      const isKept = symbol.modules[module] === 1 ? isSureDark : isSureLight;
      if (!isKept && anatomy.codeword[module]! >= 0) codewords.add(anatomy.codeword[module]!);
    });
    const used = Array.from({ length: 4 }, () => 0);
    for (const codeword of codewords) used[anatomy.blockOfCodeword[codeword]!]!++;
    expect(damage.usedByBlock).toEqual(used);
    expect(damage.worst).toBe(Math.max(...used));
    expect(damage.worst).toBeGreaterThan(0);
  });

  it('is nothing where the logo covers only what it looks like', () => {
    const symbol = symbolOf(3, 'M');
    // A dark square exactly over the dark centre of the alignment pattern's middle module.
    const [row, column] = [22, 22];
    expect(moduleRoles[symbolAnatomy(3, 'M').role[row * symbol.size + column]!]).toBe('alignment');
    const placed = placeLogo(
      square,
      settings({
        share: 1 / symbol.size,
        marginModules: 0,
        place: { columns: column + 0.5, rows: row + 0.5 },
        knockOut: { shape: 'box', wholeModules: true },
      }),
      symbol.size,
      false,
    );
    const damage = knockOutDamage(symbol, placed);
    expect(damage.worst).toBe(0);
    expect(damage.patterns).toEqual([]);
  });

  it('names the patterns that are reached', () => {
    const symbol = symbolOf(7, 'H');
    const corner = placeLogo(
      square,
      settings({ share: 0.2, place: { columns: 4, rows: 4 } }),
      symbol.size,
      false,
    );
    const { patterns } = knockOutDamage(symbol, corner);
    expect(patterns.some((role) => protectedRoles.includes(role))).toBe(true);
    const middle = knockOutDamage(symbol, placeLogo(square, settings({}), symbol.size, false));
    expect(middle.patterns).toEqual(['alignment']);
  });

  it('reads as predicted: the largest safe logo is read, by both readers, drawn as the worst case', async () => {
    for (const [version, level] of [
      [3, 'M'],
      [5, 'Q'],
      [6, 'H'],
    ] as const) {
      const symbol = symbolOf(version, level);
      const share = largestSafeShare(square, settings({}), symbol, false)!;
      expect(share).toBeGreaterThan(0.08);
      const damage = knockOutDamage(symbol, placeLogo(square, settings({ share }), symbol.size, false));
      expect(damage.worst).toBeLessThanOrEqual(damage.correctable / 2);
      const next = knockOutDamage(
        symbol,
        placeLogo(square, settings({ share: share + 0.06 }), symbol.size, false),
      );
      expect(next.worst).toBeGreaterThan(next.correctable / 2);
      // Every module that can be read wrong is read wrong.
      const modules = symbol.modules.map((dark, module) => (damage.modules[module] === 1 ? 1 - dark : dark));
      expect(await readBack({ size: symbol.size, modules })).toEqual([text, text]);
    }
  });

  it('leaves cut modules out of the count only when their middle is whole', () => {
    const symbol = symbolOf(4, 'Q');
    const cut = settings({
      share: 0.2,
      marginModules: 0.3,
      knockOut: { shape: 'circle', wholeModules: false },
    });
    const whole = { ...cut, knockOut: { shape: 'circle', wholeModules: true } } as LogoSettings;
    const cutDamage = knockOutDamage(symbol, placeLogo(square, cut, symbol.size, false));
    const wholeDamage = knockOutDamage(symbol, placeLogo(square, whole, symbol.size, false));
    expect(cutDamage.worst).toBeLessThanOrEqual(wholeDamage.worst);
    expect(cutDamage.worst).toBeGreaterThan(0);
  });
});
