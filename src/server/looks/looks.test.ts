import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { encode } from 'fast-png';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { newLogo } from '../../core/logo';
import { jobFileOf, lookOf, newJob, type JobFile } from '../../core/job';
import { withFirst } from '../../testing/findings';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { openDatabase } from '../db';

let server: Server;
let data: Data;
let base = '';
const db = openDatabase(':memory:');

beforeAll(async () => {
  data = openData(db);
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
  db.close();
});

const drawing = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M0 0H10V10H0Z"/></svg>';

async function upload(body: string | Uint8Array, type = 'application/octet-stream') {
  const response = await fetch(`${base}/api/files`, {
    method: 'POST',
    headers: { 'content-type': type },
    body: body as BodyInit,
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

async function send(method: string, path: string, body?: unknown) {
  const response = await fetch(base + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: text === '' ? null : JSON.parse(text) };
}

const jobWith = (file: string) =>
  withFirst(newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' } }), {
    logo: newLogo({ kind: 'drawing', file, fileName: 'tern.svg' }),
  });

describe('files', () => {
  it('are kept once by their hash, cleaned, and served so that nothing in them can run', async () => {
    const hostile = drawing.replace('<path', '<script>alert(1)</script><path onclick="x()"');
    const first = await upload(hostile);
    expect(first).toMatchObject({ status: 201, body: { mediaType: 'image/svg+xml', removed: ['scripts'] } });
    expect((await upload(drawing)).body.hash).toBe(first.body.hash);
    const served = await fetch(`${base}/api/files/${first.body.hash as string}`);
    expect(await served.text()).not.toMatch(/script|onclick/);
    expect(served.headers.get('content-security-policy')).toContain('sandbox');
    expect(served.headers.get('x-content-type-options')).toBe('nosniff');
  });

  it('that are too large, of another kind or not sent as bytes are refused with a sentence', async () => {
    expect(await upload('hello')).toMatchObject({ status: 422, body: { problem: expect.any(String) } });
    expect((await upload(new Uint8Array(5_000_000))).status).toBe(413);
    expect((await upload(drawing, 'image/svg+xml')).status).toBe(415);
    const wide = encode({ width: 1300, height: 2, data: new Uint8Array(1300 * 8), channels: 4 });
    expect(await upload(wide)).toMatchObject({
      status: 422,
      body: { problem: expect.stringMatching(/1300 × 2 pixels; at most 1200/) },
    });
    expect((await send('GET', `/api/files/${'0'.repeat(64)}`)).status).toBe(404);
    expect((await send('GET', '/api/files/../etc')).status).toBe(404);
  });

  it('that nothing refers to go a day after they were last asked for; what is needed stays', async () => {
    const coloured = (colour: string) => drawing.replace('<path', `<path fill="${colour}"`);
    const hashOf = async (colour: string) => (await upload(coloured(colour))).body.hash as string;
    const unused = await hashOf('#111111');
    const [inJob, inTemplate, inStyle] = [
      await hashOf('#222222'),
      await hashOf('#333333'),
      await hashOf('#444444'),
    ];
    const { id } = (await send('POST', '/api/jobs', { document: jobWith(inJob) })).body as { id: string };
    // A later revision without the logo leaves the earlier one with it.
    const later = withFirst(jobWith(inJob), { logo: null });
    await send('POST', `/api/jobs/${id}/revisions`, { baseRevision: 1, document: later });
    await send('POST', '/api/piece-shelf/templates', { name: 'Tern plate', document: jobWith(inTemplate) });
    const look = lookOf(jobWith(inStyle).codes[0]!);
    const style = (await send('POST', '/api/house-styles', { name: 'Tern', look })).body as { id: string };
    const status = async (hash: string) => (await fetch(`${base}/api/files/${hash}`)).status;

    // The job that the template was made from is gone for good.
    const gone = (await send('POST', '/api/jobs', { document: jobWith(inTemplate) })).body as { id: string };
    await send('POST', '/api/shelf/move', { ids: [gone.id], place: 'bin' });
    await send('POST', '/api/shelf/empty-bin', {});
    expect(await status(unused)).toBe(200);

    data.files.deleteUnused(new Date(Date.now() + 25 * 3600 * 1000));
    expect(await status(unused)).toBe(404);
    for (const hash of [inJob, inTemplate, inStyle]) expect(await status(hash)).toBe(200);

    await send('DELETE', `/api/house-styles/${style.id}`, {});
    data.files.deleteUnused(new Date(Date.now() + 25 * 3600 * 1000));
    expect(await status(inStyle)).toBe(404);
  });

  it('are read where nothing can be written', async () => {
    const { hash } = (await upload(drawing)).body as { hash: string };
    db.prepare("UPDATE files SET asked_at = '2026-01-01T00:00:00.000Z'").run();
    db.pragma('query_only = 1');
    try {
      expect((await fetch(`${base}/api/files/${hash}`)).status).toBe(200);
    } finally {
      db.pragma('query_only = 0');
    }
  });

  it('are looked at when a job is saved: a missing logo stops it, one that is there does not', async () => {
    const { hash } = (await upload(drawing)).body as { hash: string };
    const good = (await send('POST', '/api/jobs', { document: jobWith(hash) })).body as { id: string };
    const bad = (await send('POST', '/api/jobs', { document: jobWith('f'.repeat(64)) })).body as {
      id: string;
    };
    // Nobody who saves waits for it.
    const measured = async (id: string): Promise<string> => {
      for (;;) {
        const { jobs } = (await send('GET', '/api/shelf')).body as {
          jobs: { id: string; severity: string }[];
        };
        const { severity } = jobs.find((job) => job.id === id)!;
        if (severity !== 'unknown') return severity;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    };
    expect(await measured(good.id)).not.toBe('stop');
    expect(await measured(bad.id)).toBe('stop');
  });
});

describe('house styles', () => {
  it('are kept by name, given to collections, exported with their files and taken in elsewhere', async () => {
    const { hash } = (await upload(drawing)).body as { hash: string };
    const look = lookOf(jobWith(hash).codes[0]!);
    const kept = (await send('POST', '/api/house-styles', { name: 'Ternquay signs', look })).body as {
      id: string;
    };
    expect(
      (await send('PUT', '/api/house-styles/collection', { collection: 'Moorings', houseStyleId: kept.id }))
        .status,
    ).toBe(204);
    // The same name again replaces the look and keeps the collections.
    const again = await send('POST', '/api/house-styles', { name: 'Ternquay signs', look });
    expect(again.body).toMatchObject({ id: kept.id, collections: ['Moorings'], look });
    const document = (await send('GET', `/api/house-styles/${kept.id}/document`)).body as {
      files: unknown[];
    };
    expect(document).toMatchObject({ format: 'binarus-style', name: 'Ternquay signs', files: [{ hash }] });

    const elsewhere = openData(openDatabase(':memory:'));
    const app = createServer(createApp({ data: elsewhere, webFolder: null, log: pino({ level: 'silent' }) }));
    await new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve));
    const other = `http://127.0.0.1:${(app.address() as AddressInfo).port}/api/house-styles/import`;
    const importArchive = async (body: unknown) =>
      fetch(other, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    expect((await importArchive(document)).status).toBe(201);
    expect(elsewhere.houseStyles.list()).toMatchObject([{ name: 'Ternquay signs', look }]);
    expect(elsewhere.files.find(hash)?.mediaType).toBe('image/svg+xml');
    // A second one of that name never replaces the first.
    await importArchive(document);
    expect(elsewhere.houseStyles.list().map(({ name }) => name)).toEqual([
      'Ternquay signs',
      'Ternquay signs (2)',
    ]);
    // A file that is not what its hash says, and one that is not brought.
    const forged = {
      ...document,
      files: [{ ...(document.files[0] as object), base64: btoa(drawing.replace('10', '9')) }],
    };
    expect((await importArchive(forged)).status).toBe(422);
    const missing = JSON.parse(JSON.stringify(document).replaceAll(hash, 'e'.repeat(64))) as {
      files: unknown[];
    };
    expect((await importArchive({ ...missing, files: [] })).status).toBe(422);
    expect((await importArchive({ format: 'binarus-job' })).status).toBe(422);
    app.close();
  });

  it('job files bring their pictures into a database that has neither', async () => {
    const hash = (await upload(drawing)).body.hash as string;
    const job = jobWith(hash);
    const made = await jobFileOf(job, (file) => Promise.resolve(data.files.find(file)?.bytes ?? null));
    const file = (made as { file: JobFile }).file;
    const elsewhere = openData(openDatabase(':memory:'));
    const app = createServer(createApp({ data: elsewhere, webFolder: null, log: pino({ level: 'silent' }) }));
    await new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve));
    const importFile = async (body: string, id = '') =>
      fetch(`http://127.0.0.1:${(app.address() as AddressInfo).port}/api/jobs/import${id}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
    const forged = { ...file, files: [{ ...file.files[0]!, base64: btoa(drawing.replace('10', '9')) }] };
    for (const [wrong, why] of [
      [JSON.stringify(forged), 'Picture 1 of 1 was changed'],
      ['{"format":', 'this is not'],
      ['{}', 'This is not a job file.'],
    ] as const) {
      const refused = await importFile(wrong);
      expect(refused.status).toBe(422);
      expect(await refused.text()).toContain(why);
    }
    expect(elsewhere.shelf.page({ place: 'shelf' }, 0, 10)).toContain('"jobs":[]');
    expect(elsewhere.files.everything()).toEqual([]);

    const id = '?id=3f0b3c52-7d0f-4a4e-8f52-0a6f5c1f7b10';
    for (const time of [1, 2])
      expect([time, (await importFile(JSON.stringify(file), id)).status]).toEqual([time, 201]);
    expect(elsewhere.jobs.find(id.slice(4))?.document).toEqual(job);
    expect(elsewhere.files.find(hash)?.mediaType).toBe('image/svg+xml');
    // The job refers to it, so that it is not swept away.
    expect(elsewhere.files.deleteUnused(new Date(Date.now() + 1e9))).toBe(0);
    app.close();
  });

  it('can be deleted; a collection whose style is gone begins clean', async () => {
    const [style] = data.houseStyles.list();
    expect((await send('DELETE', `/api/house-styles/${style!.id}`, {})).status).toBe(204);
    expect((await send('DELETE', `/api/house-styles/${style!.id}`, {})).status).toBe(404);
    expect(data.houseStyles.list()).toEqual([]);
  });
});

describe('many jobs at once', () => {
  it('are revised all or none', async () => {
    const documents = ['Plate 0', 'Plate 1'].map((name) => ({
      ...withFirst(jobWith('1'.repeat(64)), { logo: null }),
      name,
    }));
    const saved = [];
    for (const document of documents)
      saved.push((await send('POST', '/api/jobs', { document })).body as { id: string; revision: number });
    const restyled = saved.map(({ id }, index) => ({
      id,
      baseRevision: 1,
      document: { ...documents[index]!, note: 'restyled' },
    }));
    expect((await send('POST', '/api/shelf/revise', { jobs: restyled })).status).toBe(204);
    expect(data.jobs.find(saved[0]!.id)).toMatchObject({ revision: 2, document: { note: 'restyled' } });
    // The first has moved on: neither is changed.
    const late = await send('POST', '/api/shelf/revise', {
      jobs: [{ ...restyled[1]!, baseRevision: 2 }, restyled[0]!],
    });
    expect(late).toMatchObject({ status: 409, body: { problem: expect.stringContaining('“Plate 0”') } });
    expect(data.jobs.find(saved[1]!.id)!.revision).toBe(2);
  });
});
