/** The way from the phone: what is behind it, and that nothing else is. */
import { afterEach, describe, expect, it } from '@jest/globals';
import { request as ask, type IncomingHttpHeaders } from 'node:http';
import { phoneListener, phoneLimits, houseAddress, type PhoneListener } from '.';

const listeners: PhoneListener[] = [];
const newListener = (openMs?: number): PhoneListener => {
  const listener = phoneListener(() => '127.0.0.1', 0, { openMs });
  listeners.push(listener);
  return listener;
};
afterEach(() => listeners.splice(0).forEach((listener) => listener.close()));

interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly text: string;
}
function send(
  url: string,
  method = 'GET',
  { body, headers = {}, from }: { body?: Buffer; headers?: Record<string, string>; from?: string } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = ask(url, { method, headers, localAddress: from }, (response) => {
      let text = '';
      response.setEncoding('utf8').on('data', (part: string) => (text += part));
      response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, text }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}
const jpeg = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);

describe('the way from the phone', () => {
  it('shows one page under its secret, and takes a picture, which the bench fetches once', async () => {
    const listener = newListener();
    const { url, isTaken } = await listener.open();
    expect(isTaken).toBe(false);
    const page = await send(url);
    expect(page).toMatchObject({
      status: 200,
      headers: { 'cache-control': 'no-store', 'referrer-policy': 'no-referrer' },
    });
    expect(page.text).toContain('type="file"');
    // Nothing of it comes from elsewhere (CSP level 3).
    expect(page.headers['content-security-policy']).toMatch(/^default-src 'none'; script-src 'nonce-/);
    expect(page.text).not.toMatch(/https?:\/\//);
    expect(listener.now()!.isTaken).toBe(true);
    expect((await send(url, 'POST', { body: jpeg })).status).toBe(204);
    const [id] = listener.waiting();
    expect(listener.fetch(id!)).toMatchObject({ mediaType: 'image/jpeg', bytes: jpeg });
    expect(listener.fetch(id!)).toBeUndefined();
    expect(listener.waiting()).toEqual([]);
  });

  it('has nothing behind any other address, name or origin, and closes when somebody guesses', async () => {
    const listener = newListener();
    const { url } = await listener.open();
    const { origin, host } = new URL(url);
    for (const path of [
      '/',
      '/api/jobs',
      '/api/shelf',
      `${new URL(url).pathname}/`,
      `${new URL(url).pathname}?x`,
      '/..%2f..%2fetc',
    ])
      expect(await send(`${origin}${path}`)).toMatchObject({ status: 404, text: 'There is nothing here.' });
    expect((await send(url, 'GET', { headers: { Host: 'evil.example' } })).status).toBe(404);
    expect((await send(url, 'POST', { body: jpeg, headers: { Origin: 'http://evil.example' } })).status).toBe(
      404,
    );
    expect((await send(url, 'POST', { body: jpeg, headers: { Origin: `http://${host}` } })).status).toBe(204);
    for (let guess = 0; guess < phoneLimits.wrongSecrets; guess++)
      await send(`${origin}/guess-${guess}`).catch(() => undefined);
    expect(listener.now()).toBeNull();
    await expect(send(url)).rejects.toThrow(/ECONNREFUSED/);
  });

  it('belongs to the first phone that comes (127.0.0.2 is another)', async () => {
    const listener = phoneListener(() => '127.0.0.1');
    listeners.push(listener);
    const { url } = await listener.open();
    expect((await send(url)).status).toBe(200);
    expect(await send(url, 'POST', { body: jpeg, from: '127.0.0.2' })).toMatchObject({ status: 403 });
    expect(listener.waiting()).toEqual([]);
  });

  it('refuses what is too large, no picture, or too much, with a sentence', async () => {
    const listener = newListener();
    const { url } = await listener.open();
    expect(await send(url, 'POST', { body: Buffer.from('<svg/>') })).toMatchObject({
      status: 415,
      text: 'This is no picture: JPEG, PNG or WebP.',
    });
    const large = await send(url, 'POST', {
      headers: { 'Content-Length': String(phoneLimits.pictureBytes + 1) },
    });
    expect(large).toMatchObject({ status: 413, text: expect.stringMatching(/larger than 15 MB/) });
    // One that does not say how large it is, is counted while it comes.
    const chunked = send(url, 'POST', {
      body: Buffer.concat([jpeg, Buffer.alloc(phoneLimits.pictureBytes)]),
      headers: { 'Transfer-Encoding': 'chunked' },
    });
    await expect(
      chunked.then(
        ({ status }) => status,
        () => 413,
      ),
    ).resolves.toBe(413);
    expect((await send(url, 'DELETE')).status).toBe(405);
    for (let count = 0; count < phoneLimits.pictures; count++) await send(url, 'POST', { body: jpeg });
    expect(await send(url, 'POST', { body: jpeg })).toMatchObject({ status: 503 });
    expect(listener.waiting()).toHaveLength(phoneLimits.pictures);
  });

  it('closes by itself, and a new opening has a new secret and nothing of the one before', async () => {
    const listener = newListener(60);
    const first = await listener.open();
    await send(first.url, 'POST', { body: jpeg });
    await new Promise((resolve) => setTimeout(resolve, 120));
    expect(listener.now()).toBeNull();
    await expect(send(first.url)).rejects.toThrow(/ECONNREFUSED/);
    const second = await listener.open();
    expect(second.url).not.toBe(first.url);
    expect(listener.waiting()).toEqual([]);
  });

  it('is one alone, when two windows open it at the same time', async () => {
    const listener = newListener();
    const [first, second] = await Promise.all([listener.open(), listener.open()]);
    expect(listener.now()!.url).toBe(second.url);
    expect((await send(second.url)).status).toBe(200);
    await expect(send(first.url)).rejects.toThrow(/ECONNREFUSED/);
  });

  it('says so where this computer has no address in a house, or the port is taken', async () => {
    await expect(phoneListener(() => null).open()).rejects.toThrow(/no address in a house network/);
    const { url } = await newListener().open();
    await expect(phoneListener(() => '127.0.0.1', Number(new URL(url).port)).open()).rejects.toThrow(
      /cannot be opened on 127\.0\.0\.1, port \d+ \(EADDRINUSE\)/,
    );
  });

  it('listens on an address of the house only (RFC 1918), never on one that the world reaches', () => {
    const at = (address: string, internal = false) => ({ address, internal, family: 'IPv4' }) as never;
    expect(
      houseAddress({
        lo: [at('127.0.0.1', true)],
        eth0: [at('203.0.113.7'), at('172.20.1.4')],
        wlan0: [at('192.168.1.9')],
      }),
    ).toBe('192.168.1.9');
    expect(houseAddress({ eth0: [at('172.32.0.1'), at('203.0.113.7')] })).toBeNull();
  });
});
