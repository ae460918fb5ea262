/** Series in the shell: rows made, held back and left out, each told; a mix-up seen; an index of what was read back. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { findPair } from '../content';
import { newJob, type Job } from '../core/job';
import { createLibrary } from '../core/run';
import { measureSeries, readSeries, seriesPages, writeSeries } from '../core/production';
import { newSeries } from '../core/series';
import { evenMargin, sheetOn } from '../core/sheet';
import { logoAssets } from '../node/logoAssets';
import { outputBinary } from '../node/outputBinaries';
import { testReaders } from '../testing/readSymbol';
import { makeSeries } from './commands/series';

const folder = mkdtempSync(join(tmpdir(), 'binarus-series-'));
afterAll(() => rmSync(folder, { recursive: true }));

interface Printed {
  readonly stops: boolean;
  readonly output: {
    readonly rows: number;
    readonly made: number;
    readonly heldBack: readonly { readonly row: number; readonly why: string }[];
    readonly leftOut: readonly number[];
    readonly repeated: readonly { readonly row: number; readonly as: number }[];
    readonly version?: number;
    readonly forcedByRow?: number;
    readonly pages?: number;
    readonly pieces?: number;
    readonly readBack?: { readonly codes: number; readonly read: number };
    readonly files: readonly string[];
  };
}
const jacket = (material = 'white-vinyl', machine = 'ink-jet-600dpi'): Job =>
  newJob({
    name: 'Life-jacket inspection',
    message: { kind: 'web', address: 'https://ternquay.example/jacket/0' },
    pair: findPair(material, machine)!,
    codeWidthMm: 24,
    pieceSizeMm: { width: 34, height: 34 },
  });
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const series = async (job: Job, values: object): Promise<Printed> =>
  (await makeSeries({ out: folder, ...values } as Parameters<typeof makeSeries>[0], [
    file(`${Math.random()}.json`, JSON.stringify(job)),
  ])) as Printed;

/** Four rows of a job, measured. */
async function fourOf(job: Job) {
  const library = createLibrary(logoAssets(() => Promise.resolve(null)));
  const match = [
    {
      target: { on: 'message' as const, field: 'address' },
      text: 'https://ternquay.example/jacket/{number}',
    },
  ];
  const source = {
    kind: 'table' as const,
    name: '',
    columns: ['number'],
    rows: [['1'], ['2'], ['3'], ['4']],
  };
  const wish = { job, series: newSeries(source, { match }) };
  return { wish, measured: await measureSeries(wish, library), library };
}
/** Two pieces of 34 mm beside each other. */
const sheetOfTwo = sheetOn(
  {
    id: 'strip',
    name: 'Strip',
    stock: { kind: 'sheet', widthMm: 80, heightMm: 44, marginMm: evenMargin(5) },
  },
  { layout: 'grid' },
);

describe('binarus series', () => {
  it('makes 48 numbered pieces on A4, all of one version, and reads each back from its place', async () => {
    const { output, stops } = await series(jacket(), {
      numbers: '1-48',
      digits: '3',
      prefix: 'LJ',
      match: ['address=https://ternquay.example/jacket/{number}'],
      stock: 'a4',
    });
    // 200 by 287 mm with 2 mm gaps: 5 by 8 of 34 mm, so that the last eight lie on a second page.
    expect(output).toMatchObject({
      rows: 48,
      made: 48,
      heldBack: [],
      pages: 2,
      pieces: 48,
      readBack: { codes: 48, read: 48, wrong: [] },
    });
    expect(stops).toBe(false);
    const [pdf, index] = output.files as [string, string];
    expect(readFileSync(join(folder, pdf), 'latin1').match(/\/Type \/Page\b/g)).toHaveLength(2);
    const lines = Papa.parse<Record<string, string>>(readFileSync(join(folder, index), 'utf8').trim(), {
      header: true,
    }).data;
    expect(lines).toHaveLength(48);
    expect(lines[36]).toMatchObject({
      row: '37',
      'table: number': 'LJ037',
      message: 'https://ternquay.example/jacket/LJ037',
      page: '1',
      place: '37',
    });
    expect(lines[47]).toMatchObject({ page: '2', place: '8' });
    expect(new Set(lines.map((line) => line['read back, SHA-256'])).size).toBe(48);
  });

  it('drops nothing in silence: what is held back, left out or the same says which row, and why', async () => {
    const table = file(
      'jackets.csv',
      'Link;Copies;Note\nhttps://ternquay.example/1;2;\nhttps://ternquay.example/2;0;\n;1;\nhttps://ternquay.example/4;-3;\nhttps://ternquay.example/1;1;\nhttps://ternquay.example/a-very-long-way-to-the-last-of-all-slips-of-the-yard;1;\n',
    );
    const { output, stops } = await series(jacket(), { table });
    expect(output).toMatchObject({
      rows: 6,
      made: 3,
      leftOut: [3],
      heldBack: [
        { row: 4, why: 'Link is empty.' },
        { row: 5, why: 'quantity is “-3”; it is a number from 0 to 5000.' },
      ],
      repeated: [{ row: 6, as: 2 }],
      forcedByRow: 7,
      // A page each: two copies of the first.
      pages: 4,
      pieces: 4,
      readBack: { codes: 4, read: 4 },
    });
    expect(output.version).toBeGreaterThan(3);
    expect(stops).toBe(true);
  });

  it('reads lighter marks, too, that a machine makes', async () => {
    const plate = jacket('black-anodised-aluminium', 'fibre-laser');
    const { output } = await series(plate, {
      numbers: '6x5',
      match: ['address=https://ternquay.example/{number}'],
      stock: '120x90',
    });
    expect(output).toMatchObject({ made: 6, readBack: { codes: 6, read: 6 } });
  });

  it.each([
    [{}, /--table is missing/],
    [{ table: 'nowhere.csv' }, /cannot read nowhere\.csv/],
    [{ numbers: 'all' }, /--numbers is a range such as 1-48/],
    [{ numbers: '5-4' }, /--numbers: /],
    [{ numbers: '1-3' }, /no column says what the codes hold/],
    [{ numbers: '1-3', match: ['address'] }, /--match is what=text/],
    [{ numbers: '1-3', match: ['address={nummer}'] }, /there is no column “nummer”; there is number/],
    [
      { numbers: '1-3', match: ['telephone={number}'] },
      /nothing of the job is called “telephone”; there is address,/,
    ],
    [
      { numbers: '1-3', match: ['address=https://ternquay.example/{number}'], stock: '20x20' },
      /Life-jacket inspection is 34 × 34 mm; there is room for 10 × 10 mm/,
    ],
  ])('says what is wrong with %j', async (values, says) => {
    await expect(series(jacket(), values)).rejects.toThrow(says);
  });

  it('reads pieces whose border bleeds beyond their page, and leaves places empty on the first sheet alone', async () => {
    const job = jacket();
    const bleeding: Job = {
      ...job,
      piece: {
        ...job.piece,
        widthMm: 60,
        heightMm: 60,
        bleedMm: 2,
        outline: { kind: 'contour', paddingMm: 2, borderMm: 2, corner: 'round', colour: '#1F5D52' },
      },
    };
    const { wish, measured, library } = await fourOf(bleeding);
    const pages = await seriesPages(wish, measured, null, library);
    if ('problem' in pages) throw new Error(pages.problem);
    const written = await writeSeries(wish, measured, pages.laid, null, library);
    expect(await readSeries(written, await testReaders(), outputBinary)).toEqual([]);
    const plain = await fourOf(job);
    const onSheet = await seriesPages(
      plain.wish,
      plain.measured,
      { ...sheetOfTwo, empty: [0] },
      plain.library,
    );
    expect('laid' in onSheet && onSheet.laid.pages.map(({ placed }) => placed.length)).toEqual([1, 2, 1]);
  });

  it('sees a code that lies at the place of another row', async () => {
    const job = jacket();
    const { wish, measured, library } = await fourOf(job);
    const pages = await seriesPages(wish, measured, null, library);
    if ('problem' in pages) throw new Error(pages.problem);
    const written = await writeSeries(wish, measured, pages.laid, null, library);
    const readers = await testReaders();
    expect(await readSeries(written, readers, outputBinary)).toEqual([]);
    const [first, second, ...rest] = written.codes;
    // As if two pages had been mixed up.
    const mixed = [{ ...first!, page: second!.page }, { ...second!, page: first!.page }, ...rest];
    const wrong = await readSeries({ ...written, codes: mixed }, readers, outputBinary);
    expect(wrong.map(({ row, text }) => [row, text])).toEqual([
      [0, 'https://ternquay.example/jacket/2'],
      [1, 'https://ternquay.example/jacket/1'],
    ]);
  });
});
