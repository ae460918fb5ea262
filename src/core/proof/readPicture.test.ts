import { describe, expect, it } from '@jest/globals';
import { pictureOf, testReaders } from '../../testing/readSymbol';
import { defaultSymbolSettings, encodeSymbol, levels } from '../symbol';
import { readPicture } from './readPicture';

describe('readPicture', () => {
  it('gives text, version, level and mask, from which the same modules come out again', async () => {
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
        text: 'https://ternquay.example/17',
        version: 3 + index * 4,
        level,
        mask: 2 * index,
      });
      const { text, ...kept } = found!;
      expect(encodeSymbol(text, { ...settings, ...kept }).symbol!.modules).toEqual(original.modules);
    }
  });

  it('reads white on black, and finds nothing where there is nothing', async () => {
    await testReaders();
    const picture = pictureOf(encodeSymbol('Berth 17').symbol!);
    const reversed = {
      ...picture,
      rgba: picture.rgba.map((value, at) => (at % 4 === 3 ? 255 : 255 - value)),
    };
    expect(await readPicture(reversed)).toMatchObject({ text: 'Berth 17' });
    expect(await readPicture({ ...picture, rgba: picture.rgba.map(() => 255) })).toBeNull();
  });
});
