/** The sheet at hand: fetched, laid out beside the page, kept as it changes, and downloaded as files. */
import { computed, ref, shallowRef, toRaw, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import type { Job } from '../../core/job';
import type { SheetPart } from '../../core/imposition';
import type { FormatId } from '../../core/output';
import { type SheetDocument } from '../../core/sheet';
import { type Progress, type SheetJob, type SheetView, Stopped } from '../../engine';
import { fetchDocuments, fetchJob, saveRevision } from '../shared/api';
import { downloadBytes } from '../shared/download';
import { useEngine } from '../shared/engine';
import { useAttempt } from '../shared/useAttempt';
import { savedSheet } from '../shared/saving/kinds/sheet';
import type { Saving } from '../shared/saving/saving';
import { useSavedDocument, withReload } from '../shared/saving/useSavedDocument';
import { zipped } from '../shared/zipped';
import { firstSheet } from './firstSheet';

export interface SheetDownloaded {
  readonly names: readonly string[];
  /** Codes that were read; 0 where none are in the files. */
  readonly codes: number;
  /** Sizes and outlines that were compared with the sheet. */
  readonly measures: number;
  /** Numbers of pieces whose code says something else, counted from 1. */
  readonly wrong: readonly number[];
}

export interface SheetAtHand {
  readonly problem: Ref<string>;
  readonly document: ShallowRef<SheetDocument | null>;
  readonly view: ShallowRef<SheetView | null>;
  /** The first job of the sheet. */
  readonly job: ComputedRef<Job | null>;
  /** Of the first job, the narrowest piece that no limit stops; null while it is looked for, or where there is none. */
  readonly leastWidthMm: Ref<number | null>;
  readonly progress: ShallowRef<Progress | null>;
  readonly downloaded: ShallowRef<SheetDownloaded | null>;
  readonly isSaved: Ref<boolean>;
  readonly saving: Saving;
  readonly change: (change: Partial<SheetDocument>) => void;
  readonly canUndo: ComputedRef<boolean>;
  readonly undo: () => void;
  readonly add: (jobId: string) => Promise<void>;
  /** The first job in the largest size that gives a count, as a new revision. */
  readonly resize: (count: number) => Promise<void>;
  readonly download: (format: FormatId, part: SheetPart) => Promise<void>;
  readonly giveUp: () => void;
}

const mostUndone = 50;

export function useSheet(jobId: string): SheetAtHand {
  const { problem, attempt } = useAttempt();
  const { saver, document, isSaved, saving, open } = useSavedDocument(savedSheet);
  const view = shallowRef<SheetView | null>(null);
  const jobs = shallowRef<ReadonlyMap<string, { readonly revision: number; readonly job: Job }>>(new Map());
  const leastWidthMm = ref<number | null>(null);
  const progress = shallowRef<Progress | null>(null);
  const downloaded = shallowRef<SheetDownloaded | null>(null);
  const before = shallowRef<readonly SheetDocument[]>([]);
  let [layings, takings] = [0, 0];
  /** The job whose least width is known or looked for. */
  let leastOf = '';

  /** The job that the sheet was begun from may have been taken off it. */
  const firstId = (): string => document.value?.pieces[0]?.jobId ?? jobId;
  const sheetJobs = (sheet: SheetDocument): SheetJob[] =>
    sheet.pieces.flatMap(({ jobId: id, quantity }) => {
      const known = jobs.value.get(id);
      return known === undefined ? [] : [{ job: structuredClone(toRaw(known.job)), quantity }];
    });
  const plain = (sheet: SheetDocument): SheetDocument => JSON.parse(JSON.stringify(sheet)) as SheetDocument;

  async function lay(): Promise<void> {
    const sheet = document.value;
    if (sheet === null) return;
    const mine = ++layings;
    try {
      const laid = await useEngine().maker.laySheet(plain(sheet), sheetJobs(sheet));
      if (mine !== layings) return;
      view.value = laid;
      // Another job stands first now.
      if (leastOf !== firstId()) await findLeastWidth();
    } catch (error) {
      if (mine === layings && !(error instanceof Stopped)) throw error;
    }
  }

  function set(next: SheetDocument): void {
    downloaded.value = null;
    saver.value?.edit(next);
    void attempt(lay);
  }

  function change(part: Partial<SheetDocument>): void {
    const sheet = document.value;
    if (sheet === null) return;
    before.value = [...before.value, sheet].slice(-mostUndone);
    // What was put somewhere by hand belongs to the layout that it was put into.
    const isOtherLayout =
      part.stock !== undefined ||
      part.layout !== undefined ||
      part.gapMm !== undefined ||
      part.pieces !== undefined;
    set({
      ...sheet,
      ...(isOtherLayout ? { moved: [] } : {}),
      ...(part.stock !== undefined ? { empty: [] } : {}),
      ...part,
    });
  }

  async function fetchJobs(ids: readonly string[]): Promise<void> {
    const documents = await fetchDocuments(ids);
    jobs.value = new Map([
      ...jobs.value,
      ...documents.map(({ id, revision, document: job }) => [id, { revision, job }] as const),
    ]);
  }

  async function findLeastWidth(): Promise<void> {
    const first = jobs.value.get(firstId());
    leastWidthMm.value = null;
    leastOf = firstId();
    if (first === undefined) return;
    leastWidthMm.value = await useEngine().maker.leastWidth(structuredClone(toRaw(first.job)));
  }

  void attempt(async () => {
    const [first, sheet] = await Promise.all([fetchJob(jobId), open(jobId)]);
    if (sheet === null) return;
    jobs.value = new Map([[jobId, { revision: first.revision, job: first.document }]]);
    const begun = sheet.document.value ?? firstSheet(jobId, first.document);
    const others = begun.pieces.map(({ jobId: id }) => id).filter((id) => id !== jobId);
    if (others.length > 0) await fetchJobs(others);
    const gone = begun.pieces.filter(({ jobId: id }) => !jobs.value.has(id)).length;
    sheet.document.value =
      gone === 0 ? begun : { ...begun, pieces: begun.pieces.filter(({ jobId: id }) => jobs.value.has(id)) };
    if (gone > 0)
      problem.value = `${gone === 1 ? 'A job' : `${gone} jobs`} of this sheet ${gone === 1 ? 'is' : 'are'} not there any more.`;
    await lay();
  });

  return {
    problem,
    document,
    view,
    leastWidthMm,
    progress,
    downloaded,
    isSaved,
    saving: withReload(saving),
    job: computed(() => jobs.value.get(firstId())?.job ?? null),
    change,
    canUndo: computed(() => before.value.length > 0),
    undo: () => {
      const last = before.value.at(-1);
      if (last === undefined) return;
      before.value = before.value.slice(0, -1);
      set(last);
    },
    add: (id) =>
      attempt(async () => {
        const sheet = document.value;
        if (sheet === null) return;
        await fetchJobs([id]);
        if (!jobs.value.has(id)) throw new Error('This job is not there any more.');
        change({
          pieces: [
            ...sheet.pieces.map((piece) => ({ ...piece, quantity: piece.quantity ?? 1 })),
            { jobId: id, quantity: 1 },
          ],
        });
      }),
    resize: (count) =>
      attempt(async () => {
        const [id, sheet] = [firstId(), document.value];
        const opened = jobs.value.get(id);
        if (opened === undefined || sheet === null) return;
        const job = await useEngine().maker.sizedFor(plain(sheet), structuredClone(toRaw(opened.job)), count);
        if (job === null) throw new Error(`No size gives ${count} on this sheet.`);
        const saved = await saveRevision(id, opened.revision, job);
        jobs.value = new Map([...jobs.value, [id, { revision: saved.revision, job: saved.document }]]);
        downloaded.value = null;
        await lay();
        await findLeastWidth();
      }),
    download: (format, part) =>
      attempt(async () => {
        const sheet = document.value;
        if (sheet === null || progress.value !== null) return;
        const mine = ++takings;
        downloaded.value = null;
        progress.value = { doing: 'reading-back', share: 0 };
        try {
          const tell = (now: Progress): void => {
            if (mine === takings) progress.value = now;
          };
          const files = await useEngine().maker.sheetFiles(
            plain(sheet),
            sheetJobs(sheet),
            { format, part },
            tell,
          );
          if (mine !== takings) return;
          if ('problem' in files) throw new Error(files.problem);
          downloaded.value = {
            names: files.files.map(({ name }) => name),
            codes: files.codes,
            measures: files.measures,
            wrong: [...new Set(files.unread.map(({ slot }) => slot + 1))],
          };
          const [file] = files.files;
          const first = jobs.value.get(firstId());
          if (file === undefined || first === undefined) return;
          downloadBytes(
            files.files.length === 1
              ? file
              : await zipped(files.files, {
                  job: first.job,
                  revision: first.revision,
                  checked: `Each file was compared with its sheet before it was put in here${files.codes > 0 ? ', and all codes were read' : ''}.`,
                }),
          );
        } catch (error) {
          if (!(error instanceof Stopped)) throw error;
        } finally {
          if (mine === takings) progress.value = null;
        }
      }),
    giveUp: () => {
      takings++;
      progress.value = null;
      useEngine().maker.stop();
    },
  };
}
