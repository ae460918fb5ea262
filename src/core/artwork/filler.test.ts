import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { defaultSymbolSettings, encodeSymbol } from '../symbol';
import { drawArtwork } from './drawArtwork';
import { plainStyle } from './style';
import { presets } from './presets';
import { fillerGrid, imitations } from './filler';

const symbolOf = (version: number) =>
  encodeSymbol('https://ternquay.example', { ...defaultSymbolSettings, version }).symbol!;

describe('a round outline', () => {
  it('keeps the quiet zone free and every cell within the circle', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(3, 4, 7),
        fc.integer({ min: 0, max: 999_999 }),
        fc.integer({ min: 1, max: 8 }),
        (version, seed, quietModules) => {
          const symbol = symbolOf(version);
          const { side, before, isFiller, radius } = fillerGrid(symbol.modules, symbol.size, {
            seed,
            quietModules,
          });
          const gaps: number[] = [];
          const radii: number[] = [];
          isFiller.forEach((filler, index) => {
            if (filler === 0) return;
            const row = Math.floor(index / side) - before;
            const column = (index % side) - before;
            gaps.push(Math.max(-column - 1, column - symbol.size, -row - 1, row - symbol.size));
            const middle = symbol.size / 2;
            radii.push(Math.hypot(Math.abs(row + 0.5 - middle) + 0.5, Math.abs(column + 0.5 - middle) + 0.5));
          });
          expect(Math.min(...gaps)).toBeGreaterThanOrEqual(quietModules);
          expect(Math.max(...radii)).toBeLessThanOrEqual(radius + 1e-9);
          expect(gaps.length).toBeGreaterThan(symbol.size * 3);
        },
      ),
      { numRuns: 24 },
    );
  });

  it('never has the proportions of a finder pattern along rows, columns or diagonals (ISO/IEC 18004:2015, 13.1)', () => {
    fc.assert(
      fc.property(fc.constantFrom(3, 10), fc.integer({ min: 0, max: 999_999 }), (version, seed) => {
        const symbol = symbolOf(version);
        expect(imitations(fillerGrid(symbol.modules, symbol.size, { seed, quietModules: 4 }))).toEqual([]);
      }),
      { numRuns: 20 },
    );
    // The check can fail: an imitation put there by hand is found.
    const symbol = symbolOf(3);
    const grid = fillerGrid(symbol.modules, symbol.size, { seed: 1, quietModules: 4 });
    const start = grid.isFiller.findIndex((filler, index) => filler === 1 && grid.isFiller[index + 10] === 1);
    [0, 1, 0, 1, 1, 1, 0, 1, 0].forEach((dark, index) => (grid.cells[start + 1 + index] = dark));
    expect(imitations(grid).length).toBeGreaterThan(0);
  });

  it('is the same for the same number and another for another', () => {
    const symbol = symbolOf(3);
    const cells = (seed: number) => [
      ...fillerGrid(symbol.modules, symbol.size, { seed, quietModules: 4 }).cells,
    ];
    expect(cells(5)).toEqual(cells(5));
    expect(cells(5)).not.toEqual(cells(6));
  });

  it('leaves the symbol as it is drawn without it', () => {
    const symbol = symbolOf(4);
    for (const { style } of presets.slice(0, 4)) {
      const round = drawArtwork(symbol, { ...style, round: { seed: 3, quietModules: 4 } });
      expect(round.parts.modules).toEqual(drawArtwork(symbol, style).parts.modules);
      expect(round.parts.filler.length).toBeGreaterThan(20);
      expect(round.roundRadius).toBeCloseTo((symbol.size / 2 + 4) * Math.SQRT2, 9);
    }
    expect(drawArtwork(symbol, plainStyle).roundRadius).toBeNull();
  });
});
