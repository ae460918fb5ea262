/** The job on the bench: its document, what is saved of it, and the way back. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { z } from '../../core/schema';
import { savedJobSchema, type ProofRecord, type SavedJob } from '../../wire';
import {
  anyJobSchema,
  applyChanges,
  codeOf,
  jobSchema,
  problemsOf,
  withCode,
  type CodeSettings,
  type Job,
} from '../../core/job';
import type { Change } from '../../core/finding';
import type { CodePlacement, ItemSettings, PieceSettings } from '../../core/piece';
import { createJob, fetchJob, saveRevision } from '../shared/api';
import { ApiProblem } from '../shared/http';
import { forget, recall, remember } from '../shared/browserStorage';

/** `offline` covers everything that keeps the server from saving; the draft stays in this browser meanwhile. */
export type SaveState = 'saved' | 'unsaved' | 'saving' | 'offline' | 'conflict';

const autosaveMs = 600;
const retryMs = 5000;
/** Edits of one field within this time are one step back. */
const sameStepMs = 900;
const keptSteps = 100;

const draftKey = (id: string): string => `binarus.draft.${id}`;
const historyKey = (id: string): string => `binarus.history.${id}`;
const draftSchema = z.object({ baseRevision: z.number(), document: anyJobSchema });
const historySchema = z.object({ undo: z.array(anyJobSchema), redo: z.array(anyJobSchema) });

export const useBench = defineStore('bench', () => {
  const id = ref('');
  const revision = ref(0);
  const document = shallowRef<Job | null>(null);
  /** Which code is worked on: a choice of this page, never a change of the job. */
  const chosenCode = ref('');
  const proof = shallowRef<ProofRecord | null>(null);
  const saveState = ref<SaveState>('saved');
  const saveProblem = ref('');
  /** What another window saved meanwhile. */
  const conflict = shallowRef<SavedJob | null>(null);
  const undoSteps = shallowRef<readonly Job[]>([]);
  const redoSteps = shallowRef<readonly Job[]>([]);
  let lastEdit = { key: '', at: 0 };
  let timer: ReturnType<typeof setTimeout> | undefined;
  let historyTimer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> | undefined;

  const channel = new BroadcastChannel('binarus-jobs');
  channel.onmessage = ({ data }: MessageEvent<{ id: string; revision: number }>) => {
    if (data.id === id.value && data.revision > revision.value && saveState.value === 'saved')
      void open(id.value);
  };

  /** The code at hand; the first when the chosen one is gone. */
  const code = computed(() => document.value && codeOf(document.value, chosenCode.value));

  const canUndo = computed(() => undoSteps.value.length > 0);
  const canRedo = computed(() => redoSteps.value.length > 0);

  async function open(jobId: string): Promise<void> {
    await flush();
    const saved = await fetchJob(jobId);
    if (id.value !== jobId) chosenCode.value = '';
    id.value = jobId;
    adopt(saved);
    const history = historySchema.safeParse(recall(sessionStorage, historyKey(jobId)));
    undoSteps.value = history.success ? history.data.undo : [];
    redoSteps.value = history.success ? history.data.redo : [];
    const draft = draftSchema.safeParse(recall(localStorage, draftKey(jobId)));
    if (!draft.success || JSON.stringify(draft.data.document) === JSON.stringify(saved.document)) {
      forget(localStorage, draftKey(jobId));
      return;
    }
    // Work from before a crash or a closed window comes first.
    document.value = draft.data.document;
    revision.value = draft.data.baseRevision;
    if (draft.data.baseRevision === saved.revision) markUnsaved();
    else {
      saveState.value = 'conflict';
      conflict.value = saved;
    }
  }

  function adopt(saved: SavedJob): void {
    document.value = saved.document;
    revision.value = saved.revision;
    proof.value = saved.proof;
    saveState.value = 'saved';
    saveProblem.value = '';
    conflict.value = null;
  }

  /**
   * Replaces the job. `key` names the field, so that typing into it is one step back. Returns what is wrong with
   * the new document; then nothing was changed.
   */
  function edit(next: Job, key: string): string[] {
    const current = document.value;
    if (current === null) return [];
    const parsed = jobSchema.safeParse(next);
    if (!parsed.success) return problemsOf(parsed.error);
    if (JSON.stringify(parsed.data) === JSON.stringify(current)) return [];
    const now = Date.now();
    const goesOn = key === lastEdit.key && now - lastEdit.at < sameStepMs && undoSteps.value.length > 0;
    if (!goesOn) undoSteps.value = [...undoSteps.value, current].slice(-keptSteps);
    lastEdit = { key, at: now };
    redoSteps.value = [];
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
    lastEdit = { key: '', at: 0 };
    edit(applyChanges(document.value, changes), key);
  }

  function undo(): void {
    const previous = undoSteps.value.at(-1);
    if (previous === undefined || document.value === null) return;
    redoSteps.value = [...redoSteps.value, document.value];
    undoSteps.value = undoSteps.value.slice(0, -1);
    lastEdit = { key: '', at: 0 };
    replace(previous);
  }

  function redo(): void {
    const next = redoSteps.value.at(-1);
    if (next === undefined || document.value === null) return;
    undoSteps.value = [...undoSteps.value, document.value];
    redoSteps.value = redoSteps.value.slice(0, -1);
    lastEdit = { key: '', at: 0 };
    replace(next);
  }

  function replace(next: Job): void {
    document.value = next;
    keepHistorySoon();
    keepDraft();
    if (saveState.value !== 'conflict') markUnsaved();
  }

  /** The way back is kept for a reload, a moment after the last edit: it is too long to be written at every key. */
  function keepHistorySoon(): void {
    clearTimeout(historyTimer);
    const jobId = id.value;
    historyTimer = setTimeout(() => {
      if (jobId !== id.value) return;
      const history = { undo: undoSteps.value.slice(-30), redo: redoSteps.value.slice(-30) };
      remember(sessionStorage, historyKey(jobId), history);
    }, 400);
  }

  function keepDraft(): void {
    const kept = remember(localStorage, draftKey(id.value), {
      baseRevision: revision.value,
      document: document.value,
    });
    if (!kept) saveProblem.value = 'This browser cannot keep a draft; edits last only until they are saved.';
  }

  function markUnsaved(): void {
    saveState.value = 'unsaved';
    clearTimeout(timer);
    timer = setTimeout(() => void save(), autosaveMs);
  }

  async function save(): Promise<void> {
    if (saving) await saving;
    if (document.value === null || (saveState.value !== 'unsaved' && saveState.value !== 'offline')) return;
    saving = sendRevision(document.value);
    await saving;
    saving = undefined;
  }

  async function sendRevision(sent: Job): Promise<void> {
    clearTimeout(timer);
    const jobId = id.value;
    saveState.value = 'saving';
    try {
      const saved = await saveRevision(jobId, revision.value, sent);
      channel.postMessage({ id: jobId, revision: saved.revision });
      if (jobId !== id.value) return;
      revision.value = saved.revision;
      saveProblem.value = '';
      if (document.value === sent) {
        forget(localStorage, draftKey(jobId));
        saveState.value = 'saved';
      } else {
        keepDraft();
        markUnsaved();
      }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      saveProblem.value = error.message;
      const current = savedJobSchema.safeParse(error.current);
      if (error.status === 409 && current.success) {
        conflict.value = current.data;
        saveState.value = 'conflict';
      } else {
        saveState.value = 'offline';
        timer = setTimeout(() => void save(), retryMs);
      }
    }
  }

  /** Saves what is not saved yet, now. */
  async function flush(): Promise<void> {
    if (saving || saveState.value === 'unsaved' || saveState.value === 'offline') await save();
  }

  /** Drops this window's version for the one that another window saved. */
  function takeTheirs(): void {
    if (conflict.value === null) return;
    if (document.value) undoSteps.value = [...undoSteps.value, document.value].slice(-keptSteps);
    forget(localStorage, draftKey(id.value));
    adopt(conflict.value);
  }

  /** Puts this window's version on top, as a revision after the other window's. */
  async function keepMine(): Promise<void> {
    if (conflict.value === null) return;
    revision.value = conflict.value.revision;
    conflict.value = null;
    saveState.value = 'unsaved';
    await save();
  }

  /** Makes this window's version a job of its own and leaves the other as it is; gives the new job's id. */
  async function keepBoth(): Promise<string | null> {
    if (document.value === null) return null;
    const copy = await createJob({ ...document.value, name: `${document.value.name.slice(0, 112)} (copy)` });
    takeTheirs();
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
    conflict,
    canUndo,
    canRedo,
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
    keepBoth,
  };
});
