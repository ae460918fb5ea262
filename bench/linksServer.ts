/** A server that forwards, in a process of its own: bare `node:http`, or our forwarding server with 100,000 links and counting. Prints its port. */
import { createServer } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newLink, type Link } from '../src/core/links';
import { openData } from '../src/server/data';
import { openDatabase } from '../src/server/db';
import { forwardingListener, proxiesOf } from '../src/server/links';
import { linkCount, slugAt } from './linkTable';

const [kind] = process.argv.slice(2);
const listen = (server: ReturnType<typeof createServer>): void =>
  void server.listen(0, '127.0.0.1', () =>
    process.stdout.write(`${(server.address() as AddressInfo).port}\n`),
  );

if (kind === 'bare') {
  const headers = {
    Location: 'https://ternquay.example/berth/17',
    'Cache-Control': 'no-store',
    'Content-Length': 0,
  };
  listen(
    createServer((_request, response) => {
      response.writeHead(302, headers);
      response.end();
    }),
  );
} else {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-links-'));
  const { links } = openData(openDatabase(join(folder, 'binarus.sqlite')));
  const table = new Map<string, Link>();
  for (let index = 0; index < linkCount; index++) {
    const slug = slugAt(index);
    table.set(slug, newLink(`Berth ${index}`, slug, `https://ternquay.example/berth/${index}`));
  }
  const tools = {
    ...links.forwardingTools(),
    linkOf: (key: string) => table.get(key),
    schemes: [],
    report: (error: unknown) => console.error(error),
    proxies: proxiesOf('127.0.0.1'),
  };
  listen(forwardingListener(() => tools));
  process.on('SIGTERM', () => {
    links.visits.flush();
    const kept = links.visits.visits({ from: '2020-01-01', to: '2100-01-01', zone: 'UTC' }, null);
    const count = kept.days.reduce((sum, { person }) => sum + person, 0);
    process.stderr.write(`${count} ${Math.round(process.memoryUsage().rss / 1e6)}\n`);
    rmSync(folder, { recursive: true, force: true });
    process.exit(0);
  });
}
