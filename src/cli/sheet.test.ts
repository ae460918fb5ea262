/** Sheets in the shell: laid out, read back place by place, written, and refused with what would fit. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findPair } from '../content';
import { newJob, type Job } from '../core/job';
import { runJob, sheetFiles, sheetOf, unreadCodes } from '../core/run';
import { stocks } from '../core/sheet';
import { outputBinary } from '../node/outputBinaries';
import { testReaders } from '../testing/readSymbol';
import { layOnSheet } from './commands/sheet';

const folder = mkdtempSync(join(tmpdir(), 'binarus-sheet-'));
afterAll(() => rmSync(folder, { recursive: true }));

interface Printed {
  readonly stops: boolean;
  readonly output: {
    readonly onSheet: number;
    readonly fits: number;
    readonly turned: number;
    readonly waste: number;
    readonly sheets?: number;
    readonly readBack: { readonly codes: number; readonly read: number };
    readonly files: readonly string[];
    readonly heldBackBy?: readonly object[];
  };
}
const sticker = (
  material = 'white-vinyl',
  machine = 'ink-jet-600dpi',
  size = { width: 60, height: 40 },
): Job =>
  newJob({
    name: 'Harbour office sticker',
    message: { kind: 'web', address: 'https://ternquay.example/harbour' },
    pair: findPair(material, machine)!,
    codeWidthMm: 25,
    pieceSizeMm: size,
  });
async function sheet(job: Job, values: object): Promise<Printed> {
  const path = join(folder, `${Math.random()}.json`);
  writeFileSync(path, JSON.stringify(job));
  return (await layOnSheet({ out: folder, ...values } as Parameters<typeof layOnSheet>[0], [
    path,
  ])) as Printed;
}

describe('binarus sheet', () => {
  it('lays as many as fit on A4, reads every code back, and writes what is asked for', async () => {
    const { output, stops } = await sheet(sticker(), { stock: 'a4', formats: 'svg,pdf', quantity: '40' });
    // 200 by 287 mm with 2 mm gaps, by hand: 3 by 6 upright; five rows of 3 take 210 mm and leave 77, a row of 4 turned: 19.
    expect(output).toMatchObject({
      onSheet: 19,
      fits: 19,
      turned: 4,
      sheets: 3,
      readBack: { codes: 19, read: 19 },
    });
    expect(output.waste).toBeCloseTo(1 - (19 * 60 * 40) / (210 * 297), 3);
    expect(output.files).toEqual([
      expect.stringMatching(/19-on-a4.*\.svg$/),
      expect.stringMatching(/19-on-a4.*\.pdf$/),
    ]);
    expect(stops).toBe(false);
    const svg = readFileSync(join(folder, output.files[0]!), 'utf8');
    expect(svg).toContain('width="210mm"');
    expect(svg).toContain('height="297mm"');
  }, 60_000);

  it('reads lighter marks and turned pieces, too', async () => {
    const plate = sticker('black-anodised-aluminium', 'fibre-laser', { width: 95, height: 60 });
    const { output } = await sheet(plate, { stock: 'a4', count: '9' });
    expect(output).toMatchObject({ onSheet: 9, turned: 3, readBack: { codes: 9, read: 9 } });
  }, 60_000);

  it('puts pieces on labels that are cut already', async () => {
    const label = sticker('white-paper', 'laser-printer-600dpi', { width: 63, height: 38 });
    const { output } = await sheet(label, { stock: 'a4-labels-3x7' });
    expect(output).toMatchObject({ onSheet: 21, readBack: { codes: 21, read: 21 } });
  }, 60_000);

  it.each([
    [
      { stock: 'a4', count: '20' },
      /19 pieces of 60 × 40 mm fit, and 20 are wanted\. So many fit up to 5\d\.?\d* ×/,
    ],
    [{ stock: '50x50' }, /The piece is 60 × 40 mm; there is room for 40 × 40 mm/],
    [{ stock: 'a4-labels-5x13' }, /a label is 38\.1 × 21\.2 mm/],
    [{ stock: 'a4', layout: 'staggered' }, /Staggered rows are for round pieces/],
    [{ stock: 'cardboard' }, /there is no stock “cardboard”; there is a4,/],
    [{ stock: 'a4', gap: 'wide' }, /--gap is from 0 to 100 mm/],
    [{ stock: 'a4', count: '0' }, /--count is a whole number/],
    [{ stock: 'a4', quantity: 'many' }, /--quantity is a whole number from 1 to/],
    [{ stock: 'a4', formats: 'png' }, /is not written as “png”/],
  ])('says what is wrong with %j', async (values, says) => {
    await expect(sheet(sticker(), values)).rejects.toThrow(says);
  });

  it('keeps pieces as far apart as the cut is wide', async () => {
    const tag = sticker('birch-plywood', 'co2-laser');
    await expect(sheet(tag, { stock: 'board-600x400', gap: '0' })).rejects.toThrow(
      /Pieces lie 0 mm apart, and the cut is 0\.\d+ mm wide/,
    );
  });

  it('sees a code that says something else than its job, by its place', async () => {
    const [own, other] = [sticker(), { ...sticker() }];
    const message = { kind: 'web' as const, address: 'https://ternquay.example/harbour?slip=2' };
    const wrong = { ...other, codes: other.codes.map((code) => ({ ...code, message })) };
    const { stock } = stocks.find(({ id }) => id === 'a6')!;
    const wish = { stock, gapMm: 2, layout: 'grid' as const, count: null };
    const [right, mixed] = [own, wrong].map((job) => {
      const result = runJob(job);
      const laid = sheetOf(result, wish);
      if ('problem' in laid) throw new Error(laid.problem);
      return { job, result, laid: laid.laid };
    });
    const readers = await testReaders();
    const written = await sheetFiles(mixed!.job, mixed!.result, mixed!.laid, {
      format: 'svg',
      stockName: 'a6',
      binary: outputBinary,
    });
    if ('problem' in written) throw new Error(written.problem);
    const unread = await unreadCodes(written.files[0]!.bytes, right!.laid, right!.result, readers);
    expect(unread).toHaveLength(right!.laid.codes.length);
    expect(unread[0]).toMatchObject({ piece: 0, text: 'https://ternquay.example/harbour?slip=2' });
  }, 60_000);
});
