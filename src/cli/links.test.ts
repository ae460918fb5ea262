/** Links in the shell, asked of a server that runs. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { unzipSync } from 'fflate';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from '../server/app';
import { openData, type Data } from '../server/data';
import { openDatabase } from '../server/db';
import { manageLinks } from './commands/links';

const folder = mkdtempSync(join(tmpdir(), 'binarus-cli-links-'));
let server: Server;
let data: Data;
let port: string;
beforeAll(async () => {
  data = openData(openDatabase(join(folder, 'binarus.sqlite')));
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  port = String((server.address() as AddressInfo).port);
  data.links.saveSettings({ ...data.links.settings(), base: 'https://go.ternquay.example' });
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  await data.links.close();
  rmSync(folder, { recursive: true });
});
const run = async (positionals: readonly string[], values: object = {}) =>
  (await manageLinks({ port, ...values } as Parameters<typeof manageLinks>[0], positionals)).output as Record<
    string,
    unknown
  >;

describe('binarus links', () => {
  it('adds, sets, retires, lists and exports, and counts a log once', async () => {
    await run(['add'], { name: 'Regatta', target: 'https://ternquay.example/regatta', slug: 'REGATTA' });
    await run(['set', 'regatta'], { target: 'https://ternquay.example/results' });
    expect(await run(['list'])).toMatchObject({
      links: [{ revision: 2, link: { name: 'Regatta', target: 'https://ternquay.example/results' } }],
    });
    for (let index = 0; index < 520; index++)
      data.links.create({
        name: `Berth ${index}`,
        target: `https://ternquay.example/berth/${index}`,
        slug: null,
      });
    expect(((await run(['list'])).links as object[]).length).toBe(521);
    expect(((await run(['list', 'berth 51'])).links as object[]).length).toBe(11);
    for (const { id } of data.links.page({ find: 'berth', from: 0, count: 520 }).links) data.links.remove(id);
    expect(await run(['export'], { form: 'nginx', out: folder })).toMatchObject({
      addresses: 1,
      uncarried: [],
    });
    const zip = unzipSync(new Uint8Array(readFileSync(join(folder, 'links-nginx.zip'))));
    expect(new TextDecoder().decode(zip['binarus-links.conf'])).toContain(
      '"/REGATTA" "https://ternquay.example/results";',
    );
    const log = join(folder, 'access.log');
    writeFileSync(log, '203.0.113.9 - - [06/Jul/2026:12:00:01 +0200] "GET /REGATTA HTTP/1.1" 302 0\n');
    expect(await run(['import-log', log])).toMatchObject({ lines: 1, counted: 1 });
    expect(await run(['import-log', log])).toMatchObject({ lines: 0, counted: 0 });
    expect(await run(['retire', 'Regatta'], { text: 'Over.' })).toMatchObject({
      link: { retired: { text: 'Over.' } },
    });
  });

  it('says what is wrong in a sentence', async () => {
    await expect(run([])).rejects.toThrow('say what: list, add');
    await expect(run(['set', 'nobody'], { target: 'https://ternquay.example' })).rejects.toThrow(
      'there is no link “nobody”',
    );
    await expect(run(['add'], { name: 'X', target: 'javascript:alert(1)' })).rejects.toThrow(
      'never forwarded',
    );
    await expect(run(['import-log', join(folder, 'none.log')])).rejects.toThrow('cannot read');
    await expect(run(['list'], { port: '1' })).rejects.toThrow('no Binarus answers');
  });
});
