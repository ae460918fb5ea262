import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { outlineOf, outlineSchema, plainPiece } from '../../../core/piece';
import { startingPair } from '../../../core/plan';
import { newOutline, offeredKinds, outlineChange, outlineIcon, sizedPiece } from './outlineChoices';

const sides = fc.double({ min: 5, max: 900, noNaN: true });

describe('outlines to choose from', () => {
  it('begin with settings that are valid and that fit any piece', () => {
    fc.assert(
      fc.property(fc.constantFrom(...offeredKinds), sides, sides, (kind, widthMm, heightMm) => {
        const piece = plainPiece(widthMm, heightMm, 3);
        const outline = newOutline(kind, piece);
        expect(outlineSchema.safeParse(outline).success).toBe(true);
        expect(outlineOf({ ...piece, outline }).edge.length).toBeGreaterThan(1);
      }),
      { seed: 17 },
    );
  });

  it('are chosen with a bleed as far as the cut may be off, where they are contours', () => {
    const piece = plainPiece(40, 40, 0);
    const shifted = { ...startingPair, machine: { ...startingPair.machine, shiftXMm: 0.4, shiftYMm: 0.7 } };
    expect(outlineChange('contour', piece, shifted)).toMatchObject({ bleedMm: 0.7 });
    expect(outlineChange('contour', { ...piece, bleedMm: 2 }, shifted)).toMatchObject({ bleedMm: 2 });
    expect(outlineChange('tag', piece, shifted)).not.toHaveProperty('bleedMm');
    expect(outlineChange('circle', { ...piece, heightMm: 60 }, shifted)).toMatchObject({ heightMm: 40 });
  });

  it('have pictures, each its own', () => {
    expect(new Set(offeredKinds.map(outlineIcon)).size).toBe(offeredKinds.length);
  });
});

describe('a change of size', () => {
  it('keeps circles as high as wide', () => {
    const circle = { ...plainPiece(40, 40, 10), outline: { kind: 'circle' as const } };
    expect(sizedPiece(circle, { heightMm: 55 })).toEqual({ widthMm: 55, heightMm: 55 });
  });

  it('keeps drawings in proportion, the offset left out of it', () => {
    const contours = [[0, 0, 70, 0, 70, 50, 0, 50]].map((flat) =>
      [0, 1, 2, 3].map((index) => ({ x: flat[2 * index]!, y: flat[2 * index + 1]! })),
    );
    const drawn = {
      ...plainPiece(76, 56, 10),
      outline: { kind: 'drawn' as const, fileName: 'plate.dxf', contours },
      offset: { mm: 3, corner: 'round' as const },
    };
    expect(sizedPiece(drawn, { widthMm: 146 })).toEqual({ widthMm: 146, heightMm: 106 });
    expect(sizedPiece(drawn, { heightMm: 31 })).toEqual({ widthMm: 41, heightMm: 31 });
  });

  it('of any other outline is what was asked', () => {
    expect(sizedPiece(plainPiece(40, 30, 10), { widthMm: 41 })).toEqual({ widthMm: 41 });
  });
});
