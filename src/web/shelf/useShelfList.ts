/** The chosen jobs, in pages: only those that come into view are asked for. */
import { refDebounced, useDebounceFn, useTimeoutFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue';
import type { JobSummary, ShelfChoice, ShelfPage } from '../../wire';
import { fetchShelf } from '../shared/shelfApi';
import { useNewest } from '../shared/useNewest';

/** A place in the list; its job is null until it is there. */
export interface ShelfLine {
  readonly index: number;
  readonly job: JobSummary | null;
}

export interface ShelfList {
  /** As many as are chosen. */
  readonly lines: Readonly<Ref<readonly ShelfLine[]>>;
  /** The newest answer without its jobs; null before the first. */
  readonly facts: Readonly<ShallowRef<Omit<ShelfPage, 'jobs'> | null>>;
  /** Why the newest question has no answer; empty when it has one. */
  readonly problem: Readonly<Ref<string>>;
  /** Says which lines are in view. */
  readonly look: (from: number, to: number) => void;
}

const pageLines = 60;
/** Typing is let come to a rest. */
const restMs = 120;
/** What is being measured is looked at again after so long. */
const againMs = 1000;

export function useShelfList(choice: () => ShelfChoice, changes: () => number): ShelfList {
  const pages = shallowRef<ReadonlyMap<number, readonly JobSummary[]>>(new Map());
  const facts = shallowRef<Omit<ShelfPage, 'jobs'> | null>(null);
  const problem = ref('');
  const inView = { from: 0, to: pageLines };
  const asked = useNewest();
  const waiting = new Set<number>();

  const wanted = (): number[] => {
    const total = facts.value?.total ?? 1;
    const [first, last] = [inView.from, Math.min(inView.to, total - 1)].map((line) =>
      Math.floor(line / pageLines),
    );
    return Array.from({ length: Math.max(0, last! - first! + 1) }, (_, index) => first! + index);
  };

  /** What is there was asked for with this choice. */
  let chosen = '';
  const keyOf = (): string => JSON.stringify(choice());

  /** Asks for a page; an answer of another state of the shelf takes the place of all that was there. */
  async function ask(page: number, isCurrent: () => boolean): Promise<void> {
    waiting.add(page);
    const key = keyOf();
    try {
      const { jobs, ...rest } = await fetchShelf(choice(), page * pageLines, pageLines);
      if (!isCurrent()) return;
      const isSame = rest.changes === facts.value?.changes && key === chosen;
      chosen = key;
      facts.value = rest;
      problem.value = '';
      if (isSame && pages.value.has(page)) return;
      pages.value = new Map([...(isSame ? pages.value : []), [page, jobs]]);
      if (!isSame) void fill(isCurrent);
    } catch (error) {
      if (isCurrent()) problem.value = (error as Error).message;
    } finally {
      if (isCurrent()) waiting.delete(page);
    }
  }

  async function fill(isCurrent: () => boolean): Promise<void> {
    await Promise.all(
      wanted()
        .filter((page) => !pages.value.has(page) && !waiting.has(page))
        .map((page) => ask(page, isCurrent)),
    );
  }

  /** What is shown stays until the answer is there. */
  function load(): void {
    const isCurrent = asked.ask();
    waiting.clear();
    void ask(wanted()[0] ?? 0, isCurrent);
  }
  function loadFromTop(): void {
    Object.assign(inView, { from: 0, to: pageLines });
    load();
  }

  const typed = refDebounced(
    computed(() => choice().words),
    restMs,
  );
  watch([() => JSON.stringify({ ...choice(), words: undefined }), typed], loadFromTop, { immediate: true });
  watch(changes, load);

  const isMeasuring = computed(() =>
    [...pages.value.values()].some((jobs) => jobs.some(({ severity }) => severity === 'unknown')),
  );
  const { start } = useTimeoutFn(load, againMs, { immediate: false });
  watch(facts, () => {
    if (isMeasuring.value) start();
  });

  const fillSoon = useDebounceFn(() => void fill(asked.asIs()), 30);
  return {
    lines: computed(() =>
      Array.from({ length: facts.value?.total ?? 0 }, (_, index) => ({
        index,
        job: pages.value.get(Math.floor(index / pageLines))?.[index % pageLines] ?? null,
      })),
    ),
    facts,
    problem,
    look: (from, to) => {
      inView.from = from;
      inView.to = to;
      void fillSoon();
    },
  };
}
