/** Sheets in the shell: laid out, read back place by place, written, and refused with what would fit. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findPair } from '../content';
import { newJob, type Job } from '../core/job';
import { laySheets, sheetFiles, unreadCodes } from '../core/imposition';
import { measureFile, toolOf } from '../core/readback';
import { runJob } from '../core/run';
import { sheetOn, stocks } from '../core/sheet';
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
    readonly pieces: readonly string[];
    readonly waste: number;
    readonly sheets?: number;
    readonly readBack: { readonly codes: number; readonly read: number; readonly measures: number };
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
      readBack: { codes: 21, read: 21 },
    });
    expect(output.waste).toBeCloseTo(1 - (19 * 60 * 40) / (210 * 297), 3);
    // Two whole sheets alike, and one of the last two.
    expect(output.files).toEqual([
      expect.stringMatching(/19-on-a4_sheets-1-to-2.*\.svg$/),
      expect.stringMatching(/2-on-a4_sheet-3.*\.svg$/),
      expect.stringMatching(/19-on-a4_sheets-1-to-2.*\.pdf$/),
      expect.stringMatching(/2-on-a4_sheet-3.*\.pdf$/),
    ]);
    expect(stops).toBe(false);
    const svg = readFileSync(join(folder, output.files[0]!), 'utf8');
    expect(svg).toContain('width="210mm"');
    expect(svg).toContain('height="297mm"');
  });

  it('reads lighter marks and turned pieces, too', async () => {
    const plate = sticker('black-anodised-aluminium', 'fibre-laser', { width: 95, height: 60 });
    const { output } = await sheet(plate, { stock: 'a4', count: '9' });
    expect(output).toMatchObject({ onSheet: 9, turned: 3, readBack: { codes: 9, read: 9 } });
  });

  it('puts pieces on labels that are cut already', async () => {
    const label = sticker('white-paper', 'laser-printer-600dpi', { width: 63, height: 38 });
    const { output } = await sheet(label, { stock: 'a4-labels-3x7' });
    expect(output).toMatchObject({ onSheet: 21, readBack: { codes: 21, read: 21 } });
  });

  it.each([
    [
      { stock: 'a4', count: '20' },
      /19 pieces of 60 × 40 mm fit, and 20 are wanted\. So many fit up to 5\d\.?\d* ×/,
    ],
    [{ stock: '50x50' }, /Harbour office sticker is 60 × 40 mm; there is room for 40 × 40 mm/],
    [{ stock: 'a4-labels-5x13' }, /a label is 38\.1 × 21\.2 mm/],
    [{ stock: 'a4', layout: 'staggered' }, /Staggered rows are for round pieces/],
    [{ stock: 'cardboard' }, /there is no stock “cardboard”; there is a4,/],
    [{ stock: 'a4', gap: 'wide' }, /--gap is from 0 to 100 mm/],
    [{ stock: 'a4', count: '0' }, /--count is a whole number/],
    [{ stock: 'a4', quantity: 'many' }, /--quantity is a whole number from 1 to/],
    [{ stock: 'a4', empty: 'first' }, /--empty has numbers of places/],
    [{ stock: 'a4', marks: 'bells' }, /--marks has crop, registration, rule/],
    [{ stock: 'a4', resize: true }, /--resize needs --count/],
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

  it('makes the pieces as large as the count allows, and says what that is', async () => {
    const { output } = await sheet(sticker(), { stock: 'a4', count: '24', resize: true, gap: '2' });
    // No pieces of 60 by 40 that are larger than this lie 24 times on 200 by 287 mm.
    const [width, height] = output.pieces[0]!.match(/[\d.]+/g)!.map(Number) as [number, number];
    expect(output).toMatchObject({ onSheet: 24, readBack: { codes: 24, read: 24 } });
    expect(width / height).toBeCloseTo(1.5, 2);
    expect(width).toBeGreaterThan(48);
    expect(width).toBeLessThan(60);
  });

  it('passes over places that are used, and cuts and prints the same places with marks', async () => {
    const values = { stock: 'a4', count: '4', empty: '1-3,5', layout: 'grid', marks: 'registration,crop' };
    const parts: Record<string, string> = {};
    for (const part of ['print', 'cut', 'jig']) {
      const { output } = await sheet(sticker(), { ...values, part });
      // What is cut, and the holder, have no code: none is said to have been read.
      const codes = part === 'print' ? 4 : 0;
      expect(output).toMatchObject({ onSheet: 4, readBack: { codes, read: codes, unread: [] } });
      // Size, open outlines, and number and extent of the outlines of each layer.
      expect(output.readBack.measures).toBeGreaterThanOrEqual(4);
      parts[part] = readFileSync(join(folder, output.files[0]!), 'utf8');
    }
    const cutPath = /stroke="[^"]+" stroke-width[^>]*><path d="([^"]+)"/.exec(parts.cut!)![1]!;
    // Four outlines, the first at the fourth place: 10 mm of margin for the discs and 5 of the sheet, a row of 40 and a gap of 2.
    expect(cutPath.match(/M/g)).toHaveLength(4);
    expect(parts.cut).toContain('sheet marks');
    expect(parts.print).toContain('sheet marks');
    expect(parts.print).not.toContain('stroke-width');
    expect(parts.jig!.match(/M/g)!.length).toBe(5);
  });

  it('lays several jobs beside each other, and names the one that is too large', async () => {
    const paths = [sticker(), sticker('white-vinyl', 'ink-jet-600dpi', { width: 40, height: 40 })].map(
      (job) => {
        const path = join(folder, `${Math.random()}.json`);
        writeFileSync(path, JSON.stringify(job));
        return path;
      },
    );
    const values = { out: folder, stock: 'a5', quantity: '3' } as Parameters<typeof layOnSheet>[0];
    expect((await layOnSheet(values, paths)).output).toMatchObject({
      onSheet: 6,
      readBack: { codes: 6, read: 6 },
    });
    await expect(layOnSheet({ ...values, stock: '60x40' }, paths)).rejects.toThrow(
      /Harbour office sticker is 60 × 40 mm; there is room for 50 × 30 mm/,
    );
  });

  it('sees a code that says something else than its job, by its place', async () => {
    const [own, other] = [sticker(), { ...sticker() }];
    const message = { kind: 'web' as const, address: 'https://ternquay.example/harbour?slip=2' };
    const wrong = { ...other, codes: other.codes.map((code) => ({ ...code, message })) };
    const document = sheetOn(
      stocks.find(({ id }) => id === 'a6')!,
      { layout: 'grid' },
    );
    const [right, mixed] = [own, wrong].map((job) =>
      laySheets(document, [{ result: runJob(job), quantity: null }]),
    );
    const readers = await testReaders();
    const written = await sheetFiles(document, mixed!, { format: 'svg', part: 'all', binary: outputBinary });
    if ('problem' in written) throw new Error(written.problem);
    const [page] = right!.pages;
    const unread = await unreadCodes(written.files[0]!.bytes, page!, right!, readers);
    expect(unread).toHaveLength(page!.codes.length);
    expect(unread[0]).toMatchObject({ piece: 0, slot: 0, text: 'https://ternquay.example/harbour?slip=2' });
  });

  it('is handed over only as files that were measured, in every format of a sheet', async () => {
    const { output } = await sheet(sticker(), {
      stock: 'a5',
      count: '2',
      formats: 'svg,pdf,eps,dxf,dxf-r12',
    });
    expect(output.files).toHaveLength(5);
    expect(output).toMatchObject({ readBack: { codes: 2, read: 2, unread: [] } });
    expect(output.readBack.measures).toBeGreaterThanOrEqual(5 * 4);
  });

  it('of which a file is another than was meant is refused, with the measured and the wanted value', async () => {
    const document = sheetOn(
      stocks.find(({ id }) => id === 'a6')!,
      { layout: 'grid' },
    );
    const laid = laySheets(document, [{ result: runJob(sticker()), quantity: 2 }]);
    const written = await sheetFiles(document, laid, { format: 'svg', part: 'cut', binary: outputBinary });
    if ('problem' in written) throw new Error(written.problem);
    const [{ bytes, operations, corner }] = written.files as [(typeof written.files)[0]];
    const { pair } = laid.pieces[0]!.result;
    const measured = (content: Uint8Array, wanted = operations) =>
      measureFile(content, 'svg', wanted, {
        corner,
        heightMm: wanted.heightMm,
        tool: toolOf(pair),
        groundColour: pair.groundColour,
        wrappedMm: null,
        binary: outputBinary,
      });
    expect(await measured(bytes)).toMatchObject({ problem: null });
    const { widthMm, heightMm } = operations;
    expect((await measured(bytes, { ...operations, widthMm: widthMm + 10 })).problem).toBe(
      `Size: ${widthMm} x ${heightMm} mm in the file, ${widthMm + 10} x ${heightMm} mm were to be in it.`,
    );
    const [cut] = operations.operations;
    const oneLess = { ...cut, area: undefined, lines: 'lines' in cut! ? cut.lines.slice(1) : [] };
    expect((await measured(bytes, { ...operations, operations: [oneLess as never] })).problem).toMatch(
      /^Outlines of .*: 2 in the file, 1 were to be in it\.$/,
    );
    expect((await measured(bytes.subarray(0, bytes.length / 2))).problem).toContain('not well-formed XML');
  });
});
