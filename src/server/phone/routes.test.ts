/** The bench's side of the way from the phone, over HTTP. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { phoneStateSchema, type PhoneState } from '../../wire';
import { createApp } from '../app';
import { openData } from '../data';
import { openDatabase } from '../db';
import { phoneListener } from '.';

const db = openDatabase(':memory:');
const house = { address: '127.0.0.1' as string | null };
const listener = phoneListener(() => house.address);
let server: Server;
let base = '';
beforeAll(async () => {
  const app = createApp({
    data: openData(db),
    webFolder: null,
    log: pino({ level: 'silent' }),
    phone: listener,
  });
  server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/phone`;
});
afterAll(() => {
  listener.close();
  server.close();
  db.close();
});

const send = (method: string, path = '', type = 'application/json'): Promise<Response> =>
  fetch(base + path, {
    method,
    headers: { 'content-type': type },
    ...(method === 'GET' ? {} : { body: '{}' }),
  });
const state = async (): Promise<PhoneState> => phoneStateSchema.parse(await (await send('GET')).json());

describe('the way from the phone, seen from the bench', () => {
  it('is closed until it is opened, tells what has come, and gives each picture once', async () => {
    expect(await state()).toEqual({ open: null, pictures: [] });
    const opened = phoneStateSchema.parse(await (await send('POST')).json());
    expect(opened.open!.isTaken).toBe(false);
    const jpeg = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 9]);
    await fetch(opened.open!.url, { method: 'POST', body: jpeg });
    const [id] = (await state()).pictures;
    const picture = await send('POST', `/pictures/${id}`);
    expect(picture.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await picture.arrayBuffer())).toEqual(jpeg);
    const again = await send('POST', `/pictures/${id}`);
    expect([again.status, await again.json()]).toEqual([404, { problem: 'This picture was taken already.' }]);
    expect((await send('DELETE')).status).toBe(204);
    expect((await state()).open).toBeNull();
  });

  it('is opened by our own page only: no form of another can', async () => {
    expect((await send('POST', '', 'text/plain')).status).toBe(415);
    expect((await send('POST', '/pictures/..%2f..%2fjobs')).status).toBe(400);
    expect((await state()).open).toBeNull();
  });

  it('says why where it cannot be opened', async () => {
    house.address = null;
    const refused = await send('POST');
    expect([refused.status, ((await refused.json()) as { problem: string }).problem]).toEqual([
      409,
      expect.stringContaining('no address in a house network'),
    ]);
  });
});
