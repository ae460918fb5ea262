/** The owner's profiles over HTTP, beside archives, and in data of older programs. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import Database from 'better-sqlite3';
import { createServer, type Server } from 'node:http';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { findPair } from '../../content';
import { newJob } from '../../core/job';
import { valuesOf, withValue, type PairValues } from '../../core/plan';
import type { Profile } from '../../wire';
import { createApp } from '../app';
import { openData, type Data } from '../data';
import { summaryOf } from '../jobs';
import { openDatabase } from '../db';

let server: Server;
let base = '';
let data: Data;
const db = openDatabase(':memory:');
const folder = mkdtempSync(join(tmpdir(), 'binarus-profiles-'));

beforeAll(async () => {
  data = openData(db);
  server = createServer(createApp({ data, webFolder: null, log: pino({ level: 'silent' }) }));
  // On a machine that stands still for seconds a connection would be closed while a request is on its way.
  server.keepAliveTimeout = 0;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/profiles`;
});
afterAll(() => {
  server.close();
  db.close();
  rmSync(folder, { recursive: true });
});

interface Answer {
  readonly status: number;
  readonly body: Partial<Profile> & { readonly profiles?: readonly Profile[]; readonly problem?: string };
}
async function send(
  method: string,
  path = '',
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(base + path, {
    method,
    // Whatever is there, where a test is not about that.
    headers: {
      'content-type': 'application/json',
      ...(method === 'PUT' ? { 'if-match': '*' } : {}),
      ...headers,
    },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: text === '' ? {} : (JSON.parse(text) as Answer['body']) };
}
const steel: PairValues = valuesOf(findPair('stainless-steel', 'fibre-laser')!);
const profile = (name: string, pair = steel) => ({ name, note: '', basedOn: steel.profile, pair });

describe('profiles', () => {
  it('are not changed by who does not say what they replace (RFC 6585, 3)', async () => {
    const { body } = await send('POST', '', profile('Oar tags'));
    const response = await fetch(`${base}/${body.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(profile('Oar tags, other')),
    });
    expect(response.status).toBe(428);
    expect((await send('GET')).body.profiles!.map(({ name }) => name)).toEqual(['Oar tags']);
    expect((await send('DELETE', `/${body.id}`, {})).status).toBe(204);
  });

  it('are kept under an id of their own, by which jobs name them, changed, and deleted once', async () => {
    const { status, body } = await send('POST', '', profile('Rudder tags'));
    expect(status).toBe(201);
    expect(body.pair!.profile).toBe(body.id);
    const coarse = withValue(body.pair!, 'floorMm', 0.4);
    const changed = await send('PUT', `/${body.id}`, profile('Rudder tags, deep', coarse));
    expect(changed.body).toMatchObject({
      id: body.id,
      name: 'Rudder tags, deep',
      pair: { process: { floorMm: 0.4 } },
    });
    expect((await send('GET')).body.profiles!.map(({ name }) => name)).toEqual(['Rudder tags, deep']);
    expect((await send('DELETE', `/${body.id}`, {})).status).toBe(204);
    expect((await send('DELETE', `/${body.id}`, {})).status).toBe(404);
    expect((await send('PUT', `/${body.id}`, profile('Rudder tags'))).status).toBe(404);
  });

  it('are not put in place of what another window kept meanwhile (RFC 9110, 13.1.1)', async () => {
    const { body } = await send('POST', '', profile('Keel band'));
    const basedOn = { 'if-match': `"${body.savedAt}"` };
    // Moments are told apart by milliseconds.
    await new Promise((resolve) => setTimeout(resolve, 5));
    const first = await send('PUT', `/${body.id}`, profile('Keel band, one'), basedOn);
    expect(first.status).toBe(200);
    const late = await send('PUT', `/${body.id}`, profile('Keel band, other'), basedOn);
    expect(late).toMatchObject({
      status: 412,
      body: { problem: 'Another window changed this profile meanwhile.' },
    });
    const again = { 'if-match': `"${first.body.savedAt}"` };
    expect((await send('PUT', `/${body.id}`, profile('Keel band, other'), again)).status).toBe(200);
    await send('DELETE', `/${body.id}`, {});
  });

  it('have names of their own, and values in their range', async () => {
    const first = await send('POST', '', profile('Galley brass'));
    expect(await send('POST', '', profile('Galley brass'))).toMatchObject({
      status: 409,
      body: { problem: 'Another profile has this name.' },
    });
    expect((await send('PUT', `/${first.body.id}`, profile('Galley brass'))).status).toBe(200);
    const wrong = await send('POST', '', profile('Wrong', withValue(steel, 'growthMm', 7)));
    expect(wrong.status).toBe(400);
    expect(wrong.body.problem).toContain('growthMm');
    expect((await send('POST', '', profile('  '))).status).toBe(400);
    expect((await send('DELETE', `/${first.body.id}`, {})).status).toBe(204);
  });

  it('that cannot be read are left where they are, and the others are listed', async () => {
    const { body } = await send('POST', '', profile('Kept'));
    db.prepare(
      `INSERT INTO profiles (id, name, note, based_on, pair, saved_at)
       VALUES ('00000000-0000-4000-8000-000000000001', 'From the future', '', 'x', '{"far": 1}', '')`,
    ).run();
    expect((await send('GET')).body.profiles!.map(({ id }) => id)).toEqual([body.id]);
  });
});

describe('data of the program before', () => {
  it('knows afterwards which profile each job was made with, whatever its document names', async () => {
    const path = join(folder, 'older.sqlite');
    const older = new Database(path);
    for (const name of ['1_jobs', '2_shelf', '3_notes', '4_files_and_styles', '5_templates_and_stock'])
      older.exec(readFileSync(`src/server/db/migrations/000${name}.sql`, 'utf8'));
    for (const name of ['6_sound_house', '7_named_revisions'])
      older.exec(readFileSync(`src/server/db/migrations/000${name}.sql`, 'utf8'));
    older.pragma('user_version = 7');
    // As the program before left it.
    const text = readFileSync('src/core/job/saved/version-7.json', 'utf8');
    const { profile: _, ...summary } = summaryOf(
      newJob({ message: { kind: 'text', text: 'tide' }, pair: steel }),
    );
    const id = '6d2f9a3e-1111-4222-8333-444455556666';
    older.prepare("INSERT INTO jobs (id, created_at, current_revision) VALUES (?, '', 1)").run(id);
    older
      .prepare('INSERT INTO revisions (job_id, number, document, saved_at) VALUES (?, 1, ?, ?)')
      .run(id, JSON.stringify(JSON.parse(text)), '2026-11-25T10:00:00.000Z');
    older.prepare('INSERT INTO summaries (job_id, summary) VALUES (?, ?)').run(id, JSON.stringify(summary));
    older.close();

    const newer = openDatabase(path);
    expect(openData(newer).jobs.summaries()[0]!.profile).toBe('black-anodised-aluminium.co2-laser');
    newer.close();
  });
});
