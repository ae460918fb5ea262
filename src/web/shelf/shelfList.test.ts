import { describe, expect, it } from '@jest/globals';
import type { JobSummary } from '../../wire';
import { collectionsOf, listJobs, stateOf, type ShelfQuery } from './shelfList';

const job = (change: Partial<JobSummary>): JobSummary => ({
  id: '6d2f9a3e-1111-4222-8333-444455556666',
  revision: 3,
  savedAt: '2026-11-25T10:00:00Z',
  place: 'shelf',
  name: 'Plate',
  collection: 'Moorings',
  note: '',
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
  ...change,
});
const everything: ShelfQuery = { place: 'shelf', collection: null, state: null, words: '', sort: 'name' };
const names = (jobs: readonly JobSummary[], query: Partial<ShelfQuery>): string[] =>
  listJobs(jobs, { ...everything, ...query }).map(({ name }) => name);

describe('stateOf', () => {
  it('is the furthest that the newest revision has come', () => {
    const proof = { revision: 3, verdict: 'good' as const };
    expect(stateOf(job({}))).toBe('draft');
    expect(stateOf(job({ severity: 'stop', proof }))).toBe('stopped');
    expect(stateOf(job({ proof }))).toBe('proved');
    expect(stateOf(job({ proof: { ...proof, revision: 2 } }))).toBe('stale');
    expect(stateOf(job({ made: { revision: 3, on: '2026-11-25', note: '' } }))).toBe('made');
    expect(stateOf(job({ made: { revision: 2, on: '2026-11-25', note: '' } }))).toBe('draft');
  });
});

describe('listJobs', () => {
  const jobs = [
    job({ name: 'Berth 17', note: 'spare in drawer 4' }),
    job({ name: 'Berth 9', material: 'Birch plywood', severity: 'stop' }),
    job({ name: 'Größe', collection: '', made: { revision: 3, on: '2026-11-25', note: 'second anneal' } }),
    job({ name: 'Old', place: 'bin' }),
  ];
  it('sorts numbers in names by their value', () => {
    expect(names(jobs, {})).toEqual(['Berth 9', 'Berth 17', 'Größe']);
  });
  it('wants every word, whatever its case and accents, in name, message, material, collection or note', () => {
    expect(names(jobs, { words: 'SLATE berth/17' })).toEqual(['Berth 17', 'Größe']);
    expect(names(jobs, { words: 'Drawer spare' })).toEqual(['Berth 17']);
    expect(names(jobs, { words: 'grosse' })).toEqual([]);
    expect(names(jobs, { words: 'gro anneal' })).toEqual(['Größe']);
  });
  it('keeps to place, collection and state', () => {
    expect(names(jobs, { place: 'bin' })).toEqual(['Old']);
    expect(names(jobs, { collection: '' })).toEqual(['Größe']);
    expect(names(jobs, { state: 'stopped' })).toEqual(['Berth 9']);
    expect(collectionsOf(jobs, 'shelf')).toEqual([
      { name: 'Moorings', count: 2 },
      { name: '', count: 1 },
    ]);
  });
});
