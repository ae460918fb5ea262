import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import { layCoupon } from '../../core/coupon';
import { startingPair, valuesOf } from '../../core/plan';
import { newSeries } from '../../core/series';
import { evenMargin, noMarks, sheetFormatVersion, type Stock } from '../../core/sheet';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pino } from 'pino';
import { templates } from '../../content';
import { lookOf, newJob, type Job } from '../../core/job';
import { newLink } from '../../core/links';
import { newLogo } from '../../core/logo';
import { goodCheck } from '../../testing/checks';
import { goodProof } from '../../testing/proofs';
import { withFirst } from '../../testing/findings';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { workshopHere } from '../work';
import { openDatabase, type Db } from '../db';
import type { ArchivedRun, ImportReport, KeptCoupon } from '../../wire';
import { archiveLimits, type ArchivedFile, type ReadJob, type ReadRest } from './format';
import { readArchive } from './read';

const folder = mkdtempSync(join(tmpdir(), 'binarus-archive-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** An empty installation in a folder of its own. */
const fresh = (): Db => openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));

let db: Db;
let data: Data;
beforeEach(() => {
  db = fresh();
  data = openData(db);
});

const document = newJob({
  name: 'Test plate',
  message: { kind: 'web', address: 'https://ternquay.example' },
});
const drawing = strToU8(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>',
);

interface Content extends ReadRest {
  readonly jobs: readonly ReadJob[];
  readonly files: readonly ArchivedFile[];
  readonly runs: readonly ArchivedRun[];
}

/** What is read of an archive, all at once. */
async function readAll(bytes: Uint8Array): Promise<Content | { readonly problem: string }> {
  const path = join(folder, 'read.zip');
  writeFileSync(path, bytes);
  const [jobs, files, runs]: [ReadJob[], ArchivedFile[], ArchivedRun[]] = [[], [], []];
  const rest = await readArchive(path, {
    job: (job) => void jobs.push(job),
    file: (file) => void files.push(file),
    run: (run) => void runs.push(run),
  });
  return 'problem' in rest ? rest : { ...rest, jobs, files, runs };
}
async function contentOf(bytes: Uint8Array): Promise<Content> {
  const content = await readAll(bytes);
  if ('problem' in content) throw new Error(content.problem);
  return content;
}
async function importInto(into: Data, bytes: Uint8Array, dry = false): Promise<ImportReport> {
  const report = await into.archive.importFrom(Readable.from([bytes]), dry);
  if ('problem' in report) throw new Error(report.problem);
  return report;
}
const archiveOf = (from: Data): Promise<Uint8Array> => buffer(from.archive.out());

const noise = (characters: number, seed: number): string =>
  Array.from({ length: Math.ceil(characters / 64) }, (_, index) =>
    createHash('sha256').update(`${seed} ${index}`).digest('hex'),
  )
    .join('')
    .slice(0, characters);

/** Every row that the owner made. */
const everythingIn = (from: Db): unknown =>
  [
    'SELECT id, place, current_revision FROM jobs',
    'SELECT job_id, number, name, document, saved_at FROM revisions',
    'SELECT job_id, revision, report, proved_at FROM proofs',
    'SELECT job_id, revision, made_on, note FROM makings',
    'SELECT id, job_id, revision, checked_at, note, file_name, predicted, result, thumbnail FROM checks',
    'SELECT hash, media_type, bytes FROM files',
    "SELECT hash, owner, owner_id FROM file_references WHERE owner = 'job'",
    'SELECT name, look FROM house_styles',
    `SELECT collection, house_styles.name FROM collection_styles
     JOIN house_styles ON house_styles.id = house_style_id`,
    'SELECT name, document FROM templates',
    'SELECT name, width_mm, height_mm, corner_mm FROM stock_sizes',
    'SELECT id, name, note, based_on, pair FROM profiles',
    'SELECT collection, pattern FROM name_patterns',
    'SELECT id, made_at, kept FROM coupons',
    'SELECT job_id, document FROM sheets',
    'SELECT job_id, document FROM series',
    'SELECT name, stock FROM sheet_stocks',
    'SELECT id, job_id, job_name, revision, asked_at, ended_at, state, wish, report FROM series_runs',
    'SELECT run_id, row, copy, name, payload, file, page, place, note FROM made_pieces',
    'SELECT DISTINCT hash, owner FROM file_references',
    'SELECT id, revision, saved_at, document FROM links',
    'SELECT link_id, number, saved_at, document FROM link_revisions',
    'SELECT slug, link_id FROM link_slugs',
    'SELECT only, document FROM link_settings',
    'SELECT slug, hour, person, preview, robot, firsts FROM visit_hours',
    'SELECT slug, day, person, firsts FROM visit_days',
    'SELECT slug, day, device, system, language, count FROM visitor_days',
  ].map((sql) =>
    from.prepare<[], Record<string, unknown>>(`${sql} ORDER BY 1, 2`).all().map(withoutOrderOfKeys),
  );

/** JSON as what it means. */
const withoutOrderOfKeys = (row: Record<string, unknown>): unknown =>
  Object.fromEntries(
    Object.entries(row).map(([column, value]) => [
      column,
      ['document', 'look', 'pair', 'kept', 'stock', 'wish', 'report'].includes(column)
        ? JSON.parse(value as string)
        : value,
    ]),
  );

const laid = layCoupon(
  valuesOf(startingPair),
  { kind: 'sizes', widthMm: 90, heightMm: null, bothPolarities: false, powersPercent: [], speedsMmPerS: [] },
  1,
  '2026-11-27T08:00:00.000Z',
);
if ('problem' in laid) throw new Error(laid.problem);
const keptCoupon: KeptCoupon = { coupon: laid.coupon, note: 'vinyl of the new roll', readings: [] };

/** Two pieces that were made, one with a note; their series names a picture. */
const keptRun = (jobId: string, hash: string): ArchivedRun => {
  const piece = { row: 0, copy: 1, name: '1', payload: 'https://ternquay.example/1', file: 'slips.pdf' };
  return {
    id: '00000000-0000-4000-8000-000000000021',
    jobId,
    jobName: 'Slips',
    revision: 1,
    askedAt: '2026-11-27T09:00:00.000Z',
    endedAt: '2026-11-27T09:00:04.000Z',
    wish: {
      job: document,
      series: newSeries(
        { kind: 'table', name: '', columns: ['slip'], rows: [['1'], ['2']] },
        { pictures: [{ name: 'tern.svg', hash, kind: 'drawing' }] },
      ),
      sheet: null,
      form: 'document',
      again: false,
      contacts: false,
    },
    report: {
      made: 2,
      heldBack: 0,
      held: [],
      leftOut: 0,
      madeBefore: 0,
      look: { version: 3, forcedBy: 1 },
      pages: 2,
      codes: 2,
      files: ['slips.pdf'],
      problem: '',
      problemRow: null,
      wrong: [],
    },
    pieces: [
      { ...piece, page: 0, place: 0, note: 'on the ferry' },
      { ...piece, row: 1, name: '2', page: 1, place: 0, note: '' },
    ],
  };
};

/** A link that was changed once, its settings, and who came. */
function fillWithLink({ links }: Data): void {
  links.saveSettings({ ...links.settings(), base: 'https://go.ternquay.example' });
  const { id, revision, link } = links.create({
    name: 'Regatta',
    target: 'https://ternquay.example/regatta',
    slug: 'REGATTA',
  });
  links.save(id, revision, { ...link, target: 'https://ternquay.example/results' });
  for (const [hours, language] of [
    [0, 'en'],
    [1, 'en'],
    [40, 'de'],
  ] as const)
    links.visits.add({
      at: Date.parse('2026-07-04T12:00:00Z') + hours * 3600e3,
      slug: 'REGATTA',
      who: 'person',
      device: 'phone',
      system: 'Apple',
      language,
      isFirst: hours === 0,
    });
  links.visits.flush();
}

/** One of everything, and the hash of its logo. */
async function fill(): Promise<{ id: string; hash: string }> {
  const clean = await data.workshop.clean(drawing);
  if ('problem' in clean) throw new Error(clean.problem);
  const { hash } = data.files.add(clean);
  const withLogo: Job = withFirst(document, {
    logo: newLogo({ kind: 'drawing', file: hash, fileName: 'tern.svg' }),
  });
  const { id } = data.jobs.create(withLogo);
  data.jobs.markMade(id, 1, { on: '2026-11-25', note: 'one' });
  data.jobs.addRevision(id, 1, { ...withLogo, name: 'Second' });
  data.jobs.nameRevision(id, 1, 'First for the harbour');
  data.jobs.saveProof(id, 2, goodProof);
  data.checks.keep(id, { ...goodCheck, note: 'by the slip' });
  data.checks.keep(id, { ...goodCheck, revision: 2 });
  data.jobs.move([data.jobs.create(document).id], 'archive');
  data.houseStyles.assign('Berths', data.houseStyles.save('Plates', lookOf(withLogo.codes[0]!)).id);
  data.pieceShelf.saveTemplate('Kept', templates[0]!.job);
  data.profiles.add({ name: 'Rudder tags', note: 'one', basedOn: 'x', pair: valuesOf(startingPair) });
  data.namePatterns.keep({ collection: 'Berths', pattern: '{collection}_{title}' });
  data.coupons.keep(keptCoupon);
  const a5: Stock = { kind: 'sheet', widthMm: 148, heightMm: 210, marginMm: evenMargin(4) };
  data.pieceShelf.saveSheetStock({ name: 'Offcuts, A5', stock: a5 });
  const slips = { kind: 'table' as const, name: 'slips.csv', columns: ['slip'], rows: [['1'], ['2']] };
  data.series.keep(
    id,
    newSeries(slips, { match: [{ target: { on: 'serial' }, text: '{slip}' }], onSheet: true }),
  );
  data.sheets.keep(id, {
    formatVersion: sheetFormatVersion,
    stock: { id: 'own', name: 'Offcuts, A5', stock: a5 },
    gapMm: 2,
    layout: 'turned',
    pieces: [{ jobId: id, quantity: 7 }],
    empty: [0, 3],
    moved: [],
    marks: noMarks,
  });
  const { pieces, ...run } = keptRun(id, hash);
  data.runs.store.takeIn(run);
  data.runs.store.piecesOf(run.id, pieces, 0);
  fillWithLink(data);
  data.pieceShelf.saveStockSize({ name: 'Offcut', widthMm: 50, heightMm: 20, cornerMm: 0 });
  return { id, hash };
}

describe('an archive', () => {
  it('brings everything into an empty installation unchanged', async () => {
    await fill();
    const bytes = await archiveOf(data);
    const empty = fresh();
    const elsewhere = openData(empty);
    const before = everythingIn(empty);
    expect(await importInto(elsewhere, bytes, true)).toMatchObject({
      add: ['Second', 'Test plate'],
      rejected: [],
    });
    expect(everythingIn(empty)).toEqual(before);
    await importInto(elsewhere, bytes);
    expect(everythingIn(empty)).toEqual(everythingIn(db));
    expect(await archiveOf(elsewhere)).toEqual(await archiveOf(data));
  });

  it('leaves links that are here as they are, and the forwarding server knows those that came', async () => {
    fillWithLink(data);
    const bytes = await archiveOf(data);
    const counted = (from: Data): number =>
      from.links
        .visitsOf({ from: '2026-07-01', to: '2026-08-01', zone: 'UTC' })
        .days.reduce((sum, { person }) => sum + person, 0);
    const elsewhere = openData(fresh());
    // One of its addresses belongs to another there.
    elsewhere.links.create({ name: 'Own', target: 'https://ternquay.example/own', slug: 'regatta' });
    await importInto(elsewhere, bytes);
    expect(elsewhere.links.forwardingTools().linkOf('REGATTA')?.target).toBe('https://ternquay.example/own');
    expect(counted(elsewhere)).toBe(0);
    const empty = openData(fresh());
    await importInto(empty, bytes);
    await importInto(empty, bytes);
    expect(empty.links.forwardingTools().linkOf('REGATTA')?.target).toBe('https://ternquay.example/results');
    expect([counted(empty), counted(data)]).toEqual([3, 3]);
  });

  it('never changes what is here: the same is left alone, another job under the same id comes beside it', async () => {
    const { id } = await fill();
    const bytes = await archiveOf(data);
    data.houseStyles.save('Plates', lookOf(document.codes[0]!));
    const before = everythingIn(db);
    expect(await importInto(data, bytes)).toMatchObject({
      add: [],
      copy: [],
      same: ['Second', 'Test plate'],
    });
    expect(everythingIn(db)).toEqual(before);
    data.jobs.addRevision(id, 2, { ...document, name: 'Went on' });
    expect(await importInto(data, bytes)).toMatchObject({ copy: ['Second'], same: ['Test plate'] });
    expect(data.jobs.summaries()).toHaveLength(3);
    expect(data.jobs.find(id)).toMatchObject({ revision: 3, document: { name: 'Went on' } });
  });

  it('whose job is saved here under its id while it is read comes beside it', async () => {
    const { id } = data.jobs.create(document);
    const bytes = await archiveOf(data);
    const empty = fresh();
    const elsewhere = openData(empty, {
      workshop: {
        ...workshopHere,
        archive: async (paths) => {
          const staged = await workshopHere.archive(paths);
          empty.prepare("INSERT INTO jobs (id, created_at, current_revision) VALUES (?, '', 1)").run(id);
          empty
            .prepare("INSERT INTO revisions (job_id, number, document, saved_at) VALUES (?, 1, ?, '')")
            .run(id, JSON.stringify({ ...document, name: 'Saved meanwhile' }));
          return staged;
        },
      },
    });
    expect(await importInto(elsewhere, bytes)).toMatchObject({ add: [], copy: ['Test plate'] });
    expect(elsewhere.jobs.find(id)).toMatchObject({ document: { name: 'Saved meanwhile' } });
    expect(empty.prepare('SELECT count(*) FROM jobs').pluck().get()).toBe(2);
  });

  it('comes in whole or not at all, and leaves nothing behind', async () => {
    await fill();
    const bytes = await archiveOf(data);
    const empty = fresh();
    const elsewhere = openData(empty);
    const before = everythingIn(empty);
    empty.exec(`CREATE TRIGGER full BEFORE INSERT ON makings BEGIN SELECT RAISE (ABORT, 'no room'); END`);
    // By its message: SQLite's errors are of the class that the first test file of this process has loaded.
    await expect(importInto(elsewhere, bytes)).rejects.toMatchObject({ message: 'no room' });
    expect(everythingIn(empty)).toEqual(before);
    expect(readdirSync(dirname(empty.name)).filter((file) => file.startsWith('incoming-'))).toEqual([]);
    empty.exec('DROP TRIGGER full');
    expect((await importInto(elsewhere, bytes)).add).toHaveLength(2);
  });

  it('is copied in slices that nobody sees, and shown all at once', async () => {
    const { id } = await fill();
    for (let berth = 0; berth < 40; berth++) data.jobs.create({ ...document, name: `Berth ${berth}` });
    const bytes = await archiveOf(data);
    const all = data.jobs.summaries().length;
    const into = fresh();
    const elsewhere = openData(into);
    /** What anybody could see of it. */
    const seen = () => [
      elsewhere.jobs.summaries().length,
      elsewhere.shelf.ids({}).length,
      (JSON.parse(elsewhere.shelf.page({}, 0, 60)) as { total: number }).total,
      elsewhere.jobs.find(id) !== undefined,
      elsewhere.jobs.findText(id) !== undefined,
      elsewhere.jobs.revisions(id).length,
      elsewhere.jobs.revision(id, 1) !== undefined,
      elsewhere.jobs.twins('https://ternquay.example').length,
      elsewhere.jobs.move([id], 'bin') !== null,
      elsewhere.runs.list().length,
      elsewhere.runs.register({}).found,
      elsewhere.runs.madeBefore(data.runs.register({}).pieces.map(({ payload }) => payload)).length,
      elsewhere.shelf.profiles().length,
    ];
    const nothing = [0, 0, 0, false, false, 0, false, 0, false, 0, 0, 0, 0];
    /** One that goes out while the other comes in. */
    let goingOut: Promise<Uint8Array> | null = null;
    const counts: number[] = [];
    let others = 0;
    const going = setInterval(() => others++, 0);
    const report = await elsewhere.archive.importFrom(Readable.from([bytes]), false, {
      onNote: () => {
        const count = into.prepare<[], number>('SELECT count(*) FROM jobs').pluck().get()!;
        counts.push(count);
        if (count > 0) goingOut ??= archiveOf(elsewhere);
        expect(seen()).toEqual(nothing);
      },
    });
    clearInterval(going);
    expect(report).toMatchObject({ rejected: [] });
    // Something was there before all of it was, and others came in between.
    expect(counts.filter((count) => count > 0 && count < all).length).toBeGreaterThan(1);
    expect(others).toBeGreaterThan(2);
    expect((await contentOf((await goingOut)!)).jobs).toEqual([]);
    expect(seen().slice(0, 4)).toEqual([all, all, all, true]);
    expect(elsewhere.runs.register({}).found).toBe(data.runs.register({}).found);
    expect(into.prepare('SELECT count(*) FROM arrivals').pluck().get()).toBe(0);
  });

  it('of which a killed server left a part shows nothing, and the next takes it back', async () => {
    const { id } = await fill();
    const bytes = await archiveOf(data);
    const into = fresh();
    await importInto(openData(into), bytes);
    into.exec(
      "INSERT INTO arrivals VALUES ('left'); UPDATE jobs SET arrival = 'left'; UPDATE series_runs SET arrival = 'left'",
    );
    into.exec("UPDATE shelf SET arrival = 'left'");
    const next = openData(into);
    expect([next.jobs.summaries(), next.jobs.find(id), next.runs.list()]).toEqual([[], undefined, []]);
    await next.background.settled();
    const rows = (table: string) => into.prepare(`SELECT count(*) FROM ${table}`).pluck().get();
    expect(
      ['jobs', 'revisions', 'proofs', 'series_runs', 'made_pieces', 'shelf', 'arrivals'].map(rows),
    ).toEqual(Array(7).fill(0));
    // The same archive comes in again.
    expect((await importInto(next, bytes)).add).toHaveLength(2);
  });

  it('that is stopped while it is copied leaves nothing', async () => {
    await fill();
    for (let berth = 0; berth < 40; berth++) data.jobs.create({ ...document, name: `Berth ${berth}` });
    const bytes = await archiveOf(data);
    const into = fresh();
    const elsewhere = openData(into);
    const before = everythingIn(into);
    const stop = new AbortController();
    const taking = elsewhere.archive.importFrom(Readable.from([bytes]), false, {
      signal: stop.signal,
      onNote: () => {
        if (into.prepare<[], number>('SELECT count(*) FROM jobs').pluck().get()! > 0) stop.abort();
      },
    });
    await expect(taking).rejects.toThrow('stopped');
    expect(everythingIn(into)).toEqual(before);
  });

  it('that was cut off by a killed server is swept up by the next', () => {
    const left = join(dirname(db.name), 'incoming-6d2f9a3e-2222-4222-8333-444455556666.sqlite');
    writeFileSync(left, 'half');
    openData(db);
    expect(readdirSync(dirname(left))).not.toContain('incoming-6d2f9a3e-2222-4222-8333-444455556666.sqlite');
  });

  it('is measured after it came in', async () => {
    await fill();
    const elsewhere = openData(fresh());
    await importInto(elsewhere, await archiveOf(data));
    await elsewhere.measuring.settled();
    expect(elsewhere.jobs.summaries().map(({ severity }) => severity)).not.toContain('unknown');
  });

  it('holds what was there at one moment, whatever is saved while it goes out', async () => {
    const file = openDatabase(join(folder, 'moment.sqlite'));
    const busy = openData(file);
    const { id } = busy.jobs.create(document);
    busy.jobs.addRevision(id, 1, { ...document, note: 'a' });
    const stream = busy.archive.out();
    // The sitting goes on, so revision 2 is folded into 3 before its document has gone out.
    busy.jobs.addRevision(id, 2, { ...document, note: 'b' });
    expect(busy.jobs.revisions(id).map(({ number }) => number)).toEqual([3, 1]);
    const { jobs, rejected } = await contentOf(await buffer(stream));
    expect(rejected).toEqual([]);
    expect(jobs[0]!.revisions.map(({ number }) => number)).toEqual([1, 2]);
    expect(jobs[0]!.newest.note).toBe('a');
    file.close();
  });

  it('that nobody takes to its end lets go of the database, and the server goes on', async () => {
    const file = openDatabase(join(folder, 'aborted.sqlite'));
    const busy = openData(file);
    // Incompressible, so that much is left when the first bytes have come.
    for (let index = 0; index < 200; index++) busy.jobs.create({ ...document, note: noise(2000, index) });
    const stream = busy.archive.out();
    for await (const part of stream) {
      expect((part as Uint8Array).length).toBeGreaterThan(0);
      break;
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(stream.destroyed).toBe(true);
    // A reader that was still there would keep the log of writes from being emptied.
    expect(file.pragma('wal_checkpoint(TRUNCATE)')).toMatchObject([{ busy: 0 }]);
    expect((await contentOf(await buffer(busy.archive.out()))).jobs).toHaveLength(200);
    file.close();
  });

  it('takes a job with an outline of 3,000 points and 151 revisions', async () => {
    const contours = [
      Array.from({ length: 3000 }, (_, index) => {
        const angle = (index / 3000) * 2 * Math.PI;
        return {
          x: 50 + 40.123_456_789 * Math.cos(angle),
          y: 50 + 40.123_456_789 * Math.sin(angle),
          bulge: 0.001,
        };
      }),
    ];
    const drawn = (note: string): Job => ({
      ...document,
      note,
      piece: { ...document.piece, outline: { kind: 'drawn', fileName: 'float.dxf', contours } },
    });

    const { id } = data.jobs.create(drawn('1'));
    for (let revision = 1; revision <= 150; revision++) {
      data.jobs.addRevision(id, revision, drawn(`${revision + 1}`));
      data.jobs.keep(id, revision + 1);
    }
    const bytes = await archiveOf(data);
    const { jobs, rejected } = await contentOf(bytes);
    expect(rejected).toEqual([]);
    expect(jobs[0]!.revisions).toHaveLength(151);
    // What made one file of the whole job too large to be read again.
    const unpackedBytes = Object.values(unzipSync(bytes)).reduce((sum, entry) => sum + entry.length, 0);
    expect(unpackedBytes).toBeGreaterThan(archiveLimits.fileBytes);
  });
});

const head = (formatVersion: number): Uint8Array =>
  strToU8(JSON.stringify({ format: 'binarus-archive', formatVersion }));
const json = (value: unknown): Uint8Array => strToU8(JSON.stringify(value));
const [first, second] = ['6d2f9a3e-2222-4222-8333-444455556666', '7d2f9a3e-2222-4222-8333-444455556666'];
const revision = { number: 1, savedAt: '2026-11-25T10:00:00Z', proof: null, made: null };

describe('an archive of an older version', () => {
  it('has its documents in the list of revisions', async () => {
    const { jobs } = await contentOf(
      zipSync({
        'binarus-archive.json': head(1),
        [`jobs/${first}.json`]: json({ id: first, place: 'shelf', revisions: [{ ...revision, document }] }),
        'house-styles.json': json([{ name: 'Plates', look: lookOf(document.codes[0]!) }]),
      }),
    );
    expect(jobs).toMatchObject([{ id: first, newest: document }]);
  });
});

describe('an archive with something bad in it', () => {
  const listed = (id: string): Uint8Array => json({ id, place: 'shelf', revisions: [revision] });
  const good = {
    'binarus-archive.json': head(5),
    [`jobs/${first}.json`]: listed(first),
    [`jobs/${first}/1.json`]: json(document),
  };
  const hash = createHash('sha256').update(drawing).digest('hex');

  it.each([
    ['a document that is missing', { [`jobs/${second}.json`]: listed(second) }, '1.json is missing'],
    [
      'a document that is no job',
      { [`jobs/${second}.json`]: listed(second), [`jobs/${second}/1.json`]: json({ name: 'Odd plate' }) },
      '“Odd plate”. Revision 1',
    ],
    ['a list that is cut off', { [`jobs/${second}.json`]: strToU8('{"id":') }, 'not JSON'],
    ['a job under another name', { [`jobs/${second}.json`]: listed(first) }, 'another job'],
    [
      'revisions out of order',
      {
        [`jobs/${second}.json`]: json({ id: second, place: 'shelf', revisions: [revision, revision] }),
        [`jobs/${second}/1.json`]: json(document),
      },
      'out of order',
    ],
    ['a logo of other bytes', { [`files/${hash}.svg`]: strToU8('<svg/>') }, 'SHA-256'],
  ])('%s: takes the rest and says why', async (_, bad, reason) => {
    const content = await contentOf(zipSync({ ...good, ...bad }));
    expect(content.jobs).toMatchObject([{ id: first, newest: document }]);
    expect(content.rejected).toEqual([
      { file: Object.keys(bad)[0], reason: expect.stringContaining(reason) },
    ]);
  });

  it('takes links only that could have been typed, and names the others', async () => {
    const base = 'https://go.ternquay.example';
    const time = '2026-11-25T10:00:00.000Z';
    const ids = Array.from({ length: 9 }, (_, index) => `${index}d2f9a3e-3333-4222-8333-444455556666`);
    const leading = (target: string, slug: string) =>
      ({ number: 1, savedAt: time, link: newLink(slug.toLowerCase(), slug, target) }) as const;
    const links = [
      leading('https://ternquay.example/tides', 'GOOD'),
      leading('https://ternquay.example/\r\nSet-Cookie:a=b', 'SPLIT'),
      leading('https://ternquay.example/gezeiten-übersicht', 'OUTSIDE-ASCII'),
      leading('javascript:alert(1)', 'SCRIPT'),
      leading(`${base}/itself`, 'ITSELF'),
      leading(`${base}/PONG`, 'PING'),
      leading(`${base}/PING`, 'PONG'),
      leading('https://ternquay.example/other', 'TAKEN'),
    ];
    const [first, second] = [
      leading('https://ternquay.example/1', 'TURNED'),
      leading('https://ternquay.example/2', 'TURNED'),
    ];
    const bytes = zipSync({
      'binarus-archive.json': head(15),
      'link-settings.json': json({ ...data.links.settings(), base }),
      ...Object.fromEntries(
        links.map((revision, index) => [
          `links/${ids[index]!}.json`,
          json({ id: ids[index]!, revisions: [revision], counted: [] }),
        ]),
      ),
      [`links/${ids[8]!}.json`]: json({
        id: ids[8]!,
        revisions: [{ ...first, number: 2 }, second],
        counted: [],
      }),
    });
    data.links.create({ name: 'Here', target: 'https://ternquay.example/here', slug: 'TAKEN' });
    const dry = await importInto(data, bytes, true);
    expect(data.links.list()).toHaveLength(1);
    const report = await importInto(data, bytes);
    // What would be left out is told before it is.
    expect(dry.rejected).toEqual(report.rejected);
    expect(
      data.links
        .list()
        .map(({ link }) => link.name)
        .sort(),
    ).toEqual(['Here', 'good']);
    expect(report.rejected.map(({ file, reason }) => [ids.indexOf(file.slice(6, 42)), reason])).toEqual([
      [1, expect.stringContaining('“split”. The target holds a space or a sign')],
      [2, expect.stringContaining('“outside-ascii”. The target holds a space or a sign')],
      [3, expect.stringContaining('javascript: is never forwarded to')],
      [4, expect.stringContaining('would go round')],
      [5, expect.stringContaining('would go round')],
      [6, expect.stringContaining('would go round')],
      [7, expect.stringContaining('the address of another link')],
      [8, expect.stringContaining('not in the order of their numbers')],
    ]);
  });

  it.each(['javascript:x', 'not a url', 'mailto:links@ternquay.example'])(
    'leaves settings out whose address cannot be opened: %s',
    async (base) => {
      const bytes = zipSync({
        'binarus-archive.json': head(15),
        'link-settings.json': json({ ...data.links.settings(), base }),
      });
      expect((await importInto(data, bytes)).rejected).toEqual([
        { file: 'link-settings.json', reason: expect.stringContaining(base) },
      ]);
      expect(data.links.settings().base).toBe('');
    },
  );

  it('finds a bit that has turned by the checksum', async () => {
    // Stored as it is, so that a turned bit leaves a document that can be read.
    const bytes = zipSync(good, { level: 0 });
    const index = Buffer.from(bytes).indexOf('Test plate');
    bytes[index] = 'B'.charCodeAt(0);
    const content = await contentOf(bytes);
    expect(content.jobs).toEqual([]);
    expect(content.rejected).toEqual([
      { file: `jobs/${first}.json`, reason: expect.stringContaining('CRC-32') },
    ]);
  });

  it('unpacks no more than an entry has declared', async () => {
    const bytes = Buffer.from(
      zipSync({ ...good, [`jobs/${first}/1.json`]: json({ ...document, note: 'x'.repeat(1900) }) }),
    );
    // The size in the central directory, APPNOTE 6.3.10, 4.3.12: 24 bytes after the signature, the name 46 after it.
    const index = bytes.lastIndexOf(`jobs/${first}/1.json`) - 46;
    expect(bytes.readUInt32LE(index)).toBe(0x02014b50);
    bytes.writeUInt32LE(100, index + 24);
    expect((await contentOf(bytes)).rejected).toMatchObject([{ reason: expect.stringContaining('damaged') }]);
  });
});

describe('what is no archive, or a hostile one', () => {
  const twice = Buffer.from(zipSync({ 'binarus-archive.json': head(5), 'binarus-archive.jsoo': head(5) }));
  for (let index = twice.indexOf('.jsoo'); index >= 0; index = twice.indexOf('.jsoo'))
    twice.write('.json', index);

  it.each([
    [strToU8('hello'), 'damaged, or it is not a ZIP'],
    [zipSync({ 'binarus-archive.json': head(5) }).slice(0, 60), 'damaged, or it is not a ZIP'],
    [zipSync({ '../../etc/passwd': strToU8('x') }), 'does not belong'],
    [zipSync({ 'jobs/x.json': strToU8('{}') }), 'does not belong'],
    [zipSync({ 'readme.txt': strToU8('x') }), 'does not belong'],
    [zipSync({}), 'no binarus-archive.json'],
    [zipSync({ 'binarus-archive.json': head(17) }), 'version 17'],
    [twice, 'twice'],
    [zipSync({ 'binarus-archive.json': new Uint8Array(archiveLimits.fileBytes + 1) }), 'more than is read'],
  ])('is refused with a reason (%#)', async (bytes, reason) => {
    expect(await readAll(bytes)).toEqual({ problem: expect.stringContaining(reason) });
  });

  it('changes nothing over HTTP, and a good one comes in', async () => {
    await fill();
    const good = await archiveOf(data);
    const empty = fresh();
    const app = createServer(
      createApp({ data: openData(empty), webFolder: null, log: pino({ level: 'silent' }) }),
    );
    await new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(app.address() as AddressInfo).port}/api/archive`;
    const send = (query: string, body: Uint8Array, type = 'application/zip') =>
      fetch(url + query, { method: 'POST', headers: { 'content-type': type }, body: body as BodyInit });
    const before = everythingIn(empty);
    const refused = await send('', good.slice(0, good.length / 2));
    expect([refused.status, await refused.json()]).toEqual([
      422,
      { problem: expect.stringContaining('Nothing was changed.') },
    ]);
    expect((await send('', good, 'text/plain')).status).toBe(415);
    expect(await (await send('?dry=1', good)).json()).toMatchObject({ add: ['Second', 'Test plate'] });
    expect(everythingIn(empty)).toEqual(before);
    expect((await send('', good)).status).toBe(200);
    expect(everythingIn(empty)).toEqual(everythingIn(db));
    const out = await fetch(url);
    expect(out.headers.get('content-type')).toBe('application/zip');
    expect(new Uint8Array(await out.arrayBuffer())).toEqual(new Uint8Array(good));
    app.close();
  });
});
