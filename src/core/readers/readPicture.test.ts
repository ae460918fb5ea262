import { describe, expect, it } from '@jest/globals';
import { pictureOf, testReaders } from '../../testing/readSymbol';
import { defaultSymbolSettings, encodeSymbol, levels } from '../symbol';
import { readPicture } from './readPicture';

describe('readPicture', () => {
  it('gives message, version, level and mask, from which the same modules come out again', async () => {
    await testReaders();
    for (const [index, level] of levels.entries()) {
      const settings = {
        ...defaultSymbolSettings,
        level,
        raiseLevel: false,
        version: 3 + index * 4,
        mask: 2 * index,
      };
      const original = encodeSymbol('https://ternquay.example/17', settings).symbol!;
      const found = await readPicture(pictureOf(original));
      expect(found).toEqual({
        bytes: expect.any(Uint8Array),
        version: 3 + index * 4,
        level,
        mask: 2 * index,
      });
      const { bytes, ...kept } = found!;
      const text = new TextDecoder().decode(bytes);
      expect(encodeSymbol(text, { ...settings, ...kept }).symbol!.modules).toEqual(original.modules);
    }
  });

  it('gives text in UTF-8 however it was written, and bytes that are no text as they are', async () => {
    await testReaders();
    const bytesIn = async (text: string, isBytes: boolean, change = {}): Promise<number[]> => {
      const { symbol } = encodeSymbol(text, { ...defaultSymbolSettings, isBytes, ...change });
      return [...(await readPicture(pictureOf(symbol!)))!.bytes];
    };
    const utf8 = (text: string): number[] => [...new TextEncoder().encode(text)];
    expect(await bytesIn('Größe', false, { eci: true })).toEqual(utf8('Größe'));
    expect(await bytesIn('点茗', false, { mode: 'kanji' })).toEqual(utf8('点茗'));
    expect(await bytesIn('\xff\x00\xfe', true)).toEqual([255, 0, 254]);
  });

  it('reads white on black, and finds nothing where there is nothing', async () => {
    await testReaders();
    const picture = pictureOf(encodeSymbol('Berth 17').symbol!);
    const reversed = {
      ...picture,
      rgba: picture.rgba.map((value, index) => (index % 4 === 3 ? 255 : 255 - value)),
    };
    expect(await readPicture(reversed)).toMatchObject({ bytes: new TextEncoder().encode('Berth 17') });
    expect(await readPicture({ ...picture, rgba: picture.rgba.map(() => 255) })).toBeNull();
  });
});
