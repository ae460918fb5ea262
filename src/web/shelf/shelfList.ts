/** Which jobs the shelf shows, and in which order. */
import { folded, wordsOf } from '../shared/folded';
import type { JobSummary, Place } from '../../wire';

export const jobStates = ['draft', 'stopped', 'proved', 'stale', 'made'] as const;
export type JobState = (typeof jobStates)[number];

export const stateNames: Readonly<Record<JobState, string>> = {
  draft: 'draft',
  stopped: 'stopped',
  proved: 'proved',
  stale: 'proof is stale',
  made: 'made',
};

/** The furthest that the newest revision has come; a stop counts before a proof. */
export function stateOf({ severity, proof, made, revision }: JobSummary): JobState {
  if (made?.revision === revision) return 'made';
  if (severity === 'stop') return 'stopped';
  if (proof === null) return 'draft';
  return proof.revision === revision ? 'proved' : 'stale';
}

export const sortKeys = ['saved', 'name', 'collection', 'material', 'size'] as const;
export type SortKey = (typeof sortKeys)[number];

export interface ShelfQuery {
  readonly place: Place;
  /** Null for all collections. */
  readonly collection: string | null;
  readonly state: JobState | null;
  /** Words that all have to occur in name, message, material, collection, note, or the note of what was made. */
  readonly words: string;
  readonly sort: SortKey;
}

const comparers: Readonly<Record<SortKey, (a: JobSummary, b: JobSummary) => number>> = {
  saved: (a, b) => (a.savedAt < b.savedAt ? 1 : a.savedAt > b.savedAt ? -1 : 0),
  name: (a, b) => collator.compare(a.name, b.name),
  collection: (a, b) => collator.compare(a.collection, b.collection) || collator.compare(a.name, b.name),
  material: (a, b) => collator.compare(a.material, b.material) || collator.compare(a.name, b.name),
  size: (a, b) => a.widthMm * a.heightMm - b.widthMm * b.heightMm,
};
/** `Berth 9` before `Berth 17`. */
const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

export function listJobs(jobs: readonly JobSummary[], query: ShelfQuery): JobSummary[] {
  const words = wordsOf(query.words);
  return jobs
    .filter(
      (job) =>
        job.place === query.place &&
        (query.collection === null || job.collection === query.collection) &&
        (query.state === null || stateOf(job) === query.state) &&
        (words.length === 0 || holdsAll(job, words)),
    )
    .sort(comparers[query.sort]);
}

function holdsAll(
  { name, message, material, collection, note, made }: JobSummary,
  words: readonly string[],
): boolean {
  const text = folded(`${name}\n${message}\n${material}\n${collection}\n${note}\n${made?.note ?? ''}`);
  return words.every((word) => text.includes(word));
}

/** Collections of the jobs in a place with their counts, by name; jobs without one come last. */
export function collectionsOf(jobs: readonly JobSummary[], place: Place): { name: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const job of jobs)
    if (job.place === place) counts.set(job.collection, (counts.get(job.collection) ?? 0) + 1);
  return [...counts]
    .map(([name, count]) => ({ name, count }))
    .sort((a, b) => Number(a.name === '') - Number(b.name === '') || collator.compare(a.name, b.name));
}
