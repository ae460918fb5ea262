/** What is sent twice, because its answer was lost, is one; what another window saved is never overwritten (RFC 9110, 9.2.2: who may send again). */
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../../core/job';
import { newSeries } from '../../core/series';
import type { SaveProfile } from '../../wire';
import { openData, type Data } from '../data';
import { openDatabase } from '../db';
import { outcomeOf } from './saves';

const folder = mkdtempSync(join(tmpdir(), 'binarus-saves-'));
afterAll(() => rmSync(folder, { recursive: true }));
let data: Data;
beforeEach(() => {
  data = openData(openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite')));
});
const id = randomUUID();
const job = newJob({ name: 'Slip sign', message: { kind: 'web', address: 'https://ternquay.example' } });
const pair = JSON.parse(readFileSync('src/wire/saved/profile/version-2.json', 'utf8')) as SaveProfile['pair'];
const profile: SaveProfile = { name: 'Rudder tags', note: '', basedOn: 'cork.co2-laser', pair };

it('a save is new on the newest revision, kept where it is the newest, and else in conflict', () => {
  expect(outcomeOf({ revision: 3, saveId: 'a' }, 3, 'b')).toBe('new');
  expect(outcomeOf({ revision: 3, saveId: 'a' }, 3)).toBe('new');
  expect(outcomeOf({ revision: 3, saveId: 'a' }, 2, 'a')).toBe('kept');
  expect(outcomeOf({ revision: 3, saveId: 'a' }, 2, 'b')).toBe('conflict');
  expect(outcomeOf({ revision: 3, saveId: null }, 2)).toBe('conflict');
  expect(outcomeOf({ revision: 3 }, 4, 'a')).toBe('conflict');
});

describe('made twice under one id it is one', () => {
  it('link, with the address that was drawn', () => {
    const wish = { name: 'Tides', target: 'https://ternquay.example/tides', slug: null, id };
    const first = data.links.create(wish);
    expect(data.links.create(wish)).toEqual(first);
    expect(data.links.list()).toHaveLength(1);
  });

  it('profile', () => {
    const first = data.profiles.add(profile, id);
    expect(data.profiles.add(profile, id)).toEqual(first);
    expect(data.profiles.list()).toHaveLength(1);
  });

  it('run', async () => {
    const { id: jobId } = data.jobs.create(job);
    const series = newSeries(
      { kind: 'table', name: 'a.csv', columns: ['link'], rows: [['https://ternquay.example/1']] } as never,
      { match: [{ target: { on: 'message', field: 'address' }, text: '{link}' }] },
    );
    const wish = { job, series, sheet: null, form: 'svg', again: true, contacts: false } as const;
    data.runs.ask(jobId, 1, wish, id);
    data.runs.ask(jobId, 1, wish, id);
    await data.runs.settled();
    data.runs.ask(jobId, 1, wish, id);
    expect(data.runs.list()).toHaveLength(1);
    expect(data.runs.register({}).found).toBe(1);
  });
});

describe('saved twice', () => {
  it('link is one revision, and another window is told', () => {
    const { id: link, link: first } = data.links.create({
      name: 'Tides',
      target: 'https://ternquay.example/tides',
      slug: 'TIDES',
    });
    const changed = { ...first, note: 'high water' };
    const saved = data.links.save(link, 1, changed, id);
    expect(data.links.save(link, 1, changed, id)).toEqual(saved);
    expect(data.links.revisions(link)).toHaveLength(2);
    expect(() => data.links.save(link, 1, changed, randomUUID())).toThrow('Another window saved revision 2');
    // Known after a restart, too.
    expect(data.links.find(link)?.saveId).toBe(id);
  });

  it('profile is kept as it is, and another window is told', () => {
    const first = data.profiles.add(profile);
    if (first === 'taken') throw new Error('taken');
    const changed = { ...profile, note: 'two passes' };
    const saved = data.profiles.change(first.id, changed, first.savedAt);
    expect(data.profiles.change(first.id, changed, 'before')).toEqual(saved);
    expect(data.profiles.change(first.id, { ...changed, note: 'three' }, 'before')).toBe('newer');
    expect(data.profiles.list()[0]?.note).toBe('two passes');
  });
});
