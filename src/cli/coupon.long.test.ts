/** Test pieces in the shell: written with their document, and read from photographs by it. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { couponSchema } from '../core/coupon';
import { pairOf } from '../core/plan';
import { machineModelOf } from '../core/proving';
import { parseProfileDocument } from '../wire';
import { couponPhoto } from '../testing/couponPhoto';
import { photoOf } from '../testing/photoFiles';
import { testReaders } from '../testing/readSymbol';
import { coupon } from './commands/coupon';

const folder = mkdtempSync(join(tmpdir(), 'binarus-coupon-'));
afterAll(() => rmSync(folder, { recursive: true }));
const run = async (values: object, photos: readonly string[] = []): Promise<Printed> =>
  (await coupon(values as Parameters<typeof coupon>[0], photos)) as Printed;
interface Printed {
  readonly stops: boolean;
  readonly output: {
    readonly id: string;
    readonly files: readonly string[];
    readonly problems: readonly string[];
    readonly growthMm: { readonly value: number };
    readonly profile: unknown;
  };
}

beforeAll(testReaders);

describe('binarus coupon', () => {
  it('writes a file and its document, and from a photograph prints floor, growth and a profile', async () => {
    const { output } = await run({
      material: 'black-anodised-aluminium',
      machine: 'fibre-laser',
      height: '60',
      seed: '5',
      out: folder,
    });
    expect(output.files).toHaveLength(2);
    expect(readdirSync(folder).sort()).toEqual([...output.files].sort());
    const path = join(folder, output.files[0]!);
    const document = couponSchema.parse(JSON.parse(readFileSync(path, 'utf8')));
    expect(document.id).toBe(output.id);
    const pair = pairOf(document.pair);
    const frame = couponPhoto(
      document,
      { ...machineModelOf(pair, 5), growthMm: 0.06 },
      { pxPerMm: 34, turn: 0.03 },
    );
    const photo = join(folder, 'photo.jpg');
    await sharp(Buffer.from(frame.rgba.buffer), {
      raw: { width: frame.width, height: frame.height, channels: 4 },
    })
      .removeAlpha()
      .jpeg()
      .toFile(photo);
    const other = join(folder, 'rope.jpg');
    writeFileSync(other, await photoOf('https://ternquay.example/rope').jpeg().toBuffer());
    const read = await run({ coupon: path }, [other, photo, join(folder, 'none.jpg')]);
    expect(read.stops).toBe(false);
    expect(read.output.problems).toHaveLength(2);
    // Within a tenth of what the machine really does.
    expect(Math.abs(read.output.growthMm.value / 0.06 - 1)).toBeLessThan(0.1);
    const parsed = parseProfileDocument(read.output.profile);
    expect('profile' in parsed && parsed.profile.pair.origins.growthMm?.from).toBe('calibrated');
  });

  it.each([
    [{}, [], /--out is missing/],
    [{ out: '/tmp' }, ['photo.jpg'], /photographs need --coupon/],
    [{ coupon: '/nowhere.json' }, ['photo.jpg'], /cannot read \/nowhere\.json/],
    [{ out: '/tmp', seed: 'x' }, [], /--seed is a whole number from 1 to/],
    [{ out: '/tmp', width: '30' }, [], /is 30 mm wide; .* need \d+ mm/],
    [
      { out: '/tmp', kind: 'power', powers: '20,x', speeds: '100' },
      [],
      /--powers is numbers with commas between/,
    ],
    [{ out: '/tmp', format: 'stl' }, [], /builds nothing up, so there is no body to write/],
  ])('says what is wrong with %j', async (values, photos, says) => {
    await expect(run(values, photos)).rejects.toThrow(says);
  });
});
