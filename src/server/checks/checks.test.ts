/** Checks of finished pieces over HTTP. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { newJob } from '../../core/job';
import { goodProof } from '../../testing/proofs';
import { findPair } from '../../content';
import { goodCheck } from '../../testing/checks';
import type { CheckList, KeptCheck } from '../../wire';
import { createApp } from '../app';
import { openData } from '../data';
import { openDatabase } from '../db';

let server: Server;
let base = '';
const db = openDatabase(':memory:');
const data = openData(db);

beforeAll(async () => {
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/jobs`;
});
afterAll(() => {
  server.close();
  db.close();
});

const jobOn = (material: string, machine: string): string =>
  data.jobs.create(
    newJob({
      message: { kind: 'web', address: 'https://ternquay.example' },
      pair: findPair(material, machine)!,
    }),
  ).id;
const send = (method: string, path: string, body: unknown): Promise<Response> =>
  fetch(`${base}/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const kept = async (id: string): Promise<CheckList> =>
  (await (await fetch(`${base}/${id}/checks`)).json()) as CheckList;

describe('checks', () => {
  it('are kept with a revision, the newest first, and deleted one by one', async () => {
    const id = jobOn('birch-plywood', 'co2-laser');
    const first = await send('POST', `${id}/checks`, { ...goodCheck, note: 'first' });
    expect(first.status).toBe(201);
    await send('POST', `${id}/checks`, { ...goodCheck, note: 'second' });
    const { checks } = await kept(id);
    expect(checks.map(({ note, revision, predicted }) => [note, revision, predicted])).toEqual([
      ['second', 1, null],
      ['first', 1, null],
    ]);
    expect(checks[1]).toEqual(await first.json());
    expect(checks[0]!.thumbnail).toBe(goodCheck.thumbnail);
    expect((await send('DELETE', `${id}/checks/${checks[0]!.id}`, {})).status).toBe(204);
    expect((await send('DELETE', `${id}/checks/${checks[0]!.id}`, {})).status).toBe(404);
    expect((await kept(id)).checks.map(({ note }) => note)).toEqual(['first']);
  });

  it('hold the revision, which edits of the same sitting would leave behind', async () => {
    const id = jobOn('birch-plywood', 'co2-laser');
    const { document } = data.jobs.find(id)!;
    await send('POST', `${id}/checks`, goodCheck);
    data.jobs.addRevision(id, 1, { ...document, name: 'Another' });
    data.jobs.addRevision(id, 2, { ...document, name: 'One more' });
    expect(data.jobs.revision(id, 1)).toBeDefined();
    expect((await kept(id)).checks).toHaveLength(1);
  });

  it('tell how often proofs were right for a material and machine, and for no other', async () => {
    const ids = [0, 1, 2].map(() => jobOn('natural-slate', 'co2-laser'));
    const other = jobOn('white-paper', 'ink-jet-600dpi');
    for (const id of [...ids, other]) data.jobs.saveProof(id, 1, goodProof);
    const failed = { ...goodCheck, result: { ...goodCheck.result, verdict: 'stop', message: 'none' } };
    const wrongPiece = { ...goodCheck, result: { ...goodCheck.result, verdict: 'stop', message: 'other' } };
    await send('POST', `${ids[0]}/checks`, goodCheck);
    await send('POST', `${ids[1]}/checks`, goodCheck);
    await send('POST', `${ids[2]}/checks`, failed);
    // Another piece says nothing about how this one was foretold.
    await send('POST', `${ids[2]}/checks`, wrongPiece);
    await send('POST', `${other}/checks`, goodCheck);
    expect((await kept(ids[0]!)).learned).toEqual({ asPredicted: 2, of: 3 });
    expect((await kept(other)).learned).toEqual({ asPredicted: 1, of: 1 });
    expect((await kept(ids[0]!)).checks[0]!.predicted).toBe('good');
  });

  it('that make no sense are refused', async () => {
    const id = jobOn('birch-plywood', 'co2-laser');
    const bad: readonly [Partial<KeptCheck> | object, number][] = [
      [{ revision: 9 }, 404],
      [{ thumbnail: 'no base64 !' }, 400],
      [{ thumbnail: 'A'.repeat(200_000) }, 400],
      [{ note: 'q'.repeat(501) }, 400],
      [{ result: { ...goodCheck.result, verdict: 'perhaps' } }, 400],
      [{ location: '50.1, -5.3' }, 400],
    ];
    for (const [change, status] of bad) {
      const response = await send('POST', `${id}/checks`, { ...goodCheck, ...change });
      expect([JSON.stringify(change).slice(0, 40), response.status]).toEqual([
        JSON.stringify(change).slice(0, 40),
        status,
      ]);
    }
    expect((await kept(id)).checks).toEqual([]);
    expect((await fetch(`${base}/no-id/checks`)).status).toBe(400);
  });

  it('go with their job', async () => {
    const id = jobOn('birch-plywood', 'co2-laser');
    await send('POST', `${id}/checks`, goodCheck);
    data.jobs.move([id], 'bin');
    data.jobs.emptyBin();
    expect(db.prepare('SELECT count(*) FROM checks WHERE job_id = ?').pluck().get(id)).toBe(0);
  });

  it('are no more than can be looked through', async () => {
    const id = jobOn('birch-plywood', 'co2-laser');
    const check = { ...goodCheck, result: goodCheck.result };
    for (let place = 0; place < 200; place++) data.checks.keep(id, check);
    const response = await send('POST', `${id}/checks`, goodCheck);
    expect(response.status).toBe(409);
    expect(((await response.json()) as { problem: string }).problem).toMatch(/200 checks are kept/);
  });
});
