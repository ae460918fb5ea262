import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { insideOf } from '../../testing/insideOf';
import { regionArea, signedArea, type Contour, type Region } from '../geometry';
import { defaultSymbolSettings, encodeSymbol, type QrSymbol } from '../symbol';
import { countCorners } from './corners';
import { drawArtwork } from './drawArtwork';
import { finderProportions } from './proportions';
import {
  plainStyle,
  type Style,
  cornerKinds,
  finderCorners,
  joins,
  squareModules,
  unitCorners,
  type FinderStyle,
} from './style';
import { unitArea } from './modules';

const symbolOf = (version: number): QrSymbol =>
  encodeSymbol('https://ternquay.example/berth/17', { ...defaultSymbolSettings, version }).symbol!;
const symbols = [3, 7, 10].map(symbolOf);

const moduleStyles = fc.record({
  corner: fc.constantFrom(...cornerKinds),
  cornerSize: fc.double({ min: 0, max: 0.5, noNaN: true }),
  corners: fc.constantFrom(...unitCorners),
  fill: fc.double({ min: 0.5, max: 1, noNaN: true }),
  join: fc.constantFrom(...joins),
  innerFillet: fc.constantFrom(0, 0.2, 0.5),
  diagonal: fc.constantFrom('gap' as const, 'bridge' as const),
  diagonalModules: fc.constantFrom(0, 0.1, 0.2),
});
const finderStyles: fc.Arbitrary<FinderStyle> = fc.record({
  ring: fc.record({
    corner: fc.constantFrom('round' as const, 'cut' as const),
    cornerModules: fc.double({ min: 0, max: 3.5, noNaN: true }),
    corners: fc.constantFrom(...finderCorners),
  }),
  centre: fc.record({
    corner: fc.constantFrom('round' as const, 'cut' as const),
    cornerModules: fc.double({ min: 0, max: 1.5, noNaN: true }),
    corners: fc.constantFrom(...finderCorners),
  }),
});
const styles: fc.Arbitrary<Style> = fc.record({
  modules: moduleStyles,
  finders: finderStyles.map((style) => [style] as [FinderStyle]),
  alignment: fc.constantFrom('solid' as const, 'finders' as const, 'modules' as const),
  round: fc.constant(null),
  paint: fc.constant(plainStyle.paint),
});

/** Points on an outline, arcs cut into short pieces. */
function flattened(contour: Contour): { x: number; y: number }[] {
  return contour.flatMap((from, index) => {
    const to = contour[(index + 1) % contour.length]!;
    if (!from.bulge) return [{ x: from.x, y: from.y }];
    const turn = 4 * Math.atan(from.bulge);
    const pieces = 6;
    const share = (1 - from.bulge * from.bulge) / (4 * from.bulge);
    const cx = (from.x + to.x) / 2 - (to.y - from.y) * share;
    const cy = (from.y + to.y) / 2 + (to.x - from.x) * share;
    return Array.from({ length: pieces }, (_, piece) => {
      const angle = (turn * piece) / pieces;
      const [dx, dy] = [from.x - cx, from.y - cy];
      return {
        x: cx + dx * Math.cos(angle) - dy * Math.sin(angle),
        y: cy + dx * Math.sin(angle) + dy * Math.cos(angle),
      };
    });
  });
}

type Edge = readonly [{ x: number; y: number }, { x: number; y: number }];

/** Pairs of edges that properly cross, by sweeping over x. */
function crossingEdges(region: Region): number {
  const edges: Edge[] = region.flatMap((contour) => {
    const points = flattened(contour);
    return points.map((point, index): Edge => [point, points[(index + 1) % points.length]!]);
  });
  const left = ([a, b]: Edge): number => Math.min(a.x, b.x);
  const right = ([a, b]: Edge): number => Math.max(a.x, b.x);
  edges.sort((a, b) => left(a) - left(b));
  const turn = (
    a: { x: number; y: number },
    b: { x: number; y: number },
    c: { x: number; y: number },
  ): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  let count = 0;
  edges.forEach((edge, index) => {
    for (let other = index + 1; other < edges.length && left(edges[other]!) < right(edge); other++) {
      const [a, b] = edge;
      const [c, d] = edges[other]!;
      const tiny = 1e-9;
      if (turn(a, b, c) * turn(a, b, d) < -tiny && turn(c, d, a) * turn(c, d, b) < -tiny) count++;
    }
  });
  return count;
}

describe('every style', () => {
  it('is dark in the middle of dark modules and light in the middle of light ones', () => {
    // Corners of finder patterns and of what follows them may be cut off up to their modules' middles.
    const isFinder = (x: number, y: number, size: number): boolean =>
      (x < 7 || x > size - 7) && (y < 7 || y > size - 7);
    fc.assert(
      fc.property(styles, fc.nat(2), (style, index) => {
        const symbol = symbols[index]!;
        const { dark, light } = drawArtwork(symbol, { ...style, alignment: 'solid' });
        const [isInDark, isInLight] = [insideOf(dark), insideOf(light())];
        const stride = 31;
        for (let module = symbol.modules[0]!; module < symbol.modules.length; module += stride) {
          const x = (module % symbol.size) + 0.5;
          const y = Math.floor(module / symbol.size) + 0.5;
          if (isFinder(x, y, symbol.size)) continue;
          const isDark = symbol.modules[module] === 1;
          expect(isInDark(x, y)).toBe(isDark);
          expect(isInLight(x, y)).toBe(!isDark);
        }
      }),
      { numRuns: 25, seed: 18004 },
    );
  });

  it('has outlines that never cross, areas clockwise and holes the other way', () => {
    fc.assert(
      fc.property(styles, (style) => {
        const { dark } = drawArtwork(symbols[1]!, style);
        expect(crossingEdges(dark)).toBe(0);
        const isInDark = insideOf(dark);
        for (const contour of dark) {
          // Just to the right of the way lies the area, to the left of it what is free.
          const [first, second] = flattened(contour);
          const middle = { x: (first!.x + second!.x) / 2, y: (first!.y + second!.y) / 2 };
          const length = Math.hypot(second!.x - first!.x, second!.y - first!.y);
          const right = { x: (first!.y - second!.y) / length, y: (second!.x - first!.x) / length };
          expect(isInDark(middle.x + right.x * 0.03, middle.y + right.y * 0.03)).toBe(true);
        }
      }),
      { numRuns: 12, seed: 18004 },
    );
  });

  it('covers with dark and light together the whole field, once', () => {
    fc.assert(
      fc.property(styles, fc.nat(2), (style, index) => {
        const symbol = symbols[index]!;
        const { dark, light } = drawArtwork(symbol, style);
        expect(regionArea(dark) + regionArea(light())).toBeCloseTo((symbol.size + 8) ** 2, 6);
      }),
      { numRuns: 60, seed: 18004 },
    );
  });
});

describe('units that stand alone', () => {
  it('have the area of their shape: a circle pi/4, a diamond a half, of the module', () => {
    // Geometry.
    expect(unitArea({ ...squareModules, join: 'none', cornerSize: 0.5 })).toBeCloseTo(Math.PI / 4, 12);
    expect(unitArea({ ...squareModules, join: 'none', corner: 'cut', cornerSize: 0.5 })).toBeCloseTo(0.5, 12);
    expect(unitArea({ ...squareModules, join: 'none', fill: 0.8 })).toBeCloseTo(0.64, 12);
  });

  it('are drawn with that area', () => {
    fc.assert(
      fc.property(moduleStyles, (modules) => {
        const single = { ...modules, join: 'none' as const, diagonalModules: 0 };
        const symbol = symbols[0]!;
        const { parts } = drawArtwork(symbol, { ...plainStyle, modules: single, alignment: 'modules' });
        const finders = 3 * (49 - 25 + 9);
        const count = symbol.modules.reduce((sum, module) => sum + module, 0) - finders;
        expect(parts.modules).toHaveLength(count);
        expect(regionArea(parts.modules)).toBeCloseTo(count * unitArea(single), 6);
      }),
      { seed: 17 },
    );
  });

  it('as circles are two half turns at most: four arcs, no straight edge', () => {
    const dots = { ...squareModules, join: 'none' as const, cornerSize: 0.5, fill: 0.8 };
    const [dot] = drawArtwork(symbols[0]!, { ...plainStyle, modules: dots }).parts.modules;
    expect(dot).toHaveLength(4);
    expect(dot!.every(({ bulge }) => bulge !== undefined)).toBe(true);
  });
});

describe('joined areas', () => {
  const joined = (change: object): Style => ({ ...plainStyle, modules: { ...squareModules, ...change } });

  it('are one outline for each run along rows or columns', () => {
    const symbol = symbols[0]!;
    const runs = (columns: boolean): number => {
      let count = 0;
      const pointAt = (x: number, y: number): number =>
        x < 0 || y < 0 ? 0 : symbol.modules[columns ? x * symbol.size + y : y * symbol.size + x]!;
      const isFinder = (x: number, y: number): boolean =>
        (x < 8 && y < 8) || (x < 8 && y > symbol.size - 9) || (x > symbol.size - 9 && y < 8);
      for (let y = 0; y < symbol.size; y++)
        for (let x = 0; x < symbol.size; x++)
          if (!isFinder(x, y) && pointAt(x, y) === 1 && (pointAt(x - 1, y) === 0 || isFinder(x - 1, y)))
            count++;
      return count;
    };
    for (const join of ['rows', 'columns'] as const)
      expect(drawArtwork(symbol, { ...joined({ join }), alignment: 'modules' }).parts.modules).toHaveLength(
        runs(join === 'columns'),
      );
  });

  it('with bridges have fewer outlines than with gaps, and only a little more area', () => {
    const area = (style: Style): number => regionArea(drawArtwork(symbols[1]!, style).dark);
    const count = (style: Style): number => drawArtwork(symbols[1]!, style).dark.length;
    const gap = joined({ diagonal: 'gap', diagonalModules: 0.2 });
    const bridge = joined({ diagonal: 'bridge', diagonalModules: 0.2 });
    expect(count(bridge)).toBeLessThan(count(gap));
    // Each touching corner: two triangles of leg 0.2 / sqrt 2 are added, or taken away.
    const touching = (area(bridge) - area(gap)) / (4 * 0.5 * (0.2 / Math.SQRT2) ** 2);
    expect(touching).toBeCloseTo(Math.round(touching), 6);
    expect(touching).toBeGreaterThan(10);
  });

  it('of plain squares have the fewest nodes that their outline can have', () => {
    const { dark } = drawArtwork(symbols[2]!);
    for (const contour of dark)
      contour.forEach((vertex, index) => {
        const before = contour[(index + contour.length - 1) % contour.length]!;
        const after = contour[(index + 1) % contour.length]!;
        expect((before.x === vertex.x) !== (after.x === vertex.x)).toBe(true);
      });
  });

  it('keep alignment patterns whole whatever the corners do', () => {
    const symbol = symbols[0]!;
    const isInDark = insideOf(drawArtwork(symbol, joined({ cornerSize: 0.5, innerFillet: 0.5 })).dark);
    // Version 3 has one alignment pattern with its middle at (22, 22) (ISO/IEC 18004:2015, Annex E).
    for (const corner of [20.02, 24.98]) expect(isInDark(corner, corner)).toBe(true);
    expect(isInDark(21.05, 21.05)).toBe(false);
    expect(isInDark(22.05, 22.05)).toBe(true);
  });
});

describe('finder patterns', () => {
  const shape = (cornerModules: number, corner: 'round' | 'cut' = 'round', corners = 'all' as const) => ({
    corner,
    cornerModules,
    corners,
  });

  it('keep 1:1:3:1:1 as squares, and as circles through the middle', () => {
    // ISO/IEC 18004:2015, 6.3.3.
    expect(finderProportions({ ring: shape(0), centre: shape(0) }).worst).toBeCloseTo(0, 9);
    const circles = finderProportions({ ring: shape(3.5), centre: shape(1.5) });
    expect(circles.offsetModules).not.toBe(0);
    expect(circles.worst).toBeGreaterThan(0.2);
  });

  it('lose them with a round ring about a square centre, on the diagonal', () => {
    const mixed = finderProportions({ ring: shape(3.5), centre: shape(0) });
    // Along the diagonal: ring 1, gap 2.5 - 1.5 sqrt 2, centre 3 sqrt 2, of 7 in all.
    expect(mixed.worst).toBeCloseTo(1 - (2.5 - 1.5 * Math.SQRT2), 6);
    expect([45, 135]).toContain(mixed.angleDegrees);
  });

  it('have a ring one module wide all around, whatever its corners', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3.5, noNaN: true }), (radius) => {
        const { parts } = drawArtwork(symbols[0]!, {
          ...plainStyle,
          finders: [{ ring: shape(radius), centre: shape(0) }],
        });
        const [outer, inner] = parts.finders[0]!.ring;
        // Area between concentric rounded squares: 24 less what both sets of corners take off.
        const lost = (r: number): number => (4 - Math.PI) * r * r;
        expect(signedArea(outer!) + signedArea(inner!)).toBeCloseTo(
          24 - lost(radius) + lost(Math.max(0, radius - 1)),
          9,
        );
      }),
    );
  });

  it('turn with their place: the outer corner is the one away from the middle', () => {
    const outer = { ...shape(3.5), corners: 'outer' as const };
    const { parts } = drawArtwork(symbols[0]!, {
      ...plainStyle,
      finders: [{ ring: outer, centre: shape(0) }],
    });
    const isCorner = (place: number, x: number, y: number): boolean =>
      insideOf(parts.finders[place]!.ring)(x, y);
    const [near, far] = [0.2, symbols[0]!.size - 0.2];
    expect([isCorner(0, near, near), isCorner(1, far, near), isCorner(2, near, far)]).toEqual([
      false,
      false,
      false,
    ]);
    expect([isCorner(0, 6.8, near), isCorner(1, far, 6.8), isCorner(2, 6.8, far)]).toEqual([
      true,
      true,
      true,
    ]);
  });

  it('can each be different', () => {
    const plain = plainStyle.finders[0];
    const { parts } = drawArtwork(symbols[0]!, {
      ...plainStyle,
      finders: [plain, { ring: shape(3.5), centre: shape(1.5) }, { ring: shape(1, 'cut'), centre: shape(0) }],
    });
    expect(parts.finders.map(({ ring }) => ring[0]!.length)).toEqual([4, 4, 8]);
    expect(parts.finders.map(({ ring }) => Math.round(signedArea(ring[0]!) * 100))).toEqual([
      4900,
      Math.round(Math.PI * 12.25 * 100),
      // Geometry: four triangles of legs 1 and 1 are cut off.
      4700,
    ]);
  });
});

describe('the fewest nodes', () => {
  it('are counted from the modules, and plain squares are drawn with just those', () => {
    // One module has 4 corners; two that touch at a corner have 8; a ring of 3 by 3 has 8.
    const count = (rows: readonly string[]) =>
      countCorners({ size: rows.length, modules: Uint8Array.from(rows.join(''), Number) });
    expect(count(['000', '010', '000'])).toBe(4);
    expect(count(['10', '01'])).toBe(8);
    expect(count(['111', '101', '111'])).toBe(8);
    for (const version of [1, 7, 21]) {
      const symbol = encodeSymbol('Ternquay', { ...defaultSymbolSettings, version }).symbol!;
      const drawn = drawArtwork(symbol).dark.reduce((sum, contour) => sum + contour.length, 0);
      expect(drawn).toBe(countCorners(symbol));
    }
  });
});
