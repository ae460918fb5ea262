import { describe, expect, it } from '@jest/globals';
import { sentencesOf } from '../../testing/findings';
import QRCode from 'qrcode';
import encodeWithQr from 'qr';
import { seededRandom } from '../numbers';
import { readBack } from '../../testing/readSymbol';
import { finalCodewords, paddedCodewords } from './codewords';
import { encodeSymbol, smallestVersions } from './encode';
import { shortestSegments, runsOf } from './segments';
import { defaultSymbolSettings, type SymbolSettings } from './settings';
import { blockLayout, levels, type Level } from './tables';

const forced = (settings: Partial<SymbolSettings>): SymbolSettings => ({
  ...defaultSymbolSettings,
  raiseLevel: false,
  ...settings,
});

const rowsOf = ({ size, modules }: { size: number; modules: Uint8Array }): string[] =>
  Array.from({ length: size }, (_, row) => modules.subarray(row * size, (row + 1) * size).join(''));

const names: Record<Level, 'low' | 'medium' | 'quartile' | 'high'> = {
  L: 'low',
  M: 'medium',
  Q: 'quartile',
  H: 'high',
};

/** The package adds a border of one module. */
const rowsOfQr = (rows: readonly (readonly boolean[])[]): string[] =>
  rows.slice(1, -1).map((row) =>
    row
      .slice(1, -1)
      .map((dark) => (dark ? '1' : '0'))
      .join(''),
  );

describe('the worked example 01234567 in 1-M', () => {
  // ISO/IEC 18004:2015, Annex I (I.2): data and error correction codewords, mask 010.
  const data = [
    0x10, 0x20, 0x0c, 0x56, 0x61, 0x80, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11, 0xec, 0x11,
  ];
  const check = [0xa5, 0x24, 0xd4, 0xc1, 0xed, 0x36, 0xc7, 0x87, 0x2c, 0x55];

  it('has the codewords of Annex I', () => {
    const segments = shortestSegments(runsOf('01234567', false), 1);
    expect([
      ...finalCodewords(paddedCodewords('01234567', segments, 1, 'M', { eci: false }), 1, 'M'),
    ]).toEqual([...data, ...check]);
  });

  it('takes mask 010 and reads back', async () => {
    const { symbol } = encodeSymbol('01234567', forced({ version: 1, level: 'M' }));
    expect(symbol!.mask).toBe(2);
    expect(await readBack(symbol!)).toEqual(['01234567', '01234567']);
  });
});

describe('beside two independent encoders', () => {
  /** Printable ASCII that cannot be packed tighter, so that all three write one byte segment. */
  const bytesOf = (random: () => number, length: number): string =>
    Array.from({ length }, () => 'abcdefghijklmnopqrstuvwxyz#?&=_~!'[Math.floor(random() * 33)]).join('');

  it('gives the same modules with version, level and mask forced, and two readers read them', async () => {
    const random = seededRandom(18004);
    for (let round = 0; round < 60; round++) {
      const text = bytesOf(random, 1 + Math.floor(random() ** 2 * 900));
      const level = levels[Math.floor(random() * 4)]!;
      const mask = Math.floor(random() * 8);
      const smallest = smallestVersions(text, defaultSymbolSettings)[level]!;
      const version = Math.min(40, smallest + Math.floor(random() * 3));
      const { symbol } = encodeSymbol(text, forced({ version, level, mask }));
      const theirs = QRCode.create(text, { version, errorCorrectionLevel: level, maskPattern: mask as 0 });
      const others = encodeWithQr(text, 'raw', {
        version,
        ecc: names[level],
        mask,
        border: 1,
        encoding: 'byte',
      });
      expect(rowsOf(symbol!)).toEqual(rowsOf({ size: theirs.modules.size, modules: theirs.modules.data }));
      expect(rowsOf(symbol!)).toEqual(rowsOfQr(others));
      expect(await readBack(symbol!)).toEqual([text, text]);
    }
  });
});

describe('every version at every level', () => {
  // Reference: the package qr, an independent encoder. Blocks, check codewords, patterns and order of Tables 9 and E.1.
  it.each(levels)('%s has the modules of an independent encoder', (level) => {
    for (let version = 1; version <= 40; version++) {
      // As full as it goes, so that every block has data of its own.
      const { dataCodewords } = blockLayout(version, level);
      const text = Array.from({ length: dataCodewords - (version < 10 ? 2 : 3) }, (_, place) =>
        String.fromCharCode(97 + ((place * 7 + version) % 26)),
      ).join('');
      const { symbol } = encodeSymbol(text, forced({ version, level, mask: 3, mode: 'byte' }));
      const others = encodeWithQr(text, 'raw', {
        version,
        ecc: names[level],
        mask: 3,
        border: 1,
        encoding: 'byte',
      });
      expect([version, rowsOf(symbol!)]).toEqual([version, rowsOfQr(others)]);
    }
  });
});

describe('encodeSymbol', () => {
  it('gives a finding, not an exception, for an empty message', () => {
    const { symbol, findings } = encodeSymbol('');
    expect(symbol).toBeNull();
    expect(findings).toMatchObject([{ kind: 'message-empty', severity: 'stop' }]);
  });

  it('raises the level where the version has room, and only when asked to', () => {
    // Table 7: 1-L to 1-H hold 17, 14, 11 and 7 bytes.
    expect(encodeSymbol('abcdefg').symbol).toMatchObject({ version: 1, level: 'H' });
    expect(encodeSymbol('abcdefg', forced({})).symbol).toMatchObject({ version: 1, level: 'M' });
    expect(encodeSymbol('abcdefghijkl').symbol).toMatchObject({ version: 1, level: 'M' });
  });

  it('says how many bits are over and how many characters to drop at each level', () => {
    const { symbol, findings } = encodeSymbol('q'.repeat(3000), forced({ level: 'L' }));
    expect(symbol).toBeNull();
    // Table 7: 40-L holds 2953 bytes, M 2331, Q 1663, H 1273.
    const { measured, required } = findings[0]!;
    expect(measured).toEqual({
      value: (3000 - 2953) * 8 - 4 + (required as { value: number }).value,
      unit: 'bits',
    });
    expect(sentencesOf(findings)[0]).toContain('L 47, M 669, Q 1337, H 1727');
  });

  it('names the characters that a forced mode cannot hold, and falls back', () => {
    const { symbol, findings } = encodeSymbol('12a4 b', forced({ mode: 'numeric' }));
    expect(findings[0]).toMatchObject({
      kind: 'mode-characters',
      severity: 'stop',
      measured: { value: 3 },
      required: { value: 0 },
    });
    expect(sentencesOf(findings)[0]).toContain('a  the space  b');
    expect(sentencesOf(findings)[0]).not.toContain('more');
    expect(symbol).not.toBeNull();
    // A long list is cut: eight are named.
    const [many] = encodeSymbol('abcdefghij', forced({ mode: 'numeric' })).findings;
    expect(sentencesOf([many!])[0]).toContain('g  h and 2 more.');
  });

  it('says what a forced version lacks and offers the version that holds it', () => {
    const { findings } = encodeSymbol('q'.repeat(40), forced({ version: 1 }));
    expect(findings[0]).toMatchObject({ kind: 'version-too-small', severity: 'stop' });
    expect(findings[0]!.fixes[0]!.changes).toEqual([{ part: 'symbol', set: { version: 3 } }]);
  });

  it.each([
    ['digits', '0123456789'],
    ['capitals', 'TERNQUAY BOATYARD $%*+-./:'],
    ['UTF-8', 'Größe 3 m, Ölzeug für Ebbe'],
    ['emoji and right-to-left', 'רציף 17 ⚓🚣'],
    ['Kanji', '潮汐表 点茗'],
    ['a mixture', 'berth17/0123456789012345/ABCDEFGHIJKLMNOP/q'],
    ['a wave dash, which decoders disagree on', '7時～9時'],
  ])('%s read back byte for byte', async (_name, text) => {
    expect(await readBack(encodeSymbol(text).symbol!, ['zxing-plain', 'jsqr'])).toEqual([text, text]);
  });

  it('cautions that readers guess the encoding of unannounced UTF-8, as one of ours does wrongly', async () => {
    const text = 'Größe 3 m';
    const { symbol, findings } = encodeSymbol(text);
    expect(findings).toMatchObject([{ kind: 'text-encoding', severity: 'caution' }]);
    expect(await readBack(symbol!, ['zbar'])).not.toEqual([text]);
    const announced = encodeSymbol(text, { ...defaultSymbolSettings, eci: true });
    expect(announced.findings).toEqual([]);
    expect(await readBack(announced.symbol!, ['zxing-plain', 'jsqr', 'zbar'])).toEqual([text, text, text]);
    expect(encodeSymbol('Grosse 3 m').findings).toEqual([]);
  });

  it('announces UTF-8 when asked to, in twelve bits', async () => {
    const plain = encodeSymbol('Größe', forced({ mask: 0 })).symbol!;
    const announced = encodeSymbol('Größe', forced({ mask: 0, eci: true })).symbol!;
    // 7.4.2.2: mode indicator 0111 and the eight bits of designator 26.
    expect(announced.messageBits - plain.messageBits).toBe(12);
    expect(await readBack(announced, ['zxing-plain', 'zbar'])).toEqual(['Größe', 'Größe']);
  });

  it('makes and reads every version', async () => {
    for (let version = 1; version <= 40; version++) {
      const text = `v${version}`;
      const { symbol } = encodeSymbol(text, forced({ version, level: 'L' }));
      expect(symbol!.size).toBe(17 + 4 * version);
      expect(await readBack(symbol!, ['zxing-plain', 'zxing-thorough'])).toEqual([text, text]);
    }
  });
});

describe('a version that is too small', () => {
  it('is mended by a larger version, or by the strongest of the weaker levels that is enough', () => {
    // ISO/IEC 18004:2015, table 7: version 2 holds 26 bytes at M, 20 at Q, 14 at H.
    const { findings } = encodeSymbol('q'.repeat(18), {
      ...defaultSymbolSettings,
      level: 'H',
      version: 2,
    });
    const stop = findings.find(({ kind }) => kind === 'version-too-small')!;
    expect(stop.fixes.map(({ changes }) => changes[0])).toEqual([
      { part: 'symbol', set: { version: 3 } },
      { part: 'symbol', set: { level: 'Q' } },
    ]);
  });
});
