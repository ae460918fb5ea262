/**
 * The table of a thousand links in nginx and in Apache, both from Debian's packages, beside our own forwarding server: each address is asked of all
 * three, in large and in small letters, and the answers are compared. Writes what was found as JSON.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { get } from 'node:http';
import { connect, createServer, type AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { linkTable, newLink, slugKey, writtenTarget, type Link } from '../src/core/links';
import { seededRandom } from '../src/core/numbers';
import { forwardingListener, proxiesOf } from '../src/server/links';

const folder = resolve(process.argv[2]!);
const count = 1000;
const path = '/go/';

/** Targets with every sign that a server could take for its own. */
function links(): readonly Link[] {
  const random = seededRandom(16);
  const signs = [
    '$1',
    '%20',
    '%41',
    '"',
    "'",
    '\\',
    '{}',
    '&a=b',
    '#part',
    '+',
    ';',
    '~',
    '$uri',
    '%{HOST}',
    '?x=$y',
    '|',
    '^',
    '`',
  ];
  return Array.from({ length: count }, (_, index) => {
    const odd = Array.from({ length: index % 4 }, () => signs[Math.floor(random() * signs.length)]!).join('');
    const link = newLink(
      `Link ${index}`,
      `L${index.toString(36).toUpperCase()}-X`,
      writtenTarget(`https://ternquay.example/berth/${index}${odd}`),
    );
    return index % 10 === 9 ? { ...link, retired: { text: 'Gone.' } } : link;
  });
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}

async function isUp(port: number): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    const isThere = await new Promise<boolean>((done) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.destroy();
        done(true);
      }).once('error', () => done(false));
    });
    if (isThere) return;
    await new Promise((later) => setTimeout(later, 100));
  }
  throw new Error(`nothing listens on ${port}`);
}

const ask = (port: number, asked: string): Promise<string> =>
  new Promise((done, fail) => {
    get({ port, host: '127.0.0.1', path: asked, agent: false }, (response) => {
      response.resume();
      done(`${response.statusCode} ${response.headers.location ?? ''}`);
    }).once('error', fail);
  });

const table = links();
for (const form of ['nginx', 'apache'] as const) {
  mkdirSync(join(folder, form), { recursive: true });
  for (const { name, text } of linkTable(table, form, path)) writeFileSync(join(folder, form, name), text);
}
const [nginxPort, apachePort] = [await freePort(), await freePort()];
writeFileSync(
  join(folder, 'nginx', 'nginx.conf'),
  `daemon off; pid ${folder}/nginx/pid; error_log ${folder}/nginx/error.log;
events { }
http {
  access_log off;
  include ${folder}/nginx/binarus-links.conf;
  server {
    listen 127.0.0.1:${nginxPort};
    location / {
      if ($binarus_retired) { return 410; }
      if ($binarus_target) { add_header Cache-Control no-store always; return 302 $binarus_target; }
      return 404;
    }
  }
}
`,
);
const modules = '/usr/lib/apache2/modules';
writeFileSync(
  join(folder, 'apache', 'apache.conf'),
  `ServerRoot ${folder}/apache
ServerName ternquay.example
PidFile ${folder}/apache/pid
ErrorLog ${folder}/apache/error.log
Listen 127.0.0.1:${apachePort}
User www-data
Group www-data
LoadModule mpm_event_module ${modules}/mod_mpm_event.so
LoadModule authz_core_module ${modules}/mod_authz_core.so
LoadModule rewrite_module ${modules}/mod_rewrite.so
LoadModule headers_module ${modules}/mod_headers.so
Define BINARUS_LINKS ${folder}/apache
DocumentRoot ${folder}/apache
Include ${folder}/apache/binarus-links.conf
`,
);
const bySlug = new Map(table.map((link) => [slugKey(link.places[0]!.slug), link]));
const tools = {
  linkOf: (key: string) => bySlug.get(key),
  schemes: [],
  report: (error: unknown) => process.stderr.write(`${String(error)}\n`),
  count: null,
  isFirst: () => true,
  path,
  proxies: proxiesOf(undefined),
  // So many from one address at once would be slowed down: every visit is an hour after the one before.
  now: () => (clock += 3_600_000),
};
let clock = Date.now();
const forwarding = forwardingListener(() => tools);
await new Promise<void>((done) => forwarding.listen(0, '127.0.0.1', done));
const forwardingPort = (forwarding.address() as AddressInfo).port;
const servers: ChildProcess[] = [
  spawn('nginx', ['-c', join(folder, 'nginx', 'nginx.conf')], { stdio: 'inherit' }),
  spawn('apache2', ['-f', join(folder, 'apache', 'apache.conf'), '-D', 'FOREGROUND'], { stdio: 'inherit' }),
];
const differences: { server: string; asked: string; ours: string; theirs: string }[] = [];
const alike = { nginx: 0, apache: 0 };
try {
  await Promise.all([isUp(nginxPort), isUp(apachePort)]);
  const paths = [
    ...table.map(({ places }) => places[0]!.slug),
    ...table.slice(0, 60).map(({ places }) => places[0]!.slug.toLowerCase()),
    ...['NOTHING', 'L', 'L0-X-', '..', ''],
  ];
  for (const slug of paths) {
    const ours = await ask(forwardingPort, `${path}${slug}`);
    for (const [server, port] of [
      ['nginx', nginxPort],
      ['apache', apachePort],
    ] as const) {
      const theirs = await ask(port, `${path}${slug}`);
      if (theirs === ours) alike[server]++;
      else differences.push({ server, asked: slug, ours, theirs });
    }
  }
  writeFileSync(
    join(folder, 'links.json'),
    JSON.stringify({ asked: paths.length, alike, found: differences }),
  );
} finally {
  for (const server of servers) server.kill('SIGTERM');
  forwarding.closeAllConnections();
  forwarding.close();
}
