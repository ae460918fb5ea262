/** Sheets and series over HTTP: kept with their job, refused with a sentence, gone with it. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { findPair } from '../../content';
import { newJob } from '../../core/job';
import { newSeries } from '../../core/series';
import { sheetOn, stocks } from '../../core/sheet';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { openDatabase } from '../db';

const db = openDatabase(':memory:');
let server: Server;
let base = '';
let data: Data;
let id = '';
beforeAll(async () => {
  data = openData(db);
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  // On a machine that stands still for seconds a connection would be closed while a request is on its way.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  id = data.jobs.create(
    newJob({ message: { kind: 'text', text: 'tide' }, pair: findPair('white-vinyl', 'ink-jet-600dpi') }),
  ).id;
});
afterAll(() => {
  server.close();
  db.close();
});

async function send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const response = await fetch(base + path, {
    method,
    // Whatever is there, where a test is not about that.
    headers: {
      'content-type': 'application/json',
      ...(method === 'PUT' ? { 'if-match': '*' } : {}),
      ...headers,
    },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  const tag = response.headers.get('etag') ?? '';
  return {
    tag,
    status: response.status,
    body: (text === '' ? {} : JSON.parse(text)) as Record<string, unknown>,
  };
}
const nobody = '00000000-0000-4000-8000-000000000009';
const a4 = stocks.find((stock) => stock.id === 'a4')!;
const series = newSeries(
  { kind: 'table', name: 'slips.csv', columns: ['slip'], rows: [['1'], ['2']] },
  { match: [{ target: { on: 'serial' }, text: '{slip}' }] },
);

describe('a document that is kept with a job', () => {
  it('is not put in place of what another window saved (RFC 9110, 13.1.1 and 15.5.13)', async () => {
    const path = `/jobs/${id}/sheet`;
    const sheet = (quantity: number) => ({ sheet: sheetOn(a4, { pieces: [{ jobId: id, quantity }] }) });
    const { tag: none } = await send('GET', path);
    const first = await send('PUT', path, sheet(1), { 'if-match': none });
    expect(first.status).toBe(204);
    // Another window began with nothing, too.
    const late = await send('PUT', path, sheet(2), { 'if-match': none });
    expect(late).toMatchObject({
      status: 412,
      body: { problem: 'Another window saved this sheet meanwhile.' },
    });
    expect((await send('GET', path)).body).toEqual(sheet(1));
    // The same again, as after an answer that was cut off, is no conflict.
    expect((await send('PUT', path, sheet(1), { 'if-match': none })).status).toBe(204);
    const { tag } = await send('GET', path);
    expect(tag).toBe(first.tag);
    expect((await send('PUT', path, sheet(3), { 'if-match': tag })).status).toBe(204);
    expect((await send('GET', path)).body).toEqual(sheet(3));
    expect((await send('DELETE', path, {})).status).toBe(204);
  });

  it('is not changed by who does not say what it replaces (RFC 6585, 3)', async () => {
    const path = `/jobs/${id}/sheet`;
    const sheet = (quantity: number) => ({ sheet: sheetOn(a4, { pieces: [{ jobId: id, quantity }] }) });
    const { tag } = await send('PUT', path, sheet(7));
    const response = await fetch(base + path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(sheet(8)),
    });
    expect(response.status).toBe(428);
    expect(await response.text()).toContain('If-Match');
    expect(await send('GET', path)).toMatchObject({ tag, body: sheet(7) });
    expect((await send('DELETE', path, {})).status).toBe(204);
  });

  it.each([
    ['sheet', () => sheetOn(a4, { pieces: [{ jobId: id, quantity: 12 }] })],
    ['series', () => series],
  ] as const)('is none at first, then what was kept last: %s', async (name, make) => {
    const path = `/jobs/${id}/${name}`;
    expect((await send('GET', path)).body).toEqual({ [name]: null });
    const document = make();
    expect((await send('PUT', path, { [name]: document })).status).toBe(204);
    expect((await send('GET', path)).body).toEqual({ [name]: document });
    expect((await send('DELETE', path, {})).status).toBe(204);
    expect((await send('GET', path)).body).toEqual({ [name]: null });
  });

  it.each([
    ['a job that is not there', `/jobs/${nobody}/series`, () => ({ series }), 404, /no such job/],
    ['no document', `/jobs/ID/series`, () => ({}), 400, /series/],
    [
      'a row that is too short',
      `/jobs/ID/series`,
      () => ({ series: { ...series, source: { ...series.source, rows: [[]] } } }),
      400,
      /more or fewer cells/,
    ],
    [
      'a newer version',
      `/jobs/ID/sheet`,
      () => ({ sheet: { ...sheetOn(a4), formatVersion: 3 } }),
      400,
      /formatVersion/,
    ],
    [
      'margins that leave no room',
      `/jobs/ID/sheet`,
      () => ({
        sheet: sheetOn({
          ...a4,
          stock: {
            kind: 'sheet',
            widthMm: 20,
            heightMm: 20,
            marginMm: { left: 10, top: 0, right: 10, bottom: 0 },
          },
        }),
      }),
      400,
      /margins leave 0 × 20 mm of 20 × 20 mm/,
    ],
  ])('is refused with a sentence: %s', async (_, path, make, status, says) => {
    const answer = await send('PUT', path.replace('ID', id), make());
    expect(answer.status).toBe(status);
    expect(JSON.stringify(answer.body)).toMatch(says);
  });

  it('that cannot be read is told and never overwritten, and the job is none the worse', async () => {
    db.prepare(
      "INSERT INTO sheets (job_id, saved_at, document) VALUES (?, '2026', '{\"formatVersion\": 99}')",
    ).run(id);
    const answer = await send('GET', `/jobs/${id}/sheet`);
    expect(answer).toMatchObject({
      status: 422,
      body: {
        problem:
          'The sheet of this job cannot be read: formatVersion: this document is of version 99; this program reads up to 2.',
        raw: '{"formatVersion": 99}',
      },
    });
    // Neither with the tag of nothing, nor whatever is there.
    const sheet = sheetOn(
      stocks.find((stock) => stock.id === 'a4')!,
      { pieces: [{ jobId: id, quantity: 1 }] },
    );
    for (const tag of ['"none"', '*'])
      expect((await send('PUT', `/jobs/${id}/sheet`, { sheet }, { 'if-match': tag })).status).toBe(422);
    expect(db.prepare('SELECT document FROM sheets').pluck().get()).toBe('{"formatVersion": 99}');
    expect((await send('GET', `/jobs/${id}`)).status).toBe(200);
    expect(data.sheets.list()).toEqual([]);
    expect(db.prepare('SELECT count(*) FROM sheets').pluck().get()).toBe(1);
  });

  it('goes with its job', async () => {
    data.series.keep(id, series);
    db.prepare('DELETE FROM jobs WHERE id = ?').run(id);
    expect(db.prepare('SELECT count(*) FROM series').pluck().get()).toBe(0);
    expect(db.prepare('SELECT count(*) FROM sheets').pluck().get()).toBe(0);
  });
});
