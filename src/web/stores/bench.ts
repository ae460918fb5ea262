/** The job on the bench: its document, what is saved of it, and the way back. */
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
import { savedJobSchema, type ProofRecord, type SavedJob } from '../../wire';
import { createJob, fetchJob, saveRevision } from '../shared/api';
import { ApiProblem } from '../shared/http';
import { JobNews } from '../shared/jobNews';
import type { SavingState } from '../shared/saving';
import { openWindows, windowId } from '../shared/windowId';
import { dropDraft, keepDraft, takeDraft } from './drafts';
import { EditHistory } from './editHistory';

const autosaveMs = 600;
const retryMs = 5000;
/** So many saves without an answer are known again; each is tried until it is answered. */
const mostUnanswered = 50;

const historyKey = (id: string): string => `binarus.history.${id}`;

export const useBench = defineStore('bench', () => {
  const id = ref('');
  const revision = ref(0);
  const document = shallowRef<Job | null>(null);
  /** Which code is worked on: a choice of this page, never a change of the job. */
  const chosenCode = ref('');
  const proof = shallowRef<ProofRecord | null>(null);
  const saveState = ref<SavingState>('saved');
  /** Why it is not saved, or not kept in this browser; empty when all is well. */
  const saveProblem = ref('');
  const draftProblem = ref('');
  /** What another window saved meanwhile. */
  const conflict = shallowRef<SavedJob | null>(null);
  const history = new EditHistory<Job>(anyJobSchema);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | undefined;
  /** Saves of this job that were sent without an answer, the last of them last: the server may have kept them. */
  let unanswered: readonly { readonly saveId: string; readonly document: Job | null }[] = [];
  let opening = 0;
  let ownWindow = '';

  const news = new JobNews((ids, newest) => {
    if (ids.includes(id.value) && (newest === null || newest > revision.value))
      void followOther().catch(() => {});
  });

  /** The code at hand; the first when the chosen one is gone. */
  const code = computed(() => document.value && codeOf(document.value, chosenCode.value));

  /** Opens a job; of several that are asked for, the last. Rejects with a sentence when it cannot be opened. */
  async function open(jobId: string): Promise<void> {
    const mine = ++opening;
    await flush();
    const [answer, self, others] = await Promise.all([
      fetchJob(jobId).catch((error: unknown) => ({ error })),
      windowId(),
      openWindows(),
    ]);
    if (mine !== opening) return;
    const draft = takeDraft(jobId, self, others);
    const isGone = 'error' in answer && answer.error instanceof ApiProblem && answer.error.status === 404;
    if ('error' in answer && (!isGone || draft === null)) throw answer.error;
    ownWindow = self;
    if (id.value !== jobId) chosenCode.value = '';
    id.value = jobId;
    unanswered = [];
    history.open(historyKey(jobId));
    if ('error' in answer) {
      // It was deleted elsewhere; what is not saved of it can be kept as a new one.
      document.value = draft!.document;
      revision.value = draft!.baseRevision;
      proof.value = null;
      conflict.value = null;
      saveState.value = 'gone';
      saveProblem.value = (answer.error as ApiProblem).message;
      return;
    }
    const saved = answer;
    adopt(saved);
    if (draft === null) return;
    if (JSON.stringify(draft.document) === JSON.stringify(saved.document)) {
      dropDraft(jobId, self);
      return;
    }
    // Work from before a crash or a closed window comes first.
    document.value = draft.document;
    revision.value = draft.baseRevision;
    unanswered = draft.sent.map((saveId) => ({ saveId, document: null }));
    if (isOwn(saved)) goOnAfter(saved, false);
    else if (draft.baseRevision === saved.revision) markUnsaved();
    else {
      saveState.value = 'contested';
      conflict.value = saved;
    }
  }

  /** Another window saved the job: one that only shows it shows the new state, one in conflict knows the newest. */
  async function followOther(): Promise<void> {
    const jobId = id.value;
    const isFollowing = (): boolean => saveState.value === 'saved' || saveState.value === 'contested';
    if (!isFollowing()) return;
    const saved = await fetchJob(jobId);
    if (jobId !== id.value || saved.revision <= revision.value) return;
    if (saveState.value === 'saved') adopt(saved);
    else if (saveState.value === 'contested') conflict.value = saved;
  }

  /** Whether the newest revision is one that this window saved, and whose answer was lost. */
  const isOwn = ({ saveId }: SavedJob): boolean =>
    saveId !== undefined && unanswered.some((sent) => sent.saveId === saveId);

  /** A revision of this window is the newest; what was edited since comes on top of it. */
  function goOnAfter(saved: SavedJob, isAll: boolean): void {
    unanswered = [];
    revision.value = saved.revision;
    saveProblem.value = '';
    if (isAll) {
      dropDraft(id.value, ownWindow);
      saveState.value = 'saved';
    } else {
      rememberDraft();
      markUnsaved();
    }
  }

  const isShown = (saved: SavedJob): boolean =>
    JSON.stringify(document.value) === JSON.stringify(saved.document);

  function adopt(saved: SavedJob): void {
    document.value = saved.document;
    revision.value = saved.revision;
    proof.value = saved.proof;
    saveState.value = 'saved';
    saveProblem.value = '';
    draftProblem.value = '';
    conflict.value = null;
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

  /** Changes some of the piece. */
  function editPiece(change: Partial<PieceSettings>, key: string): string[] {
    const job = document.value;
    return job === null ? [] : edit({ ...job, piece: { ...job.piece, ...change } }, key);
  }

  /** Changes parts of the code at hand. */
  function editCode(change: Partial<CodeSettings>, key: string): string[] {
    const [job, own] = [document.value, code.value];
    if (job === null || own === null) return [];
    return edit(
      withCode(job, own.id, (before) => ({ ...before, ...change })),
      `${key}-${own.id}`,
    );
  }

  /** Places the code at hand. */
  function editPlacement(change: Partial<CodePlacement>, key: string): string[] {
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

  function replace(next: Job): void {
    document.value = next;
    rememberDraft();
    if (saveState.value !== 'contested' && saveState.value !== 'gone') markUnsaved();
  }

  function rememberDraft(): void {
    if (document.value === null) return;
    const sent = unanswered.map(({ saveId }) => saveId);
    const draft = { baseRevision: revision.value, document: document.value, sent };
    draftProblem.value = keepDraft(id.value, ownWindow, draft)
      ? ''
      : 'This browser cannot keep a draft: edits last only until they are saved.';
  }

  function markUnsaved(): void {
    saveState.value = 'unsaved';
    clearTimeout(timer);
    timer = setTimeout(() => void save(), autosaveMs);
  }

  /** Never rejects: what keeps the job from being saved is in `saveState` and `saveProblem`. */
  async function save(): Promise<void> {
    if (saving) await saving;
    if (document.value === null || (saveState.value !== 'unsaved' && saveState.value !== 'away')) return;
    saving = sendRevision(document.value).finally(() => (saving = undefined));
    await saving;
  }

  async function sendRevision(sent: Job): Promise<void> {
    clearTimeout(timer);
    const jobId = id.value;
    saveState.value = 'saving';
    const last = unanswered.at(-1);
    const saveId = last?.document === sent ? last.saveId : crypto.randomUUID();
    if (last?.document !== sent) {
      unanswered = [...unanswered, { saveId, document: sent }].slice(-mostUnanswered);
      rememberDraft();
    }
    try {
      const saved = await saveRevision(jobId, revision.value, sent, saveId);
      news.tell([jobId], saved.revision);
      if (jobId !== id.value) {
        // What was edited while it was being sent stays for the next time the job is opened.
        dropDraft(jobId, ownWindow, sent);
        return;
      }
      goOnAfter(saved, document.value === sent);
    } catch (error) {
      if (jobId === id.value) notSaved(error);
    }
  }

  function notSaved(error: unknown): void {
    saveProblem.value = error instanceof Error ? error.message : 'It could not be saved.';
    const { status, current } = error instanceof ApiProblem ? error : { status: 0, current: undefined };
    const other = savedJobSchema.safeParse(current);
    if (status === 409 && other.success && isOwn(other.data)) goOnAfter(other.data, isShown(other.data));
    else if (status === 409 && other.success) {
      conflict.value = other.data;
      saveState.value = 'contested';
    } else if (status === 404) saveState.value = 'gone';
    else {
      saveState.value = 'away';
      timer = setTimeout(() => void save(), retryMs);
    }
  }

  /** Saves what is not saved yet, now. */
  async function flush(): Promise<void> {
    if (saving || saveState.value === 'unsaved' || saveState.value === 'away') await save();
  }

  /** Drops this window's version for the one that another window saved. */
  function takeTheirs(): void {
    if (conflict.value === null) return;
    if (document.value) history.addStep(document.value);
    dropDraft(id.value, ownWindow);
    adopt(conflict.value);
  }

  /** Puts this window's version on top, as a revision after the other window's. */
  async function keepMine(): Promise<void> {
    if (conflict.value === null) return;
    revision.value = conflict.value.revision;
    conflict.value = null;
    saveProblem.value = '';
    saveState.value = 'unsaved';
    await save();
  }

  /** Makes this window's version a job of its own, under another name where the old job is still there; gives its id. */
  async function keepAsNew(): Promise<string | null> {
    if (document.value === null) return null;
    const { name } = document.value;
    const isGone = saveState.value === 'gone';
    const copy = await createJob(
      isGone ? document.value : { ...document.value, name: `${name.slice(0, 112)} (copy)` },
    );
    dropDraft(id.value, ownWindow);
    if (isGone) saveState.value = 'saved';
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
    saveState,
    saveProblem,
    draftProblem,
    conflict,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    open,
    edit,
    editPiece,
    editCode,
    editPlacement,
    editItem,
    apply,
    undo,
    redo,
    save,
    flush,
    takeTheirs,
    keepMine,
    keepAsNew,
  };
});
