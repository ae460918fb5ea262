/** What is kept when the server is killed in the middle of its work. */
import { expect, test, type Page } from './fixtures';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const port = '5197';
const address = `http://127.0.0.1:${port}`;
const jobsInArchive = 400;

async function started(folder: string): Promise<ChildProcess> {
  const server = spawn(process.execPath, ['dist/node/server.js'], {
    env: { ...process.env, BINARUS_DATA: folder, BINARUS_PORT: port, BINARUS_DEMO: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve) => server.stdout!.once('data', resolve));
  return server;
}

async function killed(server: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGKILL');
  await ended;
}

const countOf = async (): Promise<number> =>
  ((await (await fetch(`${address}/api/shelf`)).json()) as { jobs: unknown[] }).jobs.length;

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

const firstJob = async (page: Page): Promise<string> => {
  const { jobs } = (await (await page.request.get('/api/shelf')).json()) as { jobs: { id: string }[] };
  return jobs[0]!.id;
};

test('a series that is killed in the middle goes on when the server is back, and every code is read', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'binarus-killed-run-'));
  const first = await started(folder);
  const json = (method: string, body: object): RequestInit => ({
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const { document } = (await (await page.request.get('/api/jobs/' + (await firstJob(page)))).json()) as {
    document: object;
  };
  const made = await fetch(
    `${address}/api/jobs`,
    json('POST', { document: { ...document, name: 'Killed series', codes: bare(document) } }),
  );
  const { id } = (await made.json()) as { id: string };
  const count = 600;
  const rows = Array.from({ length: count }, (_, at) => [`https://ternquay.example/killed/${at + 1}`]);
  const series = {
    formatVersion: 2,
    source: { kind: 'table', name: 'killed.csv', columns: ['link'], rows },
    match: [{ target: { on: 'message', field: 'address' }, text: '{link}' }],
    pictures: [],
    fixes: [],
    leftOut: [],
    oneLook: true,
    onSheet: false,
  };
  await fetch(`${address}/api/jobs/${id}/series`, json('PUT', { series }));
  const wish = { revision: 1, form: 'document', again: false, contacts: false };
  const asked = await fetch(`${address}/api/jobs/${id}/runs`, json('POST', wish));
  const run = ((await asked.json()) as { id: string }).id;
  type State = { state: string; progress: { doing: string } | null; report: { codes: number } | null };
  const look = async (): Promise<State> =>
    (await (await fetch(`${address}/api/runs/${run}`)).json()) as State;
  // In the middle of writing, and once more in the middle of reading back.
  let server = first;
  for (const doing of ['writing', 'reading back']) {
    await expect
      .poll(async () => (await look()).progress?.doing, { timeout: 40_000, intervals: [50] })
      .toBe(doing);
    await killed(server);
    server = await started(folder);
  }
  await expect.poll(async () => (await look()).state, { timeout: 60_000 }).toBe('made');
  expect((await look()).report?.codes).toBe(count);
  const register = (await (await fetch(`${address}/api/register?find=killed`)).json()) as { found: number };
  expect(register.found).toBe(count);
  await killed(server);
  rmSync(folder, { recursive: true });
});
