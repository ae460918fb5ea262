import { describe, expect, it } from '@jest/globals';
import { drawArtwork, plainStyle, squareModules } from '../artwork';
import { boundsOf, holdsPoint, regionArea, type Region } from '../geometry';
import {
  centredCode,
  layPiece,
  plainPiece,
  type CodePlacement,
  type Piece,
  type PieceSettings,
} from '../piece';
import { encodeSymbol } from '../symbol';
import { findPair } from '../../content';
import { pairOf, type Pair } from './pair';
import { plainSolid } from './solid';
import { isLine } from './operation';
import { narrowestLightMm, nominalParts, planPiece } from './planPiece';

const plain = { bridged: true, solid: plainSolid, paintFill: null };
const symbol = encodeSymbol('https://ternquay.example/berth/17').symbol!;
const settings = plainPiece(60, 40, 3);
const lay = (pieceSettings: PieceSettings, placement: Partial<CodePlacement> = {}): Piece =>
  layPiece(
    [{ id: 'code-1', artwork: drawArtwork(symbol), placement: { ...centredCode(29), ...placement } }],
    pieceSettings,
  ).piece;
const piece = lay(settings);
const plywood = findPair('birch-plywood', 'co2-laser')!;
const aluminium = findPair('black-anodised-aluminium', 'co2-laser')!;
const straight = { ...plain, reversed: false, mirrored: false };
const darkModules = symbol.modules.reduce((sum, dark) => sum + dark, 0);
const withoutGrowth = (pair: Pair): Pair => pairOf({ ...pair, process: { ...pair.process, growthMm: 0 } });
const markedOf = (pair: Pair, polarity = straight): Region => {
  const [first] = planPiece(piece, pair, polarity).sheet().operations;
  return isLine(first!) ? [] : first!.area;
};
const xs = (region: Region): number[] => region.flatMap((contour) => contour.map(({ x }) => x));

describe('polarity', () => {
  it('marks the dark modules where marks come out darker', () => {
    expect(planPiece(piece, plywood, straight).marks).toBe('dark-modules');
    expect(regionArea(markedOf(withoutGrowth(plywood)))).toBeCloseTo(darkModules, 6);
  });

  it('marks the light modules and the quiet zone where marks come out lighter', () => {
    expect(planPiece(piece, aluminium, straight).marks).toBe('light-modules-and-quiet-zone');
    expect(regionArea(markedOf(withoutGrowth(aluminium)))).toBeCloseTo(37 * 37 - darkModules, 6);
  });

  it('turns round when reversed', () => {
    const reversed = { ...plain, reversed: true, mirrored: false };
    expect(regionArea(markedOf(withoutGrowth(aluminium), reversed))).toBeCloseTo(darkModules, 6);
    expect(regionArea(markedOf(withoutGrowth(plywood), reversed))).toBeCloseTo(37 * 37 - darkModules, 6);
  });
});

describe('growth compensation', () => {
  it('draws marks in: dark shrinks where marks are dark', () => {
    expect(Math.min(...xs(markedOf(plywood)))).toBeCloseTo(15.5 + 0.06, 9);
    expect(regionArea(markedOf(plywood))).toBeLessThan(darkModules);
  });

  it('draws marks in: light shrinks and dark grows where marks are light', () => {
    expect(Math.min(...xs(markedOf(aluminium)))).toBeCloseTo(11.5 + 0.02, 9);
    expect(regionArea(markedOf(aluminium))).toBeLessThan(37 * 37 - darkModules);
  });

  it('is not seen on the finished piece: growth brings marks back to their nominal outlines', () => {
    const areaOf = (pair: Pair): number =>
      nominalParts(piece, pair, straight).reduce((sum, { area }) => sum + regionArea(area), 0);
    expect(areaOf(plywood)).toBeCloseTo(darkModules, 6);
    expect(areaOf(aluminium)).toBeCloseTo(37 * 37 - darkModules, 6);
  });

  it('leaves to a printer with dots what is less than half a dot', () => {
    const label = findPair('direct-thermal-paper', 'label-printer-203dpi')!;
    expect(planPiece(piece, label, straight)).toMatchObject({ compensationMm: 0, residualGrowthMm: 0.02 });
  });
});

describe('light slivers', () => {
  const units = (fill: number): Piece =>
    layPiece(
      [
        {
          id: 'code-1',
          artwork: drawArtwork(symbol, {
            ...plainStyle,
            alignment: 'modules',
            modules: { ...squareModules, join: 'none', fill },
          }),
          placement: { ...centredCode(29) },
        },
      ],
      settings,
    ).piece;
  const lightOf = (laid: Piece): number => {
    const [first] = planPiece(laid, aluminium, straight).sheet().operations;
    return regionArea(isLine(first!) ? [] : first!.area);
  };

  it('between dark units are left unmarked where they are narrower than a mark, and stay where they are not', () => {
    // Modules of 1 mm, one mark of 0.12 mm, growth of 0.02 mm: gaps of 0.16 mm are drawn 0.12 mm wide.
    expect(narrowestLightMm(aluminium)).toBeCloseTo(0.16, 9);
    const [joined, narrow, wide] = [lightOf(piece), lightOf(units(0.9)), lightOf(units(0.8))];
    const finders = 3 * (49 - 25 + 9);
    const gapsOf = (fill: number): number => (darkModules - finders) * (1 - (fill - 0) ** 2);
    // Run together, neighbours lose the gap between them and keep their outer edges 0.05 mm in.
    expect(narrow - joined).toBeLessThan(gapsOf(0.9) * 0.75);
    expect(wide - joined).toBeGreaterThan(gapsOf(0.8) * 0.85);
  });

  it('are gone from what is seen too, and an isolated light module stays', () => {
    const laid = units(0.9);
    const marked = lightOf(laid);
    const seen = nominalParts(laid, aluminium, straight).reduce((sum, { area }) => sum + regionArea(area), 0);
    // What is drawn in on every edge comes out again: a little more light than in the file, not a gap's worth.
    expect(seen).toBeGreaterThan(marked);
    expect(seen - marked).toBeLessThan(0.02 * 4 * 600);
    const [first] = planPiece(laid, aluminium, straight).sheet().operations;
    const region = isLine(first!) ? [] : first!.area;
    for (let row = 7; row < 22; row++)
      for (let column = 7; column < 22; column++) {
        const isDark = symbol.modules[row * symbol.size + column] === 1;
        const centre = { x: 15.5 + column + 0.5, y: 5.5 + row + 0.5 };
        expect([row, column, holdsPoint(region, centre)]).toEqual([row, column, !isDark]);
      }
  });
});

describe('dots', () => {
  it('puts the corner of the code on the grid', () => {
    const label = findPair('direct-thermal-paper', 'label-printer-203dpi')!;
    const moved = lay(settings, { widthMm: 14.5, xMm: 10.06, yMm: 5 });
    const [print] = planPiece(moved, label, straight).sheet().operations;
    const left = Math.min(...xs(isLine(print!) ? [] : print!.area));
    expect(left / 0.125).toBeCloseTo(Math.round(left / 0.125), 9);
    expect(Math.abs(left - 10.06)).toBeLessThanOrEqual(0.0625);
  });
});

describe('mirroring', () => {
  it('draws everything left for right on the piece and keeps the area', () => {
    const moved = lay(settings, { xMm: 5, yMm: 5.5 });
    const mirrored = planPiece(moved, withoutGrowth(plywood), { ...plain, reversed: false, mirrored: true });
    const [mark] = mirrored.sheet().operations;
    const area = isLine(mark!) ? [] : mark!.area;
    expect(Math.max(...xs(area))).toBeCloseTo(55, 9);
    expect(regionArea(area)).toBeCloseTo(darkModules, 6);
  });
});

describe('the area to mark', () => {
  it('is that of the operation, and of the one that reversing would give', () => {
    for (const pair of [plywood, aluminium]) {
      const { normal, reversed } = planPiece(piece, pair, straight).markedAreaMm2;
      expect(normal).toBeCloseTo(regionArea(markedOf(pair)), 6);
      // What is not marked now is counted at corners a little differently.
      const turned = regionArea(markedOf(pair, { ...plain, reversed: true, mirrored: false }));
      expect(Math.abs(reversed - turned) / turned).toBeLessThan(0.005);
    }
  });
});

describe('operations', () => {
  it('cut the outline last', () => {
    expect(
      planPiece(piece, plywood, straight)
        .sheet()
        .operations.map(({ kind }) => kind),
    ).toEqual(['mark', 'cut']);
  });
});

describe('the sheet of the layers of a base', () => {
  const stand = { plateMm: 3, layerMm: 3, steps: 2, stepMm: 6, shoulderMm: 8, cornerMm: 4, fitMm: 0.1 };

  it('holds every line, half a gap from its edges, with slots before layers', () => {
    const { stand: sheet } = planPiece(piece, plywood, straight, [], { shadow: null, stand });
    const lines = sheet!.operations.flatMap((operation) => (isLine(operation) ? operation.lines : []));
    const box = boundsOf(lines)!;
    // Two millimetres to the layer, on each side, with the kerf beside it on the sheet.
    for (const [from, to] of [
      [box.x, sheet!.widthMm - box.x - box.width],
      [box.y, sheet!.heightMm - box.y - box.height],
    ] as const) {
      expect(from).toBeCloseTo(2, 6);
      expect(to).toBeCloseTo(2, 6);
    }
    expect(sheet!.marginMm).toBe(0);
    expect(sheet!.operations.map(({ label }) => label)).toEqual(['slots of the base', 'layers of the base']);
    // The slot is drawn in by half the kerf, 0.18 mm (common practice, no source), so that the plate of 3 mm fits with its play.
    const slot = sheet!.operations[0]!;
    const depth = isLine(slot) ? boundsOf(slot.lines.slice(0, 1))!.height : 0;
    expect(depth).toBeCloseTo(3 + 0.1 - 0.18, 6);
  });
});
