/**
 * A document that is kept with a job. What was changed is in the browser until the server has it, so that neither a reload, a
 * crash nor a server that is gone loses it; what another window saved meanwhile is not overwritten until somebody chooses.
 */
import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { crc32, oneByOne } from '../../core/numbers';
import { z } from '../../core/schema';
import { forget, recall, remember } from './browserStorage';
import { ApiProblem } from './http';
import type { Attempts } from './useAttempt';

/** Another window saved meanwhile: which one goes on? */
export interface Contest {
  readonly isContested: Readonly<Ref<boolean>>;
  /** Lets go of what is not saved, and loads the page anew. */
  readonly takeTheirs: () => void;
  readonly keepMine: () => Promise<void>;
}

export interface JobDocument<Document> {
  readonly document: ShallowRef<Document | null>;
  readonly isSaved: Ref<boolean>;
  readonly contest: Contest;
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
  readonly attempt: Attempts['attempt'];
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
  attempt,
}: Keeping<Document>): JobDocument<Document> {
  const document = shallowRef(null) as ShallowRef<Document | null>;
  const isSaved = ref(true);
  const isContested = ref(false);
  const inTurn = oneByOne();
  let basedOn: string | null = null;
  let unanswered: readonly string[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;

  const rememberDraft = (): boolean =>
    remember(localStorage, key, { basedOn, document: document.value, sent: unanswered });
  /** Says which document it is, whatever the order of its fields. */
  const markOf = (own: unknown): string => {
    // The server says what is wrong with one that it refuses.
    const text = JSON.stringify(schema.safeParse(own).data ?? own);
    return `${text.length} ${crc32(new TextEncoder().encode(text))}`;
  };
  const saveNow = (): Promise<void> =>
    inTurn(async () => {
      const own = document.value;
      if (own === null || isSaved.value) return;
      await send(JSON.parse(JSON.stringify(own)) as Document);
      unanswered = [];
      if (document.value !== own) {
        rememberDraft();
        return;
      }
      isSaved.value = true;
      forget(localStorage, key);
    });
  /** On top of what is there, or of what this window sent before and the server kept, though its answer was lost. */
  async function send(own: Document): Promise<void> {
    const mark = markOf(own);
    if (!unanswered.includes(mark)) {
      unanswered = [...unanswered, mark].slice(-mostUnanswered);
      rememberDraft();
    }
    try {
      basedOn = await keep(own, basedOn);
    } catch (error) {
      if (!isMeanwhile(error)) throw error;
      const { document: there, tag } = await fetchNow();
      if (there !== null && unanswered.includes(markOf(there)))
        try {
          basedOn = await keep(own, tag);
          return;
        } catch (again) {
          if (!isMeanwhile(again)) throw again;
        }
      isContested.value = true;
      throw error;
    }
  }
  const isMeanwhile = (error: unknown): boolean => error instanceof ApiProblem && error.status === 412;
  const save = (): Promise<void> =>
    attempt(async () => {
      try {
        await saveNow();
      } catch (error) {
        // It is asked about elsewhere.
        if (isContested.value) return;
        const { status } = error instanceof ApiProblem ? error : { status: 0 };
        if (status === 0 || status >= 500) timer = setTimeout(() => void save(), retryMs);
        throw error;
      }
    });
  function saveSoon(then?: () => void): void {
    isSaved.value = false;
    clearTimeout(timer);
    timer = setTimeout(() => {
      if (!isContested.value) void save();
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
    if (!isSaved.value && !isContested.value) void save().finally(() => clearTimeout(timer));
  });

  return {
    document,
    isSaved,
    contest: {
      isContested,
      takeTheirs: () => {
        isSaved.value = true;
        forget(localStorage, key);
        location.reload();
      },
      keepMine: () =>
        attempt(async () => {
          basedOn = (await fetchNow()).tag;
          isContested.value = false;
          await save();
        }),
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
