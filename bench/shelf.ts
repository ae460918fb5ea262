/** The shelf with 10,000 jobs: what a page of it costs, and what a key press in the search does, as the server answers them. */
import { newJob } from '../src/core/job';
import { openDatabase } from '../src/server/db';
import { openData } from '../src/server/data';
import type { ShelfChoice } from '../src/wire';
import { quantile } from './timing';

export const shelfJobCount = 10_000;

export interface ShelfFigures {
  /** Of the first page, from the database to the text that goes over the wire. */
  readonly pageMs: number;
  readonly pageKb: number;
  /** Of a page far down, in another order. */
  readonly farPageMs: number;
  /** The first page after one more letter. */
  readonly searchMs: number;
}

const onPage = 60;

export async function shelfFigures(): Promise<ShelfFigures> {
  const db = openDatabase(':memory:');
  const { jobs, shelf, measuring } = openData(db);
  await measuring.settled();
  const start = newJob({ message: { kind: 'web', address: 'https://ternquay.example/serial' } });
  const make = db.transaction((from: number) => {
    for (let serial = from; serial < from + 1000; serial++)
      jobs.create({
        ...start,
        name: `Serial label ${serial}`,
        collection: `Series ${serial % 40}`,
        note: `Spare of drawer ${serial % 60}, for the pontoons on the west side of the yard.`,
      });
  });
  for (let from = 0; from < shelfJobCount; from += 1000) make.immediate(from);
  const page = (choice: ShelfChoice, from = 0): string => {
    // What was sent before is kept until something changes.
    shelf.changed();
    return shelf.page({ place: 'shelf', ...choice }, from, onPage);
  };
  const first = samplesOf(() => page({}));
  const far = samplesOf(() => page({ order: 'material' }, shelfJobCount - onPage));
  const words = ['s', 'se', 'ser', 'label 4', 'label 42', 'series 7', 'drawer west 33', 'nowhere'];
  let key = 0;
  const search = samplesOf(() => page({ order: 'name', words: words[key++ % words.length]! }));
  const pageKb = page({}).length / 1000;
  db.close();
  return {
    pageMs: quantile(first, 0.95),
    pageKb,
    farPageMs: quantile(far, 0.95),
    searchMs: quantile(search, 0.95),
  };
}

function samplesOf(run: () => unknown): number[] {
  return Array.from({ length: 44 }, () => {
    const started = performance.now();
    run();
    return performance.now() - started;
  }).slice(4);
}
