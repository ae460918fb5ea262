/** What this program cannot read is told, goes out with an archive as it is, and takes nothing else with it; copies of jobs keep their sheets and series. */
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { buffer } from 'node:stream/consumers';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { newJob, plainLook } from '../../core/job';
import { newSeries, type SeriesDocument } from '../../core/series';
import { sheetOn, stocks, type SheetDocument } from '../../core/sheet';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';

const folder = mkdtempSync(join(tmpdir(), 'binarus-unreadable-'));
afterAll(() => rmSync(folder, { recursive: true }));
const fresh = (): Db => openDatabase(join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite'));

let db: Db;
let data: Data;
beforeEach(() => {
  db = fresh();
  data = openData(db);
});

const berth = (name: string) =>
  newJob({ name, message: { kind: 'web', address: 'https://ternquay.example/berth' } });
const sheetOf = (...jobs: readonly string[]): SheetDocument =>
  sheetOn(stocks[0]! as never, { pieces: jobs.map((jobId) => ({ jobId, quantity: null })) });
const series: SeriesDocument = newSeries(
  { kind: 'table', name: 'berths.csv', columns: ['link'], rows: [['https://ternquay.example/1']] } as never,
  { match: [{ target: { on: 'message', field: 'address' }, text: '{link}' }] },
);
const profile = JSON.parse(readFileSync('src/wire/saved/profile/version-1.json', 'utf8')) as never;
const archiveOf = (from: Data): Promise<Buffer> => buffer(from.archive.out());
const bring = (to: Data, bytes: Uint8Array) => to.archive.importFrom(Readable.from([bytes]), false);
const newer = '{"formatVersion":99,"said":"by a newer program"}';

describe('a document that cannot be read', () => {
  const fill = (): void => {
    for (const name of ['Slips', 'Tides']) {
      data.houseStyles.save(name, plainLook);
      data.pieceShelf.saveTemplate(name, berth(name));
      data.profiles.add({ name, note: '', basedOn: 'cork.co2-laser', pair: profile });
      data.links.create({ name, target: 'https://ternquay.example', slug: name.toUpperCase() });
    }
    db.exec(`
      UPDATE house_styles SET look = '${newer}' WHERE name = 'Tides';
      UPDATE templates SET document = '${newer}' WHERE name = 'Tides';
      UPDATE profiles SET pair = '${newer}' WHERE name = 'Tides';
      UPDATE links SET document = json_set('${newer}', '$.name', 'Tides') WHERE json_extract(document, '$.name') = 'Tides';
      UPDATE link_revisions SET document = '${newer}' WHERE json_extract(document, '$.name') = 'Tides';`);
    data = openData(db);
  };

  it('is told with its name and its text, and everything else is listed', () => {
    fill();
    expect(data.houseStyles.list()).toHaveLength(1);
    expect(
      data
        .unreadable()
        .map(({ kind, name }) => `${kind} ${name}`)
        .sort(),
    ).toEqual(['houseStyle Tides', 'link Tides', 'profile Tides', 'template Tides']);
    for (const { text, problem } of data.unreadable()) {
      expect(text).toContain('by a newer program');
      expect(problem).toContain('of version 99');
    }
  });

  it('goes out as it is kept, and of what comes in it is named while the others are there', async () => {
    fill();
    const bytes = await archiveOf(data);
    const entries = unzipSync(bytes);
    const text = (name: string): string => strFromU8(entries[name]!);
    for (const name of ['house-styles.json', 'piece-shelf.json', 'profiles.json'])
      expect(text(name)).toContain(newer);
    const links = Object.keys(entries).filter((name) => name.startsWith('links/'));
    expect(links.map(text).filter((entry) => entry.includes(newer))).toHaveLength(1);

    const other = openData(fresh());
    const report = await bring(other, bytes);
    expect('problem' in report).toBe(false);
    const rejected = (report as { rejected: readonly { file: string; reason: string }[] }).rejected;
    expect(
      rejected.map(({ file, reason }) => `${file.replace(/\/.*/, '')} ${/“Tides”/.test(reason)}`).sort(),
    ).toEqual(['house-styles.json true', 'links false', 'piece-shelf.json true', 'profiles.json true']);
    expect(other.houseStyles.list().map(({ name }) => name)).toEqual(['Slips']);
    expect(other.pieceShelf.list().templates.map(({ name }) => name)).toEqual(['Slips']);
    expect(other.profiles.list().map(({ name }) => name)).toEqual(['Slips']);
    expect(other.links.list().map(({ link }) => link.name)).toEqual(['Slips']);
  });

  it('comes in as text, is told, goes out again as it came, and is read by a program that can', async () => {
    fill();
    const hash = 'ab'.repeat(32);
    const plate = data.jobs.create(berth('Of a newer program')).id;
    data.jobs.create(berth('Of this one'));
    const newerJob = JSON.stringify({ formatVersion: 99, name: 'Of a newer program', picture: hash });
    db.exec('DROP TRIGGER revisions_stay_as_they_are');
    db.prepare('UPDATE revisions SET document = ? WHERE job_id = ?').run(newerJob, plate);
    const other = openData(fresh());
    await bring(other, await archiveOf(data));
    const jobsOf = (from: Data): string[] =>
      (JSON.parse(from.shelf.page({}, 0, 10)) as { jobs: { name: string }[] }).jobs.map(({ name }) => name);
    const told = (from: Data): string[] =>
      from
        .unreadable()
        .map(({ kind, name }) => `${kind} ${name}`)
        .sort();
    const all = ['houseStyle Tides', 'job Of a newer program', 'link ', 'profile Tides', 'template Tides'];
    expect(told(other)).toEqual(all);
    expect(jobsOf(other)).toEqual(['Of this one']);

    // As often as it goes out and in, it is there once, word for word.
    const again = openData(fresh());
    await bring(again, await archiveOf(other));
    await bring(again, await archiveOf(other));
    expect(told(again)).toEqual(all);
    const texts = (from: Data): string[] => from.unreadable().map(({ text }) => text);
    expect(texts(again).sort()).toEqual(texts(other).sort());
    expect(texts(again).find((text) => text.includes(plate))).toContain(newerJob);

    // A newer program knows those forms: here, the archive is changed to what it would make of them.
    const entries = unzipSync(await archiveOf(again));
    const readable = Object.fromEntries(
      Object.entries(entries).map(([name, bytes]) => {
        if (!name.startsWith('unread/')) return [name, bytes];
        const text = strFromU8(bytes)
          .replace(newerJob, JSON.stringify(berth('Of a newer program')))
          .replaceAll(newer, JSON.stringify(plainLook));
        return [name, strToU8(text)];
      }),
    );
    await bring(again, zipSync(readable));
    expect(told(again)).toEqual(all.filter((name) => !/^(job|houseStyle)/.test(name)));
    expect(again.jobs.find(plate)?.document.name).toBe('Of a newer program');
    expect(again.houseStyles.list().map(({ name }) => name)).toContain('Tides');
  });

  it('is not kept where it is damaged, and never in a place that is none of the archive', async () => {
    const other = openData(fresh());
    const digest = 'cd'.repeat(32);
    const head = strToU8(JSON.stringify({ format: 'binarus-archive', formatVersion: 16 }));
    const bytes = zipSync({
      'binarus-archive.json': head,
      'profiles.json': strToU8('{"not": "a list"}'),
      [`unread/${digest}.json`]: strToU8(JSON.stringify({ entry: '../binarus.sqlite', list: '', value: {} })),
    });
    expect(await bring(other, bytes)).toMatchObject({ rejected: [{ file: 'profiles.json' }] });
    expect(other.unreadable()).toEqual([]);
  });

  it('of a sheet takes no other sheet with it', async () => {
    const ids = ['One', 'Two'].map((name) => data.jobs.create(berth(name)).id);
    for (const id of ids) data.sheets.keep(id, sheetOf(id));
    db.prepare('UPDATE sheets SET document = ? WHERE job_id = ?').run(newer, ids[0]);
    const other = openData(fresh());
    const report = await bring(other, await archiveOf(data));
    expect(report).toMatchObject({ rejected: [{ file: 'sheets.json' }] });
    expect(other.sheets.list().map(({ jobId }) => jobId)).toEqual([ids[1]]);
  });
});

describe('a job that comes in as a copy', () => {
  it('keeps its sheet and its series, and its sheet holds the copies', async () => {
    const [plate, tag] = ['Plate', 'Tag'].map((name) => data.jobs.create(berth(name)).id) as [string, string];
    data.sheets.keep(plate, sheetOf(plate, tag));
    data.series.keep(tag, series);
    const bytes = await archiveOf(data);
    // Edited here meanwhile: what comes in stands beside it.
    for (const id of [plate, tag]) data.jobs.addRevision(id, 1, berth('Edited'));
    data.sheets.remove(plate);
    expect(await bring(data, bytes)).toMatchObject({ add: [], copy: ['Plate', 'Tag'] });
    const [{ jobId: platesCopy, document }] = data.sheets.list() as [
      { jobId: string; document: SheetDocument },
    ];
    const copyOfTag = data.series
      .list()
      .map(({ jobId }) => jobId)
      .find((id) => id !== tag)!;
    expect([plate, tag]).not.toContain(platesCopy);
    expect(document.pieces.map(({ jobId }) => jobId)).toEqual([platesCopy, copyOfTag]);
    expect(data.series.find(copyOfTag)).toEqual(series);
    expect(data.jobs.find(copyOfTag)?.document.name).toBe('Tag');
  });
});
