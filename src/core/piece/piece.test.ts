import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { drawArtwork } from '../artwork';
import {
  boundsOf,
  cutRegion,
  flattenRegion,
  holdsPoint,
  regionArea,
  regionDistance,
  roundedRectangle,
  signedArea,
  type Region,
} from '../geometry';
import { encodeSymbol } from '../symbol';
import { clearanceHoles, holesOf, screwIds, type HoleSettings } from './holes';
import { contourAround, offsetEdge, outlineOf, roundCorners, type OutlineSettings } from './outline';
import { centredCode } from './code';
import { layPiece } from './layPiece';
import { layStand, showsFrontAt, standPicture, type StandSettings } from './stand';
import { plainPiece, type PieceSettings } from './schema';

const symbol = encodeSymbol('https://ternquay.example/berth/17').symbol!;
const artwork = drawArtwork(symbol);
const lay = (settings: PieceSettings, widthMm = 29) =>
  layPiece([{ id: 'code-1', artwork, placement: centredCode(widthMm) }], settings).piece;

const outlines: readonly OutlineSettings[] = [
  { kind: 'rectangle', corners: roundCorners(4) },
  {
    kind: 'rectangle',
    corners: [
      { shape: 'round', mm: 6 },
      { shape: 'chamfer', mm: 5 },
      { shape: 'square', mm: 9 },
      { shape: 'round', mm: 2 },
    ],
  },
  { kind: 'circle' },
  { kind: 'ellipse' },
  { kind: 'arch' },
  { kind: 'tag', cutMm: 9, holeMm: 5, holeFromTopMm: 7 },
  { kind: 'ticket', notchMm: 5 },
  { kind: 'shield' },
  { kind: 'burgee', notchMm: 12 },
  { kind: 'hull' },
];
const outlined = (outline: OutlineSettings, width = 60, height = 60): PieceSettings => ({
  ...plainPiece(width, height, 20),
  outline,
});

describe('named outlines', () => {
  it.each(outlines)('$kind: one clockwise outline as wide and high as asked', (outline) => {
    const { edge } = outlineOf(outlined(outline, 60, 80));
    expect(signedArea(edge)).toBeGreaterThan(500);
    const height = outline.kind === 'circle' ? 60 : 80;
    expect(boundsOf([edge])).toEqual({
      x: expect.closeTo(0, 2),
      y: expect.closeTo(outline.kind === 'circle' ? 10 : 0, 2),
      width: expect.closeTo(60, 2),
      height: expect.closeTo(height, 2),
    });
  });

  it('have the areas of their figures', () => {
    const area = (outline: OutlineSettings) => regionArea([outlineOf(outlined(outline, 60, 80)).edge]);
    expect(area({ kind: 'ellipse' })).toBeCloseTo(Math.PI * 30 * 40, 0);
    // A half circle of 30 mm over a rectangle of 60 by 50.
    expect(area({ kind: 'arch' })).toBeCloseTo((Math.PI * 900) / 2 + 60 * 50, 6);
    expect(area({ kind: 'ticket', notchMm: 5 })).toBeCloseTo(60 * 80 - Math.PI * 25, 6);
    expect(area({ kind: 'burgee', notchMm: 12 })).toBeCloseTo(60 * 80 - (12 * 80) / 2, 6);
    expect(
      area({
        kind: 'rectangle',
        corners: [
          { shape: 'round', mm: 6 },
          { shape: 'chamfer', mm: 5 },
          { shape: 'square', mm: 9 },
          { shape: 'round', mm: 2 },
        ],
      }),
    ).toBeCloseTo(60 * 80 - (1 - Math.PI / 4) * (36 + 4) - 12.5, 6);
  });

  it('share a side between corners that want more than it has', () => {
    const { edge } = outlineOf(outlined({ kind: 'rectangle', corners: roundCorners(2000) }, 60, 40));
    expect(regionArea([edge])).toBeCloseTo(20 * 40 + Math.PI * 400, 6);
  });

  it('keep the proportion of a drawing that is stretched evenly, with its true arcs', () => {
    const contours = [
      [
        { x: 0, y: 5, bulge: 1 },
        { x: 10, y: 5, bulge: 1 },
      ],
    ];
    const { edge } = outlineOf(outlined({ kind: 'drawn', fileName: 'float.dxf', contours }, 40, 40));
    expect(edge).toHaveLength(2);
    expect(regionArea([edge])).toBeCloseTo(Math.PI * 400, 6);
  });
});

describe('an offset outline', () => {
  it('lies at its distance everywhere: outwards, and inwards where it is not eaten up', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...outlines),
        fc.double({ min: 0.5, max: 4, noNaN: true }),
        fc.boolean(),
        (outline, mm, isInwards) => {
          const { edge } = outlineOf(outlined(outline));
          const moved = offsetEdge(edge, isInwards ? -mm : mm, 'round');
          expect(Math.abs(regionDistance([edge], [moved], 1e-3) - mm)).toBeLessThan(0.02);
          // No point of a round offset is farther than the distance either.
          for (const { x, y } of flattenRegion([moved], 0.01)[0]!)
            expect(regionDistance([[{ x, y }]], [edge], 1e-3)).toBeLessThan(
              isInwards ? 4 * mm + 0.02 : mm + 0.02,
            );
          expect(signedArea(moved) < signedArea(edge)).toBe(isInwards);
        },
      ),
      { seed: 17, numRuns: 40 },
    );
  });

  it('has corners as asked: mitred ones stay sharp, round ones have the radius of the distance', () => {
    const { edge } = outlineOf(outlined({ kind: 'rectangle', corners: roundCorners(0) }, 40, 30));
    expect(regionArea([offsetEdge(edge, 3, 'mitre')])).toBeCloseTo(46 * 36, 2);
    expect(Math.abs(regionArea([offsetEdge(edge, 3, 'round')]) - (46 * 36 - (4 - Math.PI) * 9))).toBeLessThan(
      0.1,
    );
  });

  it('makes a piece of the asked size, its corner at 0', () => {
    const settings = { ...outlined({ kind: 'hull' }, 50, 90), offset: { mm: 4, corner: 'round' as const } };
    const { widthMm, heightMm, outline } = lay(settings);
    expect(widthMm).toBeCloseTo(50, 1);
    expect(heightMm).toBeCloseTo(90, 1);
    expect(boundsOf([outline])!.x).toBeCloseTo(0, 2);
  });
});

describe('clearance holes', () => {
  it('are those of ISO 273', () => {
    // ISO 273:1979, fine, medium, coarse series (from memory, as handbooks reprint the table).
    expect(clearanceHoles.M3).toEqual({ fine: 3.2, medium: 3.4, coarse: 3.6 });
    expect(clearanceHoles.M4).toEqual({ fine: 4.3, medium: 4.5, coarse: 4.8 });
    expect(clearanceHoles.M5).toEqual({ fine: 5.3, medium: 5.5, coarse: 5.8 });
    expect(clearanceHoles.M8).toEqual({ fine: 8.4, medium: 9, coarse: 10 });
    for (const screw of screwIds) {
      const { fine, medium, coarse } = clearanceHoles[screw];
      expect(fine).toBeGreaterThan(Number(screw.slice(1)));
      expect(medium).toBeGreaterThan(fine);
      expect(coarse).toBeGreaterThan(medium);
    }
  });
});

describe('holes', () => {
  const hole: HoleSettings = {
    id: 'h',
    shape: { kind: 'screw', screw: 'M4', fit: 'medium' },
    pattern: 'corners',
    xMm: 6,
    yMm: 5,
    keepOutMm: 2,
  };

  it('are mirrored from the edges, once where the middle is its own mirror', () => {
    const on = (change: Partial<HoleSettings>) =>
      holesOf({ ...plainPiece(60, 40, 20), holes: [{ ...hole, ...change }] }).map(({ centre }) => [
        centre.x,
        centre.y,
      ]);
    expect(on({})).toEqual([
      [6, 5],
      [54, 5],
      [6, 35],
      [54, 35],
    ]);
    expect(on({ pattern: 'two-across', yMm: 'middle' })).toEqual([
      [6, 20],
      [54, 20],
    ]);
    expect(on({ pattern: 'two-down', xMm: 'middle' })).toEqual([
      [30, 5],
      [30, 35],
    ]);
    expect(on({ pattern: 'corners', xMm: 30, yMm: 20 })).toEqual([[30, 20]]);
  });

  it('have the size that is asked for: screws by their clearance, slots over all', () => {
    const edge = (shape: HoleSettings['shape']) =>
      holesOf({ ...plainPiece(60, 40, 20), holes: [{ ...hole, shape, pattern: 'one' }] })[0]!.edge;
    expect(boundsOf([edge(hole.shape)])!.width).toBeCloseTo(4.5, 2);
    const slot = edge({ kind: 'slot', lengthMm: 22, widthMm: 4, upright: true });
    expect(boundsOf([slot])).toMatchObject({ width: expect.closeTo(4, 6), height: expect.closeTo(22, 2) });
    expect(regionArea([slot])).toBeCloseTo(18 * 4 + Math.PI * 4, 6);
    // Shorter than wide, a slot is a hole.
    expect(regionArea([edge({ kind: 'slot', lengthMm: 2, widthMm: 4, upright: false })])).toBeCloseTo(
      Math.PI * 4,
      6,
    );
  });
});

describe('a contour', () => {
  const contour = { kind: 'contour', paddingMm: 1, borderMm: 3, corner: 'round', colour: '#175e54' } as const;
  const box = fc.record({
    x: fc.double({ min: 0, max: 60, noNaN: true }),
    y: fc.double({ min: 0, max: 60, noNaN: true }),
    width: fc.double({ min: 2, max: 30, noNaN: true }),
    height: fc.double({ min: 2, max: 30, noNaN: true }),
  });

  it('is one closed line around everything, at least its distance outside of it', () => {
    fc.assert(
      fc.property(
        fc.array(box, { minLength: 1, maxLength: 5 }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (boxes, paddingMm) => {
          const covered: Region = boxes.map((each) => roundedRectangle(each, 0));
          const { edge, border } = contourAround(covered, { ...contour, paddingMm }, 2)!;
          expect(signedArea(edge)).toBeGreaterThan(0);
          for (const each of covered) {
            expect(holdsPoint([edge], each[0]!)).toBe(true);
            expect(regionDistance([each], [edge])).toBeGreaterThan(paddingMm + 3 - 0.05);
          }
          // The border begins beyond the margin and goes on beyond the line by the bleed.
          for (const each of covered)
            expect(regionArea(cutRegion([each], border, 0.01))).toBeCloseTo(regionArea([each]), 3);
          const [outer, line] = [boundsOf(border)!, boundsOf([edge])!];
          expect(outer.width - line.width).toBeCloseTo(4, 1);
        },
      ),
      { seed: 17, numRuns: 25 },
    );
  });

  it('of nothing is none', () => {
    expect(contourAround([], contour, 0)).toBeNull();
  });
});

describe('a stand', () => {
  const stand: StandSettings = {
    plateMm: 3,
    layerMm: 4,
    steps: 3,
    stepMm: 6,
    shoulderMm: 8,
    cornerMm: 4,
    fitMm: 0.1,
  };
  const arch = lay(outlined({ kind: 'arch' }, 100, 150));

  it('has a slot of the thickness and the width of the plate, each with its play', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: -0.3, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (plateMm, fitMm, steps) => {
          const { slot, layers } = layStand({ ...stand, plateMm, fitMm, steps }, arch)!;
          expect(slot.widthMm).toBeCloseTo(plateMm + fitMm, 9);
          expect(slot.lengthMm).toBeCloseTo(100 + fitMm, 6);
          expect(layers).toHaveLength(steps);
          for (const layer of layers)
            if (layer.slot !== null)
              expect(regionArea([layer.slot])).toBeCloseTo(slot.widthMm * slot.lengthMm, 6);
        },
      ),
      { seed: 17, numRuns: 30 },
    );
  });

  it('steps out on every side, lowest layer without a slot', () => {
    const { layers, depthMm } = layStand(stand, arch)!;
    // Slot of 100.1, shoulders of 8, steps of 6 on both sides.
    expect(layers.map(({ widthMm }) => Number(widthMm.toFixed(6)))).toEqual([140.1, 128.1, 116.1]);
    expect(layers.map(({ slot }) => slot !== null)).toEqual([false, true, true]);
    expect(depthMm).toBe(8);
    for (const { slot, edge } of layers)
      if (slot) expect(regionDistance([slot], [edge])).toBeGreaterThan(7.9);
  });

  it('wants a straight foot', () => {
    expect(layStand(stand, lay(outlined({ kind: 'circle' })))).toBeNull();
    expect(layStand(stand, lay(outlined({ kind: 'hull' })))).not.toBeNull();
  });

  it('takes a plate with rounded corners as wide as it is within the base', () => {
    const plate = lay(outlined({ kind: 'rectangle', corners: roundCorners(5) }, 100, 80));
    const { slot, footMm } = layStand(stand, plate)!;
    expect(footMm).toBeCloseTo(90, 6);
    expect(slot.lengthMm).toBeCloseTo(100.1, 2);
  });

  it('is pictured with the front of the plate out of the base and nothing below', () => {
    const laid = layStand(stand, arch)!;
    const picture = standPicture(laid, arch, stand);
    expect(showsFrontAt(picture, { x: 50, y: 20 })).toBe(true);
    expect(showsFrontAt(picture, { x: 50, y: 149 })).toBe(false);
    expect(picture.faces.filter(({ part }) => part === 'base').length).toBeGreaterThan(6);
    for (const { outline } of picture.faces) {
      const box = boundsOf(outline)!;
      expect(box.x).toBeGreaterThanOrEqual(picture.bounds.x - 1e-6);
      expect(box.y + box.height).toBeLessThanOrEqual(picture.bounds.y + picture.bounds.height + 1e-6);
    }
  });
});
