/** Bridges over what is cut out: everything is held, by as little as can be, and never where readers look. */
import { describe, expect, it } from '@jest/globals';
import { boxContour, regionArea, reversedContour, signedArea, uniteRegion, type Region } from '../geometry';
import { drawArtwork, partedModules, plainStyle } from '../artwork';
import { layPiece, centredCode, plainPiece } from '../piece';
import { encodeSymbol } from '../symbol';
import { findPair } from '../../content';
import { bridgesFor, withBridges, type Bridges } from './bridges';
import { codeBridges } from './held';
import { pairOf } from './pair';

const square = (x: number, y: number, side: number) => boxContour({ x, y, width: side, height: side });
/** A ring as it is cut out, and what it leaves in its middle. */
const ring = (x: number, y: number, side: number, wall: number): Region => [
  square(x, y, side),
  reversedContour(square(x + wall, y + wall, side - 2 * wall)),
];
/** Parts of the sheet that what is cut out goes all around; each falls. */
const falling = (openings: Region): number =>
  uniteRegion(openings, 0.001).filter((contour) => signedArea(contour) < 0).length;

describe('bridges', () => {
  it('are not needed where nothing falls', () => {
    expect(bridgesFor([square(0, 0, 5), square(7, 0, 5)], 0.5)).toEqual({
      strips: [],
      looseParts: 0,
      leftLoose: 0,
    });
  });

  it('hold the middle of a ring straight across its wall, as wide as they are to be', () => {
    const openings = ring(0, 0, 10, 2);
    expect(falling(openings)).toBe(1);
    const bridges = bridgesFor(openings, 1);
    expect(bridges).toMatchObject({ looseParts: 1, leftLoose: 0 });
    expect(bridges.strips).toHaveLength(1);
    const held = withBridges(openings, bridges, 0);
    expect(falling(held)).toBe(0);
    // By hand: a wall of 2 mm, a bridge of 1 mm.
    expect(regionArea(openings) - regionArea(held)).toBeCloseTo(2, 2);
    // Cutting takes 0.1 mm from both of its edges, so it is drawn 1.2 mm wide.
    expect(regionArea(openings) - regionArea(withBridges(openings, bridges, 0.1))).toBeCloseTo(2.4, 2);
  });

  it('hold a large part from two sides, and rings within rings each by its own', () => {
    expect(bridgesFor(ring(0, 0, 40, 2), 1).strips).toHaveLength(2);
    const nested = [...ring(0, 0, 20, 2), ...ring(6, 6, 8, 2)];
    const bridges = bridgesFor(nested, 0.8);
    expect(bridges).toMatchObject({ looseParts: 2, leftLoose: 0 });
    expect(falling(withBridges(nested, bridges, 0))).toBe(0);
  });

  it('count a part that hangs on less than half a bridge as loose', () => {
    const gap = (width: number): Region =>
      uniteRegion(
        withBridges(
          ring(0, 0, 10, 2),
          { strips: [{ x: 4, y: -1, width, height: 4 }], looseParts: 1, leftLoose: 0 },
          0,
        ),
        0.001,
      );
    expect([bridgesFor(gap(0.3), 1).looseParts, bridgesFor(gap(0.7), 1).looseParts]).toEqual([1, 0]);
  });

  it('are laid where they cost least, and never where they may not lie', () => {
    const costly = bridgesFor(ring(0, 0, 10, 2), 1, {
      harm: ({ y }) => (y < 5 ? 100 : 0),
      lines: [5],
    });
    expect(costly.strips).toHaveLength(1);
    expect(costly.strips[0]!.y).toBeGreaterThan(4);
    expect(bridgesFor(ring(0, 0, 10, 2), 1, { harm: () => 0, lines: [] })).toMatchObject({ leftLoose: 1 });
  });
});

describe('bridges of a code', () => {
  const symbol = encodeSymbol('https://ternquay.example/hull/17').symbol!;
  const pair = findPair('stencil-card', 'co2-laser-through')!;
  const settings = { reversed: false, mirrored: false, bridged: true };
  const placed = (isParted: boolean) => {
    const modules = isParted ? partedModules(plainStyle.modules, 0.2) : plainStyle.modules;
    const artwork = drawArtwork(symbol, { ...plainStyle, modules });
    const placement = centredCode(symbol.size * 3);
    return layPiece([{ id: 'code-1', artwork, placement }], plainPiece(120, 120)).piece.codes[0]!;
  };
  const bridgesIn = (isParted: boolean): Bridges => codeBridges(placed(isParted), pair, settings)!;

  it.each([
    ['joined', false],
    ['parted', true],
  ])('hold all of it together when its modules are %s', (_, isParted) => {
    const bridges = bridgesIn(isParted);
    expect(bridges.leftLoose).toBe(0);
    const held = withBridges(placed(isParted).dark(), bridges, 0);
    expect(falling(held)).toBe(0);
    // The sheet and every light module with it is one part: the outlines of what is cut out lie beside each other.
    expect(held.every((contour) => signedArea(contour) > 0)).toBe(true);
  });

  it('are few where the modules are parted: only rings enclose anything', () => {
    // Three finder patterns and, at version 3, one alignment pattern (ISO/IEC 18004:2015, table E.1).
    expect(symbol.version).toBe(3);
    expect(bridgesIn(true).looseParts).toBe(4);
    expect(bridgesIn(false).looseParts).toBeGreaterThan(20);
  });

  it('never lie over a finder centre, nor in the rows and columns through it', () => {
    for (const isParted of [true, false]) {
      const code = placed(isParted);
      for (const { box } of code.parts().finders)
        for (const { x, y, width, height } of bridgesIn(isParted).strips) {
          const inBox =
            x + width > box.x && x < box.x + box.width && y + height > box.y && y < box.y + box.height;
          if (!inBox) continue;
          const [from, to] =
            width > height ? [y - box.y, y + height - box.y] : [x - box.x, x + width - box.x];
          const isBeside = to <= 2 * code.moduleMm || from >= 5 * code.moduleMm;
          expect({ x, y, width, height, isBeside }).toMatchObject({ isBeside: true });
        }
    }
  });

  it('are as wide as the machine says, and none are laid where the owner wants none', () => {
    const bridges = bridgesIn(true);
    for (const { width, height } of bridges.strips) expect(Math.min(width, height)).toBeCloseTo(0.5, 6);
    const wide = pairOf({ ...pair, process: { ...pair.process, bridgeMm: 0.8 } });
    for (const { width, height } of codeBridges(placed(true), wide, settings)!.strips)
      expect(Math.min(width, height)).toBeCloseTo(0.8, 6);
    expect(codeBridges(placed(true), pair, { ...settings, bridged: false })).toEqual({
      strips: [],
      looseParts: 4,
      leftLoose: 4,
    });
    expect(codeBridges(placed(true), findPair('birch-plywood', 'co2-laser')!, settings)).toBeNull();
  });
});
