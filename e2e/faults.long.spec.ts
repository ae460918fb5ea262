/**
 * The server as a process, on disks and in folders that are not as they should be. Its last handler is switched off: every cause that
 * would end it is seen.
 */
import Database from 'better-sqlite3';
import { execFileSync, spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../src/core/job';
import { freePort, refusedStart, startServer, type RunningServer } from '../src/testing/runningServer';
import { expect, test } from './fixtures';

let folder = '';
let server: RunningServer | null = null;
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'binarus-faults-'));
});
test.afterEach(async () => {
  await server?.kill();
  server = null;
  rmSync(folder, { recursive: true, force: true });
});

const send = (address: string, method: string, path: string, body: unknown = {}): Promise<Response> =>
  fetch(`${address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const link = (slug: string) => ({ name: slug, target: 'https://ternquay.example/tides', slug });

/** A server with a link, open to the public. */
async function withLink(data: string, forwarding: number, mostFileKb?: number): Promise<RunningServer> {
  const begun = await startServer({
    folder: data,
    environment: { BINARUS_LINKS_PORT: String(forwarding) },
    ...(mostFileKb === undefined ? {} : { mostFileKb }),
  });
  await send(begun.address, 'PUT', 'links/settings', { base: 'https://go.ternquay.example' });
  await send(begun.address, 'POST', 'links', link('TIDES'));
  expect(await (await send(begun.address, 'POST', 'links/door/open')).json()).toMatchObject({ isOpen: true });
  return begun;
}
const forwards = async (forwarding: number): Promise<string | null> =>
  (await fetch(`http://127.0.0.1:${forwarding}/TIDES`, { redirect: 'manual' })).headers.get('location');

/** Writes until nothing goes in any more; what the server says then. */
async function filled(address: string): Promise<{ status: number; problem: string }> {
  for (let count = 0; count < 20_000; count++) {
    const answer = await send(address, 'POST', 'links', link(`FILL-${count}`));
    if (!answer.ok)
      return { status: answer.status, problem: ((await answer.json()) as { problem: string }).problem };
  }
  throw new Error('The disk did not fill up.');
}

test('files that cannot grow end nothing: it reads and forwards, and starts again', async () => {
  const forwarding = await freePort();
  server = await withLink(folder, forwarding, 900);
  expect(await filled(server.address)).toMatchObject({
    status: 507,
    problem: expect.stringContaining('nothing more is saved. Your work is kept in this window.'),
  });
  // Timers have their turn; visits wait in memory.
  expect(await forwards(forwarding)).toBe('https://ternquay.example/tides');
  await new Promise((resolve) => setTimeout(resolve, 3000));
  expect((await fetch(`${server.address}/api/shelf`)).status).toBe(200);
  expect(await forwards(forwarding)).toBe('https://ternquay.example/tides');
  expect(server.output()).not.toContain('    at ');
  await server.kill();
  server = await startServer({
    folder,
    mostFileKb: 900,
    environment: { BINARUS_LINKS_PORT: String(forwarding) },
  });
  expect((await fetch(`${server.address}/api/links`)).status).toBe(200);
  await expect.poll(() => forwards(forwarding).catch(() => null)).toBe('https://ternquay.example/tides');
  await server.stop();
  // Once there is room again, everything that was saved is there.
  server = await startServer({ folder });
  const { total } = (await (await fetch(`${server.address}/api/links`)).json()) as { total: number };
  expect(total).toBeGreaterThan(1);
  expect((await send(server.address, 'POST', 'links', link('ROOM'))).status).toBe(201);
});

test('a disk that is full to the last byte: it reads and forwards, and starts again by its reserve', async () => {
  test.skip(process.getuid?.() !== 0, 'Only root can mount a small disk.');
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=12m', 'tmpfs', folder]).status === 0;
  test.skip(!mounted, 'This machine mounts no small disk.');
  try {
    const data = join(folder, 'data');
    const forwarding = await freePort();
    const environment = { BINARUS_LINKS_PORT: String(forwarding) };
    server = await withLink(data, forwarding);
    await expect.poll(() => readdirSync(data)).toContain('binarus.reserve');
    const fill = (): void => {
      spawnSync('dd', ['if=/dev/zero', `of=${join(folder, `fill-${Date.now()}`)}`, 'bs=1024']);
    };
    fill();
    expect(await filled(server.address)).toMatchObject({
      status: 507,
      problem: expect.stringContaining('The disk is full, so nothing more is saved.'),
    });
    expect(await forwards(forwarding)).toBe('https://ternquay.example/tides');
    await server.kill();
    // Nothing of the database may be left open, and no room for what it opens with.
    for (const name of ['binarus.sqlite-shm', 'binarus.lock', 'binarus.lock-journal'])
      rmSync(join(data, name), { force: true });
    fill();
    server = await startServer({ folder: data, environment });
    expect((await fetch(`${server.address}/api/links`)).status).toBe(200);
    await expect.poll(() => forwards(forwarding).catch(() => null)).toBe('https://ternquay.example/tides');
    await server.kill();
    // A change of tables that is due cannot be made: one line.
    const db = new Database(join(data, 'binarus.sqlite'));
    db.pragma('user_version = 15');
    db.close();
    fill();
    const { code, output } = await refusedStart({ folder: data });
    expect(code).toBe(2);
    expect(output).toMatch(/^The disk is full: .* brought up to date .*\n$/);
  } finally {
    await server?.kill();
    execFileSync('umount', ['-l', folder]);
  }
});

test('a folder that is not as it should be is told in one line', async () => {
  const refused = async (name: string, spoil: (data: string) => void): Promise<string> => {
    const data = join(folder, name);
    mkdirSync(data);
    spoil(data);
    const { code, output } = await refusedStart({ folder: data });
    expect([name, code, output.trim().split('\n').length]).toEqual([name, 2, 1]);
    return output;
  };
  expect(await refused('lock', (data) => mkdirSync(join(data, 'binarus.lock')))).toContain('delete it');
  expect(await refused('runs', (data) => writeFileSync(join(data, 'runs'), ''))).toContain('is a file');
  expect(await refused('copies', (data) => writeFileSync(join(data, 'copies'), ''))).toContain('is a file');
  expect(
    await refused('damaged', (data) =>
      writeFileSync(join(data, 'binarus.sqlite'), 'no database'.repeat(500)),
    ),
  ).toContain('is damaged');
  // A server whose data others are broken from.
  server = await startServer({ folder: join(folder, 'sound') });
  await server.stop();
  const spoilt = (sql: string) => (data: string) => {
    const db = new Database(join(folder, 'sound', 'binarus.sqlite'));
    db.exec(`VACUUM INTO '${join(data, 'binarus.sqlite')}'`);
    db.close();
    const copy = new Database(join(data, 'binarus.sqlite'));
    copy.exec(sql);
    copy.close();
  };
  expect(
    await refused('settings', spoilt(`INSERT INTO link_settings VALUES (1, '{"schemes": 7}')`)),
  ).toContain('settings of the forwarding links cannot be read');
  expect(await refused('newer', spoilt('PRAGMA user_version = 999'))).toContain('newer Binarus');
  const port = await freePort();
  server = await startServer({ folder: join(folder, 'sound'), port });
  mkdirSync(join(folder, 'other'));
  const taken = await refusedStart({ folder: join(folder, 'other'), port });
  expect([taken.code, taken.output]).toEqual([2, `Port ${port} is taken. Set BINARUS_PORT to another.\n`]);
  const second = await refusedStart({ folder: join(folder, 'sound') });
  expect([second.code, second.output]).toEqual([2, expect.stringContaining('Another Binarus is running')]);
});

test('a database that another program has locked is waited for at the start, then told in one line', async () => {
  server = await startServer({ folder });
  await server.stop();
  const file = join(folder, 'binarus.sqlite');
  const lock = (): Database.Database => {
    const other = new Database(file);
    other.pragma('locking_mode = EXCLUSIVE');
    other.exec('BEGIN EXCLUSIVE');
    return other;
  };
  const short = lock();
  setTimeout(() => short.close(), 1500);
  server = await startServer({ folder });
  await server.stop();
  const long = lock();
  const { code, output } = await refusedStart({ folder });
  long.close();
  expect([code, output]).toEqual([2, expect.stringMatching(/is locked by another program\. Close .*\n$/)]);
});

test('a database that is lost beside its copies is never begun anew without a word', async () => {
  const file = join(folder, 'binarus.sqlite');
  server = await startServer({ folder, environment: { BINARUS_DEMO: '1' } });
  const copies = join(folder, 'copies');
  await server.stop();
  // The demo was made after the first look for a copy; the next start makes it.
  server = await startServer({ folder });
  await expect.poll(() => readdirSync(copies).filter((name) => name.endsWith('.sqlite')).length).toBe(1);
  await server.stop();
  const [copy] = readdirSync(copies);
  const day = copy!.slice('binarus-'.length, -'.sqlite'.length);
  for (const lose of [() => undefined, () => writeFileSync(file, ''), () => new Database(file).close()]) {
    rmSync(file, { force: true });
    lose();
    const { code, output } = await refusedStart({ folder });
    expect([code, output.trim().split('\n').length]).toEqual([2, 1]);
    expect(output).toContain(`npm start -- --restore ${day}, or begin anew with npm start -- --new.`);
  }
  // A copy that is damaged is not put in place of anything.
  copyFileSync(join(copies, copy!), join(copies, 'binarus-2026-01-01.sqlite'));
  const bytes = statSync(join(copies, copy!)).size;
  const spoilt = Buffer.alloc(bytes / 2, 7);
  writeFileSync(join(copies, 'binarus-2026-01-01.sqlite'), spoilt, { flag: 'r+' });
  const damaged = await refusedStart({ folder, args: ['--restore', '2026-01-01'] });
  expect([damaged.code, damaged.output]).toEqual([2, expect.stringContaining('was not put in place')]);
  // What is sound and what is not.
  const checked = await refusedStart({ folder, args: ['--check-data'] });
  expect(checked.code).toBe(1);
  expect(JSON.parse(checked.output)).toMatchObject({
    isSound: false,
    copies: [
      { name: day, problem: null },
      { name: '2026-01-01', problem: expect.stringMatching(/damaged|cannot be read/) },
    ],
  });
  expect((await refusedStart({ folder, args: ['--restore', day] })).output).toContain('is in place');
  server = await startServer({ folder });
  const shelf = (await (await fetch(`${server.address}/api/shelf`)).json()) as { jobs: unknown[] };
  expect(shelf.jobs.length).toBeGreaterThan(10);
  await server.stop();
  rmSync(join(copies, 'binarus-2026-01-01.sqlite'));
  const sound = await refusedStart({ folder, args: ['--check-data'] });
  expect(JSON.parse(sound.output)).toMatchObject({ isSound: true, database: { problems: [] } });
  expect(sound.code).toBe(0);
  // Begun anew on purpose: nothing in it is copied over a copy with something.
  rmSync(file);
  server = await startServer({ folder, args: ['--new'] });
  await server.stop();
  expect(readdirSync(copies)).toEqual([copy]);
});

test('a clock that is set forwards and back loses no revision, no visit and no copy', async () => {
  const clockFile = join(folder, 'clock');
  const yearMs = 365 * 24 * 3600 * 1000;
  const setClock = (years: number): void => writeFileSync(clockFile, String(years * yearMs));
  const forwarding = await freePort();
  const options = { folder, clockFile, environment: { BINARUS_LINKS_PORT: String(forwarding) } };
  const visits = async (): Promise<number> => {
    const asked = 'from=2020-01-01&to=2029-01-01&zone=UTC';
    const answer = await fetch(`${server!.address}/api/links/visits?${asked}`);
    const { days } = (await answer.json()) as { days: { person: number }[] };
    return days.reduce((sum, { person }) => sum + person, 0);
  };
  setClock(0);
  server = await startServer(options);
  await send(server.address, 'PUT', 'links/settings', { base: 'https://go.ternquay.example', keepDays: 30 });
  await send(server.address, 'POST', 'links', link('TIDES'));
  await send(server.address, 'POST', 'links/door/open');
  await fetch(`http://127.0.0.1:${forwarding}/TIDES`, {
    redirect: 'manual',
    headers: { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:127.0) Gecko/20100101 Firefox/127.0' },
  });
  const document = newJob({
    name: 'Berth',
    message: { kind: 'web', address: 'https://ternquay.example/berth' },
  });
  const { id } = (await (await send(server.address, 'POST', 'jobs', { document })).json()) as { id: string };
  let revision = 1;
  const edit = async (note: string): Promise<void> => {
    const body = { baseRevision: revision, document: { ...document, note } };
    expect((await send(server!.address, 'POST', `jobs/${id}/revisions`, body)).status).toBe(201);
    revision++;
  };
  await edit('today');
  // An empty battery, then the network's time: edits of different days are different sittings.
  setClock(-50);
  await edit('long ago');
  await edit('long ago, a moment later');
  setClock(0);
  await edit('today again');
  const { revisions } = (await (await fetch(`${server.address}/api/jobs/${id}/revisions`)).json()) as {
    revisions: { number: number }[];
  };
  expect(revisions.map(({ number }) => number)).toEqual([5, 4, 2, 1]);
  await server.stop();
  const before = await (async () => {
    server = await startServer(options);
    return visits();
  })();
  expect(before).toBe(1);
  await server.stop();
  // A start on a day of another century deletes nothing that is a day old.
  for (const years of [80, -50]) {
    setClock(years);
    server = await startServer(options);
    const day = new Date(Date.now() + years * yearMs).toISOString().slice(0, 10);
    await expect.poll(() => readdirSync(join(folder, 'copies'))).toContain(`binarus-${day}.sqlite`);
    await server.stop();
  }
  setClock(0);
  server = await startServer(options);
  expect(await visits()).toBe(1);
  expect((await fetch(`${server.address}/api/jobs/${id}`)).status).toBe(200);
});
