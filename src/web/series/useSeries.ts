/** The series at hand: fetched, measured beside the page, kept as it changes, and made on the server. */
import { useTimeoutFn } from '@vueuse/core';
import {
  computed,
  onScopeDispose,
  ref,
  shallowRef,
  toRaw,
  type ComputedRef,
  type Ref,
  type ShallowRef,
} from 'vue';
import type { Change } from '../../core/finding';
import type { Job } from '../../core/job';
import type { SeriesForm } from '../../core/production';
import {
  firstRowOf,
  readPasted,
  rowsOf,
  seriesNumbers,
  seriesSourceSchema,
  type Match,
  type NumbersWish,
  type ReadSetting,
  type ReadTable,
  type Rows,
  type SeriesDocument,
  type SeriesSource,
  type Table,
  isSpreadsheet,
  tableLimits,
} from '../../core/series';
import type { SheetDocument } from '../../core/sheet';
import type { SeriesView } from '../../engine';
import type { MadeBefore } from '../../wire';
import { fetchJob } from '../shared/api';
import { useEngine } from '../shared/engine';
import { askRun, fetchMadeBefore, fetchRunsOf } from '../shared/runsApi';
import { fetchSheet } from '../shared/sheetApi';
import { useAttempt } from '../shared/useAttempt';
import { savedSeries } from '../shared/saving/kinds/series';
import type { Saving } from '../shared/saving/saving';
import { useSavedDocument, withReload } from '../shared/saving/useSavedDocument';
import { uploadFile } from '../shared/uploads';
import { useRun, type RunAtHand } from '../shared/useRun';
import { PictureUploads } from './pictureUploads';
import { withCell, withFix, withoutPictures, withPicture, withRowLeftOut, withSource } from './seriesEdits';
import { SeriesMeasuring } from './seriesMeasuring';

/** What was found out of a file, with its bytes: it can be read another way. */
export interface ReadFile extends Pick<Table, 'encoding' | 'separator' | 'notes'> {
  readonly name: string;
  /** Null for what was pasted and for spreadsheets, which are read one way only. */
  readonly bytes: Uint8Array | null;
}

export interface SeriesWish {
  readonly form: SeriesForm;
  readonly again: boolean;
  readonly contacts: boolean;
}

export interface SeriesAtHand {
  readonly problem: Ref<string>;
  readonly job: ShallowRef<Job | null>;
  readonly sheet: ShallowRef<SheetDocument | null>;
  readonly document: ShallowRef<SeriesDocument | null>;
  readonly rows: ComputedRef<Rows | null>;
  /** What the first row is called: in a table the head is row 1. */
  readonly firstRow: ComputedRef<number>;
  /** The table that was read last; null after a reload. */
  readonly read: ShallowRef<ReadFile | null>;
  readonly view: ShallowRef<SeriesView | null>;
  /** Rows whose message stands on a piece already, with the last run that made it. */
  readonly madeBefore: ShallowRef<ReadonlyMap<number, MadeBefore>>;
  readonly row: Ref<number>;
  readonly isSaved: Ref<boolean>;
  readonly saving: Saving;
  readonly openFile: (file: File) => Promise<void>;
  readonly readAs: (setting: ReadSetting) => Promise<void>;
  readonly paste: (text: string) => void;
  readonly number: (wish: NumbersWish) => void;
  readonly setMatch: (match: Match) => void;
  readonly change: (part: Partial<SeriesDocument>) => void;
  /** A cell of the table; numbers stay as they are. */
  readonly setCell: (row: number, column: number, text: string) => void;
  readonly leaveOut: (row: number, isOut: boolean) => void;
  /** Pictures, drawings and ZIP files of them; one of the same name gives way. */
  readonly addPictures: (files: readonly File[]) => Promise<void>;
  readonly dropPictures: (names: readonly string[]) => void;
  /** How many of how many pictures are brought; null where none are on their way. */
  readonly bringing: ShallowRef<{ readonly done: number; readonly of: number } | null>;
  /** For one row, or for all of them. */
  readonly fix: (row: number | null, changes: readonly Change[]) => void;
  readonly show: (row: number) => void;
  readonly running: RunAtHand;
  readonly make: (wish: SeriesWish) => Promise<void>;
}

/** Numbers that nobody can foretell. */
const random = (): number => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32;
/** Without what Vue adds to it: workers and documents take plain values. */
const plain = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value;
/** After the last change the rows are measured. */
const pauseMs = 350;

export function useSeries(jobId: string): SeriesAtHand {
  const { problem, attempt } = useAttempt();
  const job = shallowRef<Job | null>(null);
  const revision = ref(1);
  const sheet = shallowRef<SheetDocument | null>(null);
  const { saver, document, isSaved, saving, open } = useSavedDocument(savedSeries);
  const read = shallowRef<ReadFile | null>(null);
  const row = ref(0);
  const rows = computed(() => (document.value === null ? null : rowsOf(document.value)));
  const measuring = new SeriesMeasuring(() => useEngine().maker, fetchMadeBefore);
  const running = useRun(attempt, () => void attempt(() => measuring.lookUpMadeBefore()));
  const uploads = new PictureUploads({
    unpack: (bytes) => useEngine().maker.unpackPictures(bytes),
    upload: uploadFile,
    keep: (picture) => {
      const series = document.value;
      if (series !== null) saver.value?.edit(withPicture(series, picture));
      return series !== null;
    },
  });

  async function measure(): Promise<void> {
    const [series, of] = [document.value, job.value];
    if (series === null || of === null) return;
    await measuring.measure(structuredClone(toRaw(of)), plain(series), () => document.value === series);
  }
  const { start: measureSoon } = useTimeoutFn(() => attempt(measure), pauseMs, { immediate: false });

  function set(next: SeriesDocument): void {
    measuring.forget();
    problem.value = '';
    row.value = Math.min(row.value, rowsOf(next).rows.length - 1);
    saver.value?.edit(next);
    measureSoon();
  }
  /** Nothing where there is no series yet. */
  function edit(change: (series: SeriesDocument) => SeriesDocument): void {
    if (document.value !== null) set(change(document.value));
  }

  function begin(source: SeriesSource): void {
    if (job.value === null) return;
    row.value = 0;
    set(withSource(document.value, source, job.value, sheet.value !== null));
  }

  function beginWithTable(name: string, bytes: Uint8Array | null, found: ReadTable): void {
    if ('problem' in found) {
      problem.value = found.problem;
      return;
    }
    const { columns, rows: cells, ...table } = found.table;
    const source = {
      kind: 'table' as const,
      name,
      columns: [...columns],
      rows: cells.map((cells) => [...cells]),
    };
    const parsed = seriesSourceSchema.safeParse(source);
    if (!parsed.success) {
      problem.value = `The table cannot be kept: ${parsed.error.issues[0]?.message ?? ''}`;
      return;
    }
    read.value = { ...table, name, bytes };
    begin(parsed.data);
  }
  async function readBytes(name: string, bytes: Uint8Array, setting: ReadSetting): Promise<void> {
    const table = await useEngine().maker.readTable(bytes, setting);
    beginWithTable(name, isSpreadsheet(bytes) ? null : bytes, table);
  }

  async function addPictures(files: readonly File[]): Promise<void> {
    try {
      await uploads.bring(files);
    } finally {
      edit((series) => series);
    }
  }

  void attempt(async () => {
    const [first, laid, runs] = await Promise.all([fetchJob(jobId), fetchSheet(jobId), fetchRunsOf(jobId)]);
    job.value = first.document;
    revision.value = first.revision;
    sheet.value = laid;
    running.watch(runs[0] ?? null, false);
    // What is shown of a series needs its job.
    const series = await open(jobId);
    if (series === null || series.document.value === null) return;
    await measure();
  });

  onScopeDispose(() => measuring.callOff());

  return {
    problem,
    job,
    sheet,
    document,
    rows,
    firstRow: computed(() => (document.value === null ? 2 : firstRowOf(document.value))),
    read,
    view: measuring.view,
    madeBefore: measuring.madeBefore,
    row,
    isSaved,
    saving: withReload(saving),
    running,
    bringing: uploads.progress,
    openFile: (file) =>
      attempt(async () => {
        if (file.size > tableLimits.bytes)
          throw new Error(
            `${file.name} has ${(file.size / 1e6).toFixed(1)} MB; at most ${tableLimits.bytes / 1e6} MB are read.`,
          );
        await readBytes(file.name, new Uint8Array(await file.arrayBuffer()), {});
      }),
    readAs: (setting) =>
      attempt(async () => {
        const file = read.value;
        if (file === null || file.bytes === null) return;
        const { encoding, separator } = file;
        await readBytes(file.name, file.bytes, { encoding, separator, ...setting });
      }),
    paste: (text) => beginWithTable('', null, readPasted(text)),
    number: (wish) => {
      const counted = seriesNumbers(wish, random);
      if ('problem' in counted) problem.value = counted.problem;
      else {
        read.value = null;
        begin({ kind: 'numbers', wish, numbers: [...counted.numbers] });
      }
    },
    setMatch: (match) => edit((series) => ({ ...series, match })),
    change: (part) => edit((series) => ({ ...series, ...part })),
    show: (next) => {
      if (next >= 0 && next < (rows.value?.rows.length ?? 0)) row.value = next;
    },
    setCell: (row, column, text) => edit((series) => withCell(series, row, column, text)),
    leaveOut: (row, isOut) => edit((series) => withRowLeftOut(series, row, isOut)),
    addPictures: (files) => attempt(() => addPictures(files)),
    dropPictures: (names) => edit((series) => withoutPictures(series, names)),
    fix: (row, changes) => edit((series) => withFix(series, row, plain(changes))),
    make: (wish) =>
      attempt(async () => {
        if (document.value === null || running.run.value?.state === 'under-way') return;
        await saver.value?.saved();
        running.watch(await askRun(jobId, { revision: revision.value, ...wish }), true);
      }),
  };
}
