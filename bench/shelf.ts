/** The shelf with 5,000 jobs: what the server sends, and what a key press in the search costs. */
import { newJob } from '../src/core/job';
import { openDatabase } from '../src/server/db/open';
import { openData } from '../src/server/data';
import { listJobs, type ShelfQuery } from '../src/web/shelf/shelfList';
import { quantile } from './timing';

export const shelfJobCount = 5000;

export interface ShelfFigures {
  /** From the database to the text that goes over the wire. */
  readonly listMs: number;
  /** Searching, filtering and sorting after one more letter. */
  readonly searchMs: number;
}

export function shelfFigures(): ShelfFigures {
  const db = openDatabase(':memory:');
  const { jobs } = openData(db);
  const start = newJob({ message: { kind: 'web', address: 'https://ternquay.example/serial' } });
  for (let serial = 0; serial < shelfJobCount; serial++)
    jobs.create({ ...start, name: `Serial label ${serial}`, collection: `Series ${serial % 40}` });
  const list = samplesOf(() => JSON.stringify({ jobs: jobs.summaries() }));
  const summaries = jobs.summaries();
  db.close();
  const words = ['s', 'se', 'ser', 'label 4', 'label 42', 'series 7'];
  const query: ShelfQuery = { place: 'shelf', collection: null, state: null, words: '', sort: 'name' };
  let key = 0;
  const search = samplesOf(() => listJobs(summaries, { ...query, words: words[key++ % words.length]! }));
  return { listMs: quantile(list, 0.5), searchMs: quantile(search, 0.95) };
}

function samplesOf(run: () => unknown): number[] {
  return Array.from({ length: 24 }, () => {
    const started = performance.now();
    run();
    return performance.now() - started;
  }).slice(4);
}
