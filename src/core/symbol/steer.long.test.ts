/**
 * Free bits against brute force, a property of maximum distance separable codes, an outside Reed-Solomon, and the panel of readers. That
 * readers stop at the terminator: ISO/IEC 18004:2015, 7.4.9 and 7.4.10; the panel is what proves it here.
 */
import { describe, expect, it } from '@jest/globals';
import ReedSolomonEncoder from 'qrcode/lib/core/reed-solomon-encoder.js';
import { promptSeconds } from '../../testing/promptly';
import { readBack, testReaders } from '../../testing/readSymbol';
import { seededRandom } from '../numbers';
import { symbolAnatomy } from './anatomy';
import { finalCodewords } from './codewords';
import { encodeSymbol } from './encode';
import { multiply } from './reedSolomon';
import { defaultSymbolSettings, type SymbolSettings } from './settings';
import { freeAfter, steer, type Wishes } from './steer';
import { blockLayout, levels, sizeOfVersion, type Level } from './tables';
import { maskBit } from './template';

const forced = (settings: Partial<SymbolSettings>): SymbolSettings => ({
  ...defaultSymbolSettings,
  raiseLevel: false,
  ...settings,
});
const noWishes = (size: number): { wanted: Int8Array; weight: Uint8Array } => ({
  wanted: new Int8Array(size * size).fill(-1),
  weight: new Uint8Array(size * size),
});
/** A disc that is wished dark on a light ground, over most of the symbol. */
const disc = (size: number): Wishes => {
  const wishes = noWishes(size);
  for (let module = 0; module < size * size; module++) {
    const [y, x] = [Math.floor(module / size) + 0.5 - size / 2, (module % size) + 0.5 - size / 2];
    wishes.wanted[module] = Math.hypot(x, y) < size / 4 ? 1 : 0;
    wishes.weight[module] = Math.abs(Math.hypot(x, y) - size / 4) < 1.5 ? 200 : 60;
  }
  return wishes;
};
const randomWishes = (size: number, random: () => number, share: number): Wishes => {
  const wishes = noWishes(size);
  for (let module = 0; module < size * size; module++)
    if (random() < share) {
      wishes.wanted[module] = random() < 0.5 ? 1 : 0;
      wishes.weight[module] = 1 + Math.floor(random() * 255);
    }
  return wishes;
};
/** Codewords as they stand in the modules, unmasked. */
function codewordsOf(modules: Uint8Array, version: number, level: Level, mask: number): Uint8Array {
  const { codeword, bit, size } = symbolAnatomy(version, level);
  const codewords = new Uint8Array(blockLayout(version, level).totalCodewords);
  codeword.forEach((position, module) => {
    if (position < 0) return;
    const is = modules[module]! ^ maskBit(mask, Math.floor(module / size), module % size);
    codewords[position]! |= is << bit[module]!;
  });
  return codewords;
}
/** Blocks with their check codewords, from the order of placement. */
function blocksOf(codewords: Uint8Array, version: number, level: Level): number[][] {
  const { blockOfCodeword } = symbolAnatomy(version, level);
  const blocks = Array.from({ length: blockLayout(version, level).blockCount }, (): number[] => []);
  codewords.forEach((codeword, position) => blocks[blockOfCodeword[position]!]!.push(codeword));
  return blocks;
}

describe('version 1 beside brute force', () => {
  // 16 data codewords; 14 bytes take 4 + 8 + 112 bits, the terminator 4: none is left. 13 bytes leave 8 bits.
  const text = 'abcdefghijklm';
  const [version, level] = [1, 'M'] as const;
  const size = 21;

  it('meets the heaviest wishes that any filling and any mask can meet', () => {
    const random = seededRandom(17);
    const { codeword } = symbolAnatomy(version, level);
    const steerable = [...codeword.keys()].filter((module) => codeword[module]! >= 0);
    const plain = encodeSymbol(text, forced({ version, level, mask: 0 })).symbol!;
    const data = codewordsOf(plain.modules, version, level, 0).slice(0, 16);
    for (let round = 0; round < 6; round++) {
      // Each outweighs all that are lighter, so that the best sum is the best order.
      const wishes = noWishes(size);
      for (const weight of [128, 64, 32, 16, 8, 4, 2, 1]) {
        const module = steerable[Math.floor(random() * steerable.length)]!;
        if (wishes.weight[module] !== 0) continue;
        wishes.wanted[module] = random() < 0.5 ? 1 : 0;
        wishes.weight[module] = weight;
      }
      const weightOf = (modules: Uint8Array): number =>
        modules.reduce(
          (sum, is, module) => sum + (wishes.wanted[module] === is ? wishes.weight[module]! : 0),
          0,
        );
      for (const mask of [0, 3, 6]) {
        let best = 0;
        for (let fill = 0; fill < 256; fill++) {
          const codewords = finalCodewords(Uint8Array.from([...data.slice(0, 15), fill]), version, level);
          const modules = new Uint8Array(size * size);
          steerable.forEach((module) => {
            const anatomy = symbolAnatomy(version, level);
            modules[module] =
              ((codewords[anatomy.codeword[module]!]! >> anatomy.bit[module]!) & 1) ^
              maskBit(mask, Math.floor(module / size), module % size);
          });
          best = Math.max(best, weightOf(modules));
        }
        const { symbol, steering } = encodeSymbol(text, forced({ version, level, mask }), () => wishes);
        expect([round, mask, weightOf(symbol!.modules)]).toEqual([round, mask, best]);
        const all = wishes.weight.reduce((sum, weight) => sum + weight, 0);
        expect(steering!.match).toBeCloseTo(best / all, 12);
        expect(steering!.freeBits).toBe(8);
      }
    }
  });

  it('changes nothing of a message that leaves no free bit', () => {
    const full = encodeSymbol('abcdefghijklmn', forced({ version, level }), disc);
    expect(full.steering).toMatchObject({ freeBits: 0, settable: 0 });
    expect(full.steering!.fixed.every((is) => is === 1)).toBe(true);
    const plain = encodeSymbol('abcdefghijklmn', forced({ version, level, mask: full.symbol!.mask })).symbol!;
    expect(full.symbol!.modules).toEqual(plain.modules);
  });
});

describe.each([1, 2, 5, 7, 10, 14, 20, 27, 33, 40])('version %i', (version) => {
  const size = sizeOfVersion(version);

  it.each(levels)(
    'level %s sets whole codewords at will, as many as are free (MDS property of Reed-Solomon)',
    (level) => {
      const text = 'tide';
      const { blockCount, totalCodewords, dataCodewords } = blockLayout(version, level);
      const { codeword, blockOfCodeword } = symbolAnatomy(version, level);
      const free = dataCodewords * 8 - (4 + (version < 10 ? 8 : 16) + 32 + 4);
      const random = seededRandom(version * 7 + levels.indexOf(level));
      // Of each block as many codewords as it has free, any of those that the message does not touch.
      const messageCodewords = Math.ceil((dataCodewords * 8 - free) / 8);
      const inMessage = new Set(Array.from({ length: messageCodewords }, (_, index) => index * blockCount));
      const chosen = new Set<number>();
      for (let block = 0; block < blockCount; block++) {
        const codewords = [...blockOfCodeword.keys()].filter(
          (position) => blockOfCodeword[position] === block && !(block === 0 && inMessage.has(position)),
        );
        const dataOfBlock = codewords.filter((position) => position < dataCodewords).length;
        for (let count = 0; count < dataOfBlock; count++) {
          const index = Math.floor(random() * codewords.length);
          chosen.add(codewords.splice(index, 1)[0]!);
        }
      }
      const wishes = noWishes(size);
      codeword.forEach((position, module) => {
        if (!chosen.has(position)) return;
        wishes.wanted[module] = random() < 0.5 ? 1 : 0;
        wishes.weight[module] = 100;
      });
      const { symbol, steering } = encodeSymbol(text, forced({ version, level }), () => wishes);
      expect(steering).toMatchObject({
        freeBits: free,
        wished: chosen.size * 8,
        settable: chosen.size * 8,
        match: 1,
      });
      const isMet = (module: number): boolean =>
        wishes.wanted[module]! < 0 || wishes.wanted[module] === symbol!.modules[module];
      expect([...symbol!.modules.keys()].filter((module) => !isMet(module))).toEqual([]);
      expect(totalCodewords).toBeGreaterThan(chosen.size);
    },
  );

  it('has valid blocks: all syndromes are zero, and an outside Reed-Solomon gives the same check codewords', () => {
    for (const level of levels) {
      const { symbol } = encodeSymbol('tide', forced({ version, level }), disc);
      const { eccPerBlock } = blockLayout(version, level);
      for (const block of blocksOf(
        codewordsOf(symbol!.modules, version, level, symbol!.mask),
        version,
        level,
      )) {
        const syndromes: number[] = [];
        for (let alpha = 1; syndromes.length < eccPerBlock; alpha = multiply(alpha, 2))
          syndromes.push(block.reduce((sum, codeword) => multiply(sum, alpha) ^ codeword, 0));
        expect(syndromes).toEqual(syndromes.map(() => 0));
        const data = Uint8Array.from(block.slice(0, -eccPerBlock));
        expect([...new ReedSolomonEncoder(eccPerBlock).encode(data)]).toEqual(block.slice(-eccPerBlock));
      }
    }
  });
});

describe('a picture', () => {
  it('leaves message, function patterns and all that it calls fixed as they are', () => {
    const inverted = (size: number): Wishes => {
      const { wanted, weight } = disc(size);
      return { wanted: wanted.map((is) => 1 - is), weight };
    };
    const settings = forced({ version: 8, level: 'M', mask: 2 });
    const one = encodeSymbol('https://ternquay.example/berth/17', settings, disc);
    const other = encodeSymbol('https://ternquay.example/berth/17', settings, inverted);
    const plain = encodeSymbol('https://ternquay.example/berth/17', settings);
    const asFixed: number[] = [];
    let changed = 0;
    one.steering!.fixed.forEach((isFixed, module) => {
      const three = [one, other, plain].map(({ symbol }) => symbol!.modules[module]);
      if (isFixed === 1) asFixed.push(new Set(three).size);
      else if (three[0] !== three[1]) changed++;
    });
    expect(asFixed.every((count) => count === 1)).toBe(true);
    expect(asFixed.length).toBeGreaterThan(500);
    // What can be steered is.
    expect(changed).toBeGreaterThan(1000);
    expect(one.steering!.onPatterns).toBeGreaterThan(0);
  });

  it('is the same for the same wishes, and better than chance in any mask', () => {
    const settings = forced({ version: 10, level: 'L' });
    const first = encodeSymbol('tide table', settings, disc);
    expect(encodeSymbol('tide table', settings, disc).symbol).toEqual(first.symbol);
    for (let mask = 0; mask < 8; mask++) {
      const { steering } = encodeSymbol('tide table', { ...settings, mask }, disc);
      expect(steering!.match).toBeGreaterThan(0.75);
      expect(steering!.match).toBeLessThanOrEqual(first.steering!.match);
    }
  });

  it('is read byte for byte by every reader of the panel, whatever message and wishes', async () => {
    const readers = (await testReaders()).map(({ id }) => id);
    const random = seededRandom(31);
    for (let round = 0; round < 60; round++) {
      const text = Array.from({ length: 3 + Math.floor(random() * 60) }, () =>
        String.fromCharCode(33 + Math.floor(random() * 94)),
      ).join('');
      const level = levels[Math.floor(random() * 4)]!;
      const smallest = encodeSymbol(text, forced({ level })).symbol!.version;
      const version = Math.min(40, smallest + Math.floor(random() * 8));
      const { symbol } = encodeSymbol(text, forced({ level, version }), (size) =>
        random() < 0.5 ? disc(size) : randomWishes(size, random, 0.7),
      );
      // As in the picture of a camera, a third of which the code takes: ZBar takes the middle of a dark area for light that is wider than
      // an eighth of the picture (its source, qr_binarize; from memory), which a picture that is cut to the code makes of a disc.
      const texts = await readBack(symbol!, readers, false, symbol!.size);
      expect(texts).toEqual(readers.map(() => text));
    }
  });

  it('stands in digits behind the text where that is asked, with the filling of the standard', async () => {
    const readers = (await testReaders()).map(({ id }) => id);
    const text = 'https://ternquay.example/berth/17';
    for (const [version, level] of [
      [4, 'L'],
      [10, 'M'],
      [27, 'L'],
    ] as const) {
      const settings = forced({ version, level });
      const { symbol, text: full, steering } = encodeSymbol(text, settings, disc, '#');
      const digits = full.slice(text.length + 1);
      expect(full.startsWith(`${text}#`)).toBe(true);
      // Ten bits hold three digits; one of them stays 0, so that no group is above 511 (7.4.3: at most 999).
      expect(digits).toMatch(/^\d+$/);
      expect(steering!.freeBits).toBe((digits.length / 3) * 9);
      for (const group of digits.match(/.{3}/g)!) expect(Number(group)).toBeLessThanOrEqual(511);
      expect(steering!.match).toBeGreaterThan(0.6);
      expect(await readBack(symbol!, readers)).toEqual(readers.map(() => full));
      // The same text without wishes, as any encoder writes it, is the same symbol.
      const plain = encodeSymbol(full, { ...settings, mask: symbol!.mask }).symbol!;
      expect(plain.messageBits).toBeLessThanOrEqual(symbol!.messageBits);
      expect(symbol!.capacityBits - symbol!.messageBits).toBeLessThan(14);
    }
  });

  it('has no digits where none fit, and says what readers get', () => {
    const full = encodeSymbol('q'.repeat(17), forced({ version: 1, level: 'L' }), disc, '#');
    expect([full.text, full.steering!.freeBits]).toEqual(['q'.repeat(17), 0]);
    expect(encodeSymbol('quay', forced({ version: 3 }), null, '#').text).toBe('quay');
  });

  it('costs no error correction: as many codewords may be spoilt as without it', async () => {
    const settings = forced({ version: 7, level: 'M', mask: 4 });
    for (const wishesOf of [null, disc]) {
      const { symbol } = encodeSymbol('https://ternquay.example/slip', settings, wishesOf);
      const { correctablePerBlock, blockCount } = blockLayout(7, 'M');
      const { codeword, blockOfCodeword } = symbolAnatomy(7, 'M');
      const spoilt = (perBlock: number): Uint8Array => {
        const left = Array.from({ length: blockCount }, () => perBlock);
        const wrong = new Set(
          [...blockOfCodeword.keys()].filter((position) => left[blockOfCodeword[position]!]!-- > 0),
        );
        return symbol!.modules.map((is, module) => (wrong.has(codeword[module]!) ? 1 - is : is));
      };
      const read = (perBlock: number) =>
        readBack({ size: symbol!.size, modules: spoilt(perBlock) }, ['zxing-plain']);
      expect(await read(correctablePerBlock)).toEqual(['https://ternquay.example/slip']);
      expect(await read(correctablePerBlock + 1)).toEqual([null]);
    }
  });

  it('is solved while a key is held: version 10, 25 and 40', async () => {
    // The budget itself is in the bench; here twice that, before the code is compiled as well as it will be.
    for (const [version, mostSeconds] of [
      [10, 0.12],
      [25, 0.8],
      [40, 4],
    ] as const) {
      const bitCount = blockLayout(version, 'L').dataCodewords * 8;
      const data = new Uint8Array(bitCount / 8).fill(0xec);
      const wished = disc(sizeOfVersion(version));
      const seconds = await promptSeconds(mostSeconds, () =>
        steer(data, freeAfter(300, bitCount), version, 'L', wished, 'least-penalty'),
      );
      expect([version, seconds <= mostSeconds, seconds]).toEqual([version, true, expect.anything()]);
    }
  });
});
