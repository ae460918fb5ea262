/**
 * Changes of the link at hand on their way to the server, one after the other. What it has not taken yet is shown, tried again, and kept in
 * the browser: neither a server that is gone or slow, another window nor a reload loses it or overwrites anything.
 */
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type ShallowRef } from 'vue';
import { linkSchema, type Link } from '../../core/links';
import { z } from '../../core/schema';
import type { SavedLink } from '../../wire';
import { forget, recall, remember } from '../shared/browserStorage';
import { ApiProblem } from '../shared/http';
import { fetchLink, saveLink } from '../shared/linksApi';
import type { Saving, SavingState } from '../shared/saving';

export interface LinkChanges extends Saving {
  /** The link at hand with what is not saved yet. */
  readonly shown: ComputedRef<SavedLink | null>;
  /** What the server refused last, and why, so that it can be mended where it was typed; until the next change. */
  readonly refused: Readonly<ShallowRef<{ readonly part: Partial<Link>; readonly why: string } | null>>;
  /** Resolves when it was tried; never rejects. */
  readonly change: (part: Partial<Link>) => Promise<void>;
  /** When nothing is on its way. */
  readonly settled: () => Promise<void>;
}

const waitingSchema = z.object({
  /** That the first of them is made on. */
  revision: z.int().min(1),
  parts: z.array(linkSchema.partial()).min(1),
  /** Under which the first of them was sent: the server may have kept it, though its answer was lost. */
  saveId: z.uuid().optional(),
});
type Waiting = Readonly<z.infer<typeof waitingSchema>>;

const keyOf = (id: string): string => `binarus.link.${id}`;
const retryMs = 4000;
const withParts = (link: Link, parts: readonly Partial<Link>[]): Link => Object.assign({}, link, ...parts);
const isSame = (one: Link, other: Link): boolean => JSON.stringify(one) === JSON.stringify(other);
const isRefusal = (error: unknown): boolean =>
  error instanceof ApiProblem && (error.status === 400 || error.status === 422);
const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error));

export function useLinkChanges(
  chosen: ShallowRef<SavedLink | null>,
  put: (saved: SavedLink) => void,
): LinkChanges {
  const waiting = shallowRef<Waiting | null>(null);
  const state = ref<SavingState>('saved');
  const why = ref('');
  const refused: LinkChanges['refused'] & ShallowRef = shallowRef(null);
  let working: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const keptOf = (id: string): Waiting | null => {
    const kept = waitingSchema.safeParse(recall(localStorage, keyOf(id)));
    return kept.success ? kept.data : null;
  };
  const isHere = (id: string): boolean => chosen.value?.id === id;
  function keep(id: string, next: Waiting | null): void {
    if (isHere(id)) waiting.value = next;
    if (next === null) forget(localStorage, keyOf(id));
    else remember(localStorage, keyOf(id), next);
  }
  /** The first of them is done with, or refused. */
  function drop(id: string, revision: number): void {
    const rest = ((isHere(id) ? waiting.value : keptOf(id))?.parts ?? []).slice(1);
    keep(id, rest.length === 0 ? null : { revision, parts: rest });
  }
  function stand(now: SavingState, problem = ''): void {
    clearTimeout(timer);
    state.value = now;
    why.value = problem;
    if (now === 'away') timer = setTimeout(() => void work(), retryMs);
  }

  /** Sends the first that waits; false where no more can be sent now. */
  async function sendFirst(): Promise<boolean> {
    const [at, now] = [chosen.value, waiting.value];
    if (at === null || now === null) return false;
    const { id, link } = at;
    const [part] = now.parts as [Partial<Link>];
    const saveId = now.saveId ?? crypto.randomUUID();
    if (now.saveId === undefined) keep(id, { ...now, saveId });
    stand('saving');
    try {
      const saved = await saveLink(id, now.revision, withParts(link, [part]), saveId);
      drop(id, saved.revision);
      put(saved);
      if (isHere(id)) stand('saved');
    } catch (error) {
      if (!isRefusal(error)) return notSaved(id, error);
      drop(id, now.revision);
      if (isHere(id)) {
        refused.value = { part, why: sentence(error) };
        stand('saved');
      }
    }
    return true;
  }

  async function notSaved(id: string, error: unknown): Promise<boolean> {
    if (!isHere(id)) return true;
    const { status } = error instanceof ApiProblem ? error : { status: 0 };
    if (status === 409) return meet(id, sentence(error));
    stand(status === 404 ? 'gone' : 'away', sentence(error));
    return false;
  }

  /** Another window saved. Where it made the same changes there is nothing to decide. */
  async function meet(id: string, problem: string): Promise<boolean> {
    try {
      const theirs = await fetchLink(id);
      if (!isHere(id)) return true;
      put(theirs);
      if (!isSame(theirs.link, withParts(theirs.link, waiting.value?.parts ?? []))) {
        stand('contested', problem);
        return false;
      }
      keep(id, null);
      stand('saved');
    } catch (error) {
      if (isHere(id)) stand('away', sentence(error));
    }
    return false;
  }

  /** Sends what waits as long as it can; never rejects. */
  function work(): Promise<void> {
    working ??= (async () => {
      do while (await sendFirst());
      while (waiting.value !== null && state.value === 'saved');
      working = null;
    })();
    return working;
  }

  watch(
    () => chosen.value?.id,
    (id) => {
      stand('saved');
      refused.value = null;
      waiting.value = id === undefined ? null : keptOf(id);
      if (waiting.value !== null) void work();
    },
    { immediate: true },
  );
  onScopeDispose(() => clearTimeout(timer));

  return {
    shown: computed(() => {
      const link = chosen.value;
      return link === null || waiting.value === null
        ? link
        : { ...link, link: withParts(link.link, waiting.value.parts) };
    }),
    state,
    why,
    refused,
    change: async (part) => {
      const link = chosen.value;
      if (link === null) return;
      refused.value = null;
      const now = waiting.value;
      keep(link.id, {
        revision: link.revision,
        ...now,
        parts: [...(now?.parts ?? []), part],
      });
      // Whoever looks is asked first which one goes on.
      if (state.value === 'contested' || state.value === 'gone') return;
      await work();
    },
    saveNow: work,
    settled: async () => {
      if (working !== null) await working;
    },
    keepMine: async () => {
      const [at, mine] = [chosen.value, waiting.value];
      if (at === null || mine === null) return;
      keep(at.id, { parts: mine.parts, revision: at.revision });
      stand('saved');
      await work();
    },
    takeTheirs: () => {
      if (chosen.value !== null) keep(chosen.value.id, null);
      stand('saved');
    },
  };
}
