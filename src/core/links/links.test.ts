/** Links against time zones with daylight saving, WHATWG addresses, RFC 9110, published log lines, and the alphanumeric mode. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { clearAlphabet, seededRandom } from '../numbers';
import { isForwarding, readLogLine } from './accessLog';
import {
  addressCost,
  baseFaults,
  drawnSlug,
  linkAddress,
  readableSlug,
  slugLength,
  slugOf,
  targetCautions,
} from './address';
import { forward, isWithin } from './forward';
import {
  linkFaults,
  linkSchema,
  newLink,
  slugKey,
  slugSchema,
  targetFault,
  type Link,
  type Schedule,
} from './link';
import { aroundChange, changesOf } from './changes';
import { retiredPage } from './page';
import { privacyPage, privacyText } from './privacy';
import { mostOf } from './shares';
import { simulatedPublic } from './public';
import { linkTable, uncarried } from './tables';
import { languageOf, visitorOf } from './visitor';

const link = (change: Partial<Link> = {}): Link => ({
  ...newLink('Regatta', 'REGATTA', 'https://ternquay.example/regatta'),
  ...change,
});
const always: Schedule = {
  zone: 'Europe/London',
  from: null,
  to: null,
  days: [1, 2, 3, 4, 5, 6, 7],
  hours: null,
};
const timeOf = (iso: string): number => Date.parse(iso);

describe('a schedule', () => {
  it('follows the clock of its zone through both changes of daylight saving (IANA: London, 29 March and 25 October 2026)', () => {
    const morning = { ...always, hours: { from: '08:00', to: '09:00' } };
    // 08:30 is 08:30 UTC in winter and 07:30 UTC in summer.
    expect(isWithin(morning, timeOf('2026-03-28T08:30:00Z'))).toBe(true);
    expect(isWithin(morning, timeOf('2026-03-29T07:30:00Z'))).toBe(true);
    expect(isWithin(morning, timeOf('2026-03-29T08:30:00Z'))).toBe(false);
    expect(isWithin(morning, timeOf('2026-10-24T07:30:00Z'))).toBe(true);
    expect(isWithin(morning, timeOf('2026-10-25T08:30:00Z'))).toBe(true);
    // The hour that comes twice holds twice; the hour that is left out holds never.
    const one = { ...always, hours: { from: '01:00', to: '02:00' } };
    expect(
      [timeOf('2026-10-25T00:30:00Z'), timeOf('2026-10-25T01:30:00Z')].map((time) => isWithin(one, time)),
    ).toEqual([true, true]);
    for (let minute = 0; minute < 180; minute++)
      expect(isWithin(one, timeOf('2026-03-29T00:00:00Z') + minute * 60_000)).toBe(false);
  });

  it('begins with its first minute and ends before its last; a night belongs to the day on which it begins', () => {
    const week = { ...always, from: '2026-07-01T10:00', to: '2026-07-08T10:00' };
    expect(isWithin(week, timeOf('2026-07-01T08:59:59Z'))).toBe(false);
    expect(isWithin(week, timeOf('2026-07-01T09:00:00Z'))).toBe(true);
    expect(isWithin(week, timeOf('2026-07-08T08:59:59Z'))).toBe(true);
    expect(isWithin(week, timeOf('2026-07-08T09:00:00Z'))).toBe(false);
    // Friday 3 July 2026, from ten in the evening to four.
    const friday = { ...always, days: [5], hours: { from: '22:00', to: '04:00' } };
    expect(isWithin(friday, timeOf('2026-07-03T22:00:00Z'))).toBe(true);
    expect(isWithin(friday, timeOf('2026-07-04T02:59:00Z'))).toBe(true);
    expect(isWithin(friday, timeOf('2026-07-04T03:00:00Z'))).toBe(false);
    expect(isWithin(friday, timeOf('2026-07-03T02:00:00Z'))).toBe(false);
  });
});

describe('a link', () => {
  const app = link({
    rules: [
      { schedule: null, phone: 'Apple', target: 'https://ternquay.example/app-a' },
      { schedule: { ...always, days: [6, 7] }, phone: null, target: 'https://ternquay.example/weekend' },
    ],
  });

  it('leads where the first rule says that holds, or else to its target', () => {
    const monday = timeOf('2026-07-06T12:00:00Z');
    const sunday = timeOf('2026-07-05T12:00:00Z');
    expect(forward(app, { at: monday, phone: 'Apple' })).toEqual({
      to: 'https://ternquay.example/app-a',
      rule: 0,
    });
    expect(forward(app, { at: sunday, phone: 'Apple' })).toMatchObject({ rule: 0 });
    expect(forward(app, { at: sunday, phone: 'Android' })).toMatchObject({ rule: 1 });
    expect(forward(app, { at: monday, phone: null })).toEqual({
      to: 'https://ternquay.example/regatta',
      rule: null,
    });
    expect(forward({ ...app, retired: { text: 'Over.' } }, { at: monday, phone: null })).toEqual({
      retired: 'Over.',
    });
  });

  it('never leads where a header line could be ended, or something run', () => {
    expect(targetFault('https://ternquay.example/x', [])).toBeNull();
    expect(targetFault('https://ternquay.example/\r\nSet-Cookie: a=b', [])).toMatch(/a space or a sign/);
    expect(targetFault('javascript:alert(1)', ['javascript'])).toMatch(/never forwarded/);
    expect(targetFault('JaVaScRiPt:alert(1)', [])).toMatch(/never forwarded/);
    expect(targetFault('tel:+442079460018', [])).toMatch(/not among the schemes.*http, https/);
    expect(targetFault('tel:+442079460018', ['tel'])).toBeNull();
    expect(targetFault('ternquay.example', [])).toMatch(/no address/);
    expect(targetFault(`https://ternquay.example/${'x'.repeat(2000)}`, [])).toMatch(/at most 2000/);
  });

  it('says which rule is wrong, and which address two places have', () => {
    const wrong = link({
      places: [
        { slug: 'a', name: '' },
        { slug: 'A', name: 'gate' },
      ],
      rules: [
        { schedule: { ...always, zone: 'Atlantis/Reef' }, phone: null, target: 'https://ternquay.example' },
        {
          schedule: { ...always, from: '2026-07-02T00:00', to: '2026-07-01T00:00' },
          phone: null,
          target: 'ftp://x',
        },
      ],
    });
    expect(linkFaults(wrong, []).join(' ')).toMatch(
      /Rule 1: there is no time zone “Atlantis\/Reef”\..*Rule 2: ftp: is not.*Rule 2 ends at.*“A” is the address of two places/,
    );
    expect(linkSchema.safeParse(wrong).success).toBe(true);
    for (const bad of ['', '-a', 'a/b', 'a b', 'ä', '..', 'x'.repeat(65)])
      expect(slugSchema.safeParse(bad).success).toBe(false);
  });
});

describe('a short address', () => {
  it('is as long as it takes to be guessed once in so many times', () => {
    expect(clearAlphabet).toHaveLength(29);
    // 29^4 = 707,281.
    expect(slugLength(1, 700_000)).toBe(4);
    expect(slugLength(1, 708_000)).toBe(5);
    expect(slugLength(1000, 1000)).toBe(5);
    const taken = new Set<string>();
    const random = seededRandom(4);
    for (let count = 0; count < 2000; count++)
      taken.add(slugKey(drawnSlug((key) => taken.has(key), 3, random)));
    expect(taken.size).toBe(2000);
  });

  it('in large letters takes a smaller symbol: the alphanumeric mode holds them in 5.5 bits (ISO/IEC 18004, table 2)', () => {
    const [large, mixed] = [true, false].map((isCaseFree) =>
      linkAddress('https://go.ternquay.example', 'K7Q4M', isCaseFree),
    );
    expect([large, mixed]).toEqual([
      'HTTPS://GO.TERNQUAY.EXAMPLE/K7Q4M',
      'https://go.ternquay.example/K7Q4M',
    ]);
    // 33 characters: version 2-M holds 38 in alphanumeric mode and 26 bytes (ISO/IEC 18004, table 7).
    expect(addressCost(large!, 'M')).toEqual({ characters: 33, version: 2 });
    expect(addressCost(mixed!, 'M')).toEqual({ characters: 33, version: 3 });
    // It is the same address to whoever opens it (WHATWG URL): scheme and host.
    expect(new URL(large!).origin).toBe(new URL(mixed!).origin);
  });

  it('is found again below its base, and nothing else is', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[0-9A-Za-z](?:[0-9A-Za-z-]{0,20}[0-9A-Za-z])?$/),
        fc.constantFrom('https://go.example', 'https://example.example/go/'),
        fc.boolean(),
        (slug, base, isFree) => {
          const readBack = slugOf(base, linkAddress(base, slug, isFree));
          expect(slugKey(readBack!)).toBe(slugKey(slug));
        },
      ),
    );
    expect(slugOf('https://go.example', 'https://other.example/A')).toBeNull();
    expect(slugOf('https://go.example', 'https://go.example/a/b')).toBeNull();
    expect(readableSlug('  Übung am Steg: Größe 3! ')).toBe('UBUNG-AM-STEG-GROSSE-3');
  });

  it('knows which bases a phone elsewhere cannot reach (RFC 1918, RFC 6762, RFC 6761)', () => {
    expect(baseFaults('https://go.ternquay.example')).toEqual([]);
    expect(baseFaults('http://localhost:5190')).toEqual(['this-machine', 'plain-http']);
    for (const host of ['192.168.1.4', '10.1.2.3', '172.20.0.1', 'yard.local', 'yard', '[fd00::1]'])
      expect([host, baseFaults(`https://${host}`)]).toEqual([host, ['this-house']]);
    expect(baseFaults('https://172.32.0.1')).toEqual([]);
    expect(baseFaults('go.example')).toEqual(['no-address']);
    expect(baseFaults('ftp://go.example')).toEqual(['other-scheme']);
  });
});

describe('who visits', () => {
  it.each([
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.5 Mobile/15E148 Safari/604.1',
      'person',
      'phone',
      'Apple',
      'Apple',
    ],
    [
      'Mozilla/5.0 (Linux; Android 14; Pixel 8) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Mobile Safari/537.36',
      'person',
      'phone',
      'Android',
      'Android',
    ],
    [
      'Mozilla/5.0 (Windows NT 10.0; Win64; x64; rv:127.0) Gecko/20100101 Firefox/127.0',
      'person',
      'computer',
      'Windows',
      null,
    ],
    [
      'Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.5 Safari/605.1.15',
      'person',
      'computer',
      'Apple',
      null,
    ],
    ['WhatsApp/2.24.10.80 A', 'preview', 'other', 'other', null],
    [
      'facebookexternalhit/1.1 (+http://www.facebook.com/externalhit_uatext.php)',
      'preview',
      'other',
      'other',
      null,
    ],
    [
      'Mozilla/5.0 (compatible; Googlebot/2.1; +http://www.google.com/bot.html)',
      'robot',
      'other',
      'other',
      null,
    ],
    ['curl/8.8.0', 'robot', 'other', 'other', null],
    ['', 'robot', 'other', 'other', null],
  ])('is told in broad classes: %s', (agent, who, device, system, phone) => {
    expect(visitorOf(agent)).toEqual({ who, device, system, phone });
  });

  it('prefers a language (RFC 9110, 12.5.4)', () => {
    expect(['de-DE,de;q=0.9,en;q=0.5', 'EN', '*', '', 'english-too-long'].map(languageOf)).toEqual([
      'de',
      'en',
      '',
      '',
      '',
    ]);
  });
});

describe('an access log', () => {
  it('is read in both formats (the examples of the Apache HTTP Server documentation)', () => {
    expect(
      readLogLine('127.0.0.1 - frank [10/Oct/2000:13:55:36 -0700] "GET /apache_pb.gif HTTP/1.0" 200 2326'),
    ).toEqual({
      at: Date.UTC(2000, 9, 10, 20, 55, 36),
      host: null,
      method: 'GET',
      path: '/apache_pb.gif',
      status: 200,
      address: '127.0.0.1',
      userAgent: '',
    });
    expect(
      readLogLine(
        '127.0.0.1 - frank [10/Oct/2000:13:55:36 -0700] "GET /apache_pb.gif HTTP/1.0" 200 2326 "http://www.example.com/start.html" "Mozilla/4.08 [en] (Win98; I ;Nav)"',
      ),
    ).toMatchObject({ userAgent: 'Mozilla/4.08 [en] (Win98; I ;Nav)' });
    // Debian's apache2.conf, vhost_combined; nginx.conf as nginx ships it, log_format main.
    const combined =
      '203.0.113.9 - - [10/Oct/2026:13:55:36 +0000] "GET /K7 HTTP/1.1" 302 0 "-" "Mozilla/5.0 (X11)"';
    const wanted = { address: '203.0.113.9', path: '/K7', userAgent: 'Mozilla/5.0 (X11)' };
    expect(readLogLine(`Go.ternquay.example:443 ${combined}`)).toMatchObject({
      ...wanted,
      host: 'go.ternquay.example',
    });
    expect(readLogLine(`${combined} "198.51.100.4"`)).toMatchObject(wanted);
    expect(readLogLine(`x y ${combined}`)).toBeNull();
  });

  it('leaves out what is no line, and knows an answer that forwarded (RFC 9110, 15.4)', () => {
    for (const bad of [
      '',
      'hello',
      '\u0000'.repeat(100),
      `${'x'.repeat(9000)}`,
      '1.2.3.4 - - [99/Foo/2026:25:00:00 +0000] "GET / HTTP/1.1" 302 0',
    ])
      expect(readLogLine(bad)).toBeNull();
    const line = (method: string, status: number) =>
      isForwarding(
        readLogLine(`1.2.3.4 - - [10/Oct/2026:13:55:36 +0000] "${method} /K7 HTTP/1.1" ${status} -`)!,
      );
    expect([
      line('GET', 302),
      line('HEAD', 307),
      line('GET', 304),
      line('POST', 302),
      line('GET', 404),
    ]).toEqual([true, true, false, false, false]);
  });
});

describe('a table for other servers', () => {
  const links = [
    link({
      places: [
        { slug: 'REGATTA', name: '' },
        { slug: 'R2', name: 'quay' },
      ],
    }),
    link({ name: 'Money', places: [{ slug: 'PAY', name: '' }], target: 'https://x.example/?a="b"&c=$d\\e' }),
    link({
      name: 'Old',
      places: [{ slug: 'OLD', name: '' }],
      retired: { text: 'Gone <b>for</b> good.\nThanks.' },
    }),
  ];

  it('has every place of every link, and names what it cannot carry', () => {
    expect(uncarried(links, 'nginx')).toEqual([]);
    const ruled = link({ rules: [{ schedule: always, phone: 'Apple', target: 'https://a.example' }] });
    expect(uncarried([ruled], 'apache')).toEqual([
      { link: 'Regatta', what: 'schedule' },
      { link: 'Regatta', what: 'phone' },
    ]);
    expect(uncarried([ruled], 'json')).toEqual([]);
    expect(linkTable([{ ...links[0]!, name: '=1+1' }], 'csv', '/')[0]!.text).toContain("'=1+1");
    const many = Array.from({ length: 300_000 }, (_, place) => newLink('', `S${place}`, 'https://a.example'));
    expect(linkTable(many, 'nginx', '/')[0]!.text).toContain('"/S299999"');
    const [map] = linkTable(links, 'nginx', '/go/');
    expect(map!.text).toContain('"/go/R2" "https://ternquay.example/regatta";');
    expect(map!.text).toContain('"https://x.example/?a=\\"b\\"&c=${binarus_dollar}d\\\\e"');
    expect(linkTable(links, 'apache', '/')[0]!.text).toBe(
      'regatta https://ternquay.example/regatta\nr2 https://ternquay.example/regatta\npay https://x.example/?a="b"&c=$d\\e\nold -\n',
    );
    expect(linkTable(links, 'pages', '/').map(({ name }) => name)).toEqual([
      'REGATTA/index.html',
      'regatta/index.html',
      'R2/index.html',
      'r2/index.html',
      'PAY/index.html',
      'pay/index.html',
      'OLD/index.html',
      'old/index.html',
    ]);
  });

  it('lets nothing of the owner’s words become markup, and loads nothing', () => {
    const text = retiredPage('<script>', 'Gone <b>for</b> good.\n"Thanks"');
    expect(text).toContain('<title>&#60;script&#62;</title>');
    expect(text).toContain('Gone &#60;b&#62;for&#60;/b&#62; good.<br>&#34;Thanks&#34;');
    expect(text).not.toMatch(/src=|href=|url\(/);
  });
});

describe('the simulated public', () => {
  it('is the same for a seed, keeps to the rhythm of days, and stays at home in the rain', () => {
    const wish = {
      slugs: [
        { slug: 'A', weight: 3 },
        { slug: 'B', weight: 1 },
      ],
      from: '2026-06-29',
      to: '2026-07-27',
      zone: 'Europe/London',
      perDay: 200,
      seed: 8,
      rainyWeeks: ['2026-W29'],
    };
    const visits = [...simulatedPublic(wish)];
    expect([...simulatedPublic(wish)]).toEqual(visits);
    const inWeek = (week: number) => {
      const begin = timeOf('2026-06-28T23:00:00Z') + (week - 27) * 7 * 24 * 3600e3;
      return visits.filter((visit) => visit.at >= begin && visit.at < begin + 7 * 24 * 3600e3).length;
    };
    expect(inWeek(29) / inWeek(28)).toBeLessThan(0.45);
    const share = visits.filter(({ slug }) => slug === 'A').length / visits.length;
    expect(Math.abs(share - 0.75)).toBeLessThan(0.03);
    const night = visits.filter((visit) =>
      [1, 2, 3].includes(new Date(visit.at + 3600e3).getUTCHours()),
    ).length;
    expect(night / visits.length).toBeLessThan(0.03);
  });
});

describe('what a change did', () => {
  const days = Array.from({ length: 40 }, (_, index) => ({
    day: DateTime.fromISO('2026-06-01').plus({ days: index }).toISODate()!,
    person: index < 15 ? 10 : index === 15 ? 1000 : 4,
  }));
  const around = (day: string) => aroundChange(days, day);

  it('is told over as many days before as after, in whole weeks, without its own day and without today', () => {
    // 15 days before; 23 after without today; two weeks of both.
    expect(around('2026-06-16')).toEqual({ days: 14, before: 10, after: 4 });
    expect(around('2026-06-04')).toEqual({ days: 3, before: 10, after: 10 });
    expect(around('2026-06-01')).toBeNull();
    expect(around('2026-07-09')).toBeNull();
    expect(around('2026-07-10')).toBeNull();
    expect(around('2027-01-01')).toBeNull();
    const long = Array.from({ length: 200 }, (_, index) => ({ day: String(index), person: index }));
    expect(aroundChange(long, '100')).toEqual({ days: 28, before: 85.5, after: 114.5 });
  });

  it('is found among revisions: names and places are no change of where it leads', () => {
    const first = link();
    const named = { ...first, name: 'Other' };
    const led = { ...named, target: 'https://ternquay.example/other' };
    const ruled = { ...led, rules: [{ schedule: null, phone: 'Apple' as const, target: led.target }] };
    const retired = { ...ruled, retired: { text: '' } };
    const revisions = [first, named, led, ruled, retired, ruled].map((link, index) => ({
      savedAt: `2026-06-0${index + 1}T00:00:00Z`,
      link: link,
    }));
    expect(changesOf(revisions).map(({ at: when, kind }) => [when.slice(9, 10), kind])).toEqual([
      ['3', 'target'],
      ['4', 'rules'],
      ['5', 'retired'],
      ['6', 'leads-again'],
    ]);
  });

  it('keeps the most and sums the rest', () => {
    const shares = [5, 4, 3, 2, 1].map((count) => ({ name: String(count), count, firsts: 1, link: null }));
    expect(mostOf(shares, 5)).toEqual(shares);
    expect(mostOf(shares, 3).map(({ name, count }) => [name, count])).toEqual([
      ['5', 5],
      ['4', 4],
      ['3 others', 6],
    ]);
  });
});

describe('words for a privacy notice', () => {
  it('say how long visits are kept, and that nothing is, where nothing is counted', () => {
    const kept = privacyText({ counts: true, keepDays: 90 }).join(' ');
    expect(kept).toContain('deleted after 90 days');
    expect(kept).toContain('do not keep your network address');
    expect(privacyText({ counts: false, keepDays: 90 }).join(' ')).toContain('Nothing is counted');
    const html = privacyPage({ counts: true, keepDays: 90 });
    expect(html).toContain('deleted after 90 days');
    expect(html).not.toMatch(/src=|href=|<script/);
  });
});

describe('targets', () => {
  // RFC 1918, RFC 6762, RFC 4193; plain http from common practice.
  it.each([
    ['https://ternquay.example/x', []],
    ['http://ternquay.example/x', ['plain-http']],
    ['http://localhost:5180', ['this-machine', 'plain-http']],
    ['https://172.16.0.9', ['this-house']],
    ['https://172.32.0.9', []],
    ['https://printer.local', ['this-house']],
    ['https://[fd12::1]/', ['this-house']],
    ['binarus-app://x', []],
    ['no address', []],
  ] as const)('%s: %j', (address, cautions) => {
    expect(targetCautions(address)).toEqual(cautions);
  });
});
