/** Patterns for the names of files over HTTP. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp } from '../app';
import { openData } from '../data';
import { openDatabase } from '../db';

let server: Server;
let base = '';
const db = openDatabase(':memory:');

beforeAll(async () => {
  server = createServer(createApp({ data: openData(db), webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/name-patterns`;
});
afterAll(() => {
  server.close();
  db.close();
});

const put = (body: unknown): Promise<Response> =>
  fetch(base, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const kept = async (): Promise<unknown> => (await (await fetch(base)).json()) as unknown;

describe('patterns for names', () => {
  it('are kept one for each collection; the last one counts', async () => {
    expect(await kept()).toEqual({ patterns: [] });
    expect((await put({ collection: 'Slips', pattern: '{title}' })).status).toBe(204);
    expect((await put({ collection: '', pattern: '{title}_{width}' })).status).toBe(204);
    expect((await put({ collection: 'Slips', pattern: '{collection}_{title}' })).status).toBe(204);
    expect(await kept()).toEqual({
      patterns: [
        { collection: '', pattern: '{title}_{width}' },
        { collection: 'Slips', pattern: '{collection}_{title}' },
      ],
    });
  });

  it('are refused when they are empty, too long or name a field that there is none of', async () => {
    for (const pattern of ['', '   ', '{colour}', 'x'.repeat(121)]) {
      const response = await put({ collection: 'Slips', pattern });
      expect([pattern, response.status]).toEqual([pattern, 400]);
    }
    expect((await put({ collection: 'x'.repeat(121), pattern: '{title}' })).status).toBe(400);
  });
});
