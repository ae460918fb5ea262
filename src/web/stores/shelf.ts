/** The jobs on the shelf, and the way back from what was done to many of them. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import type { SavedJob, JobSummary, Place } from '../../wire';
import type { Job } from '../../core/job';
import { emptyBin, fileJobs, listShelf, moveJobs } from '../shared/shelfApi';

/** Documents are large to understand; what does is loaded when it is needed. */
const jobApi = () => import('../shared/api');

interface WayBack {
  readonly label: string;
  readonly run: () => Promise<void>;
}

const placeNames: Readonly<Record<Place, string>> = {
  shelf: 'the shelf',
  archive: 'the archive',
  bin: 'the bin',
};
const counted = (count: number): string => (count === 1 ? '1 job' : `${count} jobs`);

export const useShelf = defineStore('shelf', () => {
  const jobs = shallowRef<readonly JobSummary[] | null>(null);
  const problem = ref('');
  /** Undoes the last thing that was done to jobs; null when there is nothing to undo. */
  const wayBack = shallowRef<WayBack | null>(null);

  async function attempt(work: () => Promise<void>): Promise<void> {
    try {
      problem.value = '';
      await work();
      jobs.value = await listShelf();
    } catch (error) {
      problem.value = (error as Error).message;
    }
  }

  const load = (): Promise<void> => attempt(async () => {});

  /** Puts each group of jobs back to what it had. */
  async function putBack<Value>(
    before: readonly (readonly [id: string, value: Value])[],
    restore: (ids: readonly string[], value: Value) => Promise<void>,
  ): Promise<void> {
    for (const value of new Set(before.map(([, had]) => had)))
      await restore(
        before.filter(([, had]) => had === value).map(([id]) => id),
        value,
      );
  }

  const chosen = (ids: readonly string[]): JobSummary[] =>
    (jobs.value ?? []).filter(({ id }) => ids.includes(id));

  function move(ids: readonly string[], place: Place): Promise<void> {
    const before = chosen(ids).map((job) => [job.id, job.place] as const);
    return attempt(async () => {
      await moveJobs(ids, place);
      wayBack.value = {
        label: `${counted(ids.length)} moved to ${placeNames[place]}`,
        run: () => putBack(before, moveJobs),
      };
    });
  }

  function fileIn(ids: readonly string[], collection: string): Promise<void> {
    const before = chosen(ids).map((job) => [job.id, job.collection] as const);
    return attempt(async () => {
      await fileJobs(ids, collection);
      wayBack.value = {
        label: `${counted(ids.length)} filed in ${collection === '' ? 'no collection' : collection}`,
        run: () => putBack(before, fileJobs),
      };
    });
  }

  /** New revisions of many jobs at once; the way back puts the documents before on top again. */
  function revise(
    changes: readonly { readonly saved: SavedJob; readonly document: Job }[],
    what: string,
  ): Promise<void> {
    return attempt(async () => {
      const { reviseJobs } = await import('../shared/lookApi');
      await reviseJobs(
        changes.map(({ saved, document }) => ({ id: saved.id, baseRevision: saved.revision, document })),
      );
      wayBack.value = {
        label: `${counted(changes.length)} ${what}`,
        run: () =>
          reviseJobs(
            changes.map(({ saved }) => ({
              id: saved.id,
              baseRevision: saved.revision + 1,
              document: saved.document,
            })),
          ),
      };
    });
  }

  function rename(id: string, name: string): Promise<void> {
    return attempt(async () => {
      const { fetchJob, saveRevision } = await jobApi();
      const { revision, document } = await fetchJob(id);
      if (document.name === name) return;
      await saveRevision(id, revision, { ...document, name });
    });
  }

  function duplicate(id: string): Promise<void> {
    return attempt(async () => {
      const [{ createJob, fetchJob }, { shownTitle }] = await Promise.all([
        jobApi(),
        import('../../core/job'),
      ]);
      const { document } = await fetchJob(id);
      const copy = await createJob({
        ...document,
        name: `${shownTitle(document).slice(0, 112)} (copy)`,
        overrides: [],
      });
      wayBack.value = { label: `${shownTitle(document)} duplicated`, run: () => moveJobs([copy.id], 'bin') };
    });
  }

  function clearBin(): Promise<void> {
    return attempt(async () => {
      await emptyBin();
      wayBack.value = null;
    });
  }

  function undo(): Promise<void> {
    const way = wayBack.value;
    wayBack.value = null;
    return way === null ? Promise.resolve() : attempt(way.run);
  }

  return { jobs, problem, wayBack, load, move, fileIn, revise, rename, duplicate, clearBin, undo };
});
