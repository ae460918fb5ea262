/** Steps back and forward of the document that is edited: kept for a reload, each document under a key of its own. */
import { computed, shallowRef, type ComputedRef, type ShallowRef } from 'vue';
import { z } from '../../core/schema';
import { recall, remember } from '../shared/browserStorage';

/** Edits of one field within this time are one step. */
const sameStepMs = 900;
const mostSteps = 100;
/** What is kept for a reload, each way. */
const mostKept = 30;
/** All steps are too long to be written at every key. */
const keepAfterMs = 400;

export class EditHistory<Document> {
  readonly canUndo: ComputedRef<boolean>;
  readonly canRedo: ComputedRef<boolean>;
  private readonly undoSteps: ShallowRef<readonly Document[]> = shallowRef([]);
  private readonly redoSteps: ShallowRef<readonly Document[]> = shallowRef([]);
  private readonly schema: z.ZodType<{ readonly undo: Document[]; readonly redo: Document[] }>;
  private key = '';
  private lastEdit = { field: '', atMs: 0 };
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** `nowMs` is a clock that only goes on. */
  constructor(
    documentSchema: z.ZodType<Document>,
    private readonly nowMs: () => number = () => performance.now(),
  ) {
    this.schema = z.object({ undo: z.array(documentSchema), redo: z.array(documentSchema) });
    this.canUndo = computed(() => this.undoSteps.value.length > 0);
    this.canRedo = computed(() => this.redoSteps.value.length > 0);
  }

  /** Of another document: its steps of before a reload, or none. */
  open(key: string): void {
    if (this.timer !== undefined) this.keep();
    this.key = key;
    this.lastEdit = { field: '', atMs: 0 };
    const kept = this.schema.safeParse(recall(sessionStorage, key));
    this.undoSteps.value = kept.success ? kept.data.undo : [];
    this.redoSteps.value = kept.success ? kept.data.redo : [];
  }

  /** `before` is about to be edited: typing into one field goes on with its step; nothing leads forward any more. */
  note(before: Document, field: string): void {
    const nowMs = this.nowMs();
    const { lastEdit } = this;
    const goesOn = field === lastEdit.field && nowMs - lastEdit.atMs < sameStepMs && this.canUndo.value;
    if (!goesOn) this.addStep(before);
    this.lastEdit = { field, atMs: nowMs };
    this.redoSteps.value = [];
    this.keepSoon();
  }

  /** What is edited next follows from the last edit, if that was of the same field, however long ago. */
  goOn(field: string): void {
    if (this.lastEdit.field === field) this.lastEdit = { field, atMs: this.nowMs() };
  }

  /** The next edit is a step of its own. */
  endStep(): void {
    this.lastEdit = { field: '', atMs: 0 };
  }

  /** `before` was replaced from elsewhere, which can be undone; what leads forward stays. */
  addStep(before: Document): void {
    this.undoSteps.value = [...this.undoSteps.value, before].slice(-mostSteps);
  }

  /** The document of a step back; null where there is none. */
  undo(now: Document): Document | null {
    return this.move(now, this.undoSteps, this.redoSteps);
  }

  redo(now: Document): Document | null {
    return this.move(now, this.redoSteps, this.undoSteps);
  }

  private move(
    now: Document,
    from: ShallowRef<readonly Document[]>,
    to: ShallowRef<readonly Document[]>,
  ): Document | null {
    if (from.value.length === 0) return null;
    const next = from.value.at(-1)!;
    to.value = [...to.value, now];
    from.value = from.value.slice(0, -1);
    this.endStep();
    this.keepSoon();
    return next;
  }

  private keepSoon(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.keep(), keepAfterMs);
  }

  private keep(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    remember(sessionStorage, this.key, {
      undo: this.undoSteps.value.slice(-mostKept),
      redo: this.redoSteps.value.slice(-mostKept),
    });
  }
}
