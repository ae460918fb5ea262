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
  matchByName,
  newSeries,
  pictureKey,
  pictureLimit,
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
import { Stopped, type SeriesView } from '../../engine';
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
  /** Share of the rows that are measured; null where nothing is under way. */
  readonly measuring: ShallowRef<number | null>;
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

export function useSeries(jobId: string): SeriesAtHand {
  const { problem, attempt } = useAttempt();
  const job = shallowRef<Job | null>(null);
  const revision = ref(1);
  const sheet = shallowRef<SheetDocument | null>(null);
  const { saver, document, isSaved, saving, open } = useSavedDocument(savedSeries);
  const read = shallowRef<ReadFile | null>(null);
  const view = shallowRef<SeriesView | null>(null);
  const madeBefore = shallowRef<ReadonlyMap<number, MadeBefore>>(new Map());
  const row = ref(0);
  const measuring = shallowRef<number | null>(null);
  const bringing = shallowRef<{ readonly done: number; readonly of: number } | null>(null);
  const rows = computed(() => (document.value === null ? null : rowsOf(document.value)));
  const running = useRun(attempt, () => void attempt(lookUp));
  let works = 0;
  const plain = <Own>(value: Own): Own => JSON.parse(JSON.stringify(value)) as Own;

  /** What is under way is of no use any more: the worker is ended and begins anew. */
  function callOff(): void {
    works++;
    if (measuring.value === null) return;
    measuring.value = null;
    useEngine().maker.stop();
  }

  /** After the last change. */
  const { start: measureSoon } = useTimeoutFn(() => attempt(measure), 350, { immediate: false });

  /** Null when it was called off. */
  async function measured(of: Job, series: SeriesDocument): Promise<SeriesView | null> {
    const mine = ++works;
    measuring.value = 0;
    const share = (done: number): void => {
      if (mine === works) measuring.value = done;
    };
    try {
      const measuredView = await useEngine().maker.measureSeries(
        structuredClone(toRaw(of)),
        plain(series),
        share,
      );
      return mine === works ? measuredView : null;
    } catch (error) {
      if (error instanceof Stopped || mine !== works) return null;
      throw error;
    } finally {
      if (mine === works) measuring.value = null;
    }
  }

  async function measure(): Promise<void> {
    const [own, of] = [document.value, job.value];
    if (own === null || of === null) return;
    const shown = await measured(of, own);
    if (shown === null || document.value !== own) return;
    view.value = shown;
    await lookUp();
  }

  /** Which of the rows were made before. */
  async function lookUp(): Promise<void> {
    const shown = view.value;
    if (shown === null) return;
    const asked = shown.rows.flatMap(({ state, payload }, row) =>
      state === 'made' ? [{ own: row, payload }] : [],
    );
    const made = await fetchMadeBefore(asked.map(({ payload }) => payload));
    if (view.value === shown) madeBefore.value = new Map(made.map((one) => [asked[one.index]!.own, one]));
  }

  function set(next: SeriesDocument): void {
    callOff();
    view.value = null;
    madeBefore.value = new Map();
    problem.value = '';
    row.value = Math.min(row.value, rowsOf(next).rows.length - 1);
    saver.value?.edit(next);
    measureSoon();
  }

  /** What was matched stays where its columns are there; the rest follows from names. */
  function begin(source: SeriesSource): void {
    const of = job.value;
    if (of === null) return;
    const before = document.value;
    const { columns } = rowsOf({ source });
    const isThere = ({ text }: Match[number]): boolean =>
      [...text.matchAll(/\{([^{}]+)\}/g)].every(([, column]) => columns.includes(column!));
    const matched = before?.match.filter(isThere) ?? [];
    row.value = 0;
    set(
      newSeries(source, {
        match: matched.length > 0 ? matched : matchByName(of, columns),
        // What was changed for all rows stays; what was said of one belongs to the table before.
        fixes: before?.fixes.filter((fix) => fix.row === null) ?? [],
        pictures: before?.pictures ?? [],
        oneLook: before?.oneLook ?? true,
        onSheet: before?.onSheet ?? sheet.value !== null,
      }),
    );
  }

  function takeTable(name: string, bytes: Uint8Array | null, found: ReadTable): void {
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
  const takeBytes = async (name: string, bytes: Uint8Array, setting: ReadSetting): Promise<void> =>
    takeTable(name, isSpreadsheet(bytes) ? null : bytes, await useEngine().maker.readTable(bytes, setting));

  async function addPictures(files: readonly File[]): Promise<void> {
    const single: File[] = [];
    for (const file of files)
      if (/\.zip$/i.test(file.name)) {
        const unpacked = await useEngine().maker.unpackPictures(new Uint8Array(await file.arrayBuffer()));
        if ('problem' in unpacked) throw new Error(`${file.name}: ${unpacked.problem}`);
        single.push(...unpacked.pictures.map(({ name, bytes }) => new File([bytes], name)));
      } else single.push(file);
    const failed: string[] = [];
    try {
      for (const [done, file] of single.entries()) {
        bringing.value = { done, of: single.length };
        try {
          const { hash, mediaType, fileName } = await uploadFile(file);
          const kind = mediaType === 'image/png' ? ('picture' as const) : ('drawing' as const);
          const key = pictureKey(fileName);
          const series = document.value;
          if (series === null) return;
          const others = series.pictures.filter(({ name }) => pictureKey(name) !== key);
          if (others.length >= pictureLimit)
            throw new Error(`${pictureLimit} pictures are kept, the most that there can be.`);
          // Kept one by one: what was brought is there after a reload.
          saver.value?.edit({ ...series, pictures: [...others, { name: fileName, hash, kind }] });
        } catch (error) {
          failed.push(`${file.name}: ${error instanceof Error ? error.message : String(error)}`);
        }
      }
    } finally {
      bringing.value = null;
      if (document.value !== null) set(document.value);
    }
    if (failed.length > 0)
      throw new Error(`${failed.length} of ${single.length} cannot be used. ${failed.slice(0, 3).join(' ')}`);
  }

  void attempt(async () => {
    const [first, series, laid, runs] = await Promise.all([
      fetchJob(jobId),
      open(jobId),
      fetchSheet(jobId),
      fetchRunsOf(jobId),
    ]);
    job.value = first.document;
    revision.value = first.revision;
    sheet.value = laid;
    running.watch(runs[0] ?? null, false);
    if (series === null || series.document.value === null) return;
    await measure();
  });

  onScopeDispose(callOff);

  return {
    problem,
    job,
    sheet,
    document,
    rows,
    firstRow: computed(() => (document.value === null ? 2 : firstRowOf(document.value))),
    read,
    view,
    madeBefore,
    row,
    measuring,
    isSaved,
    saving: withReload(saving),
    running,
    openFile: (file) =>
      attempt(async () => {
        if (file.size > tableLimits.bytes)
          throw new Error(
            `${file.name} has ${(file.size / 1e6).toFixed(1)} MB; at most ${tableLimits.bytes / 1e6} MB are read.`,
          );
        await takeBytes(file.name, new Uint8Array(await file.arrayBuffer()), {});
      }),
    readAs: (setting) =>
      attempt(async () => {
        const file = read.value;
        if (file === null || file.bytes === null) return;
        const { encoding, separator } = file;
        await takeBytes(file.name, file.bytes, { encoding, separator, ...setting });
      }),
    paste: (text) => takeTable('', null, readPasted(text)),
    number: (wish) => {
      const made = seriesNumbers(wish, random);
      if ('problem' in made) problem.value = made.problem;
      else {
        read.value = null;
        begin({ kind: 'numbers', wish, numbers: [...made.numbers] });
      }
    },
    setMatch: (match) => {
      if (document.value !== null) set({ ...document.value, match });
    },
    change: (part) => {
      if (document.value !== null) set({ ...document.value, ...part });
    },
    show: (next) => {
      const count = rows.value?.rows.length ?? 0;
      if (next < 0 || next >= count) return;
      row.value = next;
    },
    setCell: (row, column, text) => {
      const { source } = document.value ?? {};
      if (source?.kind !== 'table') return;
      const cells = source.rows.map((line, index) => (index === row ? line.with(column, text) : line));
      set({ ...document.value!, source: { ...source, rows: cells } });
    },
    leaveOut: (row, isOut) => {
      if (document.value === null) return;
      const others = document.value.leftOut.filter((other) => other !== row);
      set({ ...document.value, leftOut: isOut ? [...others, row] : others });
    },
    bringing,
    addPictures: (files) => attempt(() => addPictures(files)),
    dropPictures: (names) => {
      const series = document.value;
      if (series === null) return;
      set({ ...series, pictures: series.pictures.filter(({ name }) => !names.includes(name)) });
    },
    fix: (row, changes) => {
      if (document.value === null) return;
      const fix = { row: row, changes: plain(changes) as SeriesDocument['fixes'][number]['changes'] };
      set({ ...document.value, fixes: [...document.value.fixes, fix] });
    },
    make: (wish) =>
      attempt(async () => {
        if (document.value === null || running.run.value?.state === 'under-way') return;
        await saver.value?.saved();
        running.watch(await askRun(jobId, { revision: revision.value, ...wish }), true);
      }),
  };
}
