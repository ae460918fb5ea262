import { describe, expect, it } from '@jest/globals';
import { cardId1, stockSizes } from './stock';

describe('stock sizes', () => {
  const size = (id: string) => stockSizes.find((entry) => entry.id === id)!;

  it('have the paper sizes of ISO 216, each half of the one before', () => {
    // ISO 216:2007, table 1, main series: A0 841 x 1189, A1 594 x 841, A2 420 x 594, A3 297 x 420, A4 210 x 297, A5 148 x 210, A6 105 x 148, A7 74 x 105, A8 52 x 74.
    const ids = ['a0', 'a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'a7', 'a8'];
    expect(ids.map((id) => [size(id).widthMm, size(id).heightMm])).toEqual([
      [841, 1189],
      [594, 841],
      [420, 594],
      [297, 420],
      [210, 297],
      [148, 210],
      [105, 148],
      [74, 105],
      [52, 74],
    ]);
    for (const [larger, smaller] of [
      ['a0', 'a1'],
      ['a1', 'a2'],
      ['a2', 'a3'],
      ['a3', 'a4'],
      ['a4', 'a5'],
      ['a5', 'a6'],
      ['b5', 'b6'],
      ['b6', 'b7'],
    ] as const) {
      // Clause 3: the longer side is halved and rounded down.
      expect(size(smaller).widthMm).toBe(Math.floor(size(larger).heightMm / 2));
      expect(size(smaller).heightMm).toBe(size(larger).widthMm);
    }
  });

  it('have the bank card of ISO/IEC 7810', () => {
    // ISO/IEC 7810:2019, ID-1: 85.60 x 53.98 mm, corner radius 3.18 mm.
    expect(cardId1).toEqual({ widthMm: 85.6, heightMm: 53.98, cornerMm: 3.18 });
    expect(size('id-1')).toMatchObject({ widthMm: 85.6, heightMm: 53.98, source: { tag: 'std' } });
  });

  it('say where they come from, and none twice', () => {
    expect(new Set(stockSizes.map(({ id }) => id)).size).toBe(stockSizes.length);
    for (const { source } of stockSizes) expect(source.text.length).toBeGreaterThan(5);
  });

  it('have room for a code that reads from where such a piece is read', () => {
    for (const { name, widthMm, heightMm, distanceM, group } of stockSizes) {
      if (group === 'use' || name.startsWith('A')) expect(distanceM).not.toBeNull();
      // The rule of thumb, 10 : 1, with a quiet zone of 4 modules around the 25 of version 2.
      const neededMm = ((distanceM ?? 0) * 1000 * 33) / 10 / 25;
      expect({ name, fits: neededMm <= Math.min(widthMm, heightMm) }).toEqual({ name, fits: true });
    }
  });
});
