import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { savedJobSchema, shelfPageSchema } from '../wire';
import { newJob, type Job } from '../core/job';
import { createApp } from './app';
import { dataFolder } from './start';
import { openDatabase, type Db } from './db';
import { demoJobs, fillWithDemo, unfinishedDemoJobs } from './demo';
import { openData, type Data } from './data';
import { plainStyle, shapesKey } from '../core/artwork';
import { takePicture } from '../core/proof';
import { createLibrary, runJob, type JobResult } from '../core/run';
import { proofSetup } from '../core/proving';
import { logoAssets } from '../node/logoAssets';
import { withFirst, withPlacement } from '../testing/findings';
import { testReaders } from '../testing/readSymbol';

const folder = mkdtempSync(join(tmpdir(), 'binarus-'));
let db: Db;
let server: Server;
let base = '';

beforeAll(async () => {
  db = openDatabase(join(folder, 'test.sqlite'));
  server = createServer(createApp({ data: openData(db), webFolder: null, log: pino({ level: 'silent' }) }));
  // On a machine that stands still for seconds a connection would be closed while a request is on its way.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

afterAll(() => {
  server.close();
  db.close();
  rmSync(folder, { recursive: true });
});

const document = newJob({
  name: 'Test plate',
  message: { kind: 'web', address: 'https://ternquay.example' },
});

async function send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const response = await fetch(base + path, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, headers: response.headers, body: text === '' ? null : JSON.parse(text) };
}

const create = async () => savedJobSchema.parse((await send('POST', '/api/jobs', { document })).body);

describe('jobs', () => {
  it('are created with revision 1 and come back as they were', async () => {
    const job = await create();
    expect(job).toMatchObject({ revision: 1, proof: null, document });
    expect((await send('GET', `/api/jobs/${job.id}`)).body).toEqual(job);
  });

  it('gain revisions; older ones stay as they are', async () => {
    const { id } = await create();
    const renamed = { ...document, name: 'Renamed' };
    const saved = await send('POST', `/api/jobs/${id}/revisions`, { baseRevision: 1, document: renamed });
    expect(saved).toMatchObject({ status: 201, body: { revision: 2 } });
    expect((await send('GET', `/api/jobs/${id}/revisions/1`)).body).toEqual(document);
    expect((await send('GET', `/api/jobs/${id}/revisions`)).body.revisions).toHaveLength(2);
    expect((await send('GET', `/api/jobs/${id}/newest-revisions`)).body.revisions).toEqual([
      { number: 2, document: renamed },
      { number: 1, document },
    ]);
    expect(() => db.exec(`UPDATE revisions SET document = '{}' WHERE job_id = '${id}'`)).toThrow(
      /cannot be changed/,
    );
  });

  it('are never overwritten from an older revision: the newer one is handed back', async () => {
    const { id } = await create();
    const save = (name: string) =>
      send('POST', `/api/jobs/${id}/revisions`, { baseRevision: 1, document: { ...document, name } });
    expect((await save('first')).status).toBe(201);
    const second = await save('second');
    expect(second.status).toBe(409);
    expect(second.body.current).toMatchObject({ revision: 2, document: { name: 'first' } });
  });

  it('keep the proof of a revision, even when the job went on', async () => {
    const { id } = await create();
    const report = {
      verdict: 'good',
      shots: 20,
      ofShots: 20,
      readers: [],
      distanceM: 0.25,
      pixelsPerModule: 5,
    };
    expect((await send('PUT', `/api/jobs/${id}/revisions/1/proof`, { report })).status).toBe(204);
    await send('POST', `/api/jobs/${id}/revisions`, {
      baseRevision: 1,
      document: { ...document, name: 'on' },
    });
    expect((await send('GET', `/api/jobs/${id}`)).body).toMatchObject({
      revision: 2,
      proof: { revision: 1, report },
    });
    expect((await send('PUT', `/api/jobs/${id}/revisions/9/proof`, { report })).status).toBe(404);
  });
});

describe('the shelf', () => {
  const summaryOf = async (id: string) =>
    shelfPageSchema.parse((await send('GET', '/api/shelf')).body).jobs.find((job) => job.id === id);

  it('shows what is searched and sorted, without documents', async () => {
    const { id } = await create();
    expect(await summaryOf(id)).toMatchObject({
      place: 'shelf',
      name: 'Test plate',
      message: 'https://ternquay.example',
      material: 'White vinyl',
      severity: 'fine',
      proof: null,
      made: null,
    });
    const small = withPlacement(document, { widthMm: 3 });
    await send('POST', `/api/jobs/${id}/revisions`, { baseRevision: 1, document: small });
    expect(await summaryOf(id)).toMatchObject({ revision: 2, severity: 'stop' });
  });

  it('has one job where one was asked for twice under an id, and one revision where a save was sent twice', async () => {
    const id = '6d2f9a3e-5555-4222-8333-444455556666';
    const saveId = '6d2f9a3e-6666-4222-8333-444455556666';
    const first = await send('POST', '/api/jobs', { document, id: id });
    const again = await send('POST', '/api/jobs', { document, id: id });
    expect([first.status, again.status, again.body]).toEqual([201, 201, first.body]);
    const next = { ...document, note: 'once' };
    const save = (extra: object) =>
      send('POST', `/api/jobs/${id}/revisions`, { baseRevision: 1, document: next, ...extra });
    expect((await save({ saveId })).body).toMatchObject({ revision: 2, saveId });
    expect(await save({ saveId })).toMatchObject({ status: 201, body: { revision: 2, saveId } });
    // Anybody else is told, with the id by which whoever saved it knows it.
    expect(await save({ saveId: id })).toMatchObject({
      status: 409,
      body: { current: { revision: 2, saveId } },
    });
    expect((await send('GET', `/api/jobs/${id}`)).body).toMatchObject({ revision: 2, saveId });
  });

  it('is not sent again as long as nothing has changed (RFC 9110, 15.4.5)', async () => {
    await send('GET', '/api/shelf');
    const tag = (await send('GET', '/api/shelf')).headers.get('etag')!;
    const again = () => send('GET', '/api/shelf', undefined, { 'if-none-match': tag });
    expect(await again()).toMatchObject({ status: 304, body: null });
    const { id } = await create();
    expect((await again()).status).toBe(200);
    const newer = (await send('GET', '/api/shelf')).headers.get('etag')!;
    expect(newer).not.toBe(tag);
    await send('PUT', `/api/jobs/${id}/revisions/1/made`, { made: { on: '2026-11-25', note: '' } });
    const after = await send('GET', '/api/shelf', undefined, { 'if-none-match': newer });
    expect(after.status).toBe(200);
  });

  it('moves many jobs at once or none, and empties the bin for good', async () => {
    const ids = [(await create()).id, (await create()).id];
    const unknown = '6d2f9a3e-1111-4222-8333-444455556666';
    expect((await send('POST', '/api/shelf/move', { ids: [...ids, unknown], place: 'bin' })).status).toBe(
      404,
    );
    expect(await summaryOf(ids[0]!)).toMatchObject({ place: 'shelf' });
    expect((await send('POST', '/api/shelf/move', { ids, place: 'bin' })).body).toEqual({
      before: [{ place: 'shelf', ids }],
    });
    expect((await send('POST', '/api/shelf/empty-bin', {})).body).toEqual({ deleted: 2 });
    expect((await send('GET', `/api/jobs/${ids[0]}`)).status).toBe(404);
  });

  it('files many jobs in a collection, each as a new revision', async () => {
    const { id } = await create();
    expect((await send('POST', '/api/shelf/file', { ids: [id], collection: 'Moorings' })).body).toEqual({
      before: [{ collection: '', ids: [id] }],
    });
    expect((await send('GET', `/api/jobs/${id}`)).body).toMatchObject({
      revision: 2,
      document: { collection: 'Moorings' },
    });
  });

  it('finds other jobs with the same message, but not in the bin', async () => {
    const twin = withFirst(document, { message: { kind: 'text', text: 'Only here, twice' } });
    const [a, b] = [
      await send('POST', '/api/jobs', { document: twin }),
      await send('POST', '/api/jobs', { document: twin }),
    ];
    const find = async () =>
      (await send('POST', '/api/shelf/twins', { payload: 'Only here, twice' })).body.jobs;
    expect((await find()).map(({ id }: { id: string }) => id)).toEqual([a.body.id, b.body.id]);
    await send('POST', '/api/shelf/move', { ids: [b.body.id], place: 'bin' });
    expect(await find()).toHaveLength(1);
  });

  it('keeps what was made, by revision, with date and note', async () => {
    const { id } = await create();
    const made = { on: '2026-11-25', note: 'two plates, 40 W' };
    expect((await send('PUT', `/api/jobs/${id}/revisions/1/made`, { made })).status).toBe(204);
    expect(await summaryOf(id)).toMatchObject({ made: { revision: 1, ...made } });
    expect((await send('GET', `/api/jobs/${id}/revisions`)).body.revisions[0]).toMatchObject({ made });
    await send('PUT', `/api/jobs/${id}/revisions/1/made`, { made: null });
    expect(await summaryOf(id)).toMatchObject({ made: null });
  });
});

describe('bad requests', () => {
  it('are told what is wrong, by field', async () => {
    const broken = { ...document, piece: { ...document.piece, widthMm: 'wide' } };
    const answer = await send('POST', '/api/jobs', { document: broken });
    expect(answer.status).toBe(400);
    expect(answer.body.problem).toContain('document.piece.widthMm');
  });

  it('for unknown jobs and malformed ids get 404 and 400', async () => {
    expect((await send('GET', '/api/jobs/6d2f9a3e-1111-4222-8333-444455556666')).status).toBe(404);
    expect((await send('GET', '/api/jobs/7')).status).toBe(400);
    expect((await send('GET', '/api/nothing')).status).toBe(404);
  });

  it('from a foreign page or under a foreign name are refused', async () => {
    expect((await send('GET', '/api/jobs', undefined, { origin: 'https://elsewhere.example' })).status).toBe(
      403,
    );
    const status = await new Promise((resolve) => {
      request(`${base}/api/jobs`, { headers: { host: 'rebound.example' } }, (response) =>
        resolve(response.statusCode),
      ).end();
    });
    expect(status).toBe(403);
    const form = await fetch(`${base}/api/jobs`, { method: 'POST', body: 'x=1' });
    expect(form.status).toBe(415);
  });

  it('that are no JSON or too large are refused', async () => {
    const headers = { 'content-type': 'application/json' };
    expect((await fetch(`${base}/api/jobs`, { method: 'POST', headers, body: '{' })).status).toBe(400);
    const large = JSON.stringify('x'.repeat(2_000_000));
    expect((await fetch(`${base}/api/jobs`, { method: 'POST', headers, body: large })).status).toBe(413);
  });
});

describe('an address that is not written correctly', () => {
  const page = mkdtempSync(join(tmpdir(), 'binarus-page-'));
  mkdirSync(join(page, 'assets'));
  writeFileSync(join(page, 'index.html'), 'the page');
  const app = createServer(
    createApp({ data: openData(openDatabase(':memory:')), webFolder: page, log: pino({ level: 'silent' }) }),
  );
  beforeAll(() => new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve)));
  afterAll(() => {
    app.close();
    rmSync(page, { recursive: true });
  });
  const ask = (path: string): Promise<{ status: number; body: string }> =>
    new Promise((resolve, reject) => {
      const { port } = app.address() as AddressInfo;
      // As it is written: fetch would mend it.
      request({ port, host: '127.0.0.1', path }, (response) => {
        let body = '';
        response.on('data', (part: Buffer) => (body += part.toString()));
        response.on('end', () => resolve({ status: response.statusCode!, body }));
      })
        .on('error', reject)
        .end();
    });

  it.each([
    ['/assets/..%2findex.html', 404, 'nothing at this address'],
    ['/assets/..%2f..%2f..%2fetc/passwd', 404, 'nothing at this address'],
    ['/assets/.hidden', 404, 'nothing at this address'],
    ['/assets/%00', 400, 'not written correctly'],
    ['/assets/%zz', 400, 'not written correctly'],
    ['/%zz', 400, 'not written correctly'],
    ['/%', 400, 'not written correctly'],
    ['/api/jobs/%e0%a4%a', 400, 'a % is not followed by two hexadecimal digits'],
    ['/api/files/%ff%fe', 400, 'a % is not followed by two hexadecimal digits'],
  ])('%s is answered with %i and says so', async (path, status, words) => {
    const answer = await ask(path);
    expect([path, answer.status]).toEqual([path, status]);
    expect((JSON.parse(answer.body) as { problem: string }).problem).toContain(words);
  });
});

describe('every answer', () => {
  it('carries a policy that loads nothing from elsewhere', async () => {
    const policy = (await send('GET', '/api/jobs')).headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(policy).not.toMatch(/https?:|\*|unsafe-inline/);
  });
});

describe('a full disk', () => {
  it('is told as such, and nothing is half saved', async () => {
    const full = openDatabase(join(folder, 'full.sqlite'));
    const data = openData(full);
    const { jobs } = data;
    const { id } = jobs.create(document);
    const pages = full.pragma('page_count', { simple: true }) as number;
    full.pragma(`max_page_count = ${pages}`);
    const app = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
    await new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve));
    const long = withFirst(document, { message: { kind: 'text', text: 'q'.repeat(8000) } });
    const { port } = app.address() as AddressInfo;
    const answer = await fetch(`http://127.0.0.1:${port}/api/jobs/${id}/revisions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ baseRevision: 1, document: long }),
    });
    expect(answer.status).toBe(507);
    expect(((await answer.json()) as { problem: string }).problem).toContain('disk is full');
    expect(jobs.find(id)).toMatchObject({ revision: 1, document });
    app.close();
    full.close();
  });
});

describe('the database', () => {
  it('opens again with everything in it, and refuses one of a newer program', () => {
    const path = join(folder, 'again.sqlite');
    const first = openDatabase(path);
    const { id } = openData(first).jobs.create(document);
    first.close();
    const second = openDatabase(path);
    expect(openData(second).jobs.find(id)?.document).toEqual(document);
    second.pragma('user_version = 999');
    second.close();
    expect(() => openDatabase(path)).toThrow(/newer Binarus/);
  });
});

async function runWithFiles(job: Job, { files }: Data): Promise<JobResult> {
  const library = createLibrary(logoAssets((hash) => Promise.resolve(files.find(hash)?.bytes ?? null)));
  await library.load(job);
  return runJob(job, undefined, library);
}

describe('the demo', () => {
  it('fills an empty database once, with jobs that nothing stops', async () => {
    const demo = openDatabase(':memory:');
    const data = openData(demo);
    await fillWithDemo(data);
    await fillWithDemo(data);
    expect(data.jobs.summaries().map(({ name }) => name)).toEqual(
      [...unfinishedDemoJobs(), ...demoJobs()].map(({ name }) => name),
    );
    expect(new Set(demoJobs().map(({ codes }) => codes[0]!.message.kind)).size).toBeGreaterThanOrEqual(6);
    for (const job of demoJobs()) expect((await runWithFiles(job, data)).heldBackBy).toEqual([]);
    const [begun, tooSmall] = await Promise.all(unfinishedDemoJobs().map((job) => runWithFiles(job, data)));
    expect(begun!.made).toBeNull();
    expect(tooSmall!.heldBackBy.map(({ kind }) => kind)).toContain('module-size');
    const shelf = JSON.parse(data.shelf.page({ place: 'shelf' }, 0, 50)) as {
      jobs: { readonly name: string; readonly made: { readonly on: string } | null }[];
    };
    expect(shelf.jobs[0]!.name).toBe('Regatta poster');
    const made = shelf.jobs.flatMap((job) => (job.made === null ? [] : [job.made.on]));
    expect(made).toHaveLength(2);
    for (const day of made) expect(Date.parse(day)).toBeLessThan(Date.now());
    // At least six of them are dressed, four with a logo.
    const dressed = demoJobs().filter(({ codes }) => shapesKey(codes[0]!.style) !== shapesKey(plainStyle));
    expect(dressed.length).toBeGreaterThanOrEqual(6);
    expect(demoJobs().filter(({ codes }) => codes[0]!.logo !== null).length).toBeGreaterThanOrEqual(4);
    demo.close();
  });
});

describe('the finished files of the demo', () => {
  it('are read by every reader that votes, in one photograph from the chosen distance', async () => {
    const demo = openDatabase(':memory:');
    const data = openData(demo);
    await fillWithDemo(data);
    for (const job of demoJobs()) {
      const setup = proofSetup(job, await runWithFiles(job, data), 1)!;
      const { readings } = await takePicture(setup, await testReaders(), 0.4, 'code-1');
      const voting = readings.filter(({ votes }) => votes);
      expect(voting.map(({ name, read }) => [job.name, name, read])).toEqual(
        voting.map(({ name }) => [job.name, name, true]),
      );
    }
    demo.close();
  });
});

describe('the data folder', () => {
  it('is the one that BINARUS_DATA names, else where the platform keeps application data', () => {
    expect(dataFolder({ BINARUS_DATA: '/srv/b' }, 'linux')).toBe('/srv/b');
    // XDG Base Directory Specification: XDG_DATA_HOME.
    expect(dataFolder({ XDG_DATA_HOME: '/home/t/.data' }, 'linux')).toBe('/home/t/.data/binarus');
    expect(dataFolder({}, 'linux')).toMatch(/\.local\/share\/binarus$/);
    expect(dataFolder({}, 'darwin')).toMatch(/Library\/Application Support\/Binarus$/);
  });
});
