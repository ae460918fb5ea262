/** A server that is killed again and again over every kind of write: what it had said is kept is there, and the data is sound. */
import Database from 'better-sqlite3';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../src/core/job';
import { freePort, refusedStart, startServer } from '../src/testing/runningServer';
import { expect, test } from './fixtures';
import { addressSeries } from './helpers';

/** All of them by npm run faults. */
const kills = process.env.BINARUS_FAULTS === 'all' ? 500 : 6;

/** The same numbers each time (Park and Miller, 1988). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const document = newJob({
  name: 'Berth',
  message: { kind: 'web', address: 'https://ternquay.example/berth' },
});
/** Rows of each series that is killed. */
const seriesRows = 5;
const seriesOf = (kill: number) =>
  addressSeries(
    'link',
    Array.from({ length: seriesRows }, (_, row) => `https://ternquay.example/${kill}/${row + 1}`),
    '{link}',
  );
const wish = { revision: 1, form: 'document', again: false, contacts: false };
const drawing = (size: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}"><path d="M0 0H${size}V${size}H0Z"/></svg>`;

test(`${kills} kills over saves, uploads, links, visits, series, copies, exports and imports lose nothing that was answered`, async () => {
  test.setTimeout(kills * 10_000 + 60_000);
  const folder = mkdtempSync(join(tmpdir(), 'binarus-kills-'));
  const random = numbers(1789);
  /** Paths that were said to be kept, each with what its answer has to hold. */
  const kept = new Map<string, string>();
  let archive: ArrayBuffer | null = null;
  /** Answers of the forwarding server; runs that were said to be begun. */
  let visits = 0;
  const runs: string[] = [];
  const forwarding = await freePort();
  const options = { folder, environment: { BINARUS_LINKS_PORT: String(forwarding) } };
  const copies = join(folder, 'copies');
  try {
    for (let kill = 0; kill < kills; kill++) {
      // So that this start makes one.
      rmSync(copies, { recursive: true, force: true });
      const server = await startServer(options);
      const ask = async (method: string, path: string, body?: unknown, type = 'application/json') => {
        const response = await fetch(`${server.address}/api/${path}`, {
          method,
          ...(body === undefined
            ? {}
            : {
                headers: { 'content-type': type, ...(method === 'PUT' ? { 'if-match': '*' } : {}) },
                body: type === 'application/json' ? JSON.stringify(body) : (body as BodyInit),
              }),
        });
        // A broken answer was none.
        return {
          ok: response.ok,
          body:
            type === 'export'
              ? null
              : ((await response.json().catch(() => null)) as { id?: string; hash?: string } | null),
        };
      };
      for (const [path, holds] of kept) {
        const response = await fetch(`${server.address}/api/${path}`);
        expect([path, response.status]).toEqual([path, 200]);
        expect([path, (await response.text()).includes(holds)]).toEqual([path, true]);
      }
      // What was checked once needs no second look.
      if (kept.size > 60) kept.clear();
      archive ??= await (await fetch(`${server.address}/api/archive`)).arrayBuffer();
      if (kill === 0) {
        await ask('PUT', 'links/settings', { base: 'https://go.ternquay.example' });
        await ask('POST', 'links', {
          name: 'Tides',
          target: 'https://ternquay.example/tides',
          slug: 'TIDES',
        });
        expect((await ask('POST', 'links/door/open', {})).body).toMatchObject({ isOpen: true });
      }
      let isOver = false;
      let answered = 0;
      const writer = async (write: (turn: number) => Promise<void>): Promise<void> => {
        for (let turn = 0; !isOver; turn++) {
          await write(turn).catch(() => undefined);
          answered++;
        }
      };
      const writers = [
        writer(async (turn) => {
          const name = `Berth ${kill} ${turn}`;
          const { ok, body } = await ask('POST', 'jobs', { document: { ...document, name } });
          if (!ok || body === null) return;
          kept.set(`jobs/${body.id!}`, name);
          const note = `note ${kill} ${turn}`;
          const saved = await ask('POST', `jobs/${body.id!}/revisions`, {
            baseRevision: 1,
            document: { ...document, name, note },
          });
          if (saved.ok && saved.body !== null) kept.set(`jobs/${body.id!}`, note);
        }),
        writer(async (turn) => {
          const slug = `K${kill}-${turn}`;
          const { ok, body } = await ask('POST', 'links', {
            name: slug,
            target: 'https://ternquay.example/x',
            slug,
          });
          if (ok && body !== null) kept.set(`links/${body.id!}`, slug);
        }),
        writer(async (turn) => {
          const { ok, body } = await ask(
            'POST',
            'files',
            drawing(kill * 1000 + turn + 1),
            'application/octet-stream',
          );
          if (ok && body !== null) kept.set(`files/${body.hash!}`, '<svg');
        }),
        writer(async () => void (await ask('POST', 'archive', archive, 'application/zip'))),
        writer(async () => {
          const { status } = await fetch(`http://127.0.0.1:${forwarding}/TIDES`, {
            redirect: 'manual',
            headers: {
              'user-agent': 'Mozilla/5.0 (X11; Linux x86_64; rv:127.0) Gecko/20100101 Firefox/127.0',
            },
          });
          if (status === 302) visits++;
        }),
        writer(async (turn) => {
          if (turn > 0) return void (await new Promise((resolve) => setTimeout(resolve, 50)));
          const { body: job } = await ask('POST', 'jobs', { document: { ...document, name: `Run ${kill}` } });
          const series = { series: seriesOf(kill) };
          if (job === null || !(await ask('PUT', `jobs/${job.id!}/series`, series)).ok) return;
          const { ok, body } = await ask('POST', `jobs/${job.id!}/runs`, wish);
          if (ok && body !== null) runs.push(body.id!);
        }),
        writer(async () => void (await (await fetch(`${server.address}/api/archive`)).arrayBuffer())),
      ];
      // In the middle of something: after so many writes, however slow the machine is, and a moment more.
      const [writes, momentMs] = [6 + random() * 40, random() * 300];
      const begun = performance.now();
      while (answered < writes && performance.now() - begun < 60_000)
        await new Promise((resolve) => setTimeout(resolve, 5));
      await new Promise((resolve) => setTimeout(resolve, momentMs));
      await server.kill();
      isOver = true;
      await Promise.all(writers);
      const db = new Database(join(folder, 'binarus.sqlite'));
      expect(db.pragma('quick_check', { simple: true })).toBe('ok');
      expect(db.pragma('foreign_key_check')).toEqual([]);
      db.close();
      for (const name of existsSync(copies) ? readdirSync(copies) : []) {
        if (!name.endsWith('.sqlite')) continue;
        const copy = new Database(join(copies, name), { readonly: true });
        expect([name, copy.pragma('quick_check', { simple: true })]).toEqual([name, 'ok']);
        copy.close();
      }
    }
    const last = await startServer(options);
    const look = async (path: string) =>
      (await (await fetch(`${last.address}/api/${path}`)).json()) as Record<string, unknown>;
    // Every series that was begun comes to its end, with exactly its pieces.
    expect(runs.length).toBeGreaterThan(kills / 4);
    // A run whose answer a kill cut off was begun, too.
    const begun = ((await look('runs')).runs as { id: string }[]).map(({ id }) => id);
    expect(begun).toEqual(expect.arrayContaining(runs));
    for (const run of begun) {
      await expect.poll(async () => (await look(`runs/${run}`)).state, { timeout: 60_000 }).toBe('made');
      expect((await look(`register?run=${run}`)).found).toBe(seriesRows);
    }
    expect((await look('register')).found).toBe(begun.length * seriesRows);
    // Nothing is counted twice; what is lost is at most the last second before each kill.
    const { days } = (await look('links/visits?from=2020-01-01&to=2029-01-01&zone=UTC')) as {
      days: { person: number }[];
    };
    const counted = days.reduce((sum, { person }) => sum + person, 0);
    expect(visits).toBeGreaterThan(kills);
    expect(counted).toBeLessThanOrEqual(visits);
    await last.stop();
    // Nothing that came in half is left beside the data.
    expect(readdirSync(folder).filter((name) => name.startsWith('incoming-'))).toEqual([]);
    const checked = await refusedStart({ folder, args: ['--check-data'] });
    expect(JSON.parse(checked.output)).toMatchObject({ isSound: true });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
