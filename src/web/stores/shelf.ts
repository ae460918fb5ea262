/** What is done to jobs on the shelf, and the way back from it. */
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { mostAtOnce, type Place, type SavedJob } from '../../wire';
import type { Job } from '../../core/job';
import { JobNews } from '../shared/jobNews';
import { emptyBin, fileJobs, moveJobs } from '../shared/shelfApi';

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
  /** Counts what was done: whoever shows jobs looks again. */
  const changes = ref(0);
  const problem = ref('');
  /** Undoes the last thing that was done to jobs; null when there is nothing to undo. */
  const wayBack = shallowRef<WayBack | null>(null);

  const news = new JobNews();

  async function attempt(work: () => Promise<void>): Promise<void> {
    try {
      problem.value = '';
      await work();
    } catch (error) {
      problem.value = (error as Error).message;
    }
    // What failed half way may have done something.
    changes.value++;
  }

  const isTooMuch = (ids: readonly string[]): boolean => {
    if (ids.length <= mostAtOnce) return false;
    problem.value = `${counted(ids.length)} are selected; at most ${mostAtOnce} are moved or filed at once. Select fewer by searching or by collection.`;
    return true;
  };

  async function move(ids: readonly string[], place: Place): Promise<void> {
    if (isTooMuch(ids)) return;
    await attempt(async () => {
      const before = await moveJobs(ids, place);
      wayBack.value = {
        label: `${counted(ids.length)} moved to ${placeNames[place]}`,
        run: async () => {
          for (const group of before) await moveJobs(group.ids, group.place);
        },
      };
    });
  }

  async function fileIn(ids: readonly string[], collection: string): Promise<void> {
    if (isTooMuch(ids)) return;
    await attempt(async () => {
      const before = await fileJobs(ids, collection);
      news.tell(ids);
      wayBack.value = {
        label: `${counted(ids.length)} filed in ${collection === '' ? 'no collection' : collection}`,
        run: async () => {
          for (const group of before) await fileJobs(group.ids, group.collection);
          news.tell(ids);
        },
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
      const ids = changes.map(({ saved }) => saved.id);
      await reviseJobs(
        changes.map(({ saved, document }) => ({ id: saved.id, baseRevision: saved.revision, document })),
      );
      news.tell(ids);
      wayBack.value = {
        label: `${counted(changes.length)} ${what}`,
        run: async () => {
          await reviseJobs(
            changes.map(({ saved }) => ({
              id: saved.id,
              baseRevision: saved.revision + 1,
              document: saved.document,
            })),
          );
          // Whoever opened one of them meanwhile sees it as it is now.
          news.tell(ids);
        },
      };
    });
  }

  function rename(id: string, name: string): Promise<void> {
    return attempt(async () => {
      const { fetchJob, saveRevision } = await jobApi();
      const { revision, document } = await fetchJob(id);
      if (document.name === name) return;
      await saveRevision(id, revision, { ...document, name });
      news.tell([id]);
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
      wayBack.value = {
        label: `${shownTitle(document)} duplicated`,
        run: async () => void (await moveJobs([copy.id], 'bin')),
      };
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

  return { changes, problem, wayBack, move, fileIn, revise, rename, duplicate, clearBin, undo };
});
