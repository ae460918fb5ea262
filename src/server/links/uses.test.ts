/** A link whose address stands anywhere is never deleted, and its address never given to another (RFC 3986, 6.2.2: which addresses are alike). */
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { newJob, type Job } from '../../core/job';
import { clearAlphabet } from '../../core/numbers';
import { newSeries, type SeriesDocument } from '../../core/series';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';

const folder = mkdtempSync(join(tmpdir(), 'binarus-uses-'));
afterAll(() => rmSync(folder, { recursive: true }));

let db: Db;
let data: Data;
let link: string;
const base = 'https://go.ternquay.example';
beforeEach(() => {
  const file = join(mkdtempSync(join(folder, 'data-')), 'binarus.sqlite');
  db = openDatabase(file);
  data = openData(db);
  data.links.saveSettings({ ...data.links.settings(), base });
  link = make('TIDES');
});

const make = (slug: string): string =>
  data.links.create({ name: 'Tides', target: 'https://ternquay.example/tides', slug }).id;
const withText = (text: string): Job => newJob({ name: 'Slip sign', message: { kind: 'text', text } });
const toAddress = (address: string): Job => newJob({ name: 'Slip sign', message: { kind: 'web', address } });
/** Rows of a table whose column is the end of the address. */
const seriesTo = (rows: readonly string[]): SeriesDocument =>
  newSeries(
    { kind: 'table', name: 'slips.csv', columns: ['slip'], rows: rows.map((row) => [row]) } as never,
    { match: [{ target: { on: 'message', field: 'address' }, text: `${base}/{slip}` }] },
  );
const heldBy = (id = link): readonly string[] => {
  const outcome = data.links.remove(id);
  return typeof outcome === 'object' ? outcome.heldBy : [];
};

describe('a link is used by', () => {
  it.each([
    ['an address', toAddress(`${base}/TIDES`)],
    ['an address in small letters with a query', toAddress('https://go.ternquay.example/tides?src=plate')],
    ['an address with a slash at its end', toAddress(`${base}/TIDES/`)],
    ['an address written as bytes', toAddress(`${base}/%54IDES`)],
    ['words of a message', withText('Tides today: go.ternquay.example/TIDES. Mind the step.')],
  ])('%s', (_, job) => {
    data.jobs.create(job);
    expect(heldBy()).toEqual(['“Slip sign”']);
    expect(data.links.find(link)).not.toBeNull();
  });

  it('an older revision, and a job in the bin', () => {
    const { id } = data.jobs.create(toAddress(`${base}/TIDES`));
    data.jobs.addRevision(id, 1, toAddress('https://ternquay.example'));
    expect(heldBy()).toEqual(['“Slip sign”, in an older revision']);
    data.jobs.move([id], 'bin');
    expect(heldBy()).toEqual(['“Slip sign” in the bin']);
    data.jobs.emptyBin();
    expect(data.links.remove(link)).toBe('deleted');
  });

  it('what was saved for a moment, no longer once the sitting goes on without it', () => {
    const { id } = data.jobs.create(toAddress('https://ternquay.example'));
    data.jobs.addRevision(id, 1, toAddress(`${base}/TIDES`));
    expect(heldBy()).toHaveLength(1);
    // Saved by themselves in one sitting: only the last of them is kept.
    data.jobs.addRevision(id, 2, toAddress(`${base}/OTHER`));
    expect(data.links.remove(link)).toBe('deleted');
  });

  it('a piece that was made, also when its job is deleted for good', () => {
    const { id } = data.jobs.create(toAddress(`${base}/TIDES`));
    data.jobs.markMade(id, 1, { on: '2026-11-30', note: '' });
    data.jobs.move([id], 'bin');
    data.jobs.emptyBin();
    expect(heldBy()).toEqual(['a piece that was made of a job that is deleted']);
  });

  it('rows of a series that was not run, until they say something else', () => {
    const { id } = data.jobs.create(toAddress('https://ternquay.example'));
    data.series.keep(id, seriesTo(['BERTH', 'tides']));
    expect(heldBy()).toEqual(['the series of “Slip sign”']);
    data.series.keep(id, seriesTo(['BERTH']));
    expect(data.links.remove(link)).toBe('deleted');
  });

  it('a template, until it is deleted', () => {
    data.pieceShelf.saveTemplate('Slips', toAddress(`${base}/TIDES`));
    expect(heldBy()).toEqual(['the template “Slips”']);
    data.pieceShelf.removeTemplate(data.pieceShelf.list().templates[0]!.id);
    expect(data.links.remove(link)).toBe('deleted');
  });

  it('pieces of a series that was run, each counted', async () => {
    const { id } = data.jobs.create(toAddress('https://ternquay.example'));
    const wish = {
      job: toAddress('https://ternquay.example'),
      series: seriesTo(['TIDES', 'tides', 'BERTH']),
    };
    const { id: run } = data.runs.ask(id, 1, {
      ...wish,
      sheet: null,
      form: 'svg',
      again: true,
      contacts: false,
    });
    await data.runs.settled();
    expect(data.runs.find(run)?.report?.problem).toBe('');
    expect(data.links.piecesOf(link)).toEqual([{ slug: 'TIDES', job: id, name: 'Slip sign', made: 2 }]);
    expect(heldBy()).toEqual(['series 1 of “Slip sign”']);
    data.runs.forget(run);
    expect(data.links.remove(link)).toBe('deleted');
  });

  it('what was made under a base of before', () => {
    data.jobs.create(toAddress(`${base}/TIDES`));
    data.links.saveSettings({ ...data.links.settings(), base: 'https://short.ternquay.example' });
    expect(heldBy()).toEqual(['“Slip sign”']);
  });

  it('what was saved before there was a base', () => {
    data.jobs.create(toAddress('https://short.ternquay.example/tides'));
    expect(heldBy()).toEqual([]);
    link = make('TIDES');
    data.links.saveSettings({ ...data.links.settings(), base: 'https://short.ternquay.example' });
    expect(heldBy()).toEqual(['“Slip sign”']);
  });

  it('what came in with an archive', async () => {
    const other = openData(openDatabase(join(mkdtempSync(join(folder, 'other-')), 'binarus.sqlite')));
    const { id } = other.jobs.create(toAddress(`${base}/TIDES`));
    other.jobs.addRevision(id, 1, toAddress('https://ternquay.example'));
    const report = await data.archive.importFrom(other.archive.out(), false);
    expect(report).toMatchObject({ add: ['Slip sign'] });
    expect(heldBy()).toEqual(['“Slip sign”, in an older revision']);
  });

  it('data of a program that did not know where links are used', () => {
    data.jobs.create(toAddress(`${base}/TIDES`));
    db.exec('DELETE FROM link_uses; DELETE FROM link_bases;');
    data = openData(db);
    expect(heldBy()).toEqual(['“Slip sign”']);
  });
});

describe('a link is not used by', () => {
  it.each([
    ['an address of another host that ends alike', toAddress('https://other.example/TIDES')],
    ['its name', withText('TIDES')],
    ['an address that only begins like it', toAddress(`${base}/TIDES-2`)],
  ])('%s', (_, job) => {
    data.jobs.create(job);
    expect(data.links.remove(link)).toBe('deleted');
  });
});

it('an address that stands on a piece is not drawn for another link', () => {
  const signs = [...clearAlphabet];
  const insert = db.prepare("INSERT INTO link_uses VALUES (?, ?, 'made', 'gone', 0)");
  db.transaction(() => {
    for (const a of signs) for (const b of signs) for (const c of signs) insert.run(a + b + c, base);
  })();
  const drawn = data.links.create({ name: 'Tides', target: 'https://ternquay.example/tides', slug: null });
  // Three signs are drawn while there are few links.
  expect(drawn.link.places[0]!.slug).toHaveLength(4);
});
