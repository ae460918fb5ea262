/** The list of jobs in pages: what is chosen, in which order, and how many there are. */
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { newJob } from '../../core/job';
import { folded, wordsOf } from '../../core/order';
import { goodProof } from '../../testing/proofs';
import { shelfPageSchema, stateOf, type JobSummary, type ShelfChoice, type ShelfPage } from '../../wire';
import { openData, type Data } from '../data';
import { openDatabase, type Db } from '../db';

const summary: JobSummary = {
  id: '6d2f9a3e-1111-4222-8333-444455556666',
  revision: 3,
  savedAt: '2026-11-25T10:00:00Z',
  place: 'shelf',
  name: 'Plate',
  collection: 'Moorings',
  kind: 'web',
  message: 'https://ternquay.example/berth/17',
  material: 'Natural slate',
  profile: 'natural-slate.co2-laser',
  widthMm: 60,
  heightMm: 40,
  severity: 'fine',
  isUnreadable: false,
  proof: null,
  made: null,
};

describe('stateOf', () => {
  it('is the furthest that the newest revision has come', () => {
    const proof = { revision: 3, verdict: 'good' as const };
    const of = (change: Partial<JobSummary>) => stateOf({ ...summary, ...change });
    expect(of({})).toBe('ready');
    expect(of({ severity: 'caution' })).toBe('ready');
    expect(of({ severity: 'unknown' })).toBe('unmeasured');
    expect(of({ severity: 'stop' })).toBe('blocked');
    expect(of({ severity: 'stop', proof })).toBe('blocked');
    expect(of({ proof })).toBe('proved');
    expect(of({ proof: { ...proof, revision: 2 } })).toBe('stale');
    expect(of({ made: { revision: 3, on: '2026-11-25', note: '' } })).toBe('made');
    expect(of({ made: { revision: 2, on: '2026-11-25', note: '' } })).toBe('ready');
  });

  it('is new until there is a message, whatever the limits say of nothing', () => {
    const empty = { ...summary, message: '' };
    expect(stateOf({ ...empty, severity: 'stop' })).toBe('new');
    expect(stateOf({ ...empty, severity: 'unknown' })).toBe('new');
    expect(stateOf({ ...summary, severity: 'stop' })).toBe('blocked');
  });
});

let db: Db;
let data: Data;
const page = (choice: ShelfChoice, from = 0, count = 60): ShelfPage =>
  shelfPageSchema.parse(JSON.parse(data.shelf.page(choice, from, count)));
const names = (choice: ShelfChoice): string[] => page(choice).jobs.map(({ name }) => name);
const job = (name: string, collection = '', note = '', address = 'ternquay.example/berth/17') => ({
  ...newJob({ name, collection, message: { kind: 'web', address: `https://${address}` } }),
  note,
});

describe('a page of the shelf', () => {
  beforeAll(async () => {
    db = openDatabase(':memory:');
    data = openData(db);
    const { jobs } = data;
    jobs.create(job('Berth 17', 'Moorings', 'spare in drawer 4'));
    jobs.create(job('Berth 9', 'Moorings', '', 'ternquay.example/fuel'));
    const size = jobs.create(job('Größe'));
    const old = jobs.create(job('Old', 'Éperon'));
    jobs.markMade(size.id, 1, { on: '2026-11-25', note: 'second anneal' });
    jobs.move([old.id], 'bin');
    await data.measuring.settled();
  });
  afterAll(() => {
    db.close();
  });

  it('puts names in order with numbers by their value', () => {
    expect(names({ place: 'shelf', order: 'name' })).toEqual(['Berth 9', 'Berth 17', 'Größe']);
    expect(names({ order: 'name' })).toEqual(['Berth 9', 'Berth 17', 'Größe', 'Old']);
  });
  it('wants every word, whatever its case and accents, in name, message, material, collection or notes', () => {
    expect(names({ place: 'shelf', order: 'name', words: 'VINYL berth/17' })).toEqual(['Berth 17', 'Größe']);
    expect(names({ words: 'Drawer spare' })).toEqual(['Berth 17']);
    expect(names({ words: 'grosse anneal' })).toEqual(['Größe']);
    expect(names({ words: 'eperon' })).toEqual(['Old']);
    expect(names({ words: "%' OR 1=1 --" })).toEqual([]);
  });
  it('keeps to place, collection, state and profile, and counts all of them', () => {
    expect(names({ place: 'bin' })).toEqual(['Old']);
    expect(names({ collection: '' })).toEqual(['Größe']);
    expect(names({ state: 'made' })).toEqual(['Größe']);
    const [{ profile }] = page({}).jobs as [JobSummary];
    expect(page({ profile }).total).toBe(4);
    expect(data.shelf.profiles()).toEqual([{ profile, jobs: 4 }]);
    expect(page({ place: 'shelf', words: '17', order: 'name' }, 1, 1)).toMatchObject({
      total: 2,
      counts: { shelf: 3, archive: 0, bin: 1 },
      collections: [
        { name: 'Moorings', count: 2 },
        { name: '', count: 1 },
      ],
      jobs: [{ name: 'Größe' }],
    });
  });
  it('follows whatever is done to a job', async () => {
    const { jobs } = data;
    const { id } = jobs.create(job('Fender'));
    const line = (): JobSummary => page({ words: 'fender' }).jobs[0]!;
    let before = data.shelf.changes();
    const isChanged = (): boolean => {
      const [was, now] = [before, data.shelf.changes()];
      before = now;
      return was !== now;
    };
    expect([line().place, line().severity, stateOf(line())]).toEqual(['shelf', 'unknown', 'unmeasured']);
    await data.measuring.settled();
    expect([line().severity, isChanged()]).toEqual(['fine', true]);
    jobs.saveProof(id, 1, goodProof);
    expect([stateOf(line()), isChanged()]).toEqual(['proved', true]);
    expect(names({ state: 'proved' })).toEqual(['Fender']);
    jobs.addRevision(id, 1, job('Fender', 'Deck', 'grey'));
    expect([stateOf(line()), line().collection, isChanged()]).toEqual(['stale', 'Deck', true]);
    expect(jobs.fileIn([id], 'Ropes')).toEqual([{ collection: 'Deck', ids: [id] }]);
    expect([line().collection, line().revision, isChanged()]).toEqual(['Ropes', 3, true]);
    expect(jobs.move([id], 'bin')).toEqual([{ place: 'shelf', ids: [id] }]);
    expect([line().place, isChanged()]).toEqual(['bin', true]);
    jobs.emptyBin();
    expect([names({ words: 'fender' }), isChanged()]).toEqual([[], true]);
    // Reading changes nothing.
    expect(isChanged()).toBe(false);
  });
});

describe('pages of 600 jobs', () => {
  /** Said over again in the simplest way; the order is ICU's (Unicode Collation Algorithm, UTS #10). */
  const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  const by = (key: (of: JobSummary) => string) => (a: JobSummary, b: JobSummary) =>
    collator.compare(key(a), key(b));
  const expected = (all: readonly JobSummary[], { words = '', collection, order }: ShelfChoice): string[] =>
    all
      .filter(
        (one) =>
          (collection === undefined || one.collection === collection) &&
          wordsOf(words).every((word) =>
            folded(`${one.name}\n${one.message}\n${one.material}\n${one.collection}`).includes(word),
          ),
      )
      .sort(
        order === 'name'
          ? by(({ name }) => name)
          : (a, b) =>
              Number(a.collection === '') - Number(b.collection === '') ||
              by((of) => of.collection)(a, b) ||
              by((of) => of.name)(a, b),
      )
      .map(({ id }) => id);

  it('hold each job that is chosen once, in order, whatever their size', () => {
    const db = openDatabase(':memory:');
    const { jobs, shelf } = openData(db);
    const [things, places] = [
      ['Berth', 'Ölfass', 'Éperon', 'Boje', 'Zander'],
      ['Moorings', 'Öl', 'Ost', ''],
    ];
    for (let index = 0; index < 600; index++)
      jobs.create(job(`${things[(index * 7) % 5]!} ${(index * 389) % 997}`, places[(index * 3) % 4]!));
    const all = shelf.all();
    for (const choice of [
      { order: 'name' },
      { order: 'collection' },
      { order: 'name', words: 'ol 3' },
      { order: 'collection', words: 'BERTH 7' },
      { order: 'name', collection: 'Öl' },
      { order: 'name', collection: '' },
    ] satisfies ShelfChoice[]) {
      const wanted = expected(all, choice);
      expect(wanted.length).toBeGreaterThan(3);
      for (const size of [7, 60]) {
        const ids: string[] = [];
        for (let from = 0; from < 600; from += size) {
          const { jobs: some, total } = JSON.parse(shelf.page(choice, from, size)) as ShelfPage;
          expect(total).toBe(wanted.length);
          ids.push(...some.map(({ id }) => id));
        }
        expect(ids).toEqual(wanted);
      }
      expect(shelf.ids(choice)).toEqual(wanted);
    }
    db.close();
  });
});
