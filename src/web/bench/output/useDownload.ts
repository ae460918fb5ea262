/** DownloadControl files: they wait for the verdict, are written and read back beside the page, and then handed over. */
import { computed, ref, shallowRef, toRaw, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { newestOf } from '../../../core/tasks';
import type { DownloadId } from '../../../core/files';
import { Stopped, type PressView, type Progress, type DownloadFile } from '../../../engine';
import { keepRevision } from '../../shared/api';
import { downloadBytes } from '../../shared/download';
import { useEngine } from '../../shared/engine';
import { useAttempt } from '../../shared/useAttempt';
import { zipped } from '../../shared/zipped';
import { useBench } from '../../stores/bench';
import { noteDownloaded } from '../downloadedFiles';
import type { ReadsControl } from '../../shared/useQuickProof';

/** What is done now, from the first to the last step. */
export type Step =
  { readonly doing: 'checking'; readonly shots: number; readonly ofShots: number } | Progress;

export interface DownloadControl {
  readonly step: ComputedRef<Step | null>;
  readonly problem: Ref<string>;
  /** What was handed over last, with what was found in it. */
  readonly downloaded: ShallowRef<readonly DownloadFile[]>;
  /** What was not, and why. */
  readonly refused: ShallowRef<readonly string[]>;
  /** Downloads them: one as it is, several in one zip. */
  readonly download: (formats: readonly DownloadId[], unchecked?: boolean) => Promise<void>;
  /** One file, for the clipboard, a share sheet or the printer; null when it was not to be had. */
  readonly one: (format: DownloadId) => Promise<DownloadFile | null>;
  readonly cancel: () => void;
}

interface Source {
  readonly view: PressView;
  readonly quick: ReadsControl;
  readonly pattern: string;
  /** What a proof found, for the work sheet. */
  readonly proof: string;
}

export function useDownload(source: () => Source): DownloadControl {
  const bench = useBench();
  const { problem, attempt } = useAttempt();
  const downloaded = shallowRef<readonly DownloadFile[]>([]);
  const refused = shallowRef<readonly string[]>([]);
  const writing = shallowRef<Progress | null>(null);
  /** What was given up meanwhile is not handed over. */
  const asked = newestOf();
  const waits = ref(false);
  const step = computed((): Step | null => {
    if (writing.value !== null) return writing.value;
    if (!waits.value) return null;
    const reads = source().quick.reads.value;
    return reads.state === 'checking'
      ? { doing: 'checking', shots: reads.shots, ofShots: reads.ofShots }
      : { doing: 'checking', shots: 0, ofShots: 1 };
  });

  /** Whether the job is known to read. */
  async function reads(isNewest: () => boolean): Promise<boolean> {
    waits.value = true;
    const reads = await source().quick.settled();
    if (!isNewest()) return false;
    waits.value = false;
    if (reads.state === 'none') {
      problem.value = 'The job as it stands could not be drawn, so there is nothing to download.';
      return false;
    }
    return reads.state !== 'failed' && source().view.heldBackBy.length === 0;
  }

  async function written(
    formats: readonly DownloadId[],
    unread: boolean,
    isNewest: () => boolean,
  ): Promise<readonly DownloadFile[]> {
    await bench.flush();
    if (bench.document === null || bench.saveState !== 'saved') {
      problem.value = `A file carries the number of a saved revision, and this one is not saved yet. ${bench.saveProblem}`;
      return [];
    }
    const { id, revision } = bench;
    await keepRevision(id, revision);
    const { pattern, proof } = source();
    writing.value = { doing: 'writing', share: 0 };
    const tell = (progress: Progress): void => {
      if (isNewest()) writing.value = progress;
    };
    const made = await useEngine().maker.makeFiles(
      toRaw(bench.document),
      { revision, formats: [...formats], pattern, proof, unread },
      tell,
    );
    if (!isNewest()) return [];
    if ('heldBackBy' in made) {
      problem.value = `Blocked by: ${made.heldBackBy.map(({ title }) => title).join(', ')}.`;
      return [];
    }
    refused.value = made.refused.map(({ problem: why }) => why);
    downloaded.value = made.files;
    if (made.files.length > 0) noteDownloaded(id, revision);
    return made.files;
  }

  async function get(formats: readonly DownloadId[], unchecked: boolean): Promise<readonly DownloadFile[]> {
    const isNewest = asked.ask();
    problem.value = '';
    refused.value = [];
    if (!unchecked && !(await reads(isNewest))) return [];
    let files: readonly DownloadFile[] = [];
    await attempt(async () => {
      try {
        files = await written(formats, unchecked, isNewest);
      } catch (error) {
        if (!(error instanceof Stopped)) throw error;
      } finally {
        if (isNewest()) writing.value = null;
      }
    });
    return files;
  }

  return {
    step,
    problem,
    downloaded,
    refused,
    download: async (formats, unchecked = false) => {
      const files = await get(formats, unchecked);
      if (files.length === 1) downloadBytes(files[0]!);
      else if (files.length > 1)
        await attempt(async () => {
          const { document, revision } = bench;
          const checked = unchecked
            ? 'Each drawing was measured before it was put in here; whether its codes read was not checked.'
            : 'Each drawing was measured, and its codes were read, before it was put in here.';
          downloadBytes(await zipped(files, { job: document!, revision, checked }));
        });
    },
    one: async (id) => (await get([id], false))[0] ?? null,
    cancel: () => {
      asked.forget();
      waits.value = false;
      if (writing.value !== null) useEngine().maker.stop();
      writing.value = null;
    },
  };
}
