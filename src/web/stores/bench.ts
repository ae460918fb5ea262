/** The job on the bench: what is edited, and the way back. It is saved as every document is (shared/saving). */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { Change } from '../../core/finding';
import {
  anyJobSchema,
  applyChanges,
  codeOf,
  jobSchema,
  withCode,
  type CodeSettings,
  type Job,
} from '../../core/job';
import { problemsOf } from '../../core/document';
import type { CodePlacement, ItemSettings, PieceSettings } from '../../core/piece';
import type { ProofRecord, SavedJob } from '../../wire';
import { createJob } from '../shared/api';
import { JobNews } from '../shared/jobNews';
import { savedJob } from '../shared/saving/kinds/job';
import { useSavedDocument } from '../shared/saving/useSavedDocument';
import { ChosenSizes } from './chosenSizes';
import { EditHistory } from './editHistory';

const historyKey = (id: string): string => `binarus.history.${id}`;

export const useBench = defineStore('bench', () => {
  const {
    saver,
    document,
    saving,
    open: openDocument,
  } = useSavedDocument<Job, SavedJob>(savedJob, {
    saved: (job) => news.tell([job.id], job.revision),
  });
  const id = computed(() => saver.value?.id ?? '');
  const revision = computed(() => Number(saver.value?.basedOn.value ?? 0));
  /** Which code is worked on: a choice of this page, never a change of the job. */
  const chosenCode = ref('');
  const history = new EditHistory<Job>(anyJobSchema);
  const sizes = new ChosenSizes();
  /** Made on this page, of what was opened. */
  const newProof = shallowRef<{ readonly of: SavedJob | null; readonly proof: ProofRecord | null } | null>(
    null,
  );
  const opened = computed(() => saver.value?.adopted.value ?? null);
  const proof = computed({
    get: () =>
      newProof.value !== null && newProof.value.of === opened.value
        ? newProof.value.proof
        : (opened.value?.proof ?? null),
    set: (proof) => {
      newProof.value = { of: opened.value, proof };
    },
  });

  const news = new JobNews((ids, newest) => {
    if (ids.includes(id.value) && (newest === null || newest > revision.value))
      void saver.value?.follow().catch(() => {});
  });

  /** The code at hand; the first when the chosen one is gone. */
  const code = computed(() => document.value && codeOf(document.value, chosenCode.value));

  /** Opens a job; of several that are asked for, the last. Rejects with a sentence when it cannot be opened. */
  async function open(jobId: string): Promise<void> {
    await flush();
    const before = id.value;
    if ((await openDocument(jobId)) === null) return;
    if (before !== jobId) chosenCode.value = '';
    history.open(historyKey(jobId));
    if (document.value !== null) sizes.open(jobId, document.value);
  }

  /**
   * Replaces the job. `key` names the field, so that typing into it is one step back. Returns what is wrong with the new
   * document; then nothing was changed.
   */
  function edit(next: Job, key: string): string[] {
    const current = document.value;
    if (current === null) return [];
    const parsed = jobSchema.safeParse(next);
    if (!parsed.success) return problemsOf(parsed.error);
    if (JSON.stringify(parsed.data) === JSON.stringify(current)) return [];
    history.note(current, key);
    replace(parsed.data);
    return [];
  }

  /** What follows from an edit and comes a moment after it: one step back with it. */
  function follow(next: Job, key: string): string[] {
    history.goOn(key);
    return edit(next, key);
  }

  /** Changes some of the piece. */
  function editPiece(change: Partial<PieceSettings>, key: string): string[] {
    const job = document.value;
    if ('widthMm' in change || 'heightMm' in change) sizes.choose('piece');
    return job === null ? [] : edit({ ...job, piece: { ...job.piece, ...change } }, key);
  }

  /** Changes parts of the code at hand. */
  function editCode(change: Partial<CodeSettings>, key: string): string[] {
    const [job, chosen] = [document.value, code.value];
    if (job === null || chosen === null) return [];
    return edit(
      withCode(job, chosen.id, (before) => ({ ...before, ...change })),
      `${key}-${chosen.id}`,
    );
  }

  /** Places the code at hand. */
  function editPlacement(change: Partial<CodePlacement>, key: string): string[] {
    if ('widthMm' in change) sizes.choose('code');
    return code.value === null ? [] : editCode({ placement: { ...code.value.placement, ...change } }, key);
  }

  /** Changes one of the things on the piece, found by its id. */
  function editItem(itemId: string, change: object, key: string): string[] {
    const job = document.value;
    if (job === null) return [];
    const items = job.piece.items.map((item) =>
      item.id === itemId ? ({ ...item, ...change } as ItemSettings) : item,
    );
    return editPiece({ items }, `${key}-${itemId}`);
  }

  /** Takes over the changes of a fix, as one step. */
  function apply(changes: readonly Change[], key = 'fix'): void {
    if (document.value === null) return;
    history.endStep();
    edit(applyChanges(document.value, changes), key);
  }

  function undo(): void {
    const previous = document.value && history.undo(document.value);
    if (previous !== null) replace(previous);
  }

  function redo(): void {
    const next = document.value && history.redo(document.value);
    if (next !== null) replace(next);
  }

  const replace = (next: Job): void => saver.value?.edit(next);

  /** Saves what is not saved yet, now. Never rejects: what keeps it from being saved is in `saveState` and `saveProblem`. */
  const flush = (): Promise<void> => saving.saveNow();

  /** Drops this window's version for the one that another window saved. */
  function takeTheirs(): void {
    if (saver.value?.theirs.value === null) return;
    if (document.value) history.addStep(document.value);
    saving.takeTheirs();
  }

  /** Makes this window's version a job of its own, under another name where the old job is still there; gives its id. */
  async function keepAsNew(): Promise<string | null> {
    if (document.value === null) return null;
    const { name } = document.value;
    const isGone = saving.state.value === 'gone';
    const copy = await createJob(
      isGone ? document.value : { ...document.value, name: `${name.slice(0, 112)} (copy)` },
    );
    if (isGone) saving.takeTheirs();
    else takeTheirs();
    return copy.id;
  }

  return {
    id,
    revision,
    document,
    code,
    chosenCode,
    proof,
    saveState: saving.state,
    saveProblem: saving.why,
    draftProblem: computed(() => saver.value?.draftProblem.value ?? ''),
    /** What another window saved meanwhile. */
    conflict: computed(() => saver.value?.theirs.value?.saved ?? null),
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    open,
    edit,
    follow,
    editPiece,
    freeSizes: computed(() => sizes.free),
    sizeChosen: () => sizes.choose('piece'),
    editCode,
    editPlacement,
    editItem,
    apply,
    undo,
    redo,
    flush,
    takeTheirs,
    keepMine: saving.keepMine,
    keepAsNew,
  };
});
