/** ZIP files that lie about what they unpack to: counted while they unpack (APPNOTE 6.3.10, 4.3.7 and 4.3.12). */
import { describe, expect, it } from '@jest/globals';
import { zipSync } from 'fflate';
import { unpackPictures } from './pictureZip';
import { readSpreadsheet } from './spreadsheet';
import { unzipBounded } from './unzipBounded';

const limits = {
  unpackedBytes: 2e6,
  fileBytes: 1e6,
  files: 5,
  wants: (name: string) => name.endsWith('.png'),
};

/** Says in both headers of each file that it unpacks to ten bytes. */
function lying(zip: Uint8Array): Uint8Array {
  const bytes = Buffer.from(zip);
  for (let index = 0; index + 4 <= bytes.length; index++) {
    if (bytes.readUInt32LE(index) === 0x04034b50) bytes.writeUInt32LE(10, index + 22);
    if (bytes.readUInt32LE(index) === 0x02014b50) bytes.writeUInt32LE(10, index + 24);
  }
  return bytes;
}

describe('a ZIP file', () => {
  it('gives what is wanted of it, and says how much else there is', () => {
    const zip = zipSync({
      'a.png': new Uint8Array([1, 2]),
      'b.txt': new Uint8Array([3]),
      'c.png': new Uint8Array(9e5),
    });
    const found = unzipBounded(zip, limits);
    if ('refused' in found) throw new Error(found.refused);
    expect([...found.files].map(([name, { length }]) => [name, length])).toEqual([
      ['a.png', 2],
      ['c.png', 9e5],
    ]);
    expect(found.others).toBe(1);
  });

  it.each([false, true])('is refused by what it unpacks to, not by what it says (lying: %s)', (lies) => {
    const packed = (files: Record<string, Uint8Array>) => (lies ? lying(zipSync(files)) : zipSync(files));
    expect(unzipBounded(packed({ 'a.png': new Uint8Array(1.5e6) }), limits)).toMatchObject({
      refused: 'fileBytes',
      name: 'a.png',
    });
    const many = Object.fromEntries(['a', 'b', 'c'].map((name) => [`${name}.png`, new Uint8Array(9e5)]));
    expect(unzipBounded(packed(many), limits)).toMatchObject({ refused: 'unpackedBytes', name: 'c.png' });
    const more = Object.fromEntries(
      Array.from({ length: 6 }, (_, index) => [`${index}.png`, new Uint8Array(1)]),
    );
    expect(unzipBounded(packed(more), limits)).toMatchObject({ refused: 'files' });
    // What is not wanted is not unpacked at all.
    expect(unzipBounded(packed({ 'a.txt': new Uint8Array(5e6) }), limits)).toMatchObject({ others: 1 });
  });

  it('that is cut off is told', () => {
    const zip = zipSync({ 'a.png': Uint8Array.from({ length: 5000 }, (_, index) => (index * index) % 251) });
    for (const bytes of [zip.slice(0, 150), Buffer.from('PK no zip'), new Uint8Array(0)])
      expect(unzipBounded(bytes, limits)).toEqual({ refused: 'damaged' });
  });

  it('of pictures or of a spreadsheet that unpacks to too much is told with what is allowed', async () => {
    const bomb = lying(zipSync({ 'a.png': new Uint8Array(25e6) }, { level: 1 }));
    expect(unpackPictures(bomb)).toEqual({
      problem: 'a.png unpacks to more than 20 MB, the most that is opened.',
    });
    const sheet = zipSync(
      Object.fromEntries(Array.from({ length: 5001 }, (_, index) => [`${index}.xml`, new Uint8Array(1)])),
    );
    expect(await readSpreadsheet(sheet)).toEqual({
      problem: expect.stringContaining('unpacks to more than 200 MB or 5000 parts'),
    });
  });
});
