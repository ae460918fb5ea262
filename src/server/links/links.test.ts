/** Forwarding links: what the door answers (RFC 9110), that nothing else is behind it, that every visit is counted once, and no address is given away. */
import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../../core/job';
import { simulatedPublic, visitorOf } from '../../core/links';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db/open';
import { doorServer, proxiesOf, type DoorTools } from './index';

const folder = mkdtempSync(join(tmpdir(), 'binarus-links-'));
afterAll(() => rmSync(folder, { recursive: true }));

let db: Db;
let data: Data;
let door: Server;
let port: number;
let now = Date.parse('2026-07-06T12:00:00Z');
let change: Partial<DoorTools> = {};
beforeEach(async () => {
  db = openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));
  data = openData(db);
  change = {};
  data.links.saveSettings({ ...data.links.settings(), base: 'https://go.ternquay.example' });
  door = doorServer(() => ({ ...data.links.doorTools(), now: () => now, ...change }));
  await new Promise<void>((resolve) => door.listen(0, '127.0.0.1', resolve));
  ({ port } = door.address() as AddressInfo);
});
afterEach(async () => {
  door.closeAllConnections();
  await new Promise((resolve) => door.close(resolve));
  await data.links.close();
  db.close();
});

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, unknown>>;
  readonly body: string;
}
const visit = (path: string, method = 'GET', headers: Record<string, string> = {}): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = ask({ port, host: '127.0.0.1', path, method, headers, agent: false }, (response) => {
      let body = '';
      response.on('data', (part: Buffer) => (body += part.toString()));
      response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, body }));
    });
    sent.on('error', reject);
    sent.end();
  });
const phone =
  'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.5 Mobile/15E148 Safari/604.1';
const create = (slug: string | null = 'REGATTA') =>
  data.links.create({ name: 'Regatta', target: 'https://ternquay.example/regatta', slug });
const everything = { from: '2026-01-01', to: '2027-01-01', zone: 'UTC' };
const people = (): number => {
  data.links.visits.flush();
  return data.links.visits.visits(everything, null).days.reduce((sum, { person }) => sum + person, 0);
};

describe('the door', () => {
  it('answers GET and HEAD with 302 and where to, unstored (RFC 9110, 15.4.3, 9.3.2 and 10.2.2)', async () => {
    create();
    for (const path of ['/REGATTA', '/regatta', '/Regatta/', '/regatta?utm=1&to=https://evil.example'])
      expect([path, await visit(path)]).toMatchObject([
        path,
        {
          status: 302,
          headers: { location: 'https://ternquay.example/regatta', 'cache-control': 'no-store' },
          body: '',
        },
      ]);
    const head = await visit('/REGATTA', 'HEAD');
    expect(head).toMatchObject({
      status: 302,
      headers: { location: 'https://ternquay.example/regatta' },
      body: '',
    });
    const posted = await visit('/REGATTA', 'POST');
    expect(posted).toMatchObject({ status: 405, headers: { allow: 'GET, HEAD' } });
    expect(posted.headers.location).toBeUndefined();
  });

  it('has nothing behind it but links: paths of everything else are not there', async () => {
    create();
    const paths = [
      '/',
      '/api/jobs',
      '/api/shelf',
      '/api/links',
      '/index.html',
      '/assets/',
      '/..%2fapi',
      '/REGATTA/../api/jobs',
      '//evil.example',
      '/http://evil.example',
      '/%0d%0aSet-Cookie:a=b',
      '/REGATTA%0d%0aX:1',
      `/${'A'.repeat(3000)}`,
      '/reg%61tta',
      '/constructor',
      '/__proto__',
    ];
    for (const path of paths) {
      const { status, headers, body } = await visit(path);
      expect([path, status, headers.location, headers['set-cookie']]).toEqual([
        path,
        404,
        undefined,
        undefined,
      ]);
      expect(body).not.toMatch(/REGATTA|ternquay/);
    }
  });

  it('says so in the owner’s words once a link is retired, and loads nothing', async () => {
    const { id, revision, link } = create();
    data.links.save(id, revision, { ...link, retired: { text: 'The regatta is <over>.' } });
    const { status, body, headers } = await visit('/REGATTA');
    expect(status).toBe(410);
    expect(body).toContain('The regatta is &#60;over&#62;.');
    expect(headers['content-security-policy']).toBe("default-src 'none'; style-src 'unsafe-inline'");
    data.links.save(id, revision + 1, link);
    expect((await visit('/REGATTA')).status).toBe(302);
  });

  it('slows down who asks too often, and no one else', async () => {
    create();
    change = { proxies: proxiesOf('127.0.0.0/8') };
    const from = (address: string) => visit('/REGATTA', 'GET', { 'x-forwarded-for': address });
    const statuses: number[] = [];
    for (let count = 0; count < 70; count++) statuses.push((await from('198.51.100.7')).status);
    expect(statuses.filter((status) => status === 302)).toHaveLength(60);
    expect((await from('198.51.100.7')).headers['retry-after']).toBe('1');
    expect((await from('198.51.100.8')).status).toBe(302);
    // Time goes on; then it is put back, which fills nothing.
    now += 1000;
    expect((await from('198.51.100.7')).status).toBe(302);
    now -= 3_600_000;
    for (let count = 0; count < 30; count++) await from('198.51.100.7');
    expect((await from('198.51.100.7')).status).toBe(429);
    now += 3_599_000;
    // Without a trusted proxy, nobody says who he is.
    change = {};
    expect((await from('198.51.100.9')).status).toBe(302);
  });

  it('stands headers that are too large, and clients that say nothing', async () => {
    create();
    expect(
      (await visit('/REGATTA', 'GET', { 'x-large': 'x'.repeat(9000) }).catch(() => ({ status: 431 }))).status,
    ).toBeGreaterThanOrEqual(400);
    const socket = connect(port, '127.0.0.1');
    socket.write('GET /REGATTA HTTP/1.1\r\nHost: x\r\nX-Slow: ');
    const closed = new Promise((resolve) => socket.once('close', resolve));
    socket.on('error', () => undefined).resume();
    // Meanwhile others are answered.
    expect((await visit('/REGATTA')).status).toBe(302);
    await closed;
  }, 20_000);
});

describe('links', () => {
  it('keep their addresses: none is given to another, taken away, or given again', () => {
    const { id, revision, link } = create();
    expect(() => create('regatta')).toThrow('the address of another link');
    const other = create(null);
    expect(other.link.places[0]!.slug).toMatch(/^[2-9A-Z]{3,8}$/);
    expect(() => data.links.save(id, revision, { ...link, places: [{ slug: 'NEW', name: '' }] })).toThrow(
      'an address cannot be taken away',
    );
    expect(() => data.links.save(id, 7, link)).toThrow('Another window saved revision 1');
    const more = data.links.save(id, revision, {
      ...link,
      places: [...link.places, { slug: 'QUAY', name: 'quay' }],
    });
    expect(data.links.revisions(id)).toHaveLength(2);
    expect(more.link.places).toHaveLength(2);
  });

  it('never lead to each other, and never to what could run', async () => {
    create();
    const other = create('OTHER');
    const save = (target: string) => data.links.save(other.id, 1, { ...other.link, target });
    expect(() => save('https://go.ternquay.example/regatta')).toThrow('would go round');
    expect(() => save('javascript:alert(1)')).toThrow('never forwarded');
    // What could end a line of the header is no part of an address (WHATWG URL, 4.4).
    const { revision, link } = save('https://x.example/\r\nX: 1');
    expect(link.target).toBe('https://x.example/X:%201');
    data.links.save(other.id, revision, { ...link, target: 'https://ternquay.example/ö?a=ü' });
    expect((await visit('/OTHER')).headers.location).toBe('https://ternquay.example/%C3%B6?a=%C3%BC');
  });

  it('are known to the door as they are kept, and after a restart', async () => {
    const { id, revision, link } = create();
    data.links.save(id, revision, { ...link, target: 'https://ternquay.example/next' });
    expect((await visit('/REGATTA')).headers.location).toBe('https://ternquay.example/next');
    const again = openData(db);
    change = again.links.doorTools();
    expect((await visit('/REGATTA')).headers.location).toBe('https://ternquay.example/next');
    expect(data.links.remove(id)).toBe(true);
    change = {};
    expect((await visit('/REGATTA')).status).toBe(404);
  });

  it('that stand on a piece or in a job can be retired, and not taken away', () => {
    const { id } = create();
    db.exec(
      `INSERT INTO series_runs (id, job_id, job_name, revision, asked_at, state, wish) VALUES ('r', 'j', 'n', 1, '', 'made', '{}');
       INSERT INTO made_pieces (run_id, row, copy, name, payload, file) VALUES ('r', 0, 1, '1', 'HTTPS://GO.TERNQUAY.EXAMPLE/REGATTA', 'f')`,
    );
    expect(data.links.remove(id)).toBe(false);
    const other = create('OTHER');
    const address = 'HTTPS://GO.TERNQUAY.EXAMPLE/OTHER';
    data.jobs.create(newJob({ message: { kind: 'web', address } }));
    expect(data.links.remove(other.id)).toBe(false);
  });
});

describe('visits', () => {
  it('are counted exactly as they were sent, people, previews and robots apart', async () => {
    create('A');
    create('B');
    change = { proxies: proxiesOf('127.0.0.1') };
    const sent = [
      ...simulatedPublic({
        slugs: [
          { slug: 'A', weight: 2 },
          { slug: 'B', weight: 1 },
        ],
        from: '2026-07-04',
        to: '2026-07-07',
        zone: 'Europe/London',
        perDay: 150,
        seed: 3,
        rainyWeeks: [],
      }),
    ];
    for (const { at, slug, userAgent, acceptLanguage, address } of sent) {
      now = at;
      const { status } = await visit(`/${slug}`, 'GET', {
        'user-agent': userAgent,
        'accept-language': acceptLanguage,
        'x-forwarded-for': address,
      });
      expect(status).toBe(302);
    }
    data.links.visits.flush();
    const seen = data.links.visits.visits(
      { from: '2026-07-04', to: '2026-07-07', zone: 'Europe/London' },
      null,
    );
    const of = (who: string): number =>
      sent.filter(({ userAgent }) => visitorOf(userAgent).who === who).length;
    const sum = (who: 'person' | 'preview' | 'robot'): number =>
      seen.days.reduce((all, day) => all + day[who], 0);
    expect([sum('person'), sum('preview'), sum('robot')]).toEqual([of('person'), of('preview'), of('robot')]);
    expect(seen.hours.reduce((a, b) => a + b)).toBe(of('person'));
    expect(seen.days.map(({ day }) => day)).toEqual(['2026-07-04', '2026-07-05', '2026-07-06']);
    const [first] = seen.days;
    const day = (at: number): string => new Date(at + 3_600_000).toISOString().slice(0, 10);
    expect(first!.person).toBe(
      sent.filter(({ at, userAgent }) => day(at) === '2026-07-04' && visitorOf(userAgent).who === 'person')
        .length,
    );
    const onlyA = data.links.visits.visits({ from: '2026-07-04', to: '2026-07-07', zone: 'UTC' }, ['A']);
    expect(onlyA.places.map(({ slug }) => slug)).toEqual(['A']);
    // Nothing that is kept leads to an address.
    const kept = JSON.stringify(db.prepare('SELECT * FROM visits LIMIT 500').all());
    expect(kept).not.toContain('198.51.100');
    expect(kept).not.toContain('Mozilla');
  }, 60_000);

  it('of one visitor on one day are told apart from those of others; the next day nobody knows', async () => {
    create();
    const firsts = (): number => {
      data.links.visits.flush();
      return data.links.visits.visits(everything, null).places[0]?.firsts ?? 0;
    };
    for (let count = 0; count < 3; count++) await visit('/REGATTA', 'GET', { 'user-agent': phone });
    expect([people(), firsts()]).toEqual([3, 1]);
    await visit('/REGATTA', 'GET', { 'user-agent': phone.replace('17_5', '17_4') });
    expect([people(), firsts()]).toEqual([4, 2]);
    await visit('/REGATTA', 'HEAD', { 'user-agent': phone });
    expect(people()).toBe(4);
    data.links.saveSettings({ ...data.links.settings(), counts: false });
    await visit('/REGATTA', 'GET', { 'user-agent': phone });
    expect(people()).toBe(4);
  });

  it('of other servers are counted once, however often a log is read, and a line that grows on is not lost', async () => {
    create();
    const line = (second: number, path: string, agent = phone): string =>
      `203.0.113.9 - - [06/Jul/2026:12:00:${String(second).padStart(2, '0')} +0200] "GET ${path} HTTP/1.1" 302 0 "-" "${agent}"\n`;
    const begun = `${line(1, '/REGATTA')}${line(2, '/regatta?x=1')}${line(3, '/other')}no line\n${line(3, 'http://[')}`;
    const bytes = (text: string) => new TextEncoder().encode(text);
    expect(await data.links.readLog(bytes(begun + line(4, '/REGATTA').slice(0, 40)))).toEqual({
      lines: 5,
      counted: 2,
      passedOver: 3,
      knownBytes: 0,
    });
    expect(people()).toBe(2);
    const grown = begun + line(4, '/REGATTA') + line(5, '/REGATTA', 'curl/8.8.0');
    expect(await data.links.readLog(bytes(grown))).toMatchObject({
      lines: 2,
      counted: 2,
      knownBytes: bytes(begun).length,
    });
    expect(await data.links.readLog(bytes(grown))).toMatchObject({ lines: 0, counted: 0 });
    expect(people()).toBe(3);
    expect(data.links.forgetOld(Date.parse('2028-01-01'))).toBe(4);
    // Sums stay.
    expect(people()).toBe(3);
  });
});
