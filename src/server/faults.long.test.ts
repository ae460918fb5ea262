/**
 * Disks that fill up, fail or are locked, at every write of the server, one by one: each is told with what to do, nothing is half
 * written, the next attempt works, and nothing ends the process. The last handler (lastResort.ts) is not there.
 */
import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { pino } from 'pino';
import { layCoupon } from '../core/coupon';
import { lookOf, newJob } from '../core/job';
import { startingPair, valuesOf } from '../core/plan';
import { newSeries } from '../core/series';
import { evenMargin, sheetOn, stocks } from '../core/sheet';
import { goodCheck } from '../testing/checks';
import { failingWrites, type FailingWrites } from '../testing/failingDatabase';
import { goodProof } from '../testing/proofs';
import { createApp } from './app';
import { openData, type Data } from './data';
import { openDatabase, type Db } from './db';
import { workshopHere } from './work';

const folder = mkdtempSync(join(tmpdir(), 'binarus-faults-'));
afterAll(() => rmSync(folder, { recursive: true }));

const document = newJob({
  name: 'Berth 17',
  message: { kind: 'web', address: 'https://ternquay.example/17' },
});

const look = lookOf(document.codes[0]!);
const laid = layCoupon(
  valuesOf(startingPair),
  { kind: 'sizes', widthMm: 90, heightMm: null, bothPolarities: false, powersPercent: [], speedsMmPerS: [] },
  1,
  '2026-11-27T08:00:00.000Z',
);
if ('problem' in laid) throw new Error(laid.problem);
const coupon = { coupon: laid.coupon, note: '', readings: [] };
const a5 = { kind: 'sheet', widthMm: 148, heightMm: 210, marginMm: evenMargin(4) } as const;

let db: Db;
let writes: FailingWrites;
let data: Data;
let server: Server;
let base: string;
/** What nobody waited for and nobody caught. */
let lost: unknown[] = [];
const lose = (error: unknown): void => void lost.push(error);

beforeEach(async () => {
  lost = [];
  process.on('unhandledRejection', lose);
  db = openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));
  writes = failingWrites(db);
  data = openData(db, {
    // Measured in a test of its own: here every write is that of a request.
    workshop: { ...workshopHere, severity: () => new Promise(() => undefined) },
  });
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  // On a machine that stands still for seconds a connection would be closed while a request is on its way.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
});
afterEach(async () => {
  await new Promise((resolve) => setImmediate(resolve));
  process.off('unhandledRejection', lose);
  expect(lost).toEqual([]);
  data.background.close();
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  db.close();
});

interface Step {
  readonly what: string;
  readonly send: () => Promise<Response>;
}

const json = (method: string, path: string, body: unknown = {}): Promise<Response> =>
  fetch(`${base}/${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...(method === 'PUT' ? { 'if-match': '*' } : {}) },
    body: JSON.stringify(body),
  });

/** Everything that is in the database, so that half of a change is seen. */
function everything(): string {
  const tables = db
    .prepare<[], string>("SELECT name FROM sqlite_schema WHERE type = 'table' ORDER BY name")
    .pluck()
    .all();
  return JSON.stringify(tables.map((table) => [table, db.prepare(`SELECT * FROM "${table}"`).all()]));
}

/** One request after the other, of every kind that writes; later ones use what earlier ones made. */
async function steps(): Promise<Step[]> {
  const job = data.jobs.create(document).id;
  const binned = data.jobs.create(document).id;
  const link = data.links.create({ name: 'Regatta', target: 'https://ternquay.example/r', slug: 'REGATTA' });
  const unused = data.links.create({ name: 'Old', target: 'https://ternquay.example/o', slug: 'OLD' });
  const style = data.houseStyles.save('Ternquay', look).id;
  const profile = {
    name: 'Our laser',
    note: '',
    basedOn: 'birch-plywood.co2-laser',
    pair: valuesOf(startingPair),
  };
  const added = data.profiles.add(profile);
  if (added === 'taken') throw new Error('taken');
  const kept = { name: 'Own board', widthMm: 300, heightMm: 200, cornerMm: 0 };
  data.pieceShelf.saveStockSize(kept);
  const stock = data.pieceShelf.list().stockSizes[0]!.id;
  data.pieceShelf.saveTemplate('Own plate', document);
  const template = data.pieceShelf.list().templates[0]!.id;
  data.pieceShelf.saveSheetStock({ name: 'Own sheet', stock: a5 });
  const sheetStock = data.pieceShelf.list().sheetStocks[0]!.id;
  const sheet = sheetOn(
    stocks.find(({ id }) => id === 'a4')!,
    { layout: 'grid' },
  );
  const series = newSeries(
    { kind: 'table', name: 'jackets.csv', columns: ['number'], rows: [['LJ1']] },
    { match: [{ target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/{number}' }] },
  );
  data.series.keep(job, series);
  const run = data.runs.store.begin(job, 1, {
    job: document,
    series,
    sheet,
    form: 'document',
    again: false,
    contacts: false,
  }).id;
  data.runs.store.end(run, 'given-up', null);
  const check = data.checks.keep(job, goodCheck)!.id;
  const archive = new Uint8Array(await buffer(data.archive.out()));
  const drawing = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>',
  );
  return [
    { what: 'a new job', send: () => json('POST', 'jobs', { document }) },
    {
      what: 'a revision',
      send: () =>
        json('POST', `jobs/${job}/revisions`, { baseRevision: 1, document: { ...document, note: 'on' } }),
    },
    {
      what: 'revisions of many',
      send: () =>
        json('POST', 'shelf/revise', {
          jobs: [{ id: job, baseRevision: 2, document: { ...document, note: 'many' } }],
        }),
    },
    { what: 'a collection', send: () => json('POST', 'shelf/file', { ids: [job], collection: 'Berths' }) },
    { what: 'a kept revision', send: () => json('PUT', `jobs/${job}/revisions/4/kept`) },
    { what: 'a name', send: () => json('PUT', `jobs/${job}/revisions/4/name`, { name: 'For the yard' }) },
    { what: 'a proof', send: () => json('PUT', `jobs/${job}/revisions/4/proof`, { report: goodProof }) },
    {
      what: 'what was made',
      send: () => json('PUT', `jobs/${job}/revisions/4/made`, { made: { on: '2026-11-25', note: '' } }),
    },
    { what: 'a move', send: () => json('POST', 'shelf/move', { ids: [binned], place: 'bin' }) },
    { what: 'an empty bin', send: () => json('POST', 'shelf/empty-bin') },
    {
      what: 'a file',
      send: () =>
        fetch(`${base}/files`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: drawing,
        }),
    },
    {
      what: 'a house style',
      send: () => json('POST', 'house-styles', { name: 'Club', look: look }),
    },
    {
      what: 'the style of a collection',
      send: () => json('PUT', 'house-styles/collection', { collection: 'Berths', houseStyleId: style }),
    },
    { what: 'a house style that is deleted', send: () => json('DELETE', `house-styles/${style}`) },
    { what: 'a profile', send: () => json('POST', 'profiles', { ...profile, name: 'Another' }) },
    {
      what: 'a changed profile',
      send: () => json('PUT', `profiles/${added.id}`, { ...profile, note: 'new' }),
    },
    { what: 'a profile that is deleted', send: () => json('DELETE', `profiles/${added.id}`) },
    {
      what: 'a pattern of names',
      send: () => json('PUT', 'name-patterns', { collection: '', pattern: '{title}' }),
    },
    { what: 'a size', send: () => json('POST', 'piece-shelf/stock-sizes', { ...kept, name: 'Board two' }) },
    { what: 'a size that is deleted', send: () => json('DELETE', `piece-shelf/stock-sizes/${stock}`) },
    { what: 'a template', send: () => json('POST', 'piece-shelf/templates', { name: 'Second', document }) },
    { what: 'a template that is deleted', send: () => json('DELETE', `piece-shelf/templates/${template}`) },
    {
      what: 'a sheet of stock',
      send: () => json('POST', 'piece-shelf/sheet-stocks', { name: 'Second', stock: a5 }),
    },
    {
      what: 'a sheet of stock that is deleted',
      send: () => json('DELETE', `piece-shelf/sheet-stocks/${sheetStock}`),
    },
    { what: 'a test piece', send: () => json('PUT', `coupons/${coupon.coupon.id}`, coupon) },
    { what: 'a test piece that is deleted', send: () => json('DELETE', `coupons/${coupon.coupon.id}`) },
    { what: 'a sheet', send: () => json('PUT', `jobs/${job}/sheet`, { sheet }) },
    { what: 'a sheet that is deleted', send: () => json('DELETE', `jobs/${job}/sheet`) },
    {
      what: 'a series',
      send: () => json('PUT', `jobs/${job}/series`, { series: { ...series, onSheet: false } }),
    },
    { what: 'a check', send: () => json('POST', `jobs/${job}/checks`, { ...goodCheck, revision: 4 }) },
    { what: 'a check that is deleted', send: () => json('DELETE', `jobs/${job}/checks/${check}`) },
    {
      what: 'a link',
      send: () => json('POST', 'links', { name: 'Tides', target: 'https://ternquay.example/t', slug: null }),
    },
    {
      what: 'a changed link',
      send: () => json('PUT', `links/${link.id}`, { baseRevision: 1, link: { ...link.link, note: 'new' } }),
    },
    { what: 'a link that is deleted', send: () => json('DELETE', `links/${unused.id}`) },
    {
      what: 'settings of links',
      send: () => json('PUT', 'links/settings', { base: 'https://go.ternquay.example' }),
    },
    {
      what: 'a log',
      send: () =>
        fetch(`${base}/links/log`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: '203.0.113.1 - - [06/Jul/2026:12:00:00 +0200] "GET /REGATTA HTTP/1.1" 302 0 "-" "x"\n',
        }),
    },
    { what: 'a run that is forgotten', send: () => json('DELETE', `runs/${run}`) },
    {
      what: 'an archive',
      send: () =>
        fetch(`${base}/archive`, {
          method: 'POST',
          headers: { 'content-type': 'application/zip' },
          body: archive,
        }),
    },
  ];
}

describe('every write of a request', () => {
  it('that a full or failing disk refuses is told, changes nothing, and works the next time', async () => {
    const met: Record<string, number> = {};
    for (const { what, send } of await steps()) {
      met[what] = 0;
      for (let nth = 1; ; nth++) {
        const before = everything();
        writes.arm(nth, nth % 2 === 1 ? 'SQLITE_FULL' : 'SQLITE_IOERR_WRITE');
        const answer = await send();
        if (!writes.hasFailed()) {
          expect([what, nth, answer.status < 300]).toEqual([what, nth, true]);
          break;
        }
        met[what]!++;
        const { problem } = (await answer.json()) as { problem: string };
        expect([what, nth, answer.status]).toEqual([what, nth, 507]);
        expect(problem).toMatch(/nothing more is saved\. Your work is kept in this window/);
        expect([what, everything() === before]).toEqual([what, true]);
      }
    }
    // None of them is a request that writes nothing.
    expect(Object.entries(met).filter(([, count]) => count === 0)).toEqual([]);
  });

  it('that meets a locked database is done once the lock is gone', async () => {
    for (const { what, send } of await steps())
      for (let nth = 1; nth < 4; nth++) {
        writes.arm(nth, 'SQLITE_BUSY');
        const answer = await send();
        // A second time it may be there already, or be gone.
        expect([what, nth, answer.status < 500]).toEqual([what, nth, true]);
      }
  });
});

describe('a database that another program has locked', () => {
  it('holds up no answer to others, and is told when it stays locked', async () => {
    const { id } = data.jobs.create(document);
    const other = new Database(db.name, { timeout: 0 });
    other.exec('BEGIN IMMEDIATE');
    const saving = json('POST', `jobs/${id}/revisions`, {
      baseRevision: 1,
      document: { ...document, note: 'x' },
    });
    // Answered at once, many times over, while the save waits.
    for (let turn = 0; turn < 20; turn++) expect((await fetch(`${base}/jobs/${id}`)).status).toBe(200);
    other.exec('ROLLBACK');
    expect((await saving).status).toBe(201);
    other.exec('BEGIN IMMEDIATE');
    const refused = await json('POST', `jobs/${id}/revisions`, { baseRevision: 2, document });
    expect(refused.status).toBe(503);
    expect(((await refused.json()) as { problem: string }).problem).toContain('Another program is using');
    other.close();
    expect((await json('POST', `jobs/${id}/revisions`, { baseRevision: 2, document })).status).toBe(201);
  });
});

describe('what nobody waits for', () => {
  it('keeps what was measured once the disk takes it', async () => {
    const opened = openData(db);
    for (const code of ['SQLITE_FULL', 'SQLITE_IOERR_WRITE', 'SQLITE_BUSY']) {
      const { id } = opened.jobs.create(document);
      writes.arm(1, code);
      await opened.measuring.settled();
      await opened.background.settled();
      await expectSoon(() => opened.jobs.summaries().find((job) => job.id === id)!.severity, 'fine');
    }
    opened.background.close();
  });

  it('counts every visit once, whatever became of the first attempt', async () => {
    data.links.create({ name: 'Regatta', target: 'https://ternquay.example/r', slug: 'REGATTA' });
    const visit = { who: 'person', device: 'phone', system: 'Apple', language: 'en', isFirst: true } as const;
    for (let nth = 1; nth <= 6; nth++) {
      data.links.visits.add({ ...visit, slug: 'REGATTA', at: Date.now() });
      writes.arm(nth, 'SQLITE_FULL');
      data.links.visits.flush();
      data.links.visits.flush();
      expect(data.links.visits.since(['REGATTA'], Date.now() - 86_400_000)).toBe(nth);
    }
  });

  it('opens and closes the forwarding server although it cannot be remembered yet', async () => {
    const opened = openData(db, {
      forwarding: { port: 0, host: '127.0.0.1', proxies: data.links.forwardingTools().proxies },
    });
    writes.arm(1, 'SQLITE_FULL');
    expect((await opened.links.openToPublic()).isOpen).toBe(true);
    await expectSoon(() => opened.links.settings().isDoorOpen, true);
    writes.arm(1, 'SQLITE_FULL');
    await opened.links.closeToPublic();
    expect(opened.links.publicAccess().isOpen).toBe(false);
    await expectSoon(() => openData(db).links.settings().isDoorOpen, false);
    opened.background.close();
  });
});

async function expectSoon<Value>(look: () => Value, value: Value): Promise<void> {
  for (let turn = 0; turn < 200 && look() !== value; turn++)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(look()).toEqual(value);
}
