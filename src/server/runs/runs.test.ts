/** Series on the server: what is handed over is in the register; a run that was broken off goes on where it was; no number twice. */
import { afterAll, describe, expect, it } from '@jest/globals';
import { unzipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import Papa from 'papaparse';
import { findPair } from '../../content';
import { newJob } from '../../core/job';
import { newSeries, type SeriesDocument } from '../../core/series';
import { sheetOn, stocks } from '../../core/sheet';
import { archivedRunSchema, type Run, type RunWish } from '../../wire';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';
import type { RunPart } from './task';
import { archivedRuns } from './store';
import { runHere, type RunThreads } from './threads';

const folder = mkdtempSync(join(tmpdir(), 'binarus-runs-'));
afterAll(() => rmSync(folder, { recursive: true }));
const fresh = (): Db => openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));
const open = (db: Db, threads: RunThreads = runHere): Data => openData(db, { threads });

const jacket = newJob({
  name: 'Life-jacket',
  message: { kind: 'web', address: 'https://ternquay.example/jacket/0' },
  pair: findPair('white-vinyl', 'ink-jet-600dpi'),
  codeWidthMm: 24,
  pieceSizeMm: { width: 34, height: 34 },
});
const a4 = sheetOn(
  stocks.find(({ id }) => id === 'a4')!,
  { layout: 'grid' },
);
const seriesOf = (numbers: readonly string[]): SeriesDocument =>
  newSeries(
    { kind: 'table', name: 'jackets.csv', columns: ['number'], rows: numbers.map((number) => [number]) },
    {
      match: [
        { target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/jacket/{number}' },
      ],
    },
  );
const wishOf = (numbers: readonly string[], change: Partial<RunWish> = {}): RunWish => ({
  job: jacket,
  series: seriesOf(numbers),
  sheet: a4,
  form: 'document',
  again: false,
  contacts: false,
  ...change,
});
async function run(data: Data, wish: RunWish): Promise<Run> {
  const { id } = data.runs.ask(data.jobs.create(wish.job).id, 1, wish);
  await data.runs.settled();
  return data.runs.view(data.runs.find(id)!);
}
const filesOf = (data: Data, { id }: Run): Record<string, Uint8Array> =>
  unzipSync(new Uint8Array(readFileSync(data.runs.packed(id)!)));

describe('a run', () => {
  it('hands over a document with an index and a contact sheet, and puts each piece into the register', async () => {
    const data = open(fresh());
    const made = await run(data, wishOf(['LJ1', 'LJ2', 'LJ3'], { contacts: true }));
    expect(made).toMatchObject({
      state: 'made',
      hasFiles: true,
      report: { made: 3, heldBack: 0, pages: 1, codes: 3, problem: '' },
    });
    const files = filesOf(data, made);
    expect(Object.keys(files).sort()).toEqual([
      'life-jacket_series.pdf',
      'life-jacket_series_contact-sheet.pdf',
      'life-jacket_series_index.csv',
    ]);
    const index = Papa.parse<Record<string, string>>(
      new TextDecoder().decode(files['life-jacket_series_index.csv']).trim(),
      { header: true },
    ).data;
    const payload = 'https://ternquay.example/jacket/LJ2';
    expect(index[1]).toMatchObject({
      row: '3',
      'table: number': 'LJ2',
      message: payload,
      page: '1',
      place: '2',
      'read back, SHA-256': createHash('sha256').update(payload).digest('hex'),
    });
    expect(data.runs.register({ payload })).toMatchObject({
      found: 1,
      pieces: [{ runNumber: 1, name: 'LJ2', row: 1, page: 0, place: 1, jobName: 'Life-jacket' }],
    });
    // Signs that a search knows are taken as they stand.
    expect(data.runs.register({ find: 'lj' }).found).toBe(3);
    expect(data.runs.register({ find: 'L%1' }).found).toBe(0);
  });

  it('gives no number twice unless that is said; what is forgotten can be given again', async () => {
    const data = open(fresh());
    const first = await run(data, wishOf(['1', '2']));
    const second = await run(data, wishOf(['2', '3']));
    expect(second.report).toMatchObject({ made: 1, madeBefore: 1, codes: 1 });
    const none = await run(data, wishOf(['1', '2', '3']));
    expect(none).toMatchObject({
      state: 'refused',
      report: { madeBefore: 3, problem: 'All rows were made before, and none can be made.' },
    });
    expect((await run(data, wishOf(['3'], { again: true }))).report).toMatchObject({ made: 1 });
    expect(data.runs.madeBefore(['https://ternquay.example/jacket/3'])).toMatchObject([
      { index: 0, runNumber: 4 },
    ]);
    expect(data.runs.forget(first.id)).toBe(true);
    expect(data.runs.packed(first.id)).toBeNull();
    // The second run left 2 out, so that both were the first one's.
    expect((await run(data, wishOf(['1', '2', '3']))).report).toMatchObject({ made: 2, madeBefore: 1 });
  });

  it('goes on where a server was killed: what was written is not written again, what was read not read again', async () => {
    const db = fresh();
    /** Dies, as it were, before a part: nothing comes back, and nothing is told. */
    const dying = (before: RunPart['do'], times: { left: number }): RunThreads => ({
      ...runHere,
      count: 2,
      work: (order, tell, signal) => {
        if (order.part.do === before && times.left-- <= 0) return new Promise(() => undefined);
        return runHere.work(order, tell, signal);
      },
    });
    const numbers = Array.from({ length: 6 }, (_, index) => String(index + 1));
    const killed = open(db, dying('read', { left: 1 }));
    const { id } = killed.runs.ask(killed.jobs.create(jacket).id, 1, wishOf(numbers));
    const inFolder = (): string[] => {
      const path = join(dirname(db.name), 'runs', id);
      return existsSync(path) ? readdirSync(path) : [];
    };
    while (!inFolder().some((name) => name.startsWith('read-') && name.endsWith('.json')))
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect(killed.runs.find(id)?.state).toBe('under-way');
    /** What of the document and of what was read lies there, and since when. */
    const parts = (): Record<string, number> =>
      Object.fromEntries(
        inFolder()
          .filter((name) => /^(write|read)-.*\.(json|pdf)$/.test(name))
          .map((name) => [name, statSync(join(dirname(db.name), 'runs', id, name)).mtimeMs]),
      );
    const before = parts();
    expect(Object.keys(before)).toHaveLength(3);

    let after: Record<string, number> = {};
    const later = open(db, {
      ...runHere,
      count: 2,
      work: (order, tell, signal) => {
        if (order.part.do === 'pack') after = parts();
        return runHere.work(order, tell, signal);
      },
    });
    later.runs.takeUp();
    await later.runs.settled();
    expect(later.runs.find(id)).toMatchObject({ state: 'made', report: { made: 6, codes: 6 } });
    // The rest of the codes was read; everything else is as it was.
    expect(after).toMatchObject(before);
    expect(Object.keys(after)).toHaveLength(4);
    // Parts are swept once they are packed.
    expect(inFolder()).toEqual(['files.zip']);
    expect(later.runs.register({ run: id }).found).toBe(6);
  });

  it('that is given up leaves nothing in the register, and can go on', async () => {
    const db = fresh();
    let isHeld = true;
    const slow: RunThreads = {
      ...runHere,
      work: (order, tell, signal) =>
        isHeld && order.part.do === 'write'
          ? new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('given up'))))
          : runHere.work(order, tell, signal),
    };
    const data = open(db, slow);
    const { id } = data.runs.ask(data.jobs.create(jacket).id, 1, wishOf(['1', '2']));
    while (data.runs.view(data.runs.find(id)!).progress?.doing !== 'writing')
      await new Promise((resolve) => setTimeout(resolve, 10));
    data.runs.giveUp(id);
    await data.runs.settled();
    expect(data.runs.find(id)?.state).toBe('given-up');
    expect(data.runs.register({}).found).toBe(0);
    isHeld = false;
    expect(data.runs.goOn(id)).toBe(true);
    await data.runs.settled();
    expect(data.runs.find(id)).toMatchObject({ state: 'made', report: { made: 2 } });
    expect(data.runs.goOn(id)).toBe(false);
  });

  it('that goes on leaves out what another has made meanwhile, whatever it had written before', async () => {
    const db = fresh();
    let fails = true;
    const failing: RunThreads = {
      ...runHere,
      work: (order, tell, signal) =>
        fails && order.part.do === 'read'
          ? Promise.reject(new Error('the disk went away'))
          : runHere.work(order, tell, signal),
    };
    const data = open(db, failing);
    const broken = await run(data, wishOf(['1', '2', '3']));
    expect(broken).toMatchObject({
      state: 'broken',
      report: { problem: expect.stringContaining('broke off') },
    });
    fails = false;
    expect((await run(data, wishOf(['2']))).state).toBe('made');
    expect(data.runs.goOn(broken.id)).toBe(true);
    await data.runs.settled();
    expect(data.runs.find(broken.id)).toMatchObject({
      state: 'made',
      report: { made: 2, madeBefore: 1, codes: 2 },
    });
    expect(data.runs.register({ find: 'jacket/2' }).found).toBe(1);
  });

  it('of more pieces than can be looked through is refused with both numbers', async () => {
    const data = open(fresh());
    const wish = wishOf(['5000', '4999']);
    const many = {
      ...wish.series,
      source: {
        ...wish.series.source,
        rows: Array.from({ length: 11 }, (_, index) => [String(4990 + index)]),
      },
      match: [...wish.series.match, { target: { on: 'quantity' as const }, text: '{number}' }],
    } as SeriesDocument;
    const refused = await run(data, { ...wish, series: many });
    expect(refused).toMatchObject({
      state: 'refused',
      report: { problem: 'The rows make 54945 pieces; at most 50000 are made at once. Part the table.' },
    });
  });

  it('says what it held back and why, and hands over a file for each row under names of their own', async () => {
    const data = open(fresh());
    const long = 'x'.repeat(3000);
    const wish = wishOf(['1', long, '2'], { form: 'svg', sheet: null });
    const named = {
      ...wish.series,
      match: [...wish.series.match, { target: { on: 'file-name' as const }, text: 'jacket' }],
    };
    const made = await run(data, { ...wish, series: named });
    expect(made.report).toMatchObject({ made: 2, heldBack: 1, held: [{ row: 1 }], pages: null, codes: 2 });
    expect(made.report?.held[0]?.why).not.toBe('');
    expect(Object.keys(filesOf(data, made)).sort()).toEqual([
      'jacket.svg',
      'jacket_2.svg',
      'life-jacket_series_index.csv',
    ]);
  });

  it('is in the archive with its pieces and their notes', async () => {
    const db = fresh();
    const data = open(db);
    const made = await run(data, wishOf(['1']));
    expect(data.runs.note(made.id, 0, 1, 'on the ferry')).toBe(true);
    expect(data.runs.note(made.id, 7, 1, 'nowhere')).toBe(false);
    const { ids, read } = archivedRuns(db);
    expect(ids).toEqual([made.id]);
    const { pieces, ...kept } = archivedRunSchema.parse(read(made.id));
    expect(pieces).toMatchObject([{ name: '1', note: 'on the ferry' }]);
    const elsewhere = open(fresh());
    expect(elsewhere.runs.store.takeIn(kept)).toBe(true);
    expect(elsewhere.runs.store.piecesOf(kept.id, pieces, 0)).toBe(true);
    expect(elsewhere.runs.store.takeIn(kept)).toBe(false);
    expect(elsewhere.runs.register({ find: 'jacket/1' }).pieces).toMatchObject([{ note: 'on the ferry' }]);
    // Its files are not there; they can be made again.
    expect(elsewhere.runs.view(elsewhere.runs.find(made.id)!).hasFiles).toBe(false);
  });
});
