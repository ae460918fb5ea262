/**
 * A document that is kept with a job. What was changed is in the browser until the server has it, so that neither a reload, a
 * crash nor a server that is gone loses it; what another window saved meanwhile is not overwritten until somebody chooses.
 */
import { computed, onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { crc32 } from '../../core/bytes';
import { oneByOne } from '../../core/tasks';
import { z } from '../../core/schema';
import { forget, recall, remember } from './browserStorage';
import { ApiProblem } from './http';
import type { Saving, SavingState } from './saving';

export interface JobDocument<Document> {
  readonly document: ShallowRef<Document | null>;
  readonly isSaved: Readonly<Ref<boolean>>;
  /** Taking the other one loads the page anew. */
  readonly saving: Saving;
  /** Takes up what this browser kept and the server has not, or else what it has; null where there is neither. */
  readonly begin: (kept: Document | null, tag: string | null) => Document | null;
  /** Changes it; after a pause it is kept, and `then` is done. */
  readonly set: (next: Document, then?: () => void) => void;
  /** Saves at once what waits to be saved; rejects where the server does not take it. */
  readonly saved: () => Promise<void>;
}

interface Keeping<Document> {
  /** In the browser. */
  readonly key: string;
  readonly schema: z.ZodType<Document>;
  /** On top of what has this tag, or of anything where it is null; resolves with the tag of what is kept then. */
  readonly keep: (document: Document, basedOn: string | null) => Promise<string | null>;
  /** What the server has, with its tag. */
  readonly fetchNow: () => Promise<{ readonly document: Document | null; readonly tag: string | null }>;
}

/** After the last change. */
const pauseMs = 350;
const retryMs = 5000;
/** Drafts of programs before were the document alone. */
const draftSchema = z.object({
  basedOn: z.string().nullable(),
  document: z.unknown(),
  /** Marks of what was sent without an answer: the server may have kept it. */
  sent: z.array(z.string()).default([]),
});
/** So many are known again. */
const mostUnanswered = 20;

export function useJobDocument<Document extends object>({
  key,
  schema,
  keep,
  fetchNow,
}: Keeping<Document>): JobDocument<Document> {
  const document = shallowRef(null) as ShallowRef<Document | null>;
  const state = ref<SavingState>('saved');
  const why = ref('');
  const isSaved = computed(() => state.value === 'saved');
  const inTurn = oneByOne();
  let basedOn: string | null = null;
  let unanswered: readonly string[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;

  const rememberDraft = (): boolean =>
    remember(localStorage, key, { basedOn, document: document.value, sent: unanswered });
  /** Says which document it is, whatever the order of its fields. */
  const markOf = (value: unknown): string => {
    // The server says what is wrong with one that it refuses.
    const text = JSON.stringify(schema.safeParse(value).data ?? value);
    return `${text.length} ${crc32(new TextEncoder().encode(text))}`;
  };
  const saveNow = (): Promise<void> =>
    inTurn(async () => {
      const now = document.value;
      if (now === null || isSaved.value) return;
      state.value = 'saving';
      try {
        await send(JSON.parse(JSON.stringify(now)) as Document);
      } catch (error) {
        notSaved(error);
        throw error;
      }
      unanswered = [];
      why.value = '';
      if (document.value !== now) {
        rememberDraft();
        state.value = 'unsaved';
        return;
      }
      state.value = 'saved';
      forget(localStorage, key);
    });
  function notSaved(error: unknown): void {
    const { status } = error instanceof ApiProblem ? error : { status: 0 };
    why.value = error instanceof Error ? error.message : String(error);
    state.value = status === 412 ? 'contested' : status === 404 ? 'gone' : 'away';
    clearTimeout(timer);
    // What is wrong with the document is mended by whoever made it so.
    if (state.value === 'away' && (status === 0 || status >= 500))
      timer = setTimeout(() => void save(), retryMs);
  }
  /** On top of what is there, or of what this window sent before and the server kept, though its answer was lost. */
  async function send(sent: Document): Promise<void> {
    const mark = markOf(sent);
    if (!unanswered.includes(mark)) {
      unanswered = [...unanswered, mark].slice(-mostUnanswered);
      rememberDraft();
    }
    try {
      basedOn = await keep(sent, basedOn);
    } catch (error) {
      if (!isMeanwhile(error)) throw error;
      const { document: there, tag } = await fetchNow();
      if (there !== null && unanswered.includes(markOf(there)))
        try {
          basedOn = await keep(sent, tag);
          return;
        } catch (again) {
          if (!isMeanwhile(again)) throw again;
        }
      throw error;
    }
  }
  const isMeanwhile = (error: unknown): boolean => error instanceof ApiProblem && error.status === 412;
  /** Never rejects: what keeps it from being saved is in `state` and `why`. */
  const save = (): Promise<void> => saveNow().catch(() => undefined);
  const waitsForChoice = (): boolean => state.value === 'contested' || state.value === 'gone';
  function saveSoon(then?: () => void): void {
    if (!waitsForChoice()) state.value = 'unsaved';
    clearTimeout(timer);
    timer = setTimeout(() => {
      if (!waitsForChoice()) void save();
      then?.();
    }, pauseMs);
  }
  /** A draft with what it was made on. */
  function draftOf(): {
    readonly document: Document;
    readonly basedOn: string | null;
    readonly sent: readonly string[];
  } | null {
    const recalled = recall(localStorage, key);
    const draft = draftSchema.safeParse(recalled);
    const parsed = schema.safeParse(draft.success ? draft.data.document : recalled);
    return parsed.success
      ? {
          document: parsed.data,
          basedOn: draft.success ? draft.data.basedOn : null,
          sent: draft.success ? draft.data.sent : [],
        }
      : null;
  }

  onScopeDispose(() => {
    clearTimeout(timer);
    if (!isSaved.value && !waitsForChoice()) void save().finally(() => clearTimeout(timer));
  });

  return {
    document,
    isSaved,
    saving: {
      state,
      why,
      saveNow: save,
      takeTheirs: () => {
        state.value = 'saved';
        forget(localStorage, key);
        location.reload();
      },
      keepMine: async () => {
        try {
          basedOn = (await fetchNow()).tag;
          state.value = 'unsaved';
        } catch (error) {
          why.value = (error as Error).message;
          return;
        }
        await save();
      },
    },
    saved: async () => {
      if (!isSaved.value) await saveNow();
    },
    begin: (kept, tag) => {
      const draft = draftOf();
      document.value = draft?.document ?? kept;
      basedOn = draft === null ? tag : draft.basedOn;
      unanswered = draft?.sent ?? [];
      if (draft !== null) saveSoon();
      return document.value;
    },
    set: (next, then) => {
      document.value = next;
      rememberDraft();
      saveSoon(then);
    },
  };
}
