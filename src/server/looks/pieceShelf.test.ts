import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { templates } from '../../content';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { openDatabase } from '../db';

let server: Server;
let base = '';
let data: Data;
const db = openDatabase(':memory:');

beforeAll(async () => {
  data = openData(db);
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/piece-shelf`;
});
afterAll(() => {
  server.close();
  db.close();
});

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are looked at field by field
async function send(method: string, path: string, body?: unknown): Promise<{ status: number; body: any }> {
  const response = await fetch(base + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  return { status: response.status, body: await response.json() };
}
const [plate, tag] = templates;

describe("the owner's own templates", () => {
  it('are kept by name, and the same name again replaces', async () => {
    const first = await send('POST', '/templates', { name: 'Our plate', document: plate!.job });
    expect(first).toMatchObject({
      status: 201,
      body: { templates: [{ name: 'Our plate', document: plate!.job }] },
    });
    const again = await send('POST', '/templates', { name: 'Our plate', document: tag!.job });
    expect(again.body.templates).toHaveLength(1);
    expect(again.body.templates[0].document).toEqual(tag!.job);
  });

  it('are job documents or nothing, and say what is wrong', async () => {
    const { status, body } = await send('POST', '/templates', {
      name: 'Bad',
      document: { ...plate!.job, piece: { widthMm: 3 } },
    });
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain('piece');
    expect((await send('POST', '/templates', { name: '  ', document: plate!.job })).status).toBe(400);
  });

  it('go when they are deleted, once', async () => {
    const { body } = await send('GET', '');
    const [{ id }] = body.templates;
    expect((await send('DELETE', `/templates/${id}`, {})).body.templates).toEqual([]);
    expect((await send('DELETE', `/templates/${id}`, {})).status).toBe(404);
    expect((await send('DELETE', '/templates/none', {})).status).toBe(400);
  });
});

describe('own stock sizes', () => {
  it('are kept in millimetres within what a piece can be', async () => {
    const size = { name: 'Offcut', widthMm: 63.5, heightMm: 40, cornerMm: 2 };
    expect((await send('POST', '/stock-sizes', size)).body.stockSizes).toMatchObject([size]);
    expect((await send('POST', '/stock-sizes', { ...size, widthMm: 0 })).status).toBe(400);
    const { body } = await send('GET', '');
    expect((await send('DELETE', `/stock-sizes/${body.stockSizes[0].id}`, {})).body.stockSizes).toEqual([]);
  });
});
