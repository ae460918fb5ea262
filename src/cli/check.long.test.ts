/** Photographs on the command line: what cameras write, and what is no photograph. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { newJob } from '../core/job';
import { photoOf, pageOf } from '../testing/photoFiles';
import { promptSeconds } from '../testing/promptly';
import { checkPhotos } from './commands/check';

const folder = mkdtempSync(join(tmpdir(), 'binarus-check-'));
afterAll(() => rmSync(folder, { recursive: true }));
const text = 'https://ternquay.example/berth/17';
let files = 0;
function fileOf(bytes: Uint8Array, extension: string): string {
  const path = join(folder, `${++files}.${extension}`);
  writeFileSync(path, bytes);
  return path;
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- what a command prints is looked at field by field
type Printed = { output: any; stops: boolean };
const check = async (paths: string | readonly string[], values = {}): Promise<Printed> =>
  checkPhotos(values, typeof paths === 'string' ? [paths] : paths);

describe('a photograph', () => {
  it.each(['jpeg', 'png', 'webp', 'avif'] as const)('as %s is read', async (format) => {
    const path = fileOf(await photoOf(text, { turn: 0.2, tilt: 0.3 }).toFormat(format).toBuffer(), format);
    const { output, stops } = await check(path, { expect: text });
    expect(output).toMatchObject({ verdict: 'good', message: 'same', read: 3, voting: 3 });
    expect(output.codes[0]).toMatchObject({ text, help: 'none', mirrored: false, reversed: false });
    expect(output.codes[0].compared).toMatchObject({ modulesThatDiffer: 0, marginLeft: 1 });
    expect(stops).toBe(false);
  });

  it('is set upright as the camera says, and is compared with the job', async () => {
    // Orientation 6 is a quarter turn (EXIF 2.3, 4.6.4): the picture lies, the file says how it stands.
    const path = fileOf(
      await photoOf(text, { turn: 0.1 }).withMetadata({ orientation: 6 }).jpeg().toBuffer(),
      'jpg',
    );
    const job = fileOf(
      Buffer.from(JSON.stringify(newJob({ message: { kind: 'web', address: text } }))),
      'json',
    );
    const { output } = await check(path, { job });
    expect(output).toMatchObject({ verdict: 'good', message: 'same' });
    expect(output.codes[0]).toMatchObject({ code: 'code-1', isSameSymbol: true });
  });

  it('of another message is stopped, with what it says', async () => {
    const path = fileOf(await photoOf(`${text}8`).png().toBuffer(), 'png');
    const { output, stops } = await check(path, { expect: text });
    expect(output).toMatchObject({ verdict: 'stop', message: 'other' });
    expect(output.codes[0].text).toBe(`${text}8`);
    expect(stops).toBe(true);
  });

  it('of a reversed code tells that most phones will not read it', async () => {
    const path = fileOf(await photoOf(text, {}, { dark: 230, light: 30 }).png().toBuffer(), 'png');
    const { output } = await check(path);
    expect(output.verdict).toBe('stop');
    expect(output.says).toMatch(/dark and light turned round/);
  });

  it('of a page of 60 codes tells of all of them, soon', async () => {
    const page = await pageOf(60, (place) => `https://ternquay.example/rack/${place + 1}`);
    const path = fileOf(await page.jpeg({ quality: 92 }).toBuffer(), 'jpg');
    const seconds = await promptSeconds(5, async () => {
      const { output } = await check(path);
      expect(new Set(output.codes.map((code: { text: string }) => code.text)).size).toBe(60);
    });
    expect(seconds).toBeLessThan(5);
  });

  it('of several is told of one by one', async () => {
    const paths = await Promise.all(
      ['1', '2'].map(async (end) => fileOf(await photoOf(`${text}${end}`).png().toBuffer(), 'png')),
    );
    const { output } = await check(paths);
    expect(output.map(({ codes }: { codes: { text: string }[] }) => codes[0]!.text)).toEqual([
      `${text}1`,
      `${text}2`,
    ]);
  });
});

describe('what is no photograph', () => {
  const resultOf = async (path: string): Promise<string> => {
    let says = '';
    const seconds = await promptSeconds(5, async () => {
      const { output, stops } = await check(path);
      expect(stops).toBe(true);
      says = output.says as string;
    });
    expect(seconds).toBeLessThan(5);
    return says;
  };

  it('is told in a sentence, within 5 s', async () => {
    const whole = await photoOf(text).jpeg().toBuffer();
    expect(await resultOf(fileOf(whole.subarray(0, whole.length / 2), 'jpg'))).toMatch(
      /whole and not broken off/,
    );
    expect(await resultOf(fileOf(Buffer.from('no picture at all'), 'jpg'))).toMatch(
      /not a picture that can be opened/,
    );
    expect(await resultOf(fileOf(Buffer.alloc(0), 'png'))).toMatch(/not a picture that can be opened/);
    expect(await resultOf(join(folder, 'missing.jpg'))).toMatch(/cannot read/);
  });

  it('and a picture that unpacks to more than is opened, is refused by its header', async () => {
    // 13,000 x 13,000 pixels of one colour are half a megabyte as a file and half a gigabyte unpacked.
    const bomb = await sharp({
      create: { width: 13_000, height: 13_000, channels: 3, background: '#ffffff' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(await resultOf(fileOf(bomb, 'png'))).toMatch(/more than 120 million pixels/);
  });

  it('or has no code, says so', async () => {
    const plain = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#8899aa' } })
      .png()
      .toBuffer();
    expect(await resultOf(fileOf(plain, 'png'))).toMatch(/No code in this picture can be read/);
  });

  it('of an animation the first picture is looked at', async () => {
    const first = await photoOf(text).raw().toBuffer({ resolveWithObject: true });
    const { width, height } = first.info;
    const both = Buffer.concat([first.data, Buffer.alloc(first.data.length, 255)]);
    const animated = await sharp(both, {
      raw: { width, height: height * 2, channels: 3, pageHeight: height },
    })
      .webp({ loop: 0, lossless: true })
      .toBuffer();
    const { output } = await check(fileOf(animated, 'webp'));
    expect(output.codes[0].text).toBe(text);
  });

  it('asks for pictures, and for one thing that is expected', async () => {
    await expect(checkPhotos({}, [])).rejects.toThrow(/one or more photographs/);
    await expect(checkPhotos({ expect: 'a', job: 'b' }, ['c'])).rejects.toThrow(/leave out --expect/);
  });
});
