/** What is kept when the server is killed in the middle of its work. */
import { newJob as newDocument } from '../src/core/job';
import { expect, test, type Page } from './fixtures';
import { addressSeries } from './helpers';
import { mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, startServer, type RunningServer } from '../src/testing/runningServer';

const jobsInArchive = 400;

/** Ports that come back after each restart. */
let [port, forwardingPort] = [0, 0];
let [address, forwarding] = ['', ''];
test.beforeAll(async () => {
  [port, forwardingPort] = [await freePort(), await freePort()];
  [address, forwarding] = [`http://127.0.0.1:${port}`, `http://127.0.0.1:${forwardingPort}`];
});

async function started(folder: string, environment: Readonly<Record<string, string>> = {}) {
  const server = await startServer({ folder, port, environment });
  servers.push(server);
  return server;
}

/** A test that fails leaves no server behind on the port of the next. */
const servers: RunningServer[] = [];
test.afterEach(async () => {
  await Promise.all(servers.splice(0).map((server) => server.kill()));
});

const killed = (server: RunningServer): Promise<void> => server.kill();

const countOf = async (): Promise<number> =>
  ((await (await fetch(`${address}/api/shelf`)).json()) as { total: number }).total;

test('an import that is killed leaves nothing or everything, and the server starts again', async ({
  page,
}) => {
  const folders = Array.from({ length: 4 }, () => mkdtempSync(join(tmpdir(), 'binarus-killed-')));
  // An archive with many jobs, from a server of its own.
  const source = await started(folders[0]!);
  const { document } = (await (await page.request.get('/api/jobs/' + (await firstJob(page)))).json()) as {
    document: object;
  };
  for (let serial = 0; serial < jobsInArchive; serial++)
    await fetch(`${address}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ document: { ...document, name: `Serial ${serial}`, codes: bare(document) } }),
    });
  const archive = await (await fetch(`${address}/api/archive`)).arrayBuffer();
  await killed(source);

  const outcomes: number[] = [];
  for (const [turn, folder] of folders.slice(1).entries()) {
    const server = await started(folder);
    const importing = fetch(`${address}/api/archive`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive,
    }).catch(() => null);
    await new Promise((resolve) => setTimeout(resolve, 150 + turn * 350));
    await killed(server);
    await importing;
    const again = await started(folder);
    outcomes.push(await countOf());
    await killed(again);
  }
  expect(outcomes.filter((count) => count !== 0 && count !== jobsInArchive)).toEqual([]);
  folders.forEach((folder) => rmSync(folder, { recursive: true }));
});

/** Codes without logos, whose files the other server does not have. */
const bare = (document: object): object[] =>
  (document as { codes: object[] }).codes.map((code) => ({ ...code, logo: null }));

/** One of the demo, which other tests leave as it is; copies of it may be newer. */
const firstJob = async (page: Page): Promise<string> => {
  const { jobs } = (await (await page.request.get('/api/shelf?words=Berth%2017%20plate')).json()) as {
    jobs: { id: string; name: string }[];
  };
  return jobs.find(({ name }) => name === 'Berth 17 plate')!.id;
};

test('a series that is killed in the middle goes on when the server is back, and every code is read', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-killed-run-'));
  const first = await started(folder);
  const json = (method: string, body: object): RequestInit => ({
    method,
    headers: { 'content-type': 'application/json', ...(method === 'PUT' ? { 'if-match': '*' } : {}) },
    body: JSON.stringify(body),
  });
  // Of its own: what other tests do to the demo does not matter.
  const document = newDocument({
    name: 'Killed series',
    message: { kind: 'web', address: 'https://ternquay.example/killed/1' },
  });
  const made = await fetch(`${address}/api/jobs`, json('POST', { document }));
  const { id } = (await made.json()) as { id: string };
  const count = 600;
  const links = Array.from({ length: count }, (_, index) => `https://ternquay.example/killed/${index + 1}`);
  const series = addressSeries('link', links, '{link}');
  await fetch(`${address}/api/jobs/${id}/series`, json('PUT', { series }));
  const wish = { revision: 1, form: 'document', again: false, contacts: false };
  const asked = await fetch(`${address}/api/jobs/${id}/runs`, json('POST', wish));
  const run = ((await asked.json()) as { id: string }).id;
  type State = { state: string; progress: { doing: string } | null; report: { codes: number } | null };
  const look = async (): Promise<State> =>
    (await (await fetch(`${address}/api/runs/${run}`)).json()) as State;
  // In the middle of writing, and once more in the middle of reading back.
  let server = first;
  for (const doing of ['writing', 'reading-back']) {
    // A machine that is busy may let a stage pass unseen; the next is in the middle as well.
    await expect
      .poll(async () => (await look()).progress?.doing ?? 'nothing', { timeout: 240_000, intervals: [20] })
      .toMatch(new RegExp(`^(${doing}|reading back)$`));
    await killed(server);
    server = await started(folder);
  }
  await expect.poll(async () => (await look()).state, { timeout: 240_000 }).toBe('made');
  expect((await look()).report?.codes).toBe(count);
  const register = (await (await fetch(`${address}/api/register?find=killed`)).json()) as { found: number };
  expect(register.found).toBe(count);
  await killed(server);
  rmSync(folder, { recursive: true });
});

/** Ports on which a process listens, of this machine's table (proc_pid_net(5): state 0A; local address in hexadecimal). */
function listening(pid: number): readonly string[] {
  const sockets = readdirSync(`/proc/${pid}/fd`).flatMap((fd) => {
    try {
      return readlinkSync(`/proc/${pid}/fd/${fd}`).match(/^socket:\[(\d+)\]$/)?.[1] ?? [];
    } catch {
      return [];
    }
  });
  return ['tcp', 'tcp6'].flatMap((table) =>
    readFileSync(`/proc/${pid}/net/${table}`, 'utf8')
      .split('\n')
      .slice(1)
      .map((line) => line.trim().split(/\s+/))
      .filter(([, , , state, , , , , , inode]) => state === '0A' && sockets.includes(inode!))
      .map(([, local]) => local!),
  );
}

test('the forwarding server forwards and does nothing else, and a kill loses at most the last second of its counts', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-door-'));
  const settings = { BINARUS_LINKS_PORT: String(forwardingPort), BINARUS_LINKS_PROXIES: '127.0.0.1' };
  let server = await started(folder, settings);
  const json = (method: string, path: string, body: object) =>
    fetch(`${address}/api/links${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const people = async (): Promise<number> => {
    const asked = 'from=2020-01-01&to=2029-01-01&zone=UTC';
    const { days } = (await (await fetch(`${address}/api/links/visits?${asked}`)).json()) as {
      days: { person: number }[];
    };
    return days.reduce((sum, { person }) => sum + person, 0);
  };
  const visit = async (path: string, visitor: number): Promise<Response> =>
    fetch(forwarding + path, {
      redirect: 'manual',
      headers: {
        'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:127.0) Gecko/20100101 Firefox/127.0',
        'x-forwarded-for': `198.51.100.${visitor}`,
      },
    });
  try {
    // Off until it is opened on purpose.
    const house = port.toString(16).toUpperCase().padStart(4, '0');
    const doorHex = forwardingPort.toString(16).toUpperCase().padStart(4, '0');
    expect(listening(server.pid)).toEqual([`0100007F:${house}`]);
    await json('POST', '', { name: 'Regatta', target: 'https://ternquay.example/regatta', slug: 'REGATTA' });
    await json('PUT', '/settings', {
      base: 'https://go.ternquay.example',
      isCaseFree: true,
      schemes: [],
      oneIn: 10000,
      counts: true,
      keepDays: 400,
    });
    expect(await (await json('POST', '/door/open', {})).json()).toMatchObject({ isOpen: true, problem: '' });
    expect([...listening(server.pid)].sort()).toEqual([`0100007F:${house}`, `0100007F:${doorHex}`].sort());

    // Whatever the house answers, the forwarding server does not.
    const known = [
      '/',
      '/links',
      '/index.html',
      '/mark.svg',
      '/api/jobs',
      '/api/links',
      '/api/links/visits',
      '/api/archive',
      '/api/shelf',
      '/api/runs',
      '/sw.js',
      '/assets/',
      '/.well-known/',
      '/server-status',
    ];
    for (const [index, path] of known.entries()) {
      const { status, headers } = await visit(path, index);
      expect([path, status, headers.get('location')]).toEqual([path, 404, null]);
    }
    for (const method of ['POST', 'PUT', 'DELETE', 'OPTIONS', 'PATCH'])
      expect((await fetch(`${forwarding}/REGATTA`, { method, redirect: 'manual' })).status).toBe(405);

    for (let visitor = 0; visitor < 200; visitor++)
      expect((await visit('/REGATTA', visitor)).headers.get('location')).toBe(
        'https://ternquay.example/regatta',
      );
    // What is older than a second is kept, whatever comes.
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await killed(server);
    server = await started(folder, settings);
    expect(await people()).toBe(200);
    // It was open, and is again.
    expect((await visit('/REGATTA', 1)).headers.get('location')).toBe('https://ternquay.example/regatta');
  } finally {
    await killed(server);
    rmSync(folder, { recursive: true, force: true });
  }
});
