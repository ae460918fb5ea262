/** Forwarding links: what the forwarding server answers (RFC 9110), that nothing else is behind it, that every visit is counted once, and no address is given away. */
import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { createServer, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { gzipSync } from 'node:zlib';
import { newJob } from '../../core/job';
import { simulatedPublic, visitorOf } from '../../core/links';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';
import { forwardingListener, proxiesOf, type ForwardingTools } from './index';

const folder = mkdtempSync(join(tmpdir(), 'binarus-links-'));
afterAll(() => rmSync(folder, { recursive: true }));

let db: Db;
let data: Data;
let forwarding: Server;
let port: number;
let now = Date.parse('2026-07-06T12:00:00Z');
let change: Partial<ForwardingTools> = {};
beforeEach(async () => {
  db = openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));
  data = openData(db);
  change = {};
  data.links.saveSettings({ ...data.links.settings(), base: 'https://go.ternquay.example' });
  forwarding = forwardingListener(() => ({ ...data.links.forwardingTools(), now: () => now, ...change }));
  await new Promise<void>((resolve) => forwarding.listen(0, '127.0.0.1', resolve));
  ({ port } = forwarding.address() as AddressInfo);
});
afterEach(async () => {
  forwarding.closeAllConnections();
  await new Promise((resolve) => forwarding.close(resolve));
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
const readLog = (bytes: Uint8Array) => data.links.readLog(Readable.from([bytes]));
const create = (slug: string | null = 'REGATTA') =>
  data.links.create({ name: 'Regatta', target: 'https://ternquay.example/regatta', slug });
const everything = { from: '2026-01-01', to: '2027-01-01', zone: 'UTC' };
const people = (): number => {
  data.links.visits.flush();
  return data.links.visits.visits(everything, null).days.reduce((sum, { person }) => sum + person, 0);
};

describe('the forwarding server', () => {
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

  it('knows an address however it is written (RFC 3986, 6.2.2; RFC 9112, 3.2.2)', async () => {
    create();
    for (const path of [
      '/reg%61tta',
      '/%52%45GATTA/?x',
      'http://go.ternquay.example/REGATTA?x',
      'HTTPS://evil.example/regatta',
    ])
      expect([path, await visit(path)]).toMatchObject([
        path,
        { status: 302, headers: { location: 'https://ternquay.example/regatta' } },
      ]);
    // What leads to itself by other letters is found out, too.
    expect(() =>
      data.links.create({ name: 'Round', target: 'https://go.ternquay.example/r%65gatta', slug: 'ROUND' }),
    ).toThrow(/go round/);
  });

  it('follows nothing that an older program let in, and goes on', async () => {
    const { id } = create();
    for (const target of [
      'https://ternquay.example/\r\nSet-Cookie:a=b',
      'https://ternquay.example/gezeiten-übersicht',
      'javascript:alert(1)',
    ]) {
      db.prepare('UPDATE links SET document = json_set(document, ?, ?) WHERE id = ?').run(
        '$.target',
        target,
        id,
      );
      data.links.cameIn([id]);
      const { status, headers } = await visit('/REGATTA');
      expect([target, status, headers.location, headers['set-cookie']]).toEqual([
        target,
        503,
        undefined,
        undefined,
      ]);
    }
    expect((await visit('/NOTHING')).status).toBe(404);
  });

  it('answers a visit that meets a fault of its own, and goes on', async () => {
    create();
    const news: unknown[] = [];
    change = {
      report: (error) => news.push(error),
      isFirst: () => {
        throw new Error('on purpose');
      },
      linkOf: () => {
        throw new Error('on purpose');
      },
    };
    expect((await visit('/REGATTA')).status).toBe(500);
    expect(news).toHaveLength(1);
    change = {};
    expect((await visit('/REGATTA')).status).toBe(302);
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
      '/reg%2561tta',
      '/REGATTA%2F',
      '/REGATTA%3Fx',
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

  it('takes all addresses of one network of IPv6 for one who asks (RFC 4291, 2.5.4)', async () => {
    create();
    change = { proxies: proxiesOf('127.0.0.0/8') };
    const from = async (address: string) =>
      (await visit('/REGATTA', 'GET', { 'x-forwarded-for': address })).status;
    for (let count = 0; count < 60; count++) await from(`2001:db8::${count.toString(16)}:${count}`);
    for (const same of ['2001:0DB8::1', '2001:db8:0:0:ffff::', '2001:db8:0:0:1:2:3:4'])
      expect([same, await from(same)]).toEqual([same, 429]);
    for (const other of ['2001:db8:0:1::1', '2001:db8:1::', '::2001:db8', '::1'])
      expect([other, await from(other)]).toEqual([other, 302]);
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
  });
});

describe('the way to the forwarding server', () => {
  it('is as whoever turned it last wants it, however many windows turn it at once', async () => {
    const taken = createServer();
    await new Promise<void>((resolve) => taken.listen(0, '127.0.0.1', resolve));
    const free = (taken.address() as AddressInfo).port;
    await new Promise((resolve) => taken.close(resolve));
    const opened = openData(db, {
      forwarding: { port: free, host: '127.0.0.1', proxies: proxiesOf(undefined) },
    }).links;
    await Promise.all([opened.openToPublic(), opened.openToPublic()]);
    expect(opened.publicAccess()).toEqual({ port: free, isOpen: true, problem: '' });
    await opened.closeToPublic();
    await Promise.all([opened.openToPublic(), opened.closeToPublic()]);
    expect(opened.publicAccess()).toEqual({ port: free, isOpen: false, problem: '' });
    expect(opened.settings().isDoorOpen).toBe(false);
    expect((await opened.reopenToPublic()).isOpen).toBe(false);
    await Promise.all([opened.openToPublic(), opened.closeToPublic(), opened.openToPublic()]);
    expect([opened.publicAccess().isOpen, opened.settings().isDoorOpen]).toEqual([true, true]);
    await opened.close();
  });
});

describe('links', () => {
  it('never lead to themselves, not even new ones, and not under a new base', () => {
    expect(() =>
      data.links.create({ name: 'Self', target: 'https://go.ternquay.example/SELF', slug: 'SELF' }),
    ).toThrow(/go round/);
    data.links.create({ name: 'Club', target: 'https://club.ternquay.example/MOOR', slug: 'MOOR' });
    const under = (base: string) => data.links.saveSettings({ ...data.links.settings(), base });
    expect(() => under('https://club.ternquay.example')).toThrow(/“Club” would lead to a forwarding link/);
    expect(() => under('javascript:x')).toThrow(/has to begin with https/);
    expect(() => under('not a url')).toThrow(/“not a url” is not an address/);
    expect(data.links.settings().base).toBe('https://go.ternquay.example');
    under('');
    under('https://go.ternquay.example/to');
    expect(data.links.settings().base).toBe('https://go.ternquay.example/to');
  });

  it('keep settings that an older program wrote, and refuse damaged ones in one line', () => {
    const before = db.prepare('SELECT document FROM link_settings').pluck().get();
    const rewrite = (sql: string) => db.prepare(`UPDATE link_settings SET document = ${sql}`).run();
    // The one that programs did not keep at first.
    rewrite("json_remove(document, '$.isDoorOpen')");
    expect(openData(db).links.settings()).toMatchObject({
      base: 'https://go.ternquay.example',
      isDoorOpen: false,
    });
    for (const name of ['base', 'schemes', 'keepDays', 'oneIn', 'counts', 'isCaseFree']) {
      // Nothing that lacks is taken to be as it was at first.
      rewrite(`json_remove(document, '$.${name}')`);
      expect(() => openData(db)).toThrow(
        new RegExp(`settings of the forwarding links cannot be read \\(${name}.*--restore`),
      );
      db.prepare('UPDATE link_settings SET document = ?').run(before);
    }
  });

  it('keep their addresses: none is given to another, taken away, or given again', () => {
    const { id, revision, link } = create();
    expect(() => create('regatta')).toThrow('the address of another link');
    const other = create(null);
    expect(other.link.places[0]!.slug).toMatch(/^[2-9A-Z]{3,8}$/);
    expect(() => data.links.save(id, revision, { ...link, places: [{ slug: 'NEW', name: '' }] })).toThrow(
      'an address cannot be removed',
    );
    expect(() => data.links.save(id, 7, link)).toThrow('Another window saved revision 1');
    const another = data.links.save(id, revision, {
      ...link,
      places: [...link.places, { slug: 'QUAY', name: 'quay' }],
    });
    expect(data.links.revisions(id)).toHaveLength(2);
    expect(another.link.places).toHaveLength(2);
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

  it('are known to the forwarding server as they are kept, and after a restart', async () => {
    const { id, revision, link } = create();
    data.links.save(id, revision, { ...link, target: 'https://ternquay.example/next' });
    expect((await visit('/REGATTA')).headers.location).toBe('https://ternquay.example/next');
    const again = openData(db);
    change = again.links.forwardingTools();
    expect((await visit('/REGATTA')).headers.location).toBe('https://ternquay.example/next');
    expect(data.links.remove(id)).toBe('deleted');
    change = {};
    expect((await visit('/REGATTA')).status).toBe(404);
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
    const day = (time: number): string => new Date(time + 3_600_000).toISOString().slice(0, 10);
    expect(first!.person).toBe(
      sent.filter(({ at, userAgent }) => day(at) === '2026-07-04' && visitorOf(userAgent).who === 'person')
        .length,
    );
    const onlyA = data.links.visits.visits({ from: '2026-07-04', to: '2026-07-07', zone: 'UTC' }, ['A']);
    expect(onlyA.slugs.map(({ slug }) => slug)).toEqual(['A']);
    // Sums agree with each other, by whatever they are taken.
    expect(seen.slugs.reduce((all, { count }) => all + count, 0)).toBe(of('person'));
    expect(seen.kinds.reduce((all, { count }) => all + count, 0)).toBe(of('person'));
    expect(new Set(seen.kinds.map(({ language }) => language))).toEqual(new Set(['en', 'de', 'nl', 'fr']));
    // Nothing that is kept leads to an address.
    const kept = JSON.stringify(db.prepare('SELECT * FROM visits LIMIT 500').all());
    expect(kept).not.toContain('198.51.100');
    expect(kept).not.toContain('Mozilla');
  });

  it('of one visitor on one day are told apart from those of others; the next day nobody knows', async () => {
    create();
    const firsts = (): number => {
      data.links.visits.flush();
      return data.links.visits.visits(everything, null).slugs[0]?.firsts ?? 0;
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
    expect(await readLog(bytes(begun + line(4, '/REGATTA').slice(0, 40)))).toEqual({
      lines: 5,
      counted: 2,
      passedOver: 3,
      knownBytes: 0,
    });
    expect(people()).toBe(2);
    const grown = begun + line(4, '/REGATTA') + line(5, '/REGATTA', 'curl/8.8.0');
    expect(await readLog(bytes(grown))).toMatchObject({
      lines: 2,
      counted: 2,
      knownBytes: bytes(begun).length,
    });
    expect(await readLog(bytes(grown))).toMatchObject({ lines: 0, counted: 0 });
    expect(people()).toBe(3);
    // A log of several hosts: only ours is counted.
    const hosts = [
      `go.ternquay.example:443 ${line(6, '/REGATTA')}`,
      `other.ternquay.example:443 ${line(6, '/REGATTA')}`,
    ];
    expect(await readLog(bytes(hosts.join('')))).toMatchObject({ counted: 1, passedOver: 1 });
    expect(people()).toBe(4);
    expect(data.links.forgetOld(Date.parse('2028-01-01'))).toBe(5);
    // Sums stay.
    expect(people()).toBe(4);
  });

  it('of a log that is sent twice at the same time are counted once, packed by gzip or not', async () => {
    create();
    const log = Array.from(
      { length: 12_000 },
      (_, count) =>
        `203.0.113.${count % 200} - - [06/Jul/2026:12:00:${String(count % 60).padStart(2, '0')} +0200] "GET /REGATTA HTTP/1.1" 302 0 "-" "${phone}"\n`,
    ).join('');
    const reads = await Promise.all(
      [Buffer.from(log), gzipSync(log), Buffer.from(log)].map((bytes) => readLog(bytes)),
    );
    expect(reads.map(({ counted }) => counted)).toEqual([12_000, 0, 0]);
    expect(people()).toBe(12_000);
    await expect(readLog(gzipSync(log).subarray(0, 4000))).rejects.toThrow(/damaged or cut off/);
    // 300 MB of one letter are 300 kB as a file: one long line, of which nothing is kept in memory.
    expect(await readLog(gzipSync(Buffer.alloc(300e6, 'x')))).toMatchObject({ lines: 0, counted: 0 });
    // 60 MB of line ends are 58 kB.
    expect(await readLog(gzipSync(Buffer.alloc(60e6, '\n')))).toMatchObject({
      lines: 60e6,
      passedOver: 60e6,
    });
    expect(people()).toBe(12_000);
  });

  it('of a collection of more addresses than SQLite takes at once are summed', () => {
    const slugs = Array.from({ length: 40_000 }, (_, count) => `S${count}`);
    const one = { who: 'person', device: 'phone', system: 'Android', language: 'en', isFirst: true } as const;
    for (const slug of ['S1', 'S39999', 'OTHER'])
      data.links.visits.add({ ...one, slug, at: Date.parse('2026-07-06T12:00:00Z') });
    data.links.visits.flush();
    const { days, slugs: counted, kinds } = data.links.visits.visits(everything, slugs);
    expect(days.reduce((sum, { person }) => sum + person, 0)).toBe(2);
    expect(counted.map(({ slug }) => slug).sort()).toEqual(['S1', 'S39999']);
    expect(kinds).toEqual([{ device: 'phone', system: 'Android', language: 'en', count: 2 }]);
  });

  it('are shared out by link, collection, campaign, place and piece, and by none that is left out', async () => {
    const { id, revision, link } = create();
    data.links.save(id, revision, {
      ...link,
      collection: 'Rowing club',
      campaign: 'Regatta 2026',
      places: [...link.places, { slug: 'QUAY', name: 'at the quay' }],
    });
    create('B17');
    const job = data.jobs.create(
      newJob({ name: 'Poster', message: { kind: 'web', address: 'HTTPS://GO.TERNQUAY.EXAMPLE/QUAY' } }),
    );
    for (const path of ['/REGATTA', '/QUAY', '/QUAY', '/B17'])
      await visit(path, 'GET', { 'user-agent': phone });
    const named = (shares: readonly { readonly name: string; readonly count: number }[]) =>
      shares.map(({ name, count }) => [name, count]);
    const { shares } = data.links.visitsOf(everything);
    expect(named(shares.link)).toEqual([
      ['Regatta', 3],
      ['Regatta', 1],
    ]);
    expect(named(shares.collection)).toEqual([
      ['Rowing club', 3],
      ['in no collection', 1],
    ]);
    expect(named(shares.campaign)[0]).toEqual(['Regatta 2026', 3]);
    expect(named(shares.place)[0]).toEqual(['at the quay', 2]);
    expect(named(shares.piece)).toEqual([
      ['Poster', 2],
      ['on no piece of this Binarus', 2],
    ]);
    expect(data.links.piecesOf(id)).toEqual([{ slug: 'QUAY', job: job.id, name: 'Poster', made: 0 }]);
    const club = data.links.visitsOf({ ...everything, collection: 'Rowing club' });
    expect(club.days.reduce((sum, { person }) => sum + person, 0)).toBe(3);
    expect(data.links.visitsOf({ ...everything, campaign: 'none' }).shares.place).toEqual([]);
  });

  it('keep their days and hours when clocks are put back or forth (tz database, Europe/London)', () => {
    create();
    // 25 October 2026 has 25 hours: 01:30 comes twice. 29 March has 23.
    for (const time of [
      '2026-10-25T00:30:00Z',
      '2026-10-25T01:30:00Z',
      '2026-10-25T23:30:00Z',
      '2026-10-26T00:10:00Z',
      '2026-03-29T00:30:00Z',
      '2026-03-29T01:30:00Z',
      '2026-03-29T22:59:00Z',
    ])
      data.links.visits.add({
        at: Date.parse(time),
        slug: 'REGATTA',
        who: 'person',
        device: 'phone',
        system: 'Apple',
        language: 'en',
        isFirst: true,
      });
    data.links.visits.flush();
    const { days, hours } = data.links.visits.visits({ ...everything, zone: 'Europe/London' }, null);
    const on = (day: string) => days.find((sums) => sums.day === day)!.person;
    expect([on('2026-10-25'), on('2026-10-26'), on('2026-03-29')]).toEqual([3, 1, 3]);
    // Sundays: 01:00 twice in October, 00:00 and 02:00 in March; 23:00 twice; Monday 00:00.
    const sunday = 6 * 24;
    expect([hours[sunday], hours[sunday + 1], hours[sunday + 2], hours[sunday + 23], hours[0]]).toEqual([
      1, 2, 1, 2, 1,
    ]);
  });

  it('go on being counted once when the disk was full, and links forward meanwhile', async () => {
    create();
    db.pragma(`max_page_count = ${String(db.pragma('page_count', { simple: true }))}`);
    // Until nothing goes in any more.
    let room = 0;
    expect(() => {
      for (; room < 500; room++) create(`FILL-${room}`);
    }).toThrow('full');
    expect(room).toBeLessThan(500);
    for (let count = 0; count < 400; count++) {
      now += 3_600_000;
      expect((await visit('/REGATTA', 'GET', { 'user-agent': phone })).status).toBe(302);
    }
    expect((await visit(`/FILL-${room}`)).status).toBe(404);
    data.links.visits.flush();
    db.pragma('max_page_count = 1000000');
    data.links.visits.flush();
    const { days } = data.links.visits.visits({ ...everything, to: '2028-01-01' }, null);
    expect(days.reduce((all, { person }) => all + person, 0)).toBe(400);
  });
});

describe('sums of the program before', () => {
  it('become narrow ones, and nothing is lost', () => {
    const path = join(folder, 'before.sqlite');
    const before = new Database(path);
    for (const name of readdirSync('src/server/db/migrations').sort().slice(0, 14))
      before.exec(readFileSync(join('src/server/db/migrations', name), 'utf8'));
    before.pragma('user_version = 14');
    const hour = Date.parse('2026-07-04T12:00:00Z') / 3_600_000;
    const sum = before.prepare('INSERT INTO visits_by_hour VALUES (?, ?, ?, ?, ?, ?, ?)');
    const one = before.prepare('INSERT INTO visits VALUES (?, ?, ?, ?, ?, ?, ?)');
    // The first of three days is known as a sum alone.
    sum.run('A', hour, 'person', 'phone', 'Apple', 5, 3);
    sum.run('A', hour, 'robot', 'other', 'other', 2, 0);
    sum.run('B', hour + 24, 'person', 'phone', 'Android', 1, 1);
    sum.run('A', hour + 48, 'person', 'tablet', 'Apple', 2, 1);
    one.run((hour + 24) * 3_600_000, 'B', 'person', 'phone', 'Android', 'nl', 1);
    for (const language of ['de', 'en'])
      one.run((hour + 48) * 3_600_000, 'A', 'person', 'tablet', 'Apple', language, 0);
    before.close();
    const newer = openDatabase(path);
    const { visits } = openData(newer).links;
    const all = visits.visits(everything, null);
    const counted = all.days.filter(({ person, robot }) => person + robot > 0);
    expect(counted).toEqual([
      { day: '2026-07-04', person: 5, preview: 0, robot: 2 },
      { day: '2026-07-05', person: 1, preview: 0, robot: 0 },
      { day: '2026-07-06', person: 2, preview: 0, robot: 0 },
    ]);
    expect(all.slugs).toEqual([
      { slug: 'A', count: 7, firsts: 4 },
      { slug: 'B', count: 1, firsts: 1 },
    ]);
    expect(all.kinds.map(({ device, language, count }) => [device, language, count]).sort()).toEqual([
      ['phone', '', 1],
      ['phone', '', 5],
      ['tablet', 'de', 1],
      ['tablet', 'en', 1],
    ]);
    newer.close();
  });
});

describe('the list', () => {
  it('is given by the page and found by words, the last that was changed first', () => {
    for (let index = 0; index < 25; index++)
      data.links.create({
        name: `Berth ${index}`,
        target: `https://ternquay.example/berth/${index}`,
        slug: `B-${index}`,
      });
    const first = data.links.ofSlug('b-3')!;
    data.links.save(first.id, 1, { ...first.link, note: 'x', collection: 'Berths' });
    const page = data.links.page({ find: '', from: 0, count: 10 });
    expect([page.total, page.links.length, page.links[0]!.link.name]).toEqual([25, 10, 'Berth 3']);
    expect(data.links.page({ find: 'berth/2', from: 0, count: 10 }).total).toBe(6);
    expect(
      data.links.page({ find: 'BERTHS', from: 0, count: 10 }).links.map(({ link }) => link.name),
    ).toEqual(['Berth 3']);
    expect(data.links.page({ find: '', from: 20, count: 10 }).links).toHaveLength(5);
    expect(data.links.groups()).toEqual({ collections: ['Berths'], campaigns: [] });
    const again = openData(db).links;
    expect(again.page({ find: '', from: 0, count: 1 }).links).toEqual([data.links.ofSlug('B-3')]);
    expect(again.list()).toEqual(data.links.list());
  });
});
