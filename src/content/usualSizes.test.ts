import { describe, expect, it } from '@jest/globals';
import { stockSizes } from '../core/piece';
import { materialFamilyIds } from '../core/plan';
import { findPair, pairs } from './pairs';
import { usualSizes } from './usualSizes';

const idsOf = (material: string, machine: string): readonly string[] =>
  usualSizes(findPair(material, machine)!).map(({ id }) => id);

describe('usual sizes', () => {
  it('are there for every pair, and fit its machine either way round', () => {
    for (const pair of pairs) {
      const sizes = usualSizes(pair);
      expect([pair.material.id, sizes.length > 0]).toEqual([pair.material.id, true]);
      const { bedWidthMm, bedHeightMm } = pair.machine;
      for (const { widthMm, heightMm } of sizes) {
        expect(Math.min(widthMm, heightMm)).toBeLessThanOrEqual(bedWidthMm);
        if (bedHeightMm !== null)
          expect(Math.max(widthMm, heightMm)).toBeLessThanOrEqual(Math.max(bedWidthMm, bedHeightMm));
      }
    }
  });

  it('leave out what the machine cannot hold', () => {
    // A roll of 104 mm takes a label of 100 x 150; a sheet of A4 takes no poster, a web of 610 mm takes A3.
    expect(idsOf('direct-thermal-paper', 'label-printer-203dpi')).toContain('label-100x150');
    expect(idsOf('white-paper', 'laser-printer-600dpi')).toContain('a4');
    expect(idsOf('white-paper', 'laser-printer-600dpi')).not.toContain('a3');
  });

  it('are given for every family once', () => {
    for (const family of materialFamilyIds) {
      const pair = pairs.find(({ material }) => material.family === family);
      if (pair !== undefined) expect([family, usualSizes(pair).length > 0]).toEqual([family, true]);
    }
    expect(usualSizes(pairs[0]!).every((size) => stockSizes.includes(size))).toBe(true);
  });
});
