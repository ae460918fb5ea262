/** Parts of modules that follow a picture: middles and patterns stay (worked by hand), areas add up, colours have contrast. */
import { describe, expect, it } from '@jest/globals';
import { oklch } from 'culori';
import { reflectanceOfHex } from '../colour';
import { regionArea } from '../geometry';
import { partsPerModule, type PartTones } from '../logo';
import { encodeSymbol, moduleRoles, symbolAnatomy } from '../symbol';
import { insideOf } from '../../testing/insideOf';
import { drawArtwork } from './drawArtwork';
import { coloursOfMiddles, outerPart, splitModules } from './halfTone';
import { presets } from './presets';
import { plainStyle } from './style';

const symbol = encodeSymbol('https://ternquay.example/slip').symbol!;
const { size } = symbol;
const across = size * partsPerModule;
const tonesOf = (
  tone: (x: number, y: number) => number,
  { hasTones = false, colour = [20, 60, 120] as readonly number[] } = {},
): PartTones => ({
  across,
  tone: Float32Array.from({ length: across ** 2 }, (_, part) =>
    tone((part % across) / across, Math.floor(part / across) / across),
  ),
  colour: Uint8ClampedArray.from({ length: across ** 2 * 4 }, (_, index) => colour[index % 4] ?? 255),
  contrast: 1,
  hasTones,
});
const half = (x: number): number => (x < 0.5 ? 0 : 1);

describe('split modules', () => {
  const { split, dark, match } = splitModules(symbol, tonesOf(half), false);
  const { role } = symbolAnatomy(symbol.version, symbol.level);
  const partAt = (module: number, right: number, down: number): number =>
    dark[(Math.floor(module / size) * 3 + down) * across + (module % size) * 3 + right]!;

  it('are those of codewords alone: every pattern and all information stay whole', () => {
    split.forEach((isSplit, module) => {
      const name = moduleRoles[role[module]!]!;
      expect([name, isSplit]).toEqual([name, name === 'data' || name === 'error-correction' ? 1 : 0]);
    });
  });

  it('keep their middles, and follow the picture around them', () => {
    for (let module = 0; module < size * size; module++)
      for (let part = 0; part < 9; part++) {
        const [right, down] = [part % 3, Math.floor(part / 3)];
        const isMiddle = right === 1 && down === 1;
        const follows = split[module] === 1 && !isMiddle;
        const column = (module % size) * 3 + right;
        expect(partAt(module, right, down)).toBe(
          follows ? 1 - half(column / across) : symbol.modules[module],
        );
      }
    expect(match).toBeGreaterThan(0.7);
    expect(match).toBeLessThan(1);
  });

  it('are as dense as the tone where there are tones', () => {
    for (const tone of [0.2, 0.5, 0.8]) {
      const { dark: dithered } = splitModules(
        symbol,
        tonesOf(() => tone, { hasTones: true }),
        false,
      );
      let [count, all] = [0, 0];
      dithered.forEach((isDark, part) => {
        const [row, column] = [Math.floor(part / across), part % across];
        const module = Math.floor(row / 3) * size + Math.floor(column / 3);
        if (split[module] !== 1 || (row % 3 === 1 && column % 3 === 1)) return;
        all++;
        count += isDark;
      });
      expect(Math.abs(count / all - (1 - tone))).toBeLessThan(0.03);
    }
  });

  it('are none where the picture says nothing', () => {
    const none = splitModules(
      symbol,
      tonesOf(() => -1),
      false,
    );
    expect([none.split.includes(1), none.match]).toEqual([false, 1]);
    expect(regionArea(drawArtwork(symbol, plainStyle, null, none).dark)).toBeCloseTo(
      regionArea(drawArtwork(symbol).dark),
      6,
    );
  });
});

describe('drawn', () => {
  const halfTone = splitModules(symbol, tonesOf(half), false);
  const artwork = drawArtwork(symbol, plainStyle, null, halfTone);
  const edges = [0, outerPart, 1 - outerPart, 1];

  it('each part is dark or light in its middle, as one outline for each area; dark and light fill the field', () => {
    const isInDark = insideOf(artwork.dark);
    for (let part = 0; part < across * across; part++) {
      const [row, column] = [Math.floor(part / across), part % across];
      const middle = (index: number): number =>
        Math.floor(index / 3) + (edges[index % 3]! + edges[(index % 3) + 1]!) / 2;
      expect(isInDark(middle(column), middle(row))).toBe(halfTone.dark[part] === 1);
    }
    const field = (size + 8) ** 2;
    expect(regionArea(artwork.dark) + regionArea(artwork.light())).toBeCloseTo(field, 6);
    expect(artwork.thinnest.dark).toBeCloseTo(outerPart, 6);
  });

  it.each(presets.map(({ id, style }) => [id, style] as const))('the style %s shapes parts', (_, style) => {
    const shaped = drawArtwork(symbol, { ...style, round: null }, null, halfTone);
    const isInDark = insideOf(shaped.dark);
    // Middles of modules stay what the symbol says, whatever their shape.
    halfTone.split.forEach((isSplit, module) => {
      if (isSplit !== 1) return;
      const [x, y] = [(module % size) + 0.5, Math.floor(module / size) + 0.5];
      expect(isInDark(x, y)).toBe(symbol.modules[module] === 1);
    });
    expect(shaped.thinnest.dark).toBeLessThanOrEqual(outerPart + 1e-9);
  });
});

describe('colours of parts', () => {
  it('keep their hue, and are so dark or so light that both tones stand apart', () => {
    for (const colour of [
      [20, 60, 120],
      [200, 30, 40],
      [250, 220, 60],
      [120, 180, 90],
    ]) {
      const { colours } = splitModules(symbol, tonesOf(half, { colour }), true);
      const expected = oklch(`rgb(${colour.join(' ')})`)!;
      const [dark, light] = [true, false].map((isDark) =>
        colours.filter((each) => each.isDark === isDark).map((each) => each.colour),
      ) as [string[], string[]];
      expect([dark.length, light.length]).toEqual([1, 1]);
      for (const hex of [...dark, ...light]) {
        const { h, c } = oklch(hex)!;
        if ((expected.c ?? 0) > 0.02 && c > 0.02)
          expect(Math.abs((((h ?? 0) - (expected.h ?? 0) + 540) % 360) - 180)).toBeLessThan(12);
      }
      expect(reflectanceOfHex(light[0]!) - reflectanceOfHex(dark[0]!)).toBeGreaterThan(0.4);
    }
  });

  it('are none of a grey picture, whose parts are as dark and as bare as modules', () => {
    for (const grey of [0, 60, 128, 200, 255])
      expect(splitModules(symbol, tonesOf(half, { colour: [grey, grey, grey] }), true).colours).toEqual([]);
  });

  it('are those of the middles too, and none in one ink', () => {
    const halfTone = splitModules(symbol, tonesOf(half), true);
    const middles = coloursOfMiddles(halfTone, size);
    expect(middles.size).toBe(halfTone.split.reduce((sum, is) => sum + is, 0));
    for (const [module, colour] of middles)
      expect(halfTone.colours.find((parts) => parts.colour === colour)!.isDark).toBe(
        symbol.modules[module] === 1,
      );
    expect(coloursOfMiddles(null, size).size).toBe(0);
    expect(splitModules(symbol, tonesOf(half), false).colours).toEqual([]);
  });
});
