import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob } from '../../core/job';
import { goodProof } from '../../testing/proofs';
import { copiedDays, copyDaily, databaseFile, restoreCopy } from './backups';
import { openData } from '../data';
import { openDatabase, type Db } from '../db';
import { Unreadable } from '../documents';
import { holdFolder, openDatabaseIn, portOf, prepareFolder, StartProblem } from './start';

const folder = mkdtempSync(join(tmpdir(), 'binarus-keeping-'));
afterAll(() => rmSync(folder, { recursive: true }));
const document = newJob({
  name: 'Test plate',
  message: { kind: 'web', address: 'https://ternquay.example' },
});
const noted = (note: string) => ({ ...document, note });

describe('revisions of one sitting', () => {
  let db: Db;
  beforeAll(() => {
    db = openDatabase(':memory:');
  });
  afterAll(() => {
    db.close();
  });

  it('that were saved by themselves become one; the first, made and proved ones stay', () => {
    const { jobs } = openData(db);
    const { id } = jobs.create(document);
    const save = (note: string): number => {
      const outcome = jobs.addRevision(id, jobs.find(id)!.revision, noted(note));
      if (typeof outcome === 'string' || 'conflict' in outcome) throw new Error('not saved');
      return outcome.saved.revision;
    };
    const numbers = (): number[] => jobs.revisions(id).map(({ number }) => number);
    for (const note of ['a', 'b', 'c']) save(note);
    expect(numbers()).toEqual([4, 1]);
    jobs.markMade(id, 4, { on: '2026-11-25', note: '' });
    for (const note of ['d', 'e']) save(note);
    expect(numbers()).toEqual([6, 4, 1]);
    jobs.saveProof(id, 6, goodProof);
    save('f');
    // What a file or a proof is made of is kept before.
    expect(jobs.keep(id, save('g'))).toBe(true);
    save('h');
    expect(numbers()).toEqual([9, 8, 6, 4, 1]);
    // So is what was given a name, even when that is taken away again.
    expect(jobs.nameRevision(id, 9, 'For the harbour master')).toBe(true);
    expect(jobs.revisions(id)[0]).toMatchObject({ number: 9, name: 'For the harbour master' });
    expect(jobs.nameRevision(id, save('i'), 'Second')).toBe(true);
    expect(jobs.nameRevision(id, 10, '')).toBe(true);
    save('j');
    save('k');
    expect(numbers()).toEqual([12, 10, 9, 8, 6, 4, 1]);
    expect(jobs.nameRevision(id, 11, 'Left behind')).toBe(false);
    expect(jobs.revision(id, 9)?.note).toBe('h');
    expect(jobs.revision(id, 8)?.note).toBe('g');
  });
});

describe('a document that cannot be read', () => {
  it('is listed with what can be told, opens with its raw text, and keeps nothing else from working', async () => {
    const path = join(folder, 'unreadable.sqlite');
    const first = openDatabase(path);
    const { jobs } = openData(first);
    const { id } = jobs.create(document);
    const other = jobs.create(noted('readable'));
    const raw = JSON.stringify({ ...document, name: 'From the future', formatVersion: 99 });
    first
      .prepare('INSERT INTO revisions (job_id, number, document, saved_at) VALUES (?, 2, ?, ?)')
      .run(id, raw, '2026-11-25T10:00:00.000Z');
    first.prepare('UPDATE jobs SET current_revision = 2 WHERE id = ?').run(id);
    first.prepare('DELETE FROM summaries').run();
    first.close();

    const second = openDatabase(path);
    const data = openData(second);
    expect(data.jobs.summaries()).toMatchObject([
      { id, name: 'From the future', isUnreadable: true, severity: 'stop' },
      { id: other.id, isUnreadable: false },
    ]);
    expect(() => data.jobs.find(id)).toThrow(Unreadable);
    expect(data.jobs.documents([id, other.id]).map((job) => job.id)).toEqual([other.id]);
    // It goes out as it is kept, and whoever takes it in is told which job is left out.
    const elsewhere = openDatabase(join(folder, 'elsewhere.sqlite'));
    expect(await openData(elsewhere).archive.importFrom(data.archive.out(), false)).toMatchObject({
      add: [document.name],
      rejected: [{ file: `jobs/${id}.json`, reason: expect.stringContaining('“From the future”') }],
    });
    elsewhere.close();
    second.close();
  });
});

describe('equal messages', () => {
  it('are found by an index, however many jobs there are', () => {
    const db = openDatabase(':memory:');
    const plan = db
      .prepare<[], { detail: string }>(
        "EXPLAIN QUERY PLAN SELECT job_id FROM summaries WHERE json_extract(summary, '$.payload') = 'x'",
      )
      .all();
    expect(plan.map(({ detail }) => detail).join()).toContain('summaries_by_payload');
    db.close();
  });
});

describe('daily copies', () => {
  it('are made once a day, seven are kept, and one is put back by one command', async () => {
    const home = join(folder, 'copies');
    prepareFolder(home);
    const db = await openDatabaseIn(home);
    const { jobs } = openData(db);
    const { id } = jobs.create(document);
    for (let day = 1; day <= 9; day++) await copyDaily(db, home, new Date(Date.UTC(2026, 10, day)));
    await copyDaily(db, home, new Date(Date.UTC(2026, 10, 9, 18)));
    expect(copiedDays(home)).toHaveLength(7);
    expect(copiedDays(home)[0]).toBe('2026-11-09');
    jobs.create(noted('after the copy'));
    db.close();
    expect(restoreCopy(home, '2026-10-01')).toEqual({ problem: expect.stringContaining('2026-11-09') });
    const restored = restoreCopy(home, '2026-11-09');
    if ('problem' in restored) throw new Error(restored.problem);
    const again = await openDatabaseIn(home);
    expect(
      openData(again)
        .jobs.summaries()
        .map((job) => job.id),
    ).toEqual([id]);
    again.close();
    const before = openDatabase(restored.keptAs!);
    expect(openData(before).jobs.summaries()).toHaveLength(2);
    before.close();
  });
});

describe('a start that cannot be', () => {
  it('says in one line what to do', async () => {
    expect(() => portOf('many')).toThrow(/BINARUS_PORT is “many”; set it to/);
    expect(portOf(undefined)).toBe(5180);
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    expect(() => prepareFolder(join(file, 'data'))).toThrow(
      /cannot be written \(ENOTDIR\)\. Set BINARUS_DATA/,
    );
    const damaged = join(folder, 'damaged');
    mkdirSync(damaged);
    writeFileSync(databaseFile(damaged), 'no database at all'.repeat(100));
    await expect(openDatabaseIn(damaged)).rejects.toThrow(/is damaged\..*go back to a daily copy/);
    // What is damaged stays as it is.
    expect(readFileSync(databaseFile(damaged), 'utf8')).toContain('no database at all');
  });

  it('is that of a second server on one folder, until the first has ended', () => {
    const shared = join(folder, 'shared');
    prepareFolder(shared);
    const letGo = holdFolder(shared);
    expect(() => holdFolder(shared)).toThrow(StartProblem);
    letGo();
    holdFolder(shared)();
    expect(existsSync(join(shared, 'binarus.lock'))).toBe(true);
  });
});
