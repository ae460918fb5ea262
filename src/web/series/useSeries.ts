/** The series at hand: fetched, measured beside the page, kept as it changes, and taken as a document. */
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
import type { Finding } from '../../core/finding';
import type { Job } from '../../core/job';
import {
  matchByName,
  readPasted,
  rowsOf,
  seriesDocumentSchema,
  seriesFormatVersion,
  seriesNumbers,
  type Match,
  type NumbersWish,
  type Rows,
  type SeriesDocument,
  type ReadTable,
  tableLimits,
  type TableNote,
} from '../../core/series';
import type { SheetDocument } from '../../core/sheet';
import {
  GivenUp,
  type PiecePicture,
  type SeriesForm,
  type SeriesProgress,
  type SeriesView,
  type TakenSeries,
} from '../../engine';
import { fetchJob } from '../shared/api';
import { downloadBytes } from '../shared/download';
import { useEngine } from '../shared/engine';
import { fetchSeries, keepSeries } from '../shared/seriesApi';
import { fetchSheet } from '../shared/sheetApi';
import { useAttempt } from '../shared/useAttempt';
import { useJobDocument } from '../shared/useJobDocument';
import { zipped } from '../shared/zipped';

export type Taken = Extract<TakenSeries, { readonly codes: number }>;

export interface SeriesAtHand {
  readonly problem: Ref<string>;
  readonly job: ShallowRef<Job | null>;
  readonly sheet: ShallowRef<SheetDocument | null>;
  readonly document: ShallowRef<SeriesDocument | null>;
  readonly rows: ComputedRef<Rows | null>;
  /** What the first row is called: in a table the head is row 1. */
  readonly firstRow: ComputedRef<number>;
  /** What was noticed in the table that was read last. */
  readonly notes: ShallowRef<readonly TableNote[]>;
  readonly view: ShallowRef<SeriesView | null>;
  readonly row: Ref<number>;
  readonly picture: ShallowRef<PiecePicture | null>;
  readonly progress: ShallowRef<SeriesProgress | null>;
  readonly taken: ShallowRef<Taken | null>;
  readonly isSaved: Ref<boolean>;
  readonly openFile: (file: File) => Promise<void>;
  readonly paste: (text: string) => void;
  readonly number: (wish: NumbersWish) => void;
  readonly setMatch: (match: Match) => void;
  readonly change: (part: Partial<SeriesDocument>) => void;
  readonly show: (row: number) => void;
  /** The row that the quick proof stopped, with why; null when none was. */
  readonly stopped: ShallowRef<{ readonly row: number; readonly finding: Finding } | null>;
  readonly take: (form: SeriesForm) => Promise<void>;
  readonly giveUp: () => void;
}

/** Numbers that nobody can foretell. */
const random = (): number => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32;

export function useSeries(jobId: string): SeriesAtHand {
  const { problem, attempt } = useAttempt();
  const job = shallowRef<Job | null>(null);
  const revision = ref(1);
  const sheet = shallowRef<SheetDocument | null>(null);
  const { document, isSaved, ...kept } = useJobDocument<SeriesDocument>({
    key: `binarus.series.${jobId}`,
    schema: seriesDocumentSchema,
    keep: (own) => keepSeries(jobId, own),
    attempt,
  });
  const notes = shallowRef<readonly TableNote[]>([]);
  const view = shallowRef<SeriesView | null>(null);
  const row = ref(0);
  const picture = shallowRef<PiecePicture | null>(null);
  const progress = shallowRef<SeriesProgress | null>(null);
  const taken = shallowRef<Taken | null>(null);
  const stopped = shallowRef<{ readonly row: number; readonly finding: Finding } | null>(null);
  const rows = computed(() => (document.value === null ? null : rowsOf(document.value)));
  let [works, pictures] = [0, 0];
  const plain = <Own>(own: Own): Own => JSON.parse(JSON.stringify(own)) as Own;

  /** What is under way is of no use any more: the worker is ended and begins anew. */
  function callOff(): void {
    works++;
    if (progress.value === null) return;
    progress.value = null;
    useEngine().maker.giveUp();
  }

  async function worked<Found>(
    doing: SeriesProgress['doing'],
    work: (tell: (now: SeriesProgress) => void) => Promise<Found>,
  ): Promise<Found | null> {
    const mine = ++works;
    progress.value = { doing, share: 0 };
    try {
      const found = await work((now) => {
        if (mine === works) progress.value = now;
      });
      return mine === works ? found : null;
    } catch (error) {
      if (error instanceof GivenUp || mine !== works) return null;
      throw error;
    } finally {
      if (mine === works) progress.value = null;
    }
  }

  async function measure(): Promise<void> {
    const [own, of] = [document.value, job.value];
    if (own === null || of === null) return;
    const { proxy } = await import('comlink');
    const found = await worked('measuring', (tell) => {
      const share = (done: number): void => tell({ doing: 'measuring', share: done });
      return useEngine().maker.measureSeries(
        structuredClone(toRaw(of)),
        plain(own),
        proxy(share) as typeof share,
      );
    });
    if (found === null || document.value !== own) return;
    view.value = found;
    await look();
  }

  async function look(): Promise<void> {
    const [own, of] = [document.value, job.value];
    if (own === null || of === null || view.value === null) return;
    const mine = ++pictures;
    try {
      const { look: shared } = view.value;
      const found = await useEngine().maker.rowPicture(
        structuredClone(toRaw(of)),
        plain(own),
        row.value,
        shared?.version ?? null,
      );
      if (mine === pictures) picture.value = found;
    } catch (error) {
      if (mine === pictures && !(error instanceof GivenUp)) throw error;
    }
  }

  function set(next: SeriesDocument): void {
    callOff();
    taken.value = null;
    stopped.value = null;
    view.value = null;
    problem.value = '';
    row.value = Math.min(row.value, rowsOf(next).rows.length - 1);
    kept.set(next, () => void attempt(measure));
  }

  /** What was matched stays where its columns are there; the rest follows from names. */
  function begin(source: SeriesDocument['source']): void {
    const of = job.value;
    if (of === null) return;
    const before = document.value;
    const { columns } = rowsOf({ source });
    const isThere = ({ text }: Match[number]): boolean =>
      [...text.matchAll(/\{([^{}]+)\}/g)].every(([, column]) => columns.includes(column!));
    const matched = before?.match.filter(isThere) ?? [];
    row.value = 0;
    set({
      formatVersion: seriesFormatVersion,
      source,
      match: matched.length > 0 ? matched : matchByName(of, columns),
      oneLook: before?.oneLook ?? true,
      onSheet: before?.onSheet ?? sheet.value !== null,
    });
  }

  function takeTable(name: string, read: ReadTable): void {
    if ('problem' in read) {
      problem.value = read.problem;
      return;
    }
    const { columns, rows: cells } = read.table;
    const source = {
      kind: 'table' as const,
      name,
      columns: [...columns],
      rows: cells.map((own) => [...own]),
    };
    const parsed = seriesDocumentSchema.shape.source.safeParse(source);
    if (!parsed.success) {
      problem.value = `The table cannot be kept: ${parsed.error.issues[0]?.message ?? ''}`;
      return;
    }
    notes.value = read.table.notes;
    begin(parsed.data);
  }

  void attempt(async () => {
    const [first, there, laid] = await Promise.all([fetchJob(jobId), fetchSeries(jobId), fetchSheet(jobId)]);
    job.value = first.document;
    revision.value = first.revision;
    sheet.value = laid;
    if (kept.begin(there) === null) return;
    await measure();
  });

  onScopeDispose(callOff);

  return {
    problem,
    job,
    sheet,
    document,
    rows,
    firstRow: computed(() => (document.value?.source.kind === 'numbers' ? 1 : 2)),
    notes,
    view,
    row,
    picture,
    progress,
    taken,
    stopped,
    isSaved,
    openFile: (file) =>
      attempt(async () => {
        if (file.size > tableLimits.bytes)
          throw new Error(
            `${file.name} has ${(file.size / 1e6).toFixed(1)} MB; at most ${tableLimits.bytes / 1e6} MB are read.`,
          );
        takeTable(file.name, await useEngine().maker.readTable(new Uint8Array(await file.arrayBuffer())));
      }),
    paste: (text) => takeTable('', readPasted(text)),
    number: (wish) => {
      const made = seriesNumbers(wish, random);
      if ('problem' in made) problem.value = made.problem;
      else {
        notes.value = [];
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
      void attempt(look);
    },
    take: (form) =>
      attempt(async () => {
        const [own, of] = [document.value, job.value];
        if (own === null || of === null || progress.value !== null) return;
        taken.value = null;
        stopped.value = null;
        const { proxy } = await import('comlink');
        const found = await worked('measuring', (tell) =>
          useEngine().maker.takeSeries(
            {
              job: structuredClone(toRaw(of)),
              series: plain(own),
              sheet: own.onSheet && sheet.value !== null ? plain(sheet.value) : null,
              form,
            },
            proxy(tell) as typeof tell,
          ),
        );
        if (found === null) return;
        if ('problem' in found) throw new Error(found.problem);
        if ('heldBackBy' in found) {
          stopped.value = { row: found.row, finding: found.heldBackBy };
          return;
        }
        taken.value = found;
        if (found.files.length > 0) downloadBytes(await zipped(found.files, of, revision.value));
      }),
    giveUp: callOff,
  };
}
