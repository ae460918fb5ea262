/** Photographs by a camera of the tests' own: what is found in them, and what is measured of them, follows from geometry. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { testReaders } from '../../testing/readSymbol';
import { pinhole, warpedPicture, type Warp } from '../../testing/warpedPicture';
import type { Frame } from '../camera';
import { defaultSymbolSettings, encodeSymbol, type QrSymbol, symbolAnatomy } from '../symbol';
import type { Reader } from '../readers';
import { checkByHand, checkPhoto, type MeantCode } from './check';
import { findCodes } from './find';

const degrees = Math.PI / 180;
const text = 'https://ternquay.example/berth/17';
const symbolOf = (message = text, version: number | 'smallest' = 'smallest'): QrSymbol =>
  encodeSymbol(message, { ...defaultSymbolSettings, version }).symbol!;
const meantOf = (symbol: QrSymbol, payload = text): MeantCode => ({
  id: 'code-1',
  payload,
  isBytes: false,
  symbol,
  covered: null,
});

let readers: readonly Reader[];
beforeAll(async () => {
  readers = await testReaders();
});

function seen(symbol: QrSymbol, way: Parameters<typeof pinhole>[2], change: Partial<Warp> = {}): Frame {
  const side = Math.ceil((symbol.size + 10) * (way.pixels ?? 6) * 1.45);
  return warpedPicture(symbol, {
    width: side,
    height: side,
    toModules: pinhole(symbol.size, side, way),
    ...change,
  });
}

describe('a photograph', () => {
  it.each([
    ['straight', {}],
    ['turned', { turn: 33 * degrees }],
    ['upside down', { turn: 180 * degrees }],
    ['leaning by 30 degrees', { tilt: 30 * degrees }],
    ['turned and leaning', { turn: -60 * degrees, tilt: 35 * degrees }],
  ])('%s says what the code says, and no module is wrong', async (_, way) => {
    for (const version of [3, 7] as const) {
      const symbol = symbolOf(text, version);
      const { codes } = await checkPhoto(seen(symbol, way), readers, [meantOf(symbol)]);
      expect(codes).toHaveLength(1);
      expect(codes[0]).toMatchObject({ meantId: 'code-1', isSameSymbol: true });
      expect(codes[0]!.comparison).toMatchObject({ wrongCount: 0, worst: 0, marginLeft: 1 });
    }
  });

  it('that is mirrored, or reversed, or both, is compared as it was meant', async () => {
    const symbol = symbolOf();
    const side = 330;
    const flat = pinhole(symbol.size, side, {});
    const mirrored: Warp['toModules'] = (x, y) => flat(side - x, y);
    for (const [toModules, dark, light] of [
      [mirrored, 25, 230],
      [flat, 230, 25],
    ] as const) {
      const frame = warpedPicture(symbol, { width: side, height: side, toModules, dark, light });
      const { codes } = await checkPhoto(frame, readers, [meantOf(symbol)]);
      expect(codes[0]).toMatchObject({
        isSameSymbol: true,
        seen: { mirrored: toModules === mirrored, reversed: dark > light },
      });
      expect(codes[0]!.comparison!.wrongCount).toBe(0);
      if (dark > light) expect(codes[0]!.seen.help).toBe('reversed');
    }
  });

  it('counts wrong modules where they are, and what they cost', async () => {
    const symbol = symbolOf(text, 5);
    // Modules of three codewords of one block are turned.
    const { codeword, blockOfCodeword } = symbolAnatomy(symbol.version, symbol.level);
    const turned = new Set(
      [0, 1, 2].map((nth) =>
        codeword.findIndex(
          (codeword) =>
            codeword === [...blockOfCodeword.keys()].filter((index) => blockOfCodeword[index] === 0)[nth]!,
        ),
      ),
    );
    const damaged = {
      ...symbol,
      modules: symbol.modules.map((tone, index) => (turned.has(index) ? 1 - tone : tone)),
    };
    const { codes } = await checkPhoto(seen(damaged, { turn: 20 * degrees, tilt: 15 * degrees }), readers, [
      meantOf(symbol),
    ]);
    const { comparison } = codes[0]!;
    expect([...comparison!.wrong.keys()].filter((index) => comparison!.wrong[index] === 1)).toEqual(
      [...turned].sort((a, b) => a - b),
    );
    expect(comparison).toMatchObject({ worst: 3, usedByBlock: expect.arrayContaining([3]) });
    expect(comparison!.marginLeft).toBeCloseTo(1 - 3 / comparison!.correctable, 9);
  });

  it.each([0, 0.08, 0.16])('measures growth of %s modules', async (growth) => {
    const symbol = symbolOf(text, 4);
    const frame = seen(symbol, { pixels: 9, turn: 10 * degrees, tilt: 10 * degrees }, { growth });
    const { codes } = await checkPhoto(frame, readers, [meantOf(symbol)]);
    expect(codes[0]!.comparison!.growthModules).toBeCloseTo(growth, 1);
    expect(Math.abs(codes[0]!.comparison!.growthModules - growth)).toBeLessThan(0.03);
  });

  it('measures contrast as linear light', async () => {
    const symbol = symbolOf();
    // Luma 100 and 200 are 0.127 and 0.578 of white (IEC 61966-2-1): the darker is 0.22 of the lighter.
    const { codes } = await checkPhoto(seen(symbol, {}, { dark: 100, light: 200 }), readers, [
      meantOf(symbol),
    ]);
    expect(codes[0]!.comparison!.contrast).toBeCloseTo(0.78, 1);
  });

  it('around something round is laid by its patterns, where a flat grid would be off', async () => {
    const symbol = symbolOf(text, 10);
    const [pixels, side] = [7, 720];
    // A cylinder of which it takes a third of the diameter... seen from far away: x = R sin(arc / R).
    const radius = symbol.size / 1.1;
    // A little aside of the middle, so that one edge turns away more than the other.
    const offset = 9;
    const toModules: Warp['toModules'] = (x, y) => {
      const aside = (x - side / 2) / pixels / radius;
      return [
        Math.abs(aside) >= 1 ? -99 : radius * Math.asin(aside) + symbol.size / 2 + offset,
        (y - side / 2) / pixels + symbol.size / 2,
      ];
    };
    const frame = warpedPicture(symbol, { width: side, height: side, toModules });
    const { codes } = await checkPhoto(frame, readers, [meantOf(symbol)]);
    expect(codes[0]!.grid!.bentModules).toBeGreaterThan(0.05);
    // Its far edge is turned away by 41 degrees, where squares of the place do not follow it any more.
    expect(codes[0]!.comparison!.wrongCount).toBeLessThan(symbol.size * symbol.size * 0.025);
  });

  it('of several codes is told of all', async () => {
    const [one, other] = [symbolOf(), symbolOf('https://ternquay.example/berth/18')];
    const side = 260;
    const [left, right] = [one, other].map((symbol) =>
      warpedPicture(symbol, {
        width: side,
        height: side,
        toModules: pinhole(symbol.size, side, { pixels: 5 }),
      }),
    );
    const rgba = new Uint8ClampedArray(2 * side * side * 4);
    for (let row = 0; row < side; row++) {
      rgba.set(left!.rgba.subarray(row * side * 4, (row + 1) * side * 4), 2 * row * side * 4);
      rgba.set(right!.rgba.subarray(row * side * 4, (row + 1) * side * 4), (2 * row + 1) * side * 4);
    }
    const { codes } = await checkPhoto({ width: 2 * side, height: side, rgba }, readers, [meantOf(one)]);
    expect(codes.map(({ meantId }) => meantId).sort()).toEqual(['code-1', null]);
    expect(codes.every(({ comparison }) => comparison!.wrongCount === 0)).toBe(true);
  });

  it('tells what differs under a logo from what differs beside it', async () => {
    const symbol = symbolOf(text, 4);
    const isUnder = (index: number): boolean =>
      index % 33 > 13 && index % 33 < 18 && index > 14 * 33 && index < 18 * 33;
    const beside = 20 * 33 + 25;
    const made = {
      ...symbol,
      modules: symbol.modules.map((tone, index) => (isUnder(index) ? 0 : index === beside ? 1 - tone : tone)),
    };
    const covered = Uint8Array.from(symbol.modules, (_, index) => (isUnder(index) ? 1 : 0));
    const { codes } = await checkPhoto(seen(made, {}), readers, [{ ...meantOf(symbol), covered }]);
    const { wrong, wrongCount, worst } = codes[0]!.comparison!;
    expect(wrongCount).toBe(1);
    expect(wrong[beside]).toBe(1);
    expect(
      [...wrong.keys()]
        .filter((index) => wrong[index] === 1)
        .every((index) => index === beside || isUnder(index)),
    ).toBe(true);
    // What the logo costs is used up all the same.
    expect(worst).toBeGreaterThan(0);
  });

  it('of another message is not the code that was made, however alike', async () => {
    const symbol = symbolOf(`${text}/`);
    const { codes } = await checkPhoto(seen(symbol, {}), readers, [meantOf(symbolOf())]);
    expect(codes[0]).toMatchObject({ meantId: null, isSameSymbol: false });
    expect(codes[0]!.comparison!.wrongCount).toBe(0);
  });

  it('with the same message built otherwise says so', async () => {
    const [made, meant] = [symbolOf(text, 4), symbolOf(text, 3)];
    const { codes } = await checkPhoto(seen(made, {}), readers, [meantOf(meant)]);
    expect(codes[0]).toMatchObject({ meantId: 'code-1', isSameSymbol: false });
  });
});

describe('help', () => {
  it.each([
    ['nothing', { turn: 4 * degrees }, {}, 'none'],
    ['turning dark and light round', {}, { dark: 220, light: 40 }, 'reversed'],
    ['stretching little contrast', { turn: 5 * degrees }, { dark: 118, light: 130 }, 'stretched'],
  ])('of %s is told of', async (_, way, change, help) => {
    const [code] = await findCodes(seen(symbolOf(), way, change));
    expect(code).toMatchObject({ text, help });
  });

  it('reads what leans so much that no reader takes it', async () => {
    const symbol = symbolOf();
    const frame = seen(symbol, { tilt: 74 * degrees, pixels: 11, distance: 8 });
    const plain = await Promise.all(readers.filter(({ votes }) => votes).map(({ read }) => read(frame)));
    const [code] = await findCodes(frame);
    expect(code!.text).toBe(text);
    expect(plain.includes(null)).toBe(true);
    expect(['tilted', 'larger', 'stretched', 'searched']).toContain(code!.help);
  });

  it('finds nothing where there is nothing, and tells how far it is', async () => {
    const side = 300;
    const rgba = new Uint8ClampedArray(side * side * 4).map((_, index) =>
      index % 4 === 3 ? 255 : (index * 7919) % 251,
    );
    const progress: number[] = [];
    expect(
      await findCodes({ width: side, height: side, rgba }, { tell: (_, done) => progress.push(done) }),
    ).toEqual([]);
    expect(progress).toEqual([...progress].sort((a, b) => a - b));
    expect(progress.length).toBeGreaterThan(5);
    let asked = 0;
    await findCodes({ width: side, height: side, rgba }, { isStale: () => ++asked > 1 });
    expect(asked).toBe(2);
  });
});

describe('corners that are set by hand', () => {
  it('within a module or two, in any order, lay the grid on a code that no reader reads', () => {
    const symbol = symbolOf(text, 5);
    const [side, pixels] = [360, 7];
    // A quarter of it is covered, which no block can correct.
    const covered = {
      ...symbol,
      modules: symbol.modules.map((tone, index) =>
        index % symbol.size > 8 &&
        index % symbol.size < 26 &&
        index / symbol.size > 9 &&
        index / symbol.size < 27
          ? 0
          : tone,
      ),
    };
    const frame = warpedPicture(covered, {
      width: side,
      height: side,
      toModules: pinhole(symbol.size, side, { pixels }),
    });
    const edge = (symbol.size * pixels) / 2;
    const corners = (
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ] as const
    ).map(([right, down], index) => ({
      x: side / 2 + right * edge + [5, -6, 4, 3][index]!,
      y: side / 2 + down * edge + [-4, 5, 6, -5][index]!,
    }));
    for (const turn of [0, 1, 2, 3]) {
      const [a, b, c, d] = [0, 1, 2, 3].map((index) => corners[(index + turn) % 4]!);
      const { comparison } = checkByHand(frame, [a!, b!, c!, d!], meantOf(symbol));
      const wrong = covered.modules.reduce(
        (sum, tone, index) => sum + (tone === symbol.modules[index] ? 0 : 1),
        0,
      );
      expect(Math.abs(comparison!.wrongCount - wrong)).toBeLessThan(12);
      expect(comparison!.worst).toBeGreaterThan(comparison!.correctable);
      expect(comparison!.marginLeft).toBe(0);
    }
  });

  it('where there is no code lay none', () => {
    const frame: Frame = { width: 200, height: 200, rgba: new Uint8ClampedArray(160_000).fill(200) };
    const corners = [
      { x: 20, y: 20 },
      { x: 180, y: 20 },
      { x: 180, y: 180 },
      { x: 20, y: 180 },
    ] as const;
    expect(checkByHand(frame, corners, meantOf(symbolOf()))).toEqual({ grid: null, comparison: null });
  });
});
