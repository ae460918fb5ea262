/** A server that is killed again and again over every kind of write: what it had said is kept is there, and the data is sound. */
import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../src/core/job';
import { refusedStart, startServer } from '../src/testing/runningServer';
import { expect, test } from './fixtures';

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
const drawing = (size: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}"><path d="M0 0H${size}V${size}H0Z"/></svg>`;

test(`${kills} kills over saves, uploads, links, visits, exports and imports lose nothing that was answered`, async () => {
  test.setTimeout(kills * 10_000 + 60_000);
  const folder = mkdtempSync(join(tmpdir(), 'binarus-kills-'));
  const random = numbers(1789);
  /** Paths that were said to be kept, each with what its answer has to hold. */
  const kept = new Map<string, string>();
  let archive: ArrayBuffer | null = null;
  try {
    for (let kill = 0; kill < kills; kill++) {
      const server = await startServer({ folder });
      const ask = async (method: string, path: string, body?: unknown, type = 'application/json') => {
        const response = await fetch(`${server.address}/api/${path}`, {
          method,
          ...(body === undefined
            ? {}
            : {
                headers: { 'content-type': type },
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
      let isOver = false;
      const writer = async (write: (turn: number) => Promise<void>): Promise<void> => {
        for (let turn = 0; !isOver; turn++) await write(turn).catch(() => undefined);
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
        writer(async () => void (await (await fetch(`${server.address}/api/archive`)).arrayBuffer())),
      ];
      await new Promise((resolve) => setTimeout(resolve, 30 + random() * 900));
      await server.kill();
      isOver = true;
      await Promise.all(writers);
      const db = new Database(join(folder, 'binarus.sqlite'));
      expect(db.pragma('quick_check', { simple: true })).toBe('ok');
      expect(db.pragma('foreign_key_check')).toEqual([]);
      db.close();
    }
    const last = await startServer({ folder });
    await last.stop();
    // Nothing that came in half is left beside the data.
    expect(readdirSync(folder).filter((name) => name.startsWith('incoming-'))).toEqual([]);
    const checked = await refusedStart({ folder, args: ['--check-data'] });
    expect(JSON.parse(checked.output)).toMatchObject({ isSound: true });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
